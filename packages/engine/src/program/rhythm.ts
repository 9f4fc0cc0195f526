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
/** Groups that are kept, so that those around a moment, before and after a tick, do not push each other out. */
const KEPT_GROUPS = 8

/** The amount that must have flowed before ordinal n is born; never falls with n. */
export type Target = (pass: number, n: number) => number

export const targetOf = (rhythm: Rhythm, emitter: ResolvedEmitter, seed: number): Target => {
  const key: Key = { hi: 0, lo: 0 }
  const drawn = (pass: number, n: number): number => {
    keyInto(key, seed, emitter.salt, 0, pass, n)
    return sample(key.hi, key.lo, STREAMS.rhythm, 0)
  }
  if (rhythm === 'even') return (_pass, n) => n
  if (rhythm === 'jittered') return (pass, n) => n + drawn(pass, n)
  const kept = Array.from({ length: KEPT_GROUPS }, () => ({
    pass: -1,
    group: -1,
    sorted: new Float64Array(RANDOM_GROUP),
  }))
  return (pass, n) => {
    const group = Math.floor(n / RANDOM_GROUP)
    const found = kept[group % KEPT_GROUPS]!
    if (pass !== found.pass || group !== found.group) {
      for (let k = 0; k < RANDOM_GROUP; k++) found.sorted[k] = drawn(pass, group * RANDOM_GROUP + k)
      found.sorted.sort()
      found.pass = pass
      found.group = group
    }
    return RANDOM_GROUP * (group + found.sorted[n - group * RANDOM_GROUP]!)
  }
}

/**
 * Ordinals whose target is below (or at, unless strict) an amount; targets lie in groups that start at
 * their own number.
 */
export const countBelow = (
  rhythm: Rhythm,
  target: Target,
  pass: number,
  amount: number,
  strict: boolean,
): number => {
  const group = rhythm === 'random' ? RANDOM_GROUP : 1
  let n = Math.max(0, Math.floor(amount / group) * group - group)
  const last = n + 3 * group
  while (n < last && (strict ? target(pass, n) < amount : target(pass, n) <= amount)) n++
  return n
}

/** The moment of the first ordinals asked for lately, and of how many there are in a pass: asked for tick by tick. */
class Kept {
  readonly #pass: Float64Array
  readonly #key: Float64Array
  readonly #value: Float64Array
  readonly #find: (pass: number, key: number) => number

  /** @param find the value of a key in a pass, always the same one @param places how many are kept */
  constructor(places: number, find: (pass: number, key: number) => number) {
    this.#pass = new Float64Array(places).fill(-1)
    this.#key = new Float64Array(places)
    this.#value = new Float64Array(places)
    this.#find = find
  }

  get(pass: number, key: number): number {
    const place = (key + pass) % this.#key.length
    if (this.#pass[place] !== pass || this.#key[place] !== key) {
      this.#value[place] = this.#find(pass, key)
      this.#pass[place] = pass
      this.#key[place] = key
    }
    return this.#value[place]!
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
  const below = (pass: number, amount: number, strict: boolean): number =>
    countBelow(emitter.rhythm, target, pass, amount, strict)
  const moments = new Kept(8, (pass, n) => momentOf(target(pass, n)))
  const ends = new Kept(2, (pass) => below(pass, whole, true))
  return {
    id: 'flow',
    key: 0,
    due: (pass, t, strict) => {
      const since = t / (rate * MICRO) - start
      if (since < 0 || (strict && since === 0)) return 0
      if (since >= length) return ends.get(pass, 0)
      // Nothing is due whose time, as `timeInto` gives it, is later: rounding must not let a birth fall
      // between two ticks.
      let n = below(pass, flowed(since), strict)
      const end = ends.get(pass, 0)
      while (n > 0 && moments.get(pass, n - 1) > since) n--
      while (n < end && (strict ? moments.get(pass, n) < since : moments.get(pass, n) <= since)) n++
      return Math.min(n, end)
    },
    timeInto: (pass, n, out) => {
      out[0] = start + moments.get(pass, n)
    },
    most: (seconds, passes) =>
      Math.ceil(flow * (lane ? lane.most : 1) * Math.min(seconds, length * passes)) +
      (2 * RANDOM_GROUP + 2) * passes,
  }
}
