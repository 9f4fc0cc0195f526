/**
 * Ramps compiled to cubic pieces in Horner form with a bucket index, so that a look-up is one table read and
 * at
 * most a few comparisons. Linear and stepped pieces are exact; the eases are exact polynomials too.
 */
import { TABLE_CELLS, floatsFor } from '../kernels/index.ts'
import type { Ease, Ramp, RampPoint } from '@gliv/model'
import { ValueCache } from '../maths/index.ts'

export const BUCKETS = 64
/** at, then value = c0 + t·(c1 + t·(c2 + t·c3)) with t = (u − at) × perPiece. */
const STRIDE = 6

export interface CompiledRamp {
  /** Set when the ramp never changes; then nothing else is read. */
  readonly constant: boolean
  readonly pieces: Float64Array
  readonly firstPiece: Uint16Array
}

/** Coefficients of each ease on 0 to 1: t, t², 1 − (1 − t)², 3t² − 2t³, 0. */
const EASE_COEFFICIENTS = {
  linear: [1, 0, 0],
  easeIn: [0, 1, 0],
  easeOut: [2, -1, 0],
  ease: [0, 3, -2],
  step: [0, 0, 0],
  free: [1, 0, 0],
} as const satisfies Record<Ease, readonly [number, number, number]>

export interface Knot {
  readonly at: number
  readonly value: number
  readonly ease: Ease
}

export const compileKnots = (knots: readonly Knot[]): CompiledRamp => {
  const first = knots[0] ?? { at: 0, value: 1, ease: 'linear' as const }
  const all: Knot[] =
    first.at > 0
      ? [{ at: 0, value: first.value, ease: 'step' }, ...knots]
      : knots.length
        ? [...knots]
        : [first]
  const pieces = new Float64Array((all.length + 1) * STRIDE)
  all.forEach((knot, i) => {
    const next = all[i + 1]
    const span = next ? next.at - knot.at : 0
    const change = next && span > 0 ? next.value - knot.value : 0
    const c = EASE_COEFFICIENTS[knot.ease]
    pieces.set(
      [knot.at, span > 0 ? 1 / span : 0, knot.value, change * c[0], change * c[1], change * c[2]],
      i * STRIDE,
    )
  })
  pieces[all.length * STRIDE] = Infinity // ends every search
  const firstPiece = new Uint16Array(BUCKETS + 1)
  for (let b = 0, i = 0; b <= BUCKETS; b++) {
    while (pieces[(i + 1) * STRIDE]! <= b / BUCKETS) i++
    firstPiece[b] = i
  }
  return { constant: all.every((k) => k.value === first.value), pieces, firstPiece }
}

/** Straight pieces that stand for one segment with free handles: off by less than 1e-3. */
const FREE_PIECES = 48

/** The segment's Bézier curve as knots; x never runs back because its handles stay inside the segment. */
const freeKnots = (from: RampPoint, to: RampPoint): Knot[] => {
  const [x1, y1, x2, y2] = from.handles ?? [
    1 / 3,
    from.value + (to.value - from.value) / 3,
    2 / 3,
    to.value - (to.value - from.value) / 3,
  ]
  const knots: Knot[] = []
  for (let k = 0; k < FREE_PIECES; k++) {
    const t = k / FREE_PIECES
    const s = 1 - t
    const x = 3 * s * s * t * x1 + 3 * s * t * t * x2 + t * t * t
    const value = s * s * s * from.value + 3 * s * s * t * y1 + 3 * s * t * t * y2 + t * t * t * to.value
    knots.push({ at: from.at + x * (to.at - from.at), value, ease: 'linear' })
  }
  return knots
}

const knotsOf = (points: readonly RampPoint[]): Knot[] =>
  points.flatMap((point, i): Knot[] => {
    const next = points[i + 1]
    return point.ease === 'free' && next && next.at > point.at ? freeKnots(point, next) : [point]
  })

/** Ramps are values that never change, so each is compiled once. */
const compiled = new WeakMap<Ramp, CompiledRamp>()
const rampsByPoints = new ValueCache<CompiledRamp>()

/** A ramp ready to be read by `rampAt`; the same ramp is compiled once. */
export const compileRamp = (ramp: Ramp): CompiledRamp => {
  let made = compiled.get(ramp)
  if (!made)
    compiled.set(ramp, (made = rampsByPoints.get(ramp.points, () => compileKnots(knotsOf(ramp.points)))))
  return made
}

/**
 * Cells of a drawing table: an eased way over a twentieth of the life is off by less than 1e-3 between its
 * straight lines.
 */
export { TABLE_CELLS }

/**
 * The cell of a table at `u` from 0 to 1: floor(u × 1024), and 1024 at the end. The sum leaves ten bits of
 * the share at the
 * head of a float64's lower digits, which is where kernels read them; what lies less than 2^-52 before a cell
 * is in it.
 */
