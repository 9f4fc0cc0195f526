/** Which places of a shape follow one another. */
import { type Placement, type ShapeKind, SHAPES } from '@gliv/model'
import { mix } from '../maths/index.ts'

const isLine = (shape: ShapeKind, outline: boolean): boolean => outline || SHAPES[shape].linear

/**
 * Steps of the additive sequences that spread best in one and two dimensions: 1 ÷ φ, and the powers of 1 ÷
 * 1.3247… (Roberts, 2018).
 */
const STEP_1 = 0.6180339887498949
const STEP_2A = 0.7548776662466927
const STEP_2B = 0.5698402909980532

const fraction = (x: number): number => x - Math.floor(x)

/**
 * Place `index` of `count` after a shuffle that `seed` decides: a network of mixing rounds on the next power
 * of four,
 * walked until it lands inside. Every place comes once; at most 4 × `count` rounds.
 */
export const shuffledPlace = (index: number, count: number, seed: number): number => {
  let half = 1
  while (1 << (2 * half) < count) half++
  const mask = (1 << half) - 1
  let place = index
  for (let walk = 0; walk < 4 * count; walk++) {
    let left = place >> half
    let right = place & mask
    for (let round = 0; round < 4; round++) {
      const next = left ^ (mix(right ^ Math.imul(seed + round + 1, 0x9e3779b1)) & mask)
      left = right
      right = next
    }
    place = (left << half) | right
    if (place < count) return place
  }
  return index
}

export interface PlaceQuestion {
  /** Ordinal among the births of its source. */
  ordinal: number
  /** Ordinal within its burst and the burst's count; count 0: it comes from a flow. */
  inBurst: number
  burstCount: number
  /** Number of the shape's places for the ordered placements. */
  places: number
  /** Decides the shuffles of `eachOnce`. */
  seed: number
}

/** Where a placement looks on the shape, given two even draws: `out[0]`, `out[1]` in [0, 1). */
export type Placer = (q: PlaceQuestion, shape: ShapeKind, outline: boolean, out: Float64Array) => void

export const PLACERS = {
  random: () => undefined,
  evenly: (q, shape, outline, out) => {
    if (isLine(shape, outline)) {
      out[0] = q.burstCount > 0 ? (q.inBurst + 0.5) / q.burstCount : fraction(0.5 + q.ordinal * STEP_1)
    } else {
      const n = q.burstCount > 0 ? q.inBurst : q.ordinal
      out[0] = fraction(0.5 + n * STEP_2A)
      out[1] = fraction(0.5 + n * STEP_2B)
    }
  },
  inOrder: (q, _shape, _outline, out) => {
    out[0] = ((q.ordinal % q.places) + 0.5) / q.places
  },
  eachOnce: (q, _shape, _outline, out) => {
    const cycle = Math.floor(q.ordinal / q.places)
    out[0] =
      (shuffledPlace(q.ordinal % q.places, q.places, mix(q.seed ^ Math.imul(cycle + 1, 0x85ebca6b))) + 0.5) /
      q.places
  },
} as const satisfies Record<Placement, Placer>
