/** Guessing how a sheet wants to be cut, to be offered on import. */
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

/** Most columns or rows that are tried. */
const MOST = 64
/** Cells are at least this many texels wide and high. */
const LEAST = 4

/**
 * Filled texels with a filled neighbour across each line between two columns (or rows): cutting there would
 * hurt.
 */
const cutsAcross = ({ width, height, data }: Image, vertical: boolean): Uint32Array => {
  const [lines, depth] = vertical ? [width, height] : [height, width]
  const cuts = new Uint32Array(lines + 1)
  const filled = (line: number, k: number): boolean =>
    data[(vertical ? k * width + line : line * width + k) * 4 + 3]! > 0
  for (let line = 1; line < lines; line++)
    for (let k = 0; k < depth; k++) if (filled(line - 1, k) && filled(line, k)) cuts[line]!++
  return cuts
}

/** Whether each line (column or row of texels) holds anything. */
const occupied = ({ width, height, data }: Image, vertical: boolean): boolean[] => {
  const out = Array.from({ length: vertical ? width : height }, () => false)
  for (let i = 0; i < width * height; i++)
    if (data[i * 4 + 3]! > 0) out[vertical ? i % width : Math.floor(i / width)] = true
  return out
}

/**
 * The most equal parts of an axis such that no line between two parts cuts anything and every part holds
 * something.
 */
const partsAlong = (image: Image, vertical: boolean): number => {
  const size = vertical ? image.width : image.height
  const cuts = cutsAcross(image, vertical)
  const lines = occupied(image, vertical)
  for (let parts = Math.min(MOST, Math.floor(size / LEAST)); parts > 1; parts--) {
    if (size % parts !== 0) continue
    const length = size / parts
    const clean = Array.from({ length: parts - 1 }, (_, k) => cuts[(k + 1) * length] === 0).every(Boolean)
    if (
      clean &&
      Array.from({ length: parts }, (_, k) => lines.slice(k * length, (k + 1) * length).some(Boolean)).every(
        Boolean,
      )
    )
      return parts
  }
  return 1
}

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

/** The likely grid of a picture. A picture in which nothing speaks for a grid is offered as one frame. */
export const likelySlicing = (image: Image, name = ''): Guess => {
  const named = fromName(name, image)
  if (named) return named
  const { width, height } = image
  const opaque = image.data.every((value, i) => (i & 3) !== 3 || value === 255)
  if (opaque) {
    const square = Math.min(width, height)
    if (square >= LEAST && width !== height && Math.max(width, height) % square === 0)
      return {
        slicing: { by: 'size', width: square, height: square, ...PLAIN_GRID },
        why: 'it divides into squares',
        sure: false,
      }
    return { slicing: { by: 'whole' }, why: 'it has no transparent gaps', sure: false }
  }
  const [columns, rows] = [partsAlong(image, true), partsAlong(image, false)]
  if (columns * rows > 1)
    return {
      slicing: { by: 'count', columns, rows, ...PLAIN_GRID },
      why: 'no line of this grid cuts anything',
      sure: true,
    }
  return byGaps(image) ?? { slicing: { by: 'whole' }, why: 'it is one piece', sure: false }
}
