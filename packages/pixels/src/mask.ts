/**
 * From a picture to the places of its cells: filled area, edge, or just outside the edge, with outward
 * normals.
 */
import type { Image } from './image.ts'

/**
 * The cells that count: all that are filled, those with an empty one beside them, or just outside of these.
 */
type Part = 'area' | 'edge' | 'edgeOut'

export interface Places {
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly nx: readonly number[]
  readonly ny: readonly number[]
  /** Mean colour of each cell as 0xbbggrr; empty when colours are not kept. */
  readonly colour: readonly number[]
}

/** A rectangle of the picture and the pivot in it, in pixels. */
export interface MaskRect {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly pivotX: number
  readonly pivotY: number
}

/** Cells with a mean alpha from here on count as filled. */
const FILLED = 128

interface Cells {
  readonly columns: number
  readonly rows: number
  readonly filled: Uint8Array
  readonly colour: Uint32Array
}

const cellsOf = (image: Image, rect: MaskRect, grid: number): Cells => {
  const columns = Math.ceil(rect.w / grid)
  const rows = Math.ceil(rect.h / grid)
  const filled = new Uint8Array(columns * rows)
  const colour = new Uint32Array(columns * rows)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const sum = [0, 0, 0, 0]
      let count = 0
      for (let y = row * grid; y < Math.min(rect.h, (row + 1) * grid); y++)
        for (let x = column * grid; x < Math.min(rect.w, (column + 1) * grid); x++) {
          const o = ((rect.y + y) * image.width + rect.x + x) * 4
          const alpha = image.data[o + 3]!
          for (let k = 0; k < 3; k++) sum[k]! += image.data[o + k]! * alpha
          sum[3]! += alpha
          count++
        }
      const i = row * columns + column
      filled[i] = sum[3]! >= FILLED * count ? 1 : 0
      const channel = (k: number): number => (sum[3]! > 0 ? Math.floor(sum[k]! / sum[3]! + 0.5) : 0)
      colour[i] = channel(0) | (channel(1) << 8) | (channel(2) << 16)
    }
  return { columns, rows, filled, colour }
}

const AROUND = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [-1, 0],
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
] as const
const BESIDE = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
] as const

/** Away from the filled neighbours; 0, 0 where they lie on all sides alike. */
const normalAt = (
  at: (column: number, row: number) => boolean,
  column: number,
  row: number,
): readonly [nx: number, ny: number] => {
  let nx = 0
  let ny = 0
  for (const [dx, dy] of AROUND)
    if (!at(column + dx, row + dy)) {
      nx += dx
      ny += dy
    }
  const length = Math.sqrt(nx * nx + ny * ny)
  return length > 0 ? [nx / length, ny / length] : [nx, ny]
}

/**
 * Places in px from the pivot, row by row; a cell is `grid` px wide and stands at its centre. The normal of
 * an edge cell
 * points away from its filled neighbours (of eight); a cell inside, or one with neighbours on all sides
 * alike, has none.
 * `edgeOut` moves edge cells outwards by half a cell. @param grid whole px from 1 to 8
 */
export const maskPlaces = (
  image: Image,
  rect: MaskRect,
  part: Part,
  grid: number,
  keepColours: boolean,
): Places => {
  const cells = cellsOf(image, rect, grid)
  const at = (column: number, row: number): boolean =>
    column >= 0 &&
    row >= 0 &&
    column < cells.columns &&
    row < cells.rows &&
    cells.filled[row * cells.columns + column] === 1
  const places = {
    x: [] as number[],
    y: [] as number[],
    nx: [] as number[],
    ny: [] as number[],
    colour: [] as number[],
  }
  for (let row = 0; row < cells.rows; row++)
    for (let column = 0; column < cells.columns; column++) {
      if (!at(column, row)) continue
      if (part !== 'area' && BESIDE.every(([dx, dy]) => at(column + dx, row + dy))) continue
      const [nx, ny] = normalAt(at, column, row)
      const out = part === 'edgeOut' ? grid / 2 : 0
      places.x.push((column + 0.5) * grid - rect.pivotX + nx * out)
      places.y.push((row + 0.5) * grid - rect.pivotY + ny * out)
      places.nx.push(nx)
      places.ny.push(ny)
      if (keepColours) places.colour.push(cells.colour[row * cells.columns + column]!)
    }
  return places
}
