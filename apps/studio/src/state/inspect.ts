/** Ways of looking that never change the effect. Lifetime: session, as long as the page is open. */
import type { Blend, ResolvedEffect, ResolvedEmitter } from '@gliv/model'
import { create } from 'zustand'

export interface Traced {
  readonly key: string
  readonly emitterId: string
}

interface Inspecting {
  /** A click on the stage picks a particle to be followed. */
  readonly tracer: boolean
  readonly traced: Traced | null
  /** Thin lines of where particles of the selected emitter will go. */
  readonly paths: boolean
  /** The selected emitter sends out one particle only. */
  readonly one: boolean
  /** While a key is held: the other blend, the other ground, the picture without the selected emitter. */
  readonly otherBlend: boolean
  readonly otherGround: boolean
  readonly without: boolean
}

export const useInspect = create<Inspecting>(() => ({
  tracer: false,
  traced: null,
  paths: false,
  one: false,
  otherBlend: false,
  otherGround: false,
  without: false,
}))
export const setInspect = useInspect.setState

/** What a blend is compared with. */
const OTHER_BLEND = {
  normal: 'additive',
  additive: 'normal',
  screen: 'normal',
  multiply: 'normal',
} as const satisfies Record<Blend, Blend>

const SINGLE = {
  burstAt: { from: 0, to: 0 },
  burstCount: { from: 1, to: 1 },
  burstSpan: 0,
  burstRepeats: 1,
  burstInterval: { from: 0.25, to: 0.25 },
  burstChance: 1,
} as const

/** One particle at the emitter's start instead of all. */
const single = (emitter: ResolvedEmitter): ResolvedEmitter => ({
  ...emitter,
  numbers: { ...emitter.numbers, flow: 0, flowPerPx: 0, minimum: 0 },
  bursts: emitter.dormant ? emitter.bursts : [{ id: 'one', eachPlace: false, numbers: SINGLE }],
})

/** The effect as it is looked at; the same object where nothing is looked at otherwise. */
export const inspected = (
  effect: ResolvedEffect,
  { one, otherBlend }: Pick<Inspecting, 'one' | 'otherBlend'>,
  selected: string | undefined,
): ResolvedEffect => {
  if ((!one && !otherBlend) || selected === undefined) return effect
  const typeId = effect.emitters.find((e) => e.id === selected)?.type.id
  return {
    ...effect,
    emitters: effect.emitters.map((emitter) => {
      const looked = one && emitter.id === selected ? single(emitter) : emitter
      return otherBlend && emitter.type.id === typeId
        ? { ...looked, type: { ...looked.type, blend: OTHER_BLEND[looked.type.blend] } }
        : looked
    }),
  }
}
