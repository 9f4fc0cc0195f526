/** Bursts: firings at drawn times with drawn counts, each spread evenly over its span. */
import { type Range, type ResolvedBurst, sourceOfId, STREAMS } from '@gliv/model'
import { sampleRange, sampleWhole, sample, keyInto, type Key } from '../maths/index.ts'
import type { Source } from './birthSource.ts'
import { MICRO, micro } from './timeline.ts'

/** The firings of one pass, laid out once and kept. */
interface Firings {
  pass: number
  /** Microseconds on the timeline, ascending. */
  readonly at: number[]
  /** Ordinals up to the end of each firing; of those that have not fired yet by a strength of 1. */
  readonly upTo: number[]
  /** What was drawn for each, and how many have fired: their counts stand. */
  readonly drawn: number[]
  fired: number
  readonly fires: boolean[]
}

/** Keys of firings have ordinals of their own, far from the particles'. */
const FIRING_ORDINAL = 0x80000000

/** More particles than that no burst sends, however strong. */
const MOST_STRONG = 20_000

/** Passes whose firings are kept, so that the two that meet in one tick do not push each other out. */
const KEPT = 2

/** Where a burst stands in its effect. */
export interface BurstScope {
  readonly salt: number
  /** Microseconds on the timeline: the emitter's delay, and the end of what it may send out. */
  readonly delay: number
  readonly limit: number
  /** Ticks per second. */
  readonly rate: number
  readonly seed: number
  /** Places of the shape, for bursts with one particle each. */
  readonly places: number
  /** What counts are multiplied by at a moment of a pass; null for nothing. */
  readonly strengthAt: ((pass: number, at: number) => number) | null
}

/** Ordinal of a firing's first particle. */
const firstOf = (firings: Firings, firing: number): number => (firing > 0 ? firings.upTo[firing - 1]! : 0)

const firingOf = (firings: Firings, ordinal: number): number => {
  let firing = 0
  while (firings.upTo[firing]! <= ordinal) firing++
  return firing
}

class Burst implements Source {
  readonly id: string
  readonly key: number
  readonly burst: NonNullable<Source['burst']>
  readonly #burst: ResolvedBurst
  readonly #scope: BurstScope
  readonly #count: Range
  readonly #wholeSpan: number
  readonly #drawn: Key = { hi: 0, lo: 0 }
  readonly #kept: Firings[] = []

  constructor(burst: ResolvedBurst, scope: BurstScope, count: Range) {
    this.id = burst.id
    this.key = sourceOfId(burst.id)
    this.#burst = burst
    this.#scope = scope
    this.#count = count
    this.#wholeSpan = micro(burst.numbers.burstSpan)
    this.burst = {
      withheld: (pass, ordinal) => {
        const firings = this.#firingsOf(pass)
        return !firings.fires[firingOf(firings, ordinal)]
      },
      placeInto: (pass, ordinal, out) => {
        const firings = this.#firingsOf(pass)
        const firing = firingOf(firings, ordinal)
        out.inBurst = ordinal - firstOf(firings, firing)
        out.burstCount = firings.upTo[firing]! - firstOf(firings, firing)
      },
    }
  }

