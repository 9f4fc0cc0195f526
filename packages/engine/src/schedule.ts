/**
 * When particles are born, in exact whole-number arithmetic: times are whole microseconds, a flow is in thousandths
 * of a particle per second, so ordinal n is due exactly at start + n × 1000 ÷ flowMilli seconds.
 */
import { sourceOfId, type ResolvedEffect, type ResolvedEmitter } from '@gliv/model'
import { mulDivFloor } from './maths.ts'

const MICRO = 1_000_000
const micro = (seconds: number): number => Math.round(seconds * MICRO)

/** One stream of ordinals. */
export interface Source {
  /** Name in reports: `flow`, or the burst's id. */
  readonly id: string
  /** The number that goes into keys. */
  readonly key: number
  /** Seconds from the start of a repeat to ordinal 0. */
  readonly startSeconds: number
  /** Seconds from one ordinal to the next; 0 for a burst. */
  readonly stepSeconds: number
  /** Ordinals per repeat. */
  readonly total: number
  /** How many ordinals of a repeat are due `sinceRepeat` ÷ (rate × 10⁶) seconds after its start. Whole numbers in and out. */
  due(sinceRepeat: number): number
}

export interface Schedule {
  readonly sources: readonly Source[]
  /** Length of a repeat in seconds; Infinity for an effect that plays once. */
  readonly repeatSeconds: number
  /** First and last repeat that can have births in the tick ending at `tick`. */
  firstRepeat(tick: number): number
  lastRepeat(tick: number): number
  /** `sinceRepeat` for `due`, at a tick. */
  sinceRepeat(tick: number, repeat: number): number
  /** Births due from the beginning through `tick`, if nothing is refused. */
  countThrough(tick: number): number
}

const flowSource = (emitter: ResolvedEmitter, rate: number, repeatMicro: number): Source | null => {
  const start = micro(emitter.numbers.delay)
  const milli = Math.round(emitter.numbers.flow * 1000)
  const length = Math.min(micro(emitter.numbers.duration), Math.max(0, repeatMicro - start))
  if (milli === 0 || length === 0) return null
  // Half-open: ordinals n with n × 1000 ÷ milli < length, that is ceil(length × milli ÷ 10⁹).
  const total = Number((BigInt(length) * BigInt(milli) + 999_999_999n) / 1_000_000_000n)
  return {
    id: 'flow',
    key: 0,
    startSeconds: start / MICRO,
    stepSeconds: 1000 / milli,
    total,
    due: (sinceRepeat) => {
      const since = sinceRepeat - start * rate
      return since < 0 ? 0 : Math.min(total, mulDivFloor(milli, since, 1000 * MICRO * rate) + 1)
    },
  }
}

const burstSources = (emitter: ResolvedEmitter, rate: number, repeatMicro: number): Source[] =>
  emitter.bursts.flatMap((burst) => {
    const start = micro(emitter.numbers.delay) + micro(burst.numbers.burstAt)
    const total = burst.numbers.burstCount
    if (total === 0 || start >= repeatMicro) return []
    return [{ id: burst.id, key: sourceOfId(burst.id), startSeconds: start / MICRO, stepSeconds: 0, total, due: (since: number) => (since < start * rate ? 0 : total) }]
  })

/** Births of one emitter. In a loop, what lies at or past the end of a repeat is cut. */
export const createSchedule = (effect: ResolvedEffect, emitter: ResolvedEmitter): Schedule => {
  const { rate } = effect
  const repeatMicro = effect.play === 'loop' ? micro(effect.numbers.loopSeconds) : Infinity
  const flow = flowSource(emitter, rate, repeatMicro)
  const sources = [...(flow ? [flow] : []), ...burstSources(emitter, rate, repeatMicro)]
  const loops = repeatMicro !== Infinity
  const repeatOf = (tick: number): number => (loops && tick > 0 ? Math.floor((tick * MICRO) / (repeatMicro * rate)) : 0)
  const sinceRepeat = (tick: number, repeat: number): number => tick * MICRO - (loops ? repeat * repeatMicro * rate : 0)
  return {
    sources,
    repeatSeconds: repeatMicro / MICRO,
    firstRepeat: (tick) => repeatOf(tick - 1),
    lastRepeat: repeatOf,
    sinceRepeat,
    countThrough: (tick) => {
      if (tick < 0) return 0
      const repeat = repeatOf(tick)
      let count = 0
      for (const source of sources) count += source.total * repeat + source.due(sinceRepeat(tick, repeat))
      return count
    },
  }
}
