/**
 * Tint ramps compiled: three channels on shared pieces; mixing in OKLab and the lock to a palette happen
 * here, not per particle.
 */
import { type Colour, type CompiledPalette, fromOklab, nearestIn, parseColour, toOklab } from '@gliv/base'
import type { TintRamp, TintSpace } from '@gliv/model'
import { ValueCache } from '../maths/index.ts'
import { wordsFor } from '../kernels/index.ts'
import { BUCKETS, compileKnots, type Knot, TABLE_CELLS } from './ramp.ts'

/**
 * Three channels from 0 to 255 on the same pieces, so that one search serves all. Pieces are straight or
 * held.
 */
export interface CompiledTint {
  readonly constant: boolean
  /** A piece: at, per piece, r, g, b, and their changes over the piece. */
  readonly pieces: Float64Array
  readonly firstPiece: Uint16Array
}

const TINT_STRIDE = 8
/** As in ramps: at, per piece, c0, c1, c2, c3. */
const RAMP_STRIDE = 6

const mix = (p: Colour, q: Colour, t: number): Colour => [
  p[0] + (q[0] - p[0]) * t,
  p[1] + (q[1] - p[1]) * t,
  p[2] + (q[2] - p[2]) * t,
]

/** Straight pieces in sRGB that stand for one piece that is straight in OKLab. */
const OKLAB_PIECES = 24

interface Stop {
  readonly at: number
  readonly colour: Colour
  readonly held: boolean
}

const stopsOf = (ramp: TintRamp, space: TintSpace): Stop[] =>
  ramp.points.flatMap((point, i): Stop[] => {
    const next = ramp.points[i + 1]
    const colour = parseColour(point.colour)
    if (space === 'srgb' || point.ease === 'step' || !next || next.at <= point.at)
      return [{ at: point.at, colour, held: point.ease === 'step' }]
    const p = toOklab(colour)
    const q = toOklab(parseColour(next.colour))
    return Array.from({ length: OKLAB_PIECES }, (_, k) => {
      const t = k / OKLAB_PIECES
      return {
        at: point.at + t * (next.at - point.at),
        colour: k === 0 ? colour : fromOklab(mix(p, q, t)),
        held: false,
      }
    })
  })

const compileStops = (stops: readonly Stop[]): CompiledTint => {
  const channels = [0, 1, 2].map((k) =>
    compileKnots(
      stops.map((s): Knot => ({ at: s.at, value: s.colour[k]!, ease: s.held ? 'step' : 'linear' })),
    ),
  )
  const [first] = channels
  const count = first!.pieces.length / RAMP_STRIDE
  const pieces = new Float64Array(count * TINT_STRIDE)
  for (let i = 0; i < count; i++) {
    pieces[i * TINT_STRIDE] = first!.pieces[i * RAMP_STRIDE]!
    pieces[i * TINT_STRIDE + 1] = first!.pieces[i * RAMP_STRIDE + 1]!
    channels.forEach((channel, k) => {
      pieces[i * TINT_STRIDE + 2 + k] = channel.pieces[i * RAMP_STRIDE + 2]!
      pieces[i * TINT_STRIDE + 5 + k] = channel.pieces[i * RAMP_STRIDE + 3]!
    })
  }
  return { constant: channels.every((c) => c.constant), pieces, firstPiece: first!.firstPiece }
}

const LOCK_SAMPLES = 128

/** The ramp as hard steps between palette colours; where the nearest changes is found to 1e-9 of the life. */
const lockTo = (tint: CompiledTint, palette: CompiledPalette): CompiledTint => {
  const at = (u: number): number => nearestIn(palette, channelsAt(tint, u))
  const stops: Stop[] = []
  const push = (u: number, index: number): void =>
    void stops.push({ at: u, colour: palette.colours[index]!, held: true })
  let here = at(0)
  push(0, here)
  for (let k = 1; k <= LOCK_SAMPLES; k++) {
    const next = at(k / LOCK_SAMPLES)
    if (next === here) continue
    let low = (k - 1) / LOCK_SAMPLES
    let high = k / LOCK_SAMPLES
    for (let round = 0; round < 24; round++) {
      const middle = (low + high) / 2
      if (at(middle) === here) low = middle
      else high = middle
    }
    here = next
    push(high, here)
  }
  return compileStops(stops)
}

/** Tint ramps are values that never change, so each is compiled once a space, and locked once a palette. */
const compiled = {
  srgb: new WeakMap<TintRamp, CompiledTint>(),
  oklab: new WeakMap<TintRamp, CompiledTint>(),
} as const

