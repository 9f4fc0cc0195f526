/**
 * The numbers that come beside a sheet's picture, as Gliv bakes them or as somebody writes them: cells,
 * pivot, rate.
 */
import { PictureError } from './pngCheck.ts'
import { type Cell, CELL_LIMIT } from './slice.ts'

/** What a JSON beside a picture says of its frames: cells in texels, pivot as shares, frame rate. */
export interface SheetNumbers {
  /** The picture's file name, where it is said. */
  readonly image: string | null
  readonly cells: readonly Cell[]
  /** Texels from the whole frame's left top corner; null is the middle. */
  readonly pivot: { readonly x: number; readonly y: number } | null
  /** The same for each cell: trimmed ones begin later. Null is the middle. */
  readonly pivots: readonly { readonly x: number; readonly y: number }[] | null
  readonly fps: number | null
}

type Data = Readonly<Record<string, unknown>>

const isData = (value: unknown): value is Data =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value)
const isTexels = (value: unknown): value is number =>
  isNumber(value) && Number.isInteger(value) && value >= 0 && value <= 16384

const cellOf = (frame: unknown, k: number): Cell => {
  const { x, y, w, h } = isData(frame) ? frame : {}
  if (!isTexels(x) || !isTexels(y) || !isTexels(w) || !isTexels(h) || w < 1 || h < 1)
    throw new PictureError(
      `Frame ${k + 1} of the sheet's numbers has no x, y, w and h in whole texels; correct it, or import the picture alone`,
    )
  return { x, y, w, h }
}

const gridOf = (cell: Data, width: number, height: number): Cell[] => {
  const { w, h } = cell
  if (!isTexels(w) || !isTexels(h) || w < 1 || h < 1 || w > width || h > height)
    throw new PictureError(
      `The sheet's numbers say cells of ${String(w)} × ${String(h)}, the picture has ${width} × ${height}; correct them, or import the picture alone`,
    )
  const [columns, rows] = [Math.floor(width / w), Math.floor(height / h)]
  return Array.from({ length: Math.min(CELL_LIMIT + 1, columns * rows) }, (_, k) => ({
    x: (k % columns) * w,
    y: Math.floor(k / columns) * h,
    w,
    h,
  }))
}

/** Whether JSON is a sheet's numbers, as far as its form tells. */
export const isSheetNumbers = (data: unknown): boolean =>
  isData(data) &&
  data['format'] !== 'gliv-kit' &&
  (data['format'] === 'gliv-sheet' || Array.isArray(data['frames']) || isData(data['cell']))

const pivotOf = (pivot: unknown): SheetNumbers['pivot'] => {
  const { x, y } = isData(pivot) ? pivot : {}
  return isNumber(x) && isNumber(y) ? { x, y } : null
}

const offsetOf = (frame: unknown): { readonly x: number; readonly y: number } => {
  const { offsetX, offsetY } = isData(frame) ? frame : {}
  return { x: isNumber(offsetX) ? offsetX : 0, y: isNumber(offsetY) ? offsetY : 0 }
}

/** The pivot of the clip that a frame belongs to, else of all. */
const pivotAt = (data: Data, k: number): SheetNumbers['pivot'] => {
  const clips: unknown[] = Array.isArray(data['clips']) ? data['clips'] : []
  const own = clips
    .filter(isData)
    .find(({ from, count }) => isNumber(from) && isNumber(count) && k >= from && k < from + count)
  return pivotOf(own?.['pivot'] ?? data['pivot'])
}

/** Number of the page that has a file's name; the first where none has. */
const pageOf = ({ pages }: Data, name: string | undefined): number => {
  const all: unknown[] = Array.isArray(pages) ? pages : []
  return Math.max(
    0,
    all.findIndex((page) => isData(page) && page['image'] === name),
  )
}

/** The frames of a page, with their numbers among all. */
const framesOn = (
  data: Data,
  name: string | undefined,
): readonly (readonly [frame: unknown, k: number])[] => {
  const frames: unknown[] = Array.isArray(data['frames']) ? data['frames'] : []
  const page = pageOf(data, name)
  return frames
    .map((frame, k) => [frame, k] as const)
    .filter(([frame]) => !isData(frame) || (frame['page'] ?? 0) === page)
}

const pivotsOf = (data: Data, frames: ReturnType<typeof framesOn>): SheetNumbers['pivots'] => {
  const pivots = frames.map(([frame, k]) => {
    const pivot = pivotAt(data, k)
    const { x, y } = offsetOf(frame)
    return pivot && { x: pivot.x - x, y: pivot.y - y }
  })
  return pivots.every((pivot) => pivot !== null) && pivots.length > 0 ? pivots : null
}

/** The cells of a picture by its frames, else by one cell that repeats, and the pivot in each. */
const placesIn = (
  data: Data,
  width: number,
  height: number,
  name: string | undefined,
): Pick<SheetNumbers, 'cells' | 'pivots'> => {
  if (Array.isArray(data['frames'])) {
    const frames = framesOn(data, name)
    return { cells: frames.map(([frame, k]) => cellOf(frame, k)), pivots: pivotsOf(data, frames) }
  }
  const cells = gridOf(data['cell'] as Data, width, height)
  const pivot = pivotOf(data['pivot'])
  return { cells, pivots: pivot && cells.map(() => pivot) }
}

/**
 * Reads a sheet's numbers for a picture of this size. Throws `PictureError` in words when they do not fit it.
 * @param name of the picture's file, which tells its page where there are more
 */
export const readSheetNumbers = (
  data: unknown,
  width: number,
  height: number,
  name?: string,
): SheetNumbers => {
  if (!isData(data) || !isSheetNumbers(data))
    throw new PictureError(
      "This JSON holds no sheet's numbers: it has neither frames nor a cell; import the picture alone",
    )
  const { cells, pivots } = placesIn(data, width, height, name)
  if (cells.length < 1 || cells.length > CELL_LIMIT)
    throw new PictureError(
      `The sheet's numbers give ${cells.length} frames; a sheet has 1 to ${CELL_LIMIT}; correct them, or import the picture alone`,
    )
  const outside = cells.findIndex(({ x, y, w, h }) => x + w > width || y + h > height)
  if (outside >= 0)
    throw new PictureError(
      `Frame ${outside + 1} of the sheet's numbers reaches ${cells[outside]!.x + cells[outside]!.w} × ${cells[outside]!.y + cells[outside]!.h}, the picture has ${width} × ${height}; choose the picture that belongs to them`,
    )
  const { fps, image } = data
  return {
    image: typeof image === 'string' ? image : null,
    cells,
    pivot: pivotOf(data['pivot']),
    pivots,
    fps: isNumber(fps) && fps >= 0.1 && fps <= 240 ? fps : null,
  }
}
