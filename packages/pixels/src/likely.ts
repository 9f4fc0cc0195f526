/** Guessing how a sheet wants to be cut, to be offered on import. */
import { type AxisCut, axisCuts, WHOLE_AXIS } from './axisCuts.ts'
import type { Image } from './image.ts'
import { PLAIN_GRID, slice, type Slicing } from './slice.ts'

/** How a picture is probably sliced, and how sure that is. */
export interface Guess {
  readonly slicing: Slicing
  /** What speaks for it, in words. */
  readonly why: string
  /**
   * Whether something in the picture or its name says so; else it is only offered because nothing better is
   * known.
   */
  readonly sure: boolean
}

/** The best guess, and those that come next. */
export interface Likely extends Guess {
  readonly others: readonly Guess[]
}

/** Most columns or rows that are tried. */
const MOST = 64

/** Two numbers in a name are the size of a cell, or how many there are across and down. */
const fromTwoNumbers = (w: number, h: number, width: number, height: number): Guess | null => {
  if (w < 1 || h < 1 || width % w !== 0 || height % h !== 0) return null
  if (w <= width && h <= height && w * h < width * height)
    return {
      slicing: { by: 'size', width: w, height: h, ...PLAIN_GRID },
      why: `the file's name says ${w} × ${h}`,
      sure: true,
    }
  return w <= MOST && h <= MOST && w * h > 1
    ? {
        slicing: { by: 'count', columns: w, rows: h, ...PLAIN_GRID },
        why: `the file's name says ${w} columns and ${h} rows`,
        sure: true,
      }
    : null
}

const fromName = (name: string, { width, height }: Image): Guess | null => {
  const size = /(\d{1,4})\s*x\s*(\d{1,4})(?:\s*px)?\.\w+$/i.exec(name)
  const found = size && fromTwoNumbers(Number(size[1]), Number(size[2]), width, height)
  if (found) return found
  const strip = /(?:strip|frames?)[ _-]?(\d{1,3})\.\w+$/i.exec(name)
  if (strip && width % Number(strip[1]) === 0 && Number(strip[1]) > 1)
    return {
      slicing: { by: 'count', columns: Number(strip[1]), rows: 1, ...PLAIN_GRID },
      why: `the file's name says ${strip[1]} frames`,
      sure: true,
    }
  return null
}

/** Pieces that lie apart are believed when there are no more than this. */
const MOST_PIECES = 512

const byGaps = (image: Image): Guess | null => {
  try {
    const { length } = slice(image, { by: 'gaps', gap: 1 })
    return length > 1 && length <= MOST_PIECES
      ? { slicing: { by: 'gaps', gap: 1 }, why: `${length} pieces lie apart`, sure: true }
      : null
  } catch {
    return null
  }
}

/** A guess with how much speaks for it; only differences count. */
interface Weighed {
  readonly guess: Guess
  readonly weight: number
}

/** What speaks for a picture as one frame, and for taking it apart at its gaps. */
const WHOLE_WEIGHT = 0.6
const GAPS_WEIGHT = 0.9

/** Square cells are commonest, those of one to two come next. */
const formWeight = (w: number, h: number): number => (w === h ? 0.35 : w === 2 * h || h === 2 * w ? 0.15 : 0)

const gridOf = (columns: AxisCut, rows: AxisCut): Slicing => {
  const grid = {
    marginX: columns.margin,
    marginY: rows.margin,
    spacingX: columns.spacing,
    spacingY: rows.spacing,
    keepEmpty: false,
  }
  return columns.margin + rows.margin + columns.spacing + rows.spacing > 0
    ? { by: 'size', width: columns.length, height: rows.length, ...grid }
    : { by: 'count', columns: columns.parts, rows: rows.parts, ...grid }
}

/** The plainest of what speaks for a grid, in words. */
const whyGrid = (columns: AxisCut, rows: AxisCut): string => {
  const cuts = [columns, rows].filter(({ parts }) => parts > 1)
  if (cuts.some(({ spacing }) => spacing > 0)) return 'empty gutters lie between its cells'
  if (cuts.every(({ clean }) => clean)) return 'no line of this grid cuts anything'
  return cuts.every(({ repeats }) => repeats) ? 'its cells repeat' : 'it divides into squares'
}

const grids = (image: Image): Weighed[] => {
  const across = [WHOLE_AXIS(image.width), ...axisCuts(image, true)]
  const down = [WHOLE_AXIS(image.height), ...axisCuts(image, false)]
  return across.flatMap((columns) =>
    down.flatMap((rows): Weighed[] => {
      if (columns.parts * rows.parts === 1) return []
      const cuts = [columns, rows].filter(({ parts }) => parts > 1)
      const squares = columns.length === rows.length && (columns.parts === 1 || rows.parts === 1)
      if (!squares && !cuts.every(({ clean, repeats }) => clean || repeats)) return []
      return [
        {
          guess: {
            slicing: gridOf(columns, rows),
            why: whyGrid(columns, rows),
            sure: cuts.every(({ clean, repeats }) => clean || repeats),
          },
          weight: columns.weight + rows.weight + formWeight(columns.length, rows.length),
        },
      ]
    }),
  )
}

/** Next best cuts that are offered beside the best. */
const OTHERS = 3

/**
 * The likely cut of a picture, by the file's name, its gutters, cells that repeat, and what lies apart; with the
 * next best. A picture in which nothing speaks for a grid is offered as one frame.
 */
export const likelySlicing = (image: Image, name = ''): Likely => {
  const gaps = byGaps(image)
  const weighed: Weighed[] = [
    ...grids(image),
    { guess: { slicing: { by: 'whole' }, why: 'it is one piece', sure: false }, weight: WHOLE_WEIGHT },
    ...(gaps ? [{ guess: gaps, weight: GAPS_WEIGHT }] : []),
  ]
  const named = fromName(name, image)
  const guesses = [
    ...(named ? [named] : []),
    ...weighed.sort((a, b) => b.weight - a.weight).map(({ guess }) => guess),
  ]
  const [best, ...others] = guesses
  return { ...best!, others: others.slice(0, OTHERS) }
}