const tintsByStops = new ValueCache<CompiledTint>()

const lockedTints = new WeakMap<CompiledPalette, WeakMap<CompiledTint, CompiledTint>>()

/**
 * A tint ramp ready to be read by `tintAt`; the same ramp is compiled once a space and palette.
 * @param space where colours between two stops are mixed @param palette colours that it is locked to, in hard steps
 */
export const compileTint = (
  ramp: TintRamp,
  space: TintSpace = 'srgb',
  palette: CompiledPalette | null = null,
): CompiledTint => {
  let tint = compiled[space].get(ramp)
  if (!tint)
    compiled[space].set(
      ramp,
      (tint = tintsByStops.get([space, ramp.points], () => compileStops(stopsOf(ramp, space)))),
    )
  if (!palette) return tint
  let locked = lockedTints.get(palette)
  if (!locked) lockedTints.set(palette, (locked = new WeakMap()))
  let made = locked.get(tint)
  if (!made) locked.set(tint, (made = lockTo(tint, palette)))
  return made
}

const tables = new WeakMap<CompiledTint, Uint32Array>()

/**
 * For drawing: the opaque colour in the middle of each of 1,024 cells; 0 where a stop lies in the cell, which
 * sends the reader to the pieces.
 */
export const tintTableOf = (tint: CompiledTint): Uint32Array => {
  let table = tables.get(tint)
  if (table) return table
  tables.set(tint, (table = wordsFor(tint, TABLE_CELLS + 1)))
  const { pieces, firstPiece } = tint
  table[TABLE_CELLS] = tintWordAt(pieces, firstPiece, 1) | 0xff000000
  for (let cell = 0, o = 0; cell < TABLE_CELLS; cell++) {
    while (pieces[o + TINT_STRIDE]! <= cell / TABLE_CELLS) o += TINT_STRIDE
    if (pieces[o + TINT_STRIDE]! >= (cell + 1) / TABLE_CELLS)
      table[cell] = tintWordAt(pieces, firstPiece, (cell + 0.5) / TABLE_CELLS) | 0xff000000
  }
  return table
}

/** r, g, b from 0 to 255, not rounded. */
export const channelsAt = ({ pieces, firstPiece }: CompiledTint, u: number): [number, number, number] => {
  let o = firstPiece[(u * BUCKETS) | 0]! * TINT_STRIDE
  while (pieces[o + TINT_STRIDE]! <= u) o += TINT_STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return [
    pieces[o + 2]! + t * pieces[o + 5]!,
    pieces[o + 3]! + t * pieces[o + 6]!,
    pieces[o + 4]! + t * pieces[o + 7]!,
  ]
}

/** r, g, b as bytes, rounded half up, in the lowest three bytes of a word, r lowest. */
export const tintWordAt = (pieces: Float64Array, firstPiece: Uint16Array, u: number): number => {
  let o = firstPiece[(u * BUCKETS) | 0]! * TINT_STRIDE
  while (pieces[o + TINT_STRIDE]! <= u) o += TINT_STRIDE
  const t = (u - pieces[o]!) * pieces[o + 1]!
  return (
    (pieces[o + 2]! + t * pieces[o + 5]! + 0.5) |
    0 |
    (((pieces[o + 3]! + t * pieces[o + 6]! + 0.5) | 0) << 8) |
    (((pieces[o + 4]! + t * pieces[o + 7]! + 0.5) | 0) << 16)
  )
}

/** r, g, b of a tint at life `u`, as bytes. */
export const tintAt = (tint: CompiledTint, u: number): [number, number, number] => {
  const word = tintWordAt(tint.pieces, tint.firstPiece, u)
  return [word & 255, (word >> 8) & 255, (word >> 16) & 255]
}

/** Two colours as 0xbbggrr, multiplied channel by channel. */
export const multiplyColours = (a: number, b: number): number => {
  if (a === 0xffffff) return b
  const channel = (shift: number): number =>
    Math.round((((a >> shift) & 255) * ((b >> shift) & 255)) / 255) << shift
  return channel(0) | channel(8) | channel(16)
}

/** From white (0) to a colour as 0xbbggrr (1), channel by channel. */
export const fromWhite = (colour: number, share: number): number => {
  if (share === 0) return 0xffffff
  const mixed = (shift: number): number =>
    Math.round(255 + (((colour >> shift) & 255) - 255) * share) << shift
  return mixed(0) | mixed(8) | mixed(16)
}
