/** Makes the small pictures of effects off the page; keeps the pictures of sheets that it was given. */
import type { Kit } from '@gliv/document'
import { expose, transfer } from 'comlink'
import { makeStill, type Still } from './still.ts'

const sheets = new Map<string, Uint8Array>()

const api = {
  /** @param fresh pictures that were not sent before, by hash */
  make(
    kit: Kit,
    effectId: string,
    fresh: ReadonlyMap<string, Uint8Array>,
    ground: readonly [number, number, number],
  ): Still | null {
    for (const [hash, bytes] of fresh) sheets.set(hash, bytes)
    const still = makeStill({ kit, pictures: sheets }, effectId, ground)
    return still && transfer(still, [still.png.buffer as ArrayBuffer])
  },
}

export type StillApi = typeof api

expose(api)
