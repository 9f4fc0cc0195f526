/**
 * When particles are born. A steady flow and bursts are exact in whole numbers: times are whole microseconds,
 * a flow is in
 * thousandths of a particle per second, so ordinal n is due exactly at delay + n × 1000 ÷ flowMilli seconds.
 */
import { type ResolvedEmitter, sourceOfId } from '@gliv/model'
import { burstSource } from './bursts.ts'
import { drivenSource } from './drivenFlow.ts'
import type { FlowScope } from './flowSum.ts'
import { compileLane, type CompiledLane } from './lanes.ts'
import { mulDivFloor } from '../maths/index.ts'
import { rhythmSource } from './rhythm.ts'
import type { PlaceQuestion } from '../geometry/index.ts'
import type { Source, Window } from './birthSource.ts'
import { MICRO, micro, type Timeline } from './timeline.ts'

/** Keys of the sources that are not bursts. */
export const FLOW_KEY = 0
export const TRAVEL_KEY = sourceOfId('travel')
export const TOP_UP_KEY = sourceOfId('topUp')

export const windowOf = (emitter: ResolvedEmitter, timeline: Timeline): Window => {
  const start = micro(emitter.numbers.delay)
  return { start, length: Math.min(micro(emitter.numbers.duration), Math.max(0, timeline.limit - start)) }
}

const steadySource = (milli: number, window: Window, rate: number): Source => {
  // Half-open: ordinals n with n × 1000 ÷ milli < length, that is ceil(length × milli ÷ 10⁹).
  const total = Number((BigInt(window.length) * BigInt(milli) + 999_999_999n) / 1_000_000_000n)
  return everySource(milli, 1000 * MICRO * rate, 1000 / milli, total, window, rate)
}

/**
 * So many births over the whole window, each as far from the next as the last is from the first of the next
 * pass.
 */
const evenSource = (births: number, window: Window, rate: number): Source =>
  everySource(births, window.length * rate, window.length / MICRO / births, births, window, rate)

/** Births at n × step: those due by t are the n with n × unit ÷ milli ≤ t, in whole numbers. */
const everySource = (
  milli: number,
  unit: number,
  step: number,
  total: number,
  { start }: Window,
  rate: number,
): Source => {
  const startSeconds = start / MICRO
  return {
    id: 'flow',
    key: FLOW_KEY,
    due: (_pass, t, strict) => {
      const since = t - start * rate
      if (since < 0) return 0
      // n × unit ÷ milli < since has as many n as there are below since × milli ÷ unit, rounded up.
      const upTo = mulDivFloor(milli, since, unit)
      return Math.min(total, strict && upTo * unit === milli * since ? upTo : upTo + 1)
    },
    timeInto: (_pass, n, out) => {
      out[0] = startSeconds + n * step
    },
    most: (window, passes) => Math.min(total * passes, Math.floor(window / step) + 2 * passes),
  }
}

/** The same in every pass. */
const sameEachPass = (source: Source): Source => ({
  id: source.id,
  key: source.key,
  most: (window, passes) => source.most(window, passes),
  due: (_pass, t, strict) => source.due(0, t, strict),
  timeInto: (_pass, n, out) => source.timeInto(0, n, out),
  ...(source.burst
    ? {
        burst: {
          ...source.burst,
          withheld: (_pass: number, ordinal: number) => source.burst!.withheld(0, ordinal),
          placeInto: (_pass: number, ordinal: number, out: PlaceQuestion) =>
            source.burst!.placeInto(0, ordinal, out),
        },
      }
    : {}),
})

export interface Schedule {
  readonly sources: readonly Source[]
  readonly window: Window
}

/** null where nothing flows. */
const flowSource = (
  emitter: ResolvedEmitter,
  timeline: Timeline,
  window: Window,
  rate: number,
  seed: number,
  driving: Driving | null,
): Source | null => {
  const { flow } = emitter.numbers
  const milli = Math.round(flow * 1000)
  const isWhole = timeline.identicalPasses && window.start === 0 && window.length === timeline.limit
  const births = isWhole ? Math.round((flow * window.length) / MICRO) : -1
  if (milli === 0 || window.length === 0 || births === 0) return null
  const lane: CompiledLane | null = emitter.lanes.flow ? compileLane('flow', emitter.lanes.flow) : null
  if (driving) return drivenSource(emitter, window, rate, seed, lane, driving.flow)
  if (lane || emitter.rhythm !== 'even') return rhythmSource(emitter, window, rate, seed, lane)
  return births > 0 ? evenSource(births, window, rate) : steadySource(milli, window, rate)
}

/** What a strength does to an emitter's births while it plays. */
export interface Driving {
  readonly flow: FlowScope
  /** What counts of a burst that fires at a moment of a pass, in microseconds of the timeline, are multiplied by. */
  burstAt(pass: number, at: number): number
}

/**
 * @param places number of places of the shape, for bursts that send one to each
 * @param driving where something multiplies births while they go on; null where nothing does
 */
export const createSchedule = (
  emitter: ResolvedEmitter,
  timeline: Timeline,
  rate: number,
  seed: number,
  places: number,
  driving: Driving | null = null,
): Schedule => {
  const window = windowOf(emitter, timeline)
  const flow = flowSource(emitter, timeline, window, rate, seed, driving)
  const bursts = emitter.bursts.flatMap(
    (burst) =>
      burstSource(burst, {
        salt: emitter.salt,
        delay: window.start,
        limit: timeline.limit,
        rate,
        seed,
        places,
        strengthAt: driving && ((pass, at) => driving.burstAt(pass, at)),
      }) ?? [],
  )
  const sources = flow ? [flow, ...bursts] : bursts
  return { sources: timeline.identicalPasses ? sources.map(sameEachPass) : sources, window }
}
