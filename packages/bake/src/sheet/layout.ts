/** Where pictures lie on the pages of a sheet: packed as tightly as can be, or in a grid of equal cells. */
import { Refusal, type ShipValues } from '@gliv/model'
import { packPages } from '@gliv/pixels'
import { powerOver, sideFor } from '../plan/sides.ts'

interface Sides {
  readonly w: number
  readonly h: number
}

/** Where one picture lies; its own size without what is extruded. */
export interface Spot {
  readonly page: number
  readonly x: number
  readonly y: number
}

/** All places, and how large each page is. */
export interface Layout {
  readonly spots: readonly Spot[]
  readonly pages: readonly Sides[]
}

/** What decides about a layout. */
export interface LayoutChoice {
  readonly sheet: ShipValues<'sheet'>
  readonly padding: number
  readonly extrude: number
}

const rounded = (value: number, { powerOfTwo, multiple }: ShipValues<'sheet'>): number =>
  Math.ceil((powerOfTwo ? powerOver(value) : value) / multiple) * multiple

/** Columns beside each other: about as wide as high, or as typed; fewer where the sheet is not wide enough. */
const columnsOf = (count: number, cell: Sides, side: number, asked: number | null): number => {
  if (asked !== null && !(Number.isInteger(asked) && asked > 0))
    throw new Refusal('--columns', `${asked} is not a number of columns; give a whole number from 1`)
  const most = Math.max(1, Math.floor(side / cell.w))
  const own = Math.min(count, Math.floor(4096 / cell.w) || 1, Math.ceil(Math.sqrt((count * cell.h) / cell.w)))
  return Math.max(1, Math.min(most, asked ?? own))
}

const grid = (sizes: readonly Sides[], { sheet, padding, extrude }: LayoutChoice): Layout => {
  const cell = {
    w: Math.max(1, ...sizes.map(({ w }) => w)) + 2 * extrude,
    h: Math.max(1, ...sizes.map(({ h }) => h)) + 2 * extrude,
  }
  const step = { w: cell.w + padding, h: cell.h + padding }
  const side = sideFor(sheet)
  const columns = columnsOf(sizes.length, step, side + padding, sheet.columns)
  const rows = Math.max(1, Math.floor((side + padding) / step.h))
  const each = columns * rows
  const pages = Array.from({ length: Math.max(1, Math.ceil(sizes.length / each)) }, (_, page) => {
    const count = Math.min(each, sizes.length - page * each)
    return {
      w: rounded(Math.min(columns, Math.max(1, count)) * step.w - padding, sheet),
      h: rounded(Math.max(1, Math.ceil(count / columns)) * step.h - padding, sheet),
    }
  })
  const spots = sizes.map((_, k) => ({
    page: Math.floor(k / each),
    x: (k % columns) * step.w + extrude,
    y: Math.floor((k % each) / columns) * step.h + extrude,
  }))
  return { spots, pages }
}

const packed = (sizes: readonly Sides[], { sheet, padding, extrude }: LayoutChoice): Layout => {
  const { places, pages } = packPages(
    sizes.map(({ w, h }) => ({ width: Math.max(1, w) + 2 * extrude, height: Math.max(1, h) + 2 * extrude })),
    sideFor(sheet),
    padding,
  )
  return {
    spots: places.map(({ page, x, y }) => ({ page, x: x + extrude, y: y + extrude })),
    pages: pages.map(({ width, height }) => ({ w: rounded(width, sheet), h: rounded(height, sheet) })),
  }
}

/** Places for pictures of these sizes, in their order; each fits a side of the sheet. */
export const layoutOf = (sizes: readonly Sides[], choice: LayoutChoice): Layout =>
  choice.sheet.layout === 'grid' ? grid(sizes, choice) : packed(sizes, choice)
