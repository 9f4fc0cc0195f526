/**
 * Weather as a tile: a frame as large as the rectangle that particles wrap in, drawn so that it repeats without a
 * seam. What crosses an edge is drawn again at the opposite one, each copy right behind its particle, so that what
 * lies over what is the same on both sides.
 */
import { type Batch, type Frame, INSTANCE_WORDS, Refusal, type ResolvedEffect } from '@gliv/model'

/** Size of a tile in px; null on an axis on which nothing wraps. */
export interface Tile {
  readonly w: number | null
  readonly h: number | null
}

const DEFAULT_VIEW = { w: 640, h: 360 }

/** How far it is until a place comes again, of each emitter that wraps: its rectangle with the margin. */
const periods = (effect: ResolvedEffect): { readonly name: string; readonly tile: Tile }[] =>
  effect.emitters.flatMap(({ name, wrap, wrapIn, numbers }) => {
    if (wrap === 'none') return []
    const view = effect.view ?? DEFAULT_VIEW
    const { wrapMargin: margin, wrapWidth, wrapHeight } = numbers
    const [w, h] = wrapIn === 'box' ? [wrapWidth, wrapHeight] : [view.w, view.h]
    return [
      {
        name,
        tile: { w: wrap === 'y' ? null : w + 2 * margin, h: wrap === 'x' ? null : h + 2 * margin },
      },
    ]
  })

/** The size that all agree on along one axis; null when nobody wraps there. */
const agreed = (effect: ResolvedEffect, axis: 'w' | 'h'): number | null => {
  const found = periods(effect).filter(({ tile }) => tile[axis] !== null)
  const [first] = found
  if (!first) return null
  const size = first.tile[axis]!
  const other = found.find(({ tile }) => tile[axis] !== size)
  if (other)
    throw new Refusal(
      '--tile',
      `“${first.name}” comes again after ${size} px, “${other.name}” after ${other.tile[axis]} px; give both the same rectangle and margin`,
    )
  if (!Number.isInteger(size) || size > 8192)
    throw new Refusal(
      '--tile',
      `“${first.name}” comes again after ${size} px; a tile has whole px up to 8192; change its rectangle or margin`,
    )
  return size
}

/** The tile that an effect's wrapping emitters make. Throws `Refusal` when none wraps, or they do not agree. */
export const tileOf = (effect: ResolvedEffect): Tile => {
  const tile = { w: agreed(effect, 'w'), h: agreed(effect, 'h') }
  if (tile.w === null && tile.h === null)
    throw new Refusal(
      '--tile',
      'none of its emitters comes in again; set Out of view in Where, or bake without a tile',
    )
  return tile
}

interface Region {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** Smallest and largest of a quad's corners on an axis: its origin, and what the two sides add. */
const reach = (at: number, across: number, down: number): readonly [low: number, high: number] => [
  at + Math.min(0, across) + Math.min(0, down),
  at + Math.max(0, across) + Math.max(0, down),
]

/** By how much an extent has to be moved so that it touches a region; 0 alone where nothing repeats. */
const movesInto = (
  [low, high]: readonly [number, number],
  from: number,
  length: number,
  period: number | null,
): number[] => {
  if (period === null) return [0]
  const moves: number[] = []
  const first = Math.ceil((from - high) / period)
  for (let k = first; low + k * period < from + length && moves.length < 64; k++) moves.push(k * period)
  return moves
}

/**
 * A frame with what crosses the tile's edges drawn again where it comes in: the same instances, moved by whole tiles
 * into the region of the frame, in px around the effect's origin.
 */
export const repeatedIn = (frame: Frame, tile: Tile, region: Region): Frame => {
  const from: number[] = []
  const moves: (readonly [x: number, y: number])[] = []
  const batches: Batch[] = []
  for (const batch of frame.batches.slice(0, frame.batchCount)) {
    const first = from.length
    for (let i = batch.first; i < batch.first + batch.count; i++) {
      const at = (word: number): number => frame.f32[i * INSTANCE_WORDS + word]!
      for (const y of movesInto(reach(at(1), at(3), at(5)), region.y, region.h, tile.h))
        for (const x of movesInto(reach(at(0), at(2), at(4)), region.x, region.w, tile.w)) {
          from.push(i)
          moves.push([x, y])
        }
    }
    batches.push({ ...batch, first, count: from.length - first })
  }
  return { ...frame, ...movedCopies(frame, from, moves), batches, batchCount: batches.length }
}

/** Instances of a frame by their numbers, each moved. */
const movedCopies = (
  frame: Frame,
  from: readonly number[],
  moves: readonly (readonly [x: number, y: number])[],
): Pick<Frame, 'f32' | 'u32' | 'shifts' | 'count'> => {
  const u32 = new Uint32Array(from.length * INSTANCE_WORDS)
  const f32 = new Float32Array(u32.buffer)
  const shifts = new Float32Array(from.length * 3)
  from.forEach((i, k) => {
    const o = k * INSTANCE_WORDS
    u32.set(frame.u32.subarray(i * INSTANCE_WORDS, (i + 1) * INSTANCE_WORDS), o)
    f32[o] = f32[o]! + moves[k]![0]
    f32[o + 1] = f32[o + 1]! + moves[k]![1]
    shifts.set(frame.shifts.subarray(i * 3, i * 3 + 3), k * 3)
  })
  return { f32, u32, shifts, count: from.length }
}
