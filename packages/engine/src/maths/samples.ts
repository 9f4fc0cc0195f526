/** Values drawn for a particle: ranges with their bias. */
import type { Bias, Range } from '@gliv/model'
import { bentToLow, bentToMiddle } from './portable.ts'
import { sample, sampleInto } from './random.ts'

/**
 * Bends an even draw u in [0, 1) to a bias, by the inverse of its distribution: `middle` has the density of a
 * triangle
 * over the whole range, `low` falls as 2·(1 − x), `high` rises as 2·x.
 */
export const BIAS_BENDS = {
  even: (u) => u,
  middle: bentToMiddle,
  low: bentToLow,
  high: Math.sqrt,
} as const satisfies Record<Bias, (u: number) => number>

/** `from` + (`to` − `from`) × the draw, bent by the range's bias. */
export const sampleRange = (range: Range, stream: number, hi: number, lo: number): number => {
  if (range.from === range.to) return range.from
  const u = sample(hi, lo, stream, 0)
  return (
    range.from +
    (range.to - range.from) *
      (range.bias === undefined || range.bias === 'even' ? u : BIAS_BENDS[range.bias](u))
  )
}

/** The same for the particle in slot `i`, to `out[0]`. */
export const sampleRangeInto = (
  range: Range,
  his: Uint32Array,
  los: Uint32Array,
  i: number,
  stream: number,
  out: Float64Array,
): void => {
  const { from, to, bias } = range
  if (from === to) {
    out[0] = from
    return
  }
  sampleInto(his, los, i, stream, 0, out)
  const u = out[0]!
  out[0] = from + (to - from) * (bias === undefined || bias === 'even' ? u : BIAS_BENDS[bias](u))
}

/** A whole number of a range, both ends included. */
export const sampleWhole = (range: Range, stream: number, hi: number, lo: number): number =>
  range.from === range.to
    ? range.from
    : Math.min(range.to, Math.floor(sampleRange({ ...range, to: range.to + 1 }, stream, hi, lo)))
