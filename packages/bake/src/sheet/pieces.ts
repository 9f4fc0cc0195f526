/** The pictures of a sheet: frames cut by how they are trimmed, in the colours that they may have. */
import type { ShipValues } from '@gliv/model'
import type { Image } from '@gliv/pixels'
import type { DrawnEffect } from '../draw/drawJob.ts'
import type { Raw } from '../draw/raw.ts'
import { finished } from '../finish/alpha.ts'
import { coloursFor, countColours, type Reduce, reducer } from '../finish/palette.ts'

/** A rectangle in a frame, px. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** One picture on a sheet. */
export interface Piece {
  readonly box: Box
  readonly main: Image
  readonly light: Image | null
}

/** An effect's pieces, and which of them each frame of each clip shows. */
export interface Cut {
  readonly drawn: DrawnEffect
  readonly pieces: readonly Piece[]
  /** By clip and frame: a number in `pieces`. */
  readonly shows: readonly (readonly number[])[]
}

/** What brings pictures down to fewer colours, and how many that lost. */
export interface ColourLoss {
  readonly before: number
  readonly after: number
}

/** An empty frame keeps one texel, so that every frame has a place. */
const NOTHING: Box = { x: 0, y: 0, w: 1, h: 1 }

const unionOf = (raws: readonly Raw[]): Box => {
  const filled = raws.filter(({ w }) => w > 0)
  if (filled.length === 0) return NOTHING
  const x = Math.min(...filled.map((raw) => raw.x))
  const y = Math.min(...filled.map((raw) => raw.y))
  return {
    x,
    y,
    w: Math.max(...filled.map((raw) => raw.x + raw.w)) - x,
    h: Math.max(...filled.map((raw) => raw.y + raw.h)) - y,
  }
}

/** What of a frame is kept, for every frame of an effect. */
const BOXES = {
  none: ({ fit: { w, h } }) => {
    const all = { x: 0, y: 0, w, h }
    return () => all
  },
  common: ({ clips }) => {
    const union = unionOf(clips.flatMap(({ raws }) => raws))
    return () => union
  },
  each: () => (raw) => (raw.w === 0 ? NOTHING : raw),
} as const satisfies Record<ShipValues<'size'>['trim'], (drawn: DrawnEffect) => (raw: Raw) => Box>

/** A frame's pixels in another rectangle of it; what is not filled is empty. */
const inBox = (raw: Raw, box: Box): Raw => {
  if (raw.x === box.x && raw.y === box.y && raw.w === box.w && raw.h === box.h) return raw
  const data = new Uint16Array(box.w * box.h * 4)
  const [left, right] = [Math.max(raw.x, box.x), Math.min(raw.x + raw.w, box.x + box.w)]
  for (let y = Math.max(raw.y, box.y); y < Math.min(raw.y + raw.h, box.y + box.h) && right > left; y++) {
    const from = ((y - raw.y) * raw.w + left - raw.x) * 4
    data.set(raw.data.subarray(from, from + (right - left) * 4), ((y - box.y) * box.w + left - box.x) * 4)
  }
  return { x: box.x, y: box.y, w: box.w, h: box.h, data }
}

const cut = (drawn: DrawnEffect): Cut => {
  const { colours, size, order } = drawn.job.settings
  // A ground fills the whole frame, so that nothing can be cut off.
  const boxOf = BOXES[colours.light === 'ground' ? 'none' : size.trim](drawn)
  const known = new Map<Raw, number>()
  const pieces: Piece[] = []
  const pieceOf = (raw: Raw): number => {
    const before = order.merge ? known.get(raw) : undefined
    if (before !== undefined) return before
    const box = boxOf(raw)
    pieces.push({ box: { x: box.x, y: box.y, w: box.w, h: box.h }, ...finished(inBox(raw, box), colours) })
    known.set(raw, pieces.length - 1)
    return pieces.length - 1
  }
  return { drawn, pieces, shows: drawn.clips.map(({ raws }) => raws.map(pieceOf)) }
}

const imagesOf = (cuts: readonly Cut[]): Image[] =>
  cuts.flatMap(({ pieces }) => pieces.flatMap(({ main, light }) => (light ? [main, light] : [main])))

const reducedBy = (reduce: Reduce, { box, main, light }: Piece): Piece => ({
  box,
  main: reduce(main, box.x, box.y),
  light: light && reduce(light, box.x, box.y),
})

/** Cuts effects that share a sheet. @param palette of the kit, looked up; null: none */
export const cutAll = (
  drawn: readonly DrawnEffect[],
  choice: ShipValues<'colours'>,
  palette: readonly string[] | null,
): { readonly cuts: readonly Cut[]; readonly loss: ColourLoss | null } => {
  const cuts = drawn.map(cut)
  const wants = palette !== null || choice.colours !== null
  if (!wants && !choice.hardAlpha) return { cuts, loss: null }
  const images = imagesOf(cuts)
  const before = countColours(images)
  const enough = palette === null && choice.colours !== null && before <= choice.colours
  const reduce = reducer(choice, enough ? null : coloursFor(images, choice, palette))
  const reduced = cuts.map((one) => ({ ...one, pieces: one.pieces.map((piece) => reducedBy(reduce, piece)) }))
  return { cuts: reduced, loss: { before, after: countColours(imagesOf(reduced)) } }
}
