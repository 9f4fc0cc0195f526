/** Bursts: firings at drawn times with drawn counts, each spread evenly over its span. */
import { type ResolvedBurst, sourceOfId, STREAMS } from '@gliv/model'
import { sampleRange, sampleWhole, sample, keyInto, type Key } from '../maths/index.ts'
import type { Source } from './birthSource.ts'
import { MICRO, micro } from './timeline.ts'

/** The firings of one pass, laid out once and kept. */
interface Firings {
  pass: number
  /** Microseconds on the timeline, ascending. */
  readonly at: number[]
  /** Ordinals up to the end of each firing. */
  readonly upTo: number[]
  readonly fires: boolean[]
}

/** Keys of firings have ordinals of their own, far from the particles'. */
const FIRING_ORDINAL = 0x80000000

/** Passes whose firings are kept, so that the two that meet in one tick do not push each other out. */
const KEPT = 2

/** null when it never fires. */
export const burstSource = (
  burst: ResolvedBurst,
  salt: number,
  delay: number,
  limit: number,
  rate: number,
  seed: number,
  places: number,
): Source | null => {
  const { burstAt, burstCount, burstSpan, burstRepeats, burstInterval, burstChance } = burst.numbers
  const count = burst.eachPlace ? { from: places, to: places } : burstCount
  if (count.to === 0 || delay + micro(burstAt.from) >= limit) return null
  const key = sourceOfId(burst.id)
  const wholeSpan = micro(burstSpan)
  /** A firing is over when the next one begins, so that times never fall with the ordinal. */
  const spanOf = (firings: Firings, firing: number): number =>
    Math.min(wholeSpan, (firings.at[firing + 1] ?? Infinity) - firings.at[firing]!)
  const drawn: Key = { hi: 0, lo: 0 }
  const layOut = (pass: number, out: Firings): void => {
    out.pass = pass
    out.at.length = out.upTo.length = out.fires.length = 0
    let sum = 0
    let at = 0
    for (let firing = 0; firing < burstRepeats; firing++) {
      keyInto(drawn, seed, salt, key, pass, FIRING_ORDINAL + firing)
      const { hi, lo } = drawn
      at =
        firing === 0
          ? delay + micro(sampleRange(burstAt, STREAMS.burstAt, hi, lo))
          : at + micro(sampleRange(burstInterval, STREAMS.burstInterval, hi, lo))
      if (at >= limit) break
      sum += sampleWhole(count, STREAMS.burstCount, hi, lo)
      out.at.push(at)
      out.upTo.push(sum)
      out.fires.push(burstChance >= 1 || sample(hi, lo, STREAMS.burstChance, 0) < burstChance)
    }
  }
  const kept: Firings[] = Array.from({ length: KEPT }, () => ({ pass: -1, at: [], upTo: [], fires: [] }))
  const firingsOf = (pass: number): Firings => {
    const slot = kept[pass % KEPT]!
    if (slot.pass !== pass) layOut(pass, slot)
    return slot
  }
  const firingOf = (firings: Firings, ordinal: number): number => {
    let firing = 0
    while (firings.upTo[firing]! <= ordinal) firing++
    return firing
  }
  const first = (firings: Firings, firing: number): number => (firing > 0 ? firings.upTo[firing - 1]! : 0)
  /**
   * In microseconds on the timeline; what a span would carry past the end of the pass is cut by the caller.
   */
  const timeOf = (firings: Firings, ordinal: number): number => {
    const firing = firingOf(firings, ordinal)
    const begin = first(firings, firing)
    return (
      firings.at[firing]! + (spanOf(firings, firing) * (ordinal - begin)) / (firings.upTo[firing]! - begin)
    )
  }
  return {
    id: burst.id,
    key,
    due: (pass, t, strict) => {
      const firings = firingsOf(pass)
      const since = t / rate
      let due = 0
      for (let firing = 0; firing < firings.at.length; firing++) {
        const at = firings.at[firing]!
        if (strict ? at >= since : at > since) break
        const begin = first(firings, firing)
        const size = firings.upTo[firing]! - begin
        if (size === 0) continue
        const span = spanOf(firings, firing)
        let within = size
        if (span > 0) {
          // Ordinals k with span × k ÷ size ≤ since − at; the same division as in `timeOf` decides at the
          // border.
          within = Math.min(size, Math.max(0, Math.floor(((since - at) * size) / span) - 1))
          while (
            within < size &&
            (strict ? at + (span * within) / size < since : at + (span * within) / size <= since)
          )
            within++
        }
        due = begin + within
        if (within < size) break
      }
      return due
    },
    timeInto: (pass, ordinal, out) => {
      out[0] = timeOf(firingsOf(pass), ordinal) / MICRO
    },
    most: (window, passes) => {
      const least = Math.max(1, micro(burstInterval.from))
      const firings =
        burstInterval.to > 0
          ? Math.min(burstRepeats, Math.floor(((window + burstSpan) * MICRO) / least) + 2)
          : burstRepeats
      return firings * count.to * passes
    },
    burst: {
      withheld: (pass, ordinal) => {
        const firings = firingsOf(pass)
        return !firings.fires[firingOf(firings, ordinal)]
      },
      placeInto: (pass, ordinal, out) => {
        const firings = firingsOf(pass)
        const firing = firingOf(firings, ordinal)
        out.inBurst = ordinal - first(firings, firing)
        out.burstCount = firings.upTo[firing]! - first(firings, firing)
      },
    },
  }
}
