/**
 * Flows that are not one steady beat: jittered or random within their slots, or swelling and fading with a
 * lane.
 */
import { type ResolvedEmitter, type Rhythm, STREAMS } from '@gliv/model'
import { compileLaneIntegral, type CompiledLane, laneIntegralAt } from './lanes.ts'
import { sample, keyInto, type Key } from '../maths/index.ts'
import type { Source, Window } from './birthSource.ts'
import { MICRO } from './timeline.ts'

/** `random` is random within groups of so many: the count over any longer time stays the flow's. */
export const RANDOM_GROUP = 16

/** The amount that must have flowed before ordinal n is born; never falls with n. */
type Target = (pass: number, n: number) => number

const targetOf = (rhythm: Rhythm, emitter: ResolvedEmitter, seed: number): Target => {
  const key: Key = { hi: 0, lo: 0 }
  const drawn = (pass: number, n: number): number => {
    keyInto(key, seed, emitter.salt, 0, pass, n)
    return sample(key.hi, key.lo, STREAMS.rhythm, 0)
  }
  if (rhythm === 'even') return (_pass, n) => n
  if (rhythm === 'jittered') return (pass, n) => n + drawn(pass, n)
  const sorted = new Float64Array(RANDOM_GROUP)
  let keptPass = -1
  let keptGroup = -1
  return (pass, n) => {
    const group = Math.floor(n / RANDOM_GROUP)
    if (pass !== keptPass || group !== keptGroup) {
      for (let k = 0; k < RANDOM_GROUP; k++) sorted[k] = drawn(pass, group * RANDOM_GROUP + k)
      sorted.sort()
      keptPass = pass
      keptGroup = group
    }
    return RANDOM_GROUP * (group + sorted[n - group * RANDOM_GROUP]!)
  }
}

/** Rounds of halving that bring any window of 600 s below a nanosecond. */
const HALVINGS = 64

export const rhythmSource = (
  emitter: ResolvedEmitter,
  window: Window,
  rate: number,
  seed: number,
  lane: CompiledLane | null,
): Source => {
  const { flow } = emitter.numbers
  const start = window.start / MICRO
  const length = window.length / MICRO
  const target = targetOf(emitter.rhythm, emitter, seed)
  const integral = lane ? compileLaneIntegral(lane) : null
  const before = integral ? laneIntegralAt(integral, start) : 0
  /** What has flowed so many seconds after the window opened. */
  const flowed = (seconds: number): number =>
    flow * (integral ? laneIntegralAt(integral, start + seconds) - before : seconds)
  /** The other way round: the first moment at which so much has flowed. */
  const momentOf = (amount: number): number => {
    if (!integral) return amount / flow
    let low = 0
    let high = length
    for (let round = 0; round < HALVINGS; round++) {
      const middle = (low + high) / 2
      if (flowed(middle) >= amount) high = middle
      else low = middle
    }
    return high
  }
  const whole = flowed(length)
  /**
   * Ordinals whose target is below (or at, unless strict) an amount; targets lie in groups that start at
   * their own number.
   */
  const countBelow = (pass: number, amount: number, strict: boolean): number => {
    const group = emitter.rhythm === 'random' ? RANDOM_GROUP : 1
    let n = Math.max(0, Math.floor(amount / group) * group - group)
    const last = n + 3 * group
    while (n < last && (strict ? target(pass, n) < amount : target(pass, n) <= amount)) n++
    return n
  }
  return {
    id: 'flow',
    key: 0,
    due: (pass, t, strict) => {
      const since = t / (rate * MICRO) - start
      if (since < 0 || (strict && since === 0)) return 0
      if (since >= length) return countBelow(pass, whole, true)
      // Nothing is due whose time, as `timeInto` gives it, is later: rounding must not let a birth fall
      // between two ticks.
      let n = countBelow(pass, flowed(since), strict)
      const end = countBelow(pass, whole, true)
      while (n > 0 && momentOf(target(pass, n - 1)) > since) n--
      while (n < end && (strict ? momentOf(target(pass, n)) < since : momentOf(target(pass, n)) <= since)) n++
      return Math.min(n, end)
    },
    timeInto: (pass, n, out) => {
      out[0] = start + momentOf(target(pass, n))
    },
    most: (seconds, passes) =>
      Math.ceil(flow * (lane ? lane.most : 1) * Math.min(seconds, length * passes)) +
      (2 * RANDOM_GROUP + 2) * passes,
  }
}
