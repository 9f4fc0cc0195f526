/** Pieces along a segment: how many there are, where they lie, and what of each shows. */
import type { ResolvedEmitter } from '@gliv/model'

/** What is told of an emitter to know its pieces. */
type Segment = Pick<ResolvedEmitter, 'numbers' | 'pieceFit'>

/** Pieces that do not simply spread over their segment. */
export interface Pieces {
  /** What the share of a piece's place among all places is multiplied by to be its share of the length. */
  readonly spacing: number
  /** Share of the length at which the last piece begins, and how much of it is kept; 1 where none is cut. */
  readonly cutFrom: number
  readonly keep: number
  /** Factor of each piece's length. */
  readonly stretch: number
}

const lengthOf = ({ numbers: { endX, endY } }: Segment): number => Math.sqrt(endX * endX + endY * endY)

/** A length that comes from a turned point may be off by a rounding. */
const ROUNDING = 1e-9

/** How many pieces a segment has. */
export const pieceCount = (segment: Segment): number => {
  const times = lengthOf(segment) / segment.numbers.pieceEvery
  const count = {
    spread: Math.floor(times + ROUNDING),
    exact: Math.floor(times + ROUNDING),
    cut: Math.ceil(times - ROUNDING),
    stretch: Math.round(times),
  }[segment.pieceFit]
  return Math.max(1, count)
}

/** Null for shapes without pieces, and for pieces that spread. */
export const piecesOf = (emitter: Segment & Pick<ResolvedEmitter, 'shape'>): Pieces | null => {
  if (emitter.shape !== 'segment' || emitter.pieceFit === 'spread') return null
  const length = lengthOf(emitter)
  if (length === 0) return null
  const { pieceEvery } = emitter.numbers
  const count = pieceCount(emitter)
  if (emitter.pieceFit === 'stretch')
    return { spacing: 1, cutFrom: Infinity, keep: 1, stretch: length / count / pieceEvery }
  const rest = length - (count - 1) * pieceEvery
  const cuts = emitter.pieceFit === 'cut' && rest < pieceEvery * (1 - ROUNDING)
  return {
    spacing: (count * pieceEvery) / length,
    cutFrom: cuts ? ((count - 1) * pieceEvery) / length : Infinity,
    keep: cuts ? rest / pieceEvery : 1,
    stretch: 1,
  }
}