  due(pass: number, t: number, strict: boolean): number {
    const firings = this.#firingsOf(pass)
    const since = t / this.#scope.rate
    if (this.#scope.strengthAt) this.#fire(firings, since, strict)
    let due = 0
    for (let firing = 0; firing < firings.at.length; firing++) {
      const at = firings.at[firing]!
      if (strict ? at >= since : at > since) break
      const begin = firstOf(firings, firing)
      const size = firings.upTo[firing]! - begin
      if (size === 0) continue
      const within = this.#dueWithin(at, size, this.#spanOf(firings, firing), since, strict)
      due = begin + within
      if (within < size) break
    }
    return due
  }

  timeInto(pass: number, ordinal: number, out: Float64Array): void {
    out[0] = this.#timeOf(this.#firingsOf(pass), ordinal) / MICRO
  }

  most(window: number, passes: number): number {
    const { burstRepeats, burstInterval, burstSpan } = this.#burst.numbers
    const least = Math.max(1, micro(burstInterval.from))
    const firings =
      burstInterval.to > 0
        ? Math.min(burstRepeats, Math.floor(((window + burstSpan) * MICRO) / least) + 2)
        : burstRepeats
    return firings * this.#count.to * passes
  }

  /** Counts of what has fired by a moment are as strong as it was then, and stay so. */
  #fire(firings: Firings, since: number, strict: boolean): void {
    const { at, upTo, drawn, pass } = firings
    const before = firings.fired
    while (firings.fired < at.length && (strict ? at[firings.fired]! < since : at[firings.fired]! <= since)) {
      const count = Math.round(drawn[firings.fired]! * this.#scope.strengthAt!(pass, at[firings.fired]!))
      upTo[firings.fired] = firstOf(firings, firings.fired) + Math.min(MOST_STRONG, count)
      firings.fired++
    }
    if (firings.fired > before)
      for (let k = firings.fired; k < at.length; k++) upTo[k] = firstOf(firings, k) + drawn[k]!
  }

  /** How many of a firing's `size` particles are there at a moment. */
  #dueWithin(at: number, size: number, span: number, since: number, strict: boolean): number {
    if (span <= 0) return size
    // Ordinals k with span × k ÷ size ≤ since − at; the same division as in `#timeOf` decides at the border.
    let within = Math.min(size, Math.max(0, Math.floor(((since - at) * size) / span) - 1))
    while (
      within < size &&
      (strict ? at + (span * within) / size < since : at + (span * within) / size <= since)
    )
      within++
    return within
  }

  /** In microseconds on the timeline; what a span would carry past the end of the pass is cut by the caller. */
  #timeOf(firings: Firings, ordinal: number): number {
    const firing = firingOf(firings, ordinal)
    const begin = firstOf(firings, firing)
    const size = firings.upTo[firing]! - begin
    return firings.at[firing]! + (this.#spanOf(firings, firing) * (ordinal - begin)) / size
  }

  /** A firing is over when the next one begins, so that times never fall with the ordinal. */
  #spanOf(firings: Firings, firing: number): number {
    return Math.min(this.#wholeSpan, (firings.at[firing + 1] ?? Infinity) - firings.at[firing]!)
  }

  #firingsOf(pass: number): Firings {
    const kept = this.#kept
    const slot = (kept[pass % KEPT] ??= { pass: -1, fired: 0, at: [], upTo: [], drawn: [], fires: [] })
    if (slot.pass !== pass) this.#layOut(pass, slot)
    return slot
  }

  #layOut(pass: number, out: Firings): void {
    const { burstAt, burstRepeats, burstInterval, burstChance } = this.#burst.numbers
    const { seed, salt, delay, limit } = this.#scope
    out.pass = pass
    out.at.length = out.upTo.length = out.fires.length = out.drawn.length = out.fired = 0
    let sum = 0
    let at = 0
    for (let firing = 0; firing < burstRepeats; firing++) {
      keyInto(this.#drawn, seed, salt, this.key, pass, FIRING_ORDINAL + firing)
      const { hi, lo } = this.#drawn
      at =
        firing === 0
          ? delay + micro(sampleRange(burstAt, STREAMS.burstAt, hi, lo))
          : at + micro(sampleRange(burstInterval, STREAMS.burstInterval, hi, lo))
      if (at >= limit) break
      const count = sampleWhole(this.#count, STREAMS.burstCount, hi, lo)
      sum += count
      out.drawn.push(count)
      out.at.push(at)
      out.upTo.push(sum)
      out.fires.push(burstChance >= 1 || sample(hi, lo, STREAMS.burstChance, 0) < burstChance)
    }
  }
}

/** null when it never fires. */
export const burstSource = (burst: ResolvedBurst, scope: BurstScope): Source | null => {
  const { burstAt, burstCount } = burst.numbers
  const count = burst.eachPlace ? { from: scope.places, to: scope.places } : burstCount
  if (count.to === 0 || scope.delay + micro(burstAt.from) >= scope.limit) return null
  return new Burst(burst, scope, count)
}
