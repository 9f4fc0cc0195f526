/** Cutting a sheet into frames: by a grid, or by its transparent gaps. All sizes are whole texels. */
import type { Image } from './image.ts'
import { PictureError } from './pngCheck.ts'

/** A rectangle of a picture in texels. */
export interface Cell {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

interface Grid {
  /** Left out at the left and at the top. */
  readonly marginX: number
  readonly marginY: number
  /** Between two cells. */
  readonly spacingX: number
  readonly spacingY: number
  readonly keepEmpty: boolean
}

/** How a sheet is cut. */
export type Slicing =
  | { readonly by: 'whole' }
  | ({ readonly by: 'count'; readonly columns: number; readonly rows: number } & Grid)
  | ({ readonly by: 'size'; readonly width: number; readonly height: number } & Grid)
  /** Pieces nearer to one another than `gap` stay together. */
  | { readonly by: 'gaps'; readonly gap: number }

/** A grid without margins or gaps that leaves empty cells out. */
export const PLAIN_GRID: Grid = { marginX: 0, marginY: 0, spacingX: 0, spacingY: 0, keepEmpty: false }

/** Most frames a sheet can have. */
export const CELL_LIMIT = 4096

/** Whether a cell has no texel that shows. */
export const isEmpty = ({ data, width }: Image, { x, y, w, h }: Cell): boolean => {
  for (let row = y; row < y + h; row++)
    for (let o = (row * width + x) * 4 + 3, end = o + w * 4; o < end; o += 4) if (data[o] !== 0) return false
  return true
}

const whole = (value: number, what: string, least: number): void => {
  if (!Number.isInteger(value) || value < least)
    throw new PictureError(`${what} is ${value}; it must be a whole number from ${least}; change it`)
}

/** Cells of a grid along one axis: starts and length. */
const along = (
  size: number,
  margin: number,
  spacing: number,
  wanted: { count: number } | { length: number },
  what: string,
): { starts: number[]; length: number } => {
  whole(margin, 'The margin', 0)
  whole(spacing, 'The spacing', 0)
  const length =
    'length' in wanted
      ? wanted.length
      : Math.floor((size - margin - (wanted.count - 1) * spacing) / wanted.count)
  const count =
    'count' in wanted ? wanted.count : Math.floor((size - margin + spacing) / (wanted.length + spacing))
  if (length < 1 || count < 1)
    throw new PictureError(
      `No ${what} fits into ${size} pixels with a margin of ${margin} and a spacing of ${spacing}; make them smaller`,
    )
  return { starts: Array.from({ length: count }, (_, k) => margin + k * (length + spacing)), length }
}

type GridSlicing = Extract<Slicing, { by: 'count' | 'size' }>

/**
 * The cells of a grid, row by row, empty ones too. Needs only the picture's size. Throws `PictureError` when
 * nothing fits.
 */
export const gridCells = (width: number, height: number, slicing: GridSlicing): Cell[] => {
  const { marginX, marginY, spacingX, spacingY } = slicing
  if (slicing.by === 'count') {
    whole(slicing.columns, 'The number of columns', 1)
    whole(slicing.rows, 'The number of rows', 1)
  } else {
    whole(slicing.width, 'The cell width', 1)
    whole(slicing.height, 'The cell height', 1)
  }
  const columns = along(
    width,
    marginX,
    spacingX,
    slicing.by === 'count' ? { count: slicing.columns } : { length: slicing.width },
    'column',
  )
  const rows = along(
    height,
    marginY,
    spacingY,
    slicing.by === 'count' ? { count: slicing.rows } : { length: slicing.height },
    'row',
  )
  const count = columns.starts.length * rows.starts.length
  if (count > CELL_LIMIT)
    throw new PictureError(
      `The grid has ${count} cells; a sheet has at most ${CELL_LIMIT} frames; make the cells larger`,
    )
  return rows.starts.flatMap((y) => columns.starts.map((x) => ({ x, y, w: columns.length, h: rows.length })))
}

/** Frames of a picture, in reading order. Throws `PictureError` in words when there are none. */
export const slice = (image: Image, slicing: Slicing): Cell[] => {
  if (slicing.by === 'whole') return [{ x: 0, y: 0, w: image.width, h: image.height }]
  if (slicing.by === 'gaps') return piecesOf(image, slicing.gap)
  const cells = gridCells(image.width, image.height, slicing)
  const kept = slicing.keepEmpty ? cells : cells.filter((cell) => !isEmpty(image, cell))
  if (kept.length === 0)
    throw new PictureError('All cells of this grid are empty; move the grid, or keep empty cells')
  return kept
}

interface Box {
  left: number
  top: number
  /** Exclusive. */
  right: number
  bottom: number
}

/** Bounds of connected pieces (corners count), found run by run with union–find. */
const connected = ({ width, height, data }: Image): Box[] => {
  const parents: number[] = []
  const boxes: Box[] = []
  const find = (i: number): number => {
    while (parents[i] !== i) i = parents[i] = parents[parents[i]!]!
    return i
  }
  let before: number[] = []
  for (let y = 0; y < height; y++) {
    // Triples: start, end, label.
    const runs: number[] = []
    let k = 0
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * 4 + 3] === 0) continue
      const start = x
      while (x < width && data[(y * width + x) * 4 + 3] !== 0) x++
      const label = parents.length
      parents.push(label)
      boxes.push({ left: start, top: y, right: x, bottom: y + 1 })
      runs.push(start, x, label)
      while (k < before.length && before[k + 1]! < start) k += 3
      for (let j = k; j < before.length && before[j]! <= x; j += 3)
        parents[find(before[j + 2]!)] = find(label)
    }
    before = runs
  }
  const joined = new Map<number, Box>()
  boxes.forEach((box, i) => {
    const root = find(i)
    const known = joined.get(root)
    if (known) grow(known, box)
    else joined.set(root, { ...box })
  })
  return [...joined.values()]
}