export const cellOf = (u: number): number => ((2 + u - 2) * TABLE_CELLS) | 0

/**
 * For loops: a straight line a cell, value = table[2c] + table[2c + 1] × u with c = `cellOf`(u). Straight and
 * held
 * pieces are exact; a cell that a point lies in holds NaN and sends the reader to the pieces.
 */
export const drawTableOf = (ramp: CompiledRamp): Float64Array => {
  let table = tables.get(ramp)
  if (!table) tables.set(ramp, (table = makeTable(ramp)))
  return table
}

const tables = new WeakMap<CompiledRamp, Float64Array>()

const makeTable = (ramp: CompiledRamp): Float64Array => {
  const { pieces, firstPiece } = ramp
  const table = floatsFor(ramp, (TABLE_CELLS + 1) * 2)
  table[TABLE_CELLS * 2] = pieceAt(pieces, firstPiece, 1)
  for (let cell = 0, o = 0; cell < TABLE_CELLS; cell++) {
    const from = cell / TABLE_CELLS
    const to = (cell + 1) / TABLE_CELLS
    while (pieces[o + STRIDE]! <= from) o += STRIDE
    if (pieces[o + STRIDE]! < to) {
      table[cell * 2] = Number.NaN
      continue
    }
    const low = pieceAt(pieces, firstPiece, from)
    const high =
      pieces[o]! + 1 / pieces[o + 1]! <= to ? valueIn(pieces, o, to) : pieceAt(pieces, firstPiece, to)
    const slope = (high - low) * TABLE_CELLS
    table[cell * 2] = low - slope * from
    table[cell * 2 + 1] = slope
  }
  return table
}

/** Value of one piece, its end included. */
const valueIn = (pieces: Float64Array, o: number, u: number): number => {
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return pieces[o + 2]! + t * (pieces[o + 3]! + t * (pieces[o + 4]! + t * pieces[o + 5]!))
}

/** Value at life `u` from 0 to 1, for loops that hold a ramp's arrays in locals. */
export const pieceAt = (pieces: Float64Array, firstPiece: Uint16Array, u: number): number => {
  let o = firstPiece[(u * BUCKETS) | 0]! * STRIDE
  while (pieces[o + STRIDE]! <= u) o += STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return pieces[o + 2]! + t * (pieces[o + 3]! + t * (pieces[o + 4]! + t * pieces[o + 5]!))
}

/**
 * The life in `io[0]` becomes the ramp's value: for loops, where a number given or given back would cost an
 * object.
 */
export const rampIn = ({ pieces, firstPiece }: CompiledRamp, io: Float64Array): void => {
  const u = io[0]!
  let o = firstPiece[(u * BUCKETS) | 0]! * STRIDE
  while (pieces[o + STRIDE]! <= u) o += STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  io[0] = pieces[o + 2]! + t * (pieces[o + 3]! + t * (pieces[o + 4]! + t * pieces[o + 5]!))
}

/** Value of a ramp at life `u` from 0 to 1. */
export const rampAt = (ramp: CompiledRamp, u: number): number =>
  ramp.constant ? ramp.pieces[2]! : pieceAt(ramp.pieces, ramp.firstPiece, u)

/** The area under a ramp from 0 to each piece's start, for exact cumulative values. */
export interface CompiledIntegral {
  readonly ramp: CompiledRamp
  readonly before: Float64Array
}

const pieceArea = (pieces: Float64Array, o: number, until: number): number => {
  const perPiece = pieces[o + 1]!
  const width = until - pieces[o]!
  if (perPiece === 0) return width * pieces[o + 2]!
  const t = width * perPiece
  return (
    (t * (pieces[o + 2]! + t * (pieces[o + 3]! / 2 + t * (pieces[o + 4]! / 3 + (t * pieces[o + 5]!) / 4)))) /
    perPiece
  )
}

export const compileIntegral = (ramp: CompiledRamp): CompiledIntegral => {
  const { pieces } = ramp
  const before = new Float64Array(pieces.length / STRIDE)
  for (let i = 1; i < before.length; i++) {
    const end = pieces[i * STRIDE]!
    before[i] = before[i - 1]! + (end === Infinity ? 0 : pieceArea(pieces, (i - 1) * STRIDE, end))
  }
  return { ramp, before }
}

/** ∫ from 0 to u ≥ 0; past 1 the last value holds. */
export const integralAt = ({ ramp, before }: CompiledIntegral, u: number): number => {
  let o = ramp.firstPiece[Math.min(BUCKETS, u * BUCKETS) | 0]! * STRIDE
  while (ramp.pieces[o + STRIDE]! <= u) o += STRIDE
  return before[o / STRIDE]! + pieceArea(ramp.pieces, o, u)
}
