/** Ways of looking that never change the effect. Lifetime: session, as long as the page is open. */
import type { Blend, Range, ResolvedEffect, ResolvedEmitter } from '@gliv/model'
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
  /** Nothing but one particle of the selected emitter, at its own time. */
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
  burstCount: { from: 1, to: 1 },
  burstSpan: 0,
  burstRepeats: 1,
  burstInterval: { from: 0.25, to: 0.25 },
  burstChance: 1,
} as const

/** The time of an emitter's first burst; where it flows, its beginning. */
const firstTime = ({ bursts, numbers }: ResolvedEmitter): Range => {
  const [first] = bursts.map(({ numbers: { burstAt } }) => burstAt).sort((a, b) => a.from - b.from)
  const flows = numbers.flow > 0 || numbers.flowPerPx > 0 || numbers.minimum > 0
  return first && !flows ? first : { from: 0, to: 0 }
}

/** One particle at the emitter's own time instead of all; one that waits for a relay does not wait. */
const single = (emitter: ResolvedEmitter): ResolvedEmitter => ({
  ...emitter,
  dormant: false,
  relays: [],
  numbers: { ...emitter.numbers, flow: 0, flowPerPx: 0, minimum: 0 },
  bursts: [{ id: 'one', eachPlace: false, numbers: { ...SINGLE, burstAt: firstTime(emitter) } }],
})

/** The effect as it is looked at; the same object where nothing is looked at otherwise. */
export const inspected = (
  effect: ResolvedEffect,
  { one, otherBlend }: Pick<Inspecting, 'one' | 'otherBlend'>,
  selected: string | undefined,
): ResolvedEffect => {
  if ((!one && !otherBlend) || selected === undefined) return effect
  const chosen = effect.emitters.find((e) => e.id === selected)
  const typeId = chosen?.type.id
  return {
    ...effect,
    ...(one && chosen ? { parts: [] } : {}),
    emitters: (one && chosen ? [single(chosen)] : effect.emitters).map((emitter) =>
      otherBlend && emitter.type.id === typeId
        ? { ...emitter, type: { ...emitter.type, blend: OTHER_BLEND[emitter.type.blend] } }
        : emitter,
    ),
  }
}