const grow = (box: Box, other: Box): void => {
  box.left = Math.min(box.left, other.left)
  box.top = Math.min(box.top, other.top)
  box.right = Math.max(box.right, other.right)
  box.bottom = Math.max(box.bottom, other.bottom)
}

/** Whether fewer than `gap` empty texels lie between two boxes. */
const near = (a: Box, b: Box, gap: number): boolean =>
  a.left - b.right < gap && b.left - a.right < gap && a.top - b.bottom < gap && b.top - a.bottom < gap

/** Joins boxes that are near, until none is; each round goes over them from left to right. */
const joinNear = (boxes: Box[], gap: number): Box[] => {
  let left = boxes
  for (let round = 0; round < 64; round++) {
    left.sort((a, b) => a.left - b.left)
    const kept: Box[] = []
    let joins = 0
    const open: Box[] = []
    for (const box of left) {
      for (let i = open.length - 1; i >= 0; i--) if (box.left - open[i]!.right >= gap) open.splice(i, 1)
      const to = open.find((other) => near(other, box, gap))
      if (to) {
        grow(to, box)
        joins++
      } else {
        kept.push(box)
        open.push(box)
      }
    }
    left = kept
    if (joins === 0) break
  }
  return left
}

/** Boxes row by row: those whose middles lie in the height of the first one of a row belong to it. */
const readingOrder = (boxes: readonly Box[]): Box[] => {
  const left = [...boxes].sort((a, b) => a.top - b.top)
  const out: Box[] = []
  while (left.length > 0) {
    const [first] = left
    const row = left.filter((box) => (box.top + box.bottom) / 2 < first!.bottom)
    if (!row.includes(first!)) row.push(first!)
    out.push(...row.sort((a, b) => a.left - b.left))
    for (const box of row) left.splice(left.indexOf(box), 1)
  }
  return out
}

const piecesOf = (image: Image, gap: number): Cell[] => {
  whole(gap, 'The gap', 1)
  const boxes = joinNear(connected(image), gap)
  if (boxes.length === 0) throw new PictureError('The picture is empty; choose another')
  if (boxes.length > CELL_LIMIT)
    throw new PictureError(
      `${boxes.length} pieces lie apart; a sheet has at most ${CELL_LIMIT} frames; ask for a wider gap, or cut by a grid`,
    )
  return readingOrder(boxes).map(({ left, top, right, bottom }) => ({
    x: left,
    y: top,
    w: right - left,
    h: bottom - top,
  }))
}
