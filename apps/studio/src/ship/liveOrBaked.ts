/**
 * Live or baked: while a key is held the effect's bake stands in its place, so that what a bake loses is seen before it
 * ships. Lifetime: moment.
 */
import { jobOf } from '@gliv/bake'
import type { Kit } from '@gliv/document'
import { create } from 'zustand'
import { useDocument } from '../state/document.ts'
import { Baker } from './baker.ts'
import { BakedLayer } from './bakedLayer.ts'

interface LiveOrBaked {
  /** The effect that was asked for last. */
  readonly effect: string | null
  /** The key is down. */
  readonly held: boolean
  readonly layer: BakedLayer | null
  readonly baking: boolean
  readonly failure: string | null
}

const NONE: LiveOrBaked = { effect: null, held: false, layer: null, baking: false, failure: null }

export const useBaked = create<LiveOrBaked>(() => NONE)
const set = useBaked.setState

let baker: Baker | null = null
/** What the layer was baked from. */
let bakedFrom: Kit | null = null

const bakeNow = async (kit: Kit, effect: string): Promise<void> => {
  const { pictures } = useDocument.getState()
  set({ baking: true, failure: null })
  try {
    baker ??= new Baker()
    const job = jobOf(kit, effect)
    const sheet = await baker.ask((api) => api.draft({ kit, pictures }, [job], true))
    if (useBaked.getState().effect !== effect) return
    bakedFrom = kit
    set({ layer: new BakedLayer(sheet, effect), baking: false })
  } catch (error) {
    set({ baking: false, failure: error instanceof Error ? error.message : String(error) })
  }
}

/** The key goes down or up. */
export const holdBaked = (effect: string, held: boolean): void => {
  const before = useBaked.getState()
  if (before.effect !== effect) {
    bakedFrom = null
    set({ ...NONE, effect })
  }
  set({ held })
  const { kit } = useDocument.getState()
  if (held && kit?.effects[effect] && kit !== bakedFrom && !useBaked.getState().baking)
    void bakeNow(kit, effect)
}

/** Forgets the bake and what was said of it. */
export const leaveBaked = (): void => {
  baker?.end()
  baker = null
  bakedFrom = null
  set(NONE)
}
