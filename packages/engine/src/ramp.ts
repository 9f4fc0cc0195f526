/**
 * Ramps compiled to cubic pieces in Horner form with a bucket index, so that a look-up is one table read and at
 * most a few comparisons. Linear and stepped pieces are exact; the eases are exact polynomials too.
 */
import type { Ease, Ramp, TintRamp } from '@gliv/model'

const BUCKETS = 64
/** at, then value = c0 + t·(c1 + t·(c2 + t·c3)) with t = (u − at) × perPiece. */
const STRIDE = 6

export interface CompiledRamp {
  /** Set when the ramp never changes; then nothing else is read. */
  readonly constant: boolean
  readonly pieces: Float64Array
  readonly firstPiece: Uint8Array
}

/** Coefficients of each ease on 0 to 1: t, t², 1 − (1 − t)², 3t² − 2t³, 0. */
const EASE_COEFFICIENTS = {
  linear: [1, 0, 0],
  easeIn: [0, 1, 0],
  easeOut: [2, -1, 0],
  ease: [0, 3, -2],
  step: [0, 0, 0],
} as const satisfies Record<Ease, readonly [number, number, number]>

interface Knot {
  readonly at: number
  readonly value: number
  readonly ease: Ease
}

const compileKnots = (knots: readonly Knot[]): CompiledRamp => {
  const first = knots[0] ?? { at: 0, value: 1, ease: 'linear' as const }
  const all: Knot[] = first.at > 0 ? [{ at: 0, value: first.value, ease: 'step' }, ...knots] : knots.length ? [...knots] : [first]
  const pieces = new Float64Array((all.length + 1) * STRIDE)
  all.forEach((knot, i) => {
    const next = all[i + 1]
    const span = next ? next.at - knot.at : 0
    const change = next && span > 0 ? next.value - knot.value : 0
    const c = EASE_COEFFICIENTS[knot.ease]
    pieces.set([knot.at, span > 0 ? 1 / span : 0, knot.value, change * c[0], change * c[1], change * c[2]], i * STRIDE)
  })
  pieces[all.length * STRIDE] = Infinity // ends every search
  const firstPiece = new Uint8Array(BUCKETS + 1)
  for (let b = 0, i = 0; b <= BUCKETS; b++) {
    while (pieces[(i + 1) * STRIDE]! <= b / BUCKETS) i++
    firstPiece[b] = i
  }
  return { constant: all.every((k) => k.value === first.value), pieces, firstPiece }
}

export const compileRamp = (ramp: Ramp): CompiledRamp => compileKnots(ramp.points)

/** Three channels from 0 to 255 on the same pieces, so that one search serves all. Pieces are straight or held. */
export interface CompiledTint {
  readonly constant: boolean
  /** A piece: at, per piece, r, g, b, and their changes over the piece. */
  readonly pieces: Float64Array
  readonly firstPiece: Uint8Array
}

const TINT_STRIDE = 8
const CHANNELS = [16, 8, 0] as const

export const compileTint = (tint: TintRamp): CompiledTint => {
  const channels = CHANNELS.map((shift) =>
    compileKnots(tint.points.map((p) => ({ at: p.at, ease: p.ease, value: (Number.parseInt(p.colour.slice(1), 16) >> shift) & 255 }))),
  )
  const [first] = channels
  const count = first!.pieces.length / STRIDE
  const pieces = new Float64Array(count * TINT_STRIDE)
  for (let i = 0; i < count; i++) {
    pieces[i * TINT_STRIDE] = first!.pieces[i * STRIDE]!
    pieces[i * TINT_STRIDE + 1] = first!.pieces[i * STRIDE + 1]!
    channels.forEach((channel, k) => {
      pieces[i * TINT_STRIDE + 2 + k] = channel.pieces[i * STRIDE + 2]!
      pieces[i * TINT_STRIDE + 5 + k] = channel.pieces[i * STRIDE + 3]!
    })
  }
  return { constant: channels.every((c) => c.constant), pieces, firstPiece: first!.firstPiece }
}

/** r, g, b as bytes, rounded half up, in the lowest three bytes of a word, r lowest. */
export const tintWordAt = (pieces: Float64Array, firstPiece: Uint8Array, u: number): number => {
  let o = firstPiece[(u * BUCKETS) | 0]! * TINT_STRIDE
  while (pieces[o + TINT_STRIDE]! <= u) o += TINT_STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return (
    ((pieces[o + 2]! + t * pieces[o + 5]! + 0.5) | 0) |
    (((pieces[o + 3]! + t * pieces[o + 6]! + 0.5) | 0) << 8) |
    (((pieces[o + 4]! + t * pieces[o + 7]! + 0.5) | 0) << 16)
  )
}

/** r, g, b of a tint at life `u`, as bytes. */
export const tintAt = (tint: CompiledTint, u: number): [number, number, number] => {
  const word = tintWordAt(tint.pieces, tint.firstPiece, u)
  return [word & 255, (word >> 8) & 255, (word >> 16) & 255]
}

/** Value at life `u` from 0 to 1, for loops that hold a ramp's arrays in locals. */
export const pieceAt = (pieces: Float64Array, firstPiece: Uint8Array, u: number): number => {
  let o = firstPiece[(u * BUCKETS) | 0]! * STRIDE
  while (pieces[o + STRIDE]! <= u) o += STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return pieces[o + 2]! + t * (pieces[o + 3]! + t * (pieces[o + 4]! + t * pieces[o + 5]!))
}

/** Value of a ramp at life `u` from 0 to 1. */
export const rampAt = (ramp: CompiledRamp, u: number): number => (ramp.constant ? ramp.pieces[2]! : pieceAt(ramp.pieces, ramp.firstPiece, u))
