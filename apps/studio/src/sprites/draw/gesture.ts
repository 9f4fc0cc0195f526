/** A stroke or a selection while the pointer is down: small states, each made from the one before. Pure. */
import { type Cell, drop, type Image, lift } from '@gliv/pixels'
import { between, contains, painted, type Settings, strokePoints } from './tools.ts'

type Texel = readonly [number, number]

export type Gesture =
  | {
      readonly phase: 'stroke'
      readonly base: Image
      readonly from: Texel
      readonly at: Texel
      readonly points: ReadonlySet<number>
      readonly image: Image
    }
  | { readonly phase: 'selecting'; readonly from: Texel; readonly selection: Cell | null }
  | {
      readonly phase: 'moving'
      readonly from: Texel
      readonly start: Cell
      readonly piece: Image
      readonly rest: Image
      readonly selection: Cell
      readonly image: Image
    }

const stroke = (
  settings: Settings,
  base: Image,
  from: Texel,
  last: Texel,
  at: Texel,
  before: ReadonlySet<number>,
  gathers: boolean,
): Gesture => {
  const points = strokePoints(settings, base, gathers ? last : from, at, before)
  return { phase: 'stroke', base, from, at, points, image: painted(settings, base, points) }
}

const gathers = ({ tool }: Settings): boolean => tool === 'pencil' || tool === 'eraser'

/** The pointer goes down at a texel. */
export const begin = (settings: Settings, base: Image, at: Texel, selection: Cell | null): Gesture => {
  if (settings.tool !== 'select') return stroke(settings, base, at, at, at, new Set(), gathers(settings))
  if (!selection || !contains(selection, at)) return { phase: 'selecting', from: at, selection: null }
  const { piece, rest } = lift(base, selection)
  return { phase: 'moving', from: at, start: selection, piece, rest, selection, image: base }
}

/** The pointer goes on to a texel. */
export const goOn = (settings: Settings, gesture: Gesture, at: Texel, base: Image): Gesture => {
  if (gesture.phase === 'stroke')
    return stroke(settings, gesture.base, gesture.from, gesture.at, at, gesture.points, gathers(settings))
  if (gesture.phase === 'selecting') return { ...gesture, selection: between(gesture.from, at, base) }
  const selection: Cell = {
    ...gesture.start,
    x: gesture.start.x + at[0] - gesture.from[0],
    y: gesture.start.y + at[1] - gesture.from[1],
  }
  return { ...gesture, selection, image: drop(gesture.rest, gesture.piece, selection.x, selection.y) }
}

/** What the canvas shows during a gesture. */
export const imageIn = (gesture: Gesture | null, base: Image): Image =>
  gesture && gesture.phase !== 'selecting' ? gesture.image : base
