/**
 * Two readings of time. The **clock** is effect time since the start, warm-up included: ticks × time scale.
 * The
 * **timeline** is what a designer lays emitters out on; a loop or a sustained middle passes over it again and
 * again,
 * and each pass draws anew. Whole microseconds wherever that is exact.
 */
import type { ResolvedEffect } from '@gliv/model'
import { compileLane, compileLaneIntegral, laneIntegralAt, type LaneIntegral } from './lanes.ts'

export const MICRO = 1_000_000
export const micro = (seconds: number): number => Math.round(seconds * MICRO)

/** From ticks to seconds of effect time. Tick 0 is where the warm-up begins. */
export interface Clock {
  readonly rate: number
  /** True when a tick is exactly 1 ÷ rate seconds. */
  readonly plain: boolean
  secondsAt(tick: number): number
  /** Length of the step that ends at a tick: the same bits every time while time runs evenly. */
  stepTo(tick: number): number
}

export const createClock = (effect: ResolvedEffect): Clock => {
  const { rate } = effect
  const { timeScale, warmUp } = effect.numbers
  const lane = effect.lanes.timeScale
  if (!lane) {
    const step = timeScale / rate
    return {
      rate,
      plain: timeScale === 1,
      secondsAt: timeScale === 1 ? (tick) => tick / rate : (tick) => (tick * timeScale) / rate,
      stepTo: () => step,
    }
  }
  // The lane runs in real time from tick 0 of the effect itself; the warm-up before it has the lane's first
  // value.
  const integral: LaneIntegral = compileLaneIntegral(compileLane('timeScale', lane))
  const warm = warmTicks(effect)
  const before = timeScale * (warmUp > 0 ? laneStart(integral) : 0)
  const secondsAt = (tick: number): number =>
    tick < warm
      ? (tick * before) / rate
      : (warm * before) / rate + timeScale * laneIntegralAt(integral, (tick - warm) / rate)
  return { rate, plain: false, secondsAt, stepTo: (tick) => secondsAt(tick) - secondsAt(tick - 1) }
}

const laneStart = ({ lane }: LaneIntegral): number => lane.from + lane.change * lane.ramp.pieces[2]!

/** Ticks that have passed unseen when the effect starts. */
export const warmTicks = (effect: ResolvedEffect): number => Math.round(effect.numbers.warmUp * effect.rate)

/** Last tick at or before `tick` whose clock reads at most `seconds`; −1 when there is none. */
export const tickAtOrBefore = (clock: Clock, seconds: number, tick: number): number => {
  if (clock.secondsAt(0) > seconds) return -1
  let low = 0
  let high = tick
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (clock.secondsAt(middle) <= seconds) low = middle
    else high = middle - 1
  }
  return low
}

/** First tick at or after a moment of the clock in seconds, and not after `tick`. */
export const tickAtOrAfter = (clock: Clock, seconds: number, tick: number): number => {
  let low = 0
  let high = tick
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (clock.secondsAt(middle) >= seconds) high = middle
    else low = middle + 1
  }
  return low
}

/** One run over a stretch of the timeline. Microseconds. */
export interface Pass {
  /** On the clock; half-open. */
  start: number
  end: number
  /** Where on the timeline it begins. */
  from: number
}

/** How the clock runs over the timeline. */
export interface Timeline {
  /** Length of the part that can be emitted in, in microseconds; Infinity without a loop. */
  readonly limit: number
  /** Every pass draws the same values: the effect repeats exactly. */
  readonly identicalPasses: boolean
  /**
   * Number of the pass at a moment of the clock. `stop`: when a sustained effect was stopped, else Infinity.
   */
  passAt(clock: number, stop: number): number
  readPass(pass: number, stop: number, out: Pass): void
}

const ONCE: Timeline = {
  limit: Infinity,
  identicalPasses: false,
  passAt: () => 0,
  readPass: (_pass, _stop, out) => {
    out.start = 0
    out.from = 0
    out.end = Infinity
  },
}

const looping = (length: number, identicalPasses = false): Timeline => ({
  limit: length,
  identicalPasses: identicalPasses,
  passAt: (clock) => Math.max(0, Math.floor(clock / length)),
  readPass: (pass, _stop, out) => {
    out.start = pass * length
    out.from = 0
    out.end = (pass + 1) * length
  },
})

/** Start, then the middle again and again; after the stop the tail, from the middle's end. */
const sustained = (from: number, to: number): Timeline => {
  const middle = to - from
  const running = (clock: number): number => (clock < from ? 0 : 1 + Math.floor((clock - from) / middle))
  return {
    limit: Infinity,
    identicalPasses: false,
    passAt: (clock, stop) => (clock >= stop ? running(stop) + 1 : running(clock)),
    readPass: (pass, stop, out) => {
      const last = stop === Infinity ? Infinity : running(stop)
      if (pass > last) {
        out.start = stop
        out.from = to
        out.end = Infinity
        return
      }
      out.start = pass === 0 ? 0 : from + (pass - 1) * middle
      out.from = pass === 0 ? 0 : from
      out.end = Math.min(stop, pass === 0 ? from : from + pass * middle)
    },
  }
}

/** A shorter repeat would put many passes into one tick. */
const SHORTEST = 50_000

/** @param latestEndSeconds the latest end of one pass, which a waiting loop waits for */
export const createTimeline = (effect: ResolvedEffect, latestEndSeconds: number): Timeline => {
  const { loopSeconds, sustainFrom, sustainTo } = effect.numbers
  switch (effect.play) {
    case 'once':
      return ONCE
    case 'loop':
      return looping(micro(loopSeconds))
    case 'loopWaiting':
      return looping(Math.max(SHORTEST, micro(latestEndSeconds)))
    case 'period':
      return looping(micro(effect.numbers.periodSeconds), true)
    case 'sustain':
      return sustained(micro(sustainFrom), Math.max(micro(sustainFrom) + SHORTEST, micro(sustainTo)))
  }
}
