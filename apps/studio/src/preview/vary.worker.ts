/** Draws variations off the page. */
import type { Kit, VaryGroup, VaryLock } from '@gliv/document'
import { expose } from 'comlink'
import { fitting, type Weight, weigh } from './vary.ts'

const NOTHING: Weight = { alive: 0, most: Infinity, covered: 0 }
const pictures = new Map<string, Uint8Array>()
let present: { readonly file: { kit: Kit; pictures: typeof pictures }; readonly weight: Weight } | null = null

const api = {
  /** The state that variations are drawn from. @param fresh pictures that were not sent before, by hash */
  begin(kit: Kit, effectId: string, fresh: ReadonlyMap<string, Uint8Array>): void {
    for (const [hash, bytes] of fresh) pictures.set(hash, bytes)
    const file = { kit, pictures }
    present = { file, weight: weigh(file, effectId) ?? NOTHING }
  },
  /** One variation of a group; null where none was found. */
  draw(effectId: string, group: VaryGroup, spread: number, locks: readonly VaryLock[]): Kit | null {
    return (
      present && fitting(present, effectId, group, { spread, locks: new Set(locks), chance: Math.random })
    )
  },
}

export type VaryApi = typeof api

expose(api)
