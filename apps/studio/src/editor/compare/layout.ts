/** Where states stand on the canvas, in shares of it. */
import type { CanvasBox } from '../playback/stageRenderer/stageRenderer.ts'

const grid = (columns: number, rows: number): CanvasBox[] =>
  Array.from({ length: columns * rows }, (_, k) => ({
    x: (k % columns) / columns,
    y: Math.floor(k / columns) / rows,
    w: 1 / columns,
    h: 1 / rows,
  }))

/** Up to four states side by side: in a row, four in two rows. */
export const besideBoxes = (count: number): readonly CanvasBox[] =>
  count >= 4 ? grid(2, 2).slice(0, count) : grid(count, 1)

/** Share of the width that the present state has beside rows of variations, and that the names of rows have. */
const PRESENT = 0.34
const NAMES = 0.09

/** The present state at the left, and rows of variations at its right with room for a name before each. */
export const exploreBoxes = (
  rows: number,
  columns: number,
): { readonly present: CanvasBox; readonly rows: readonly (readonly CanvasBox[])[] } => {
  const left = PRESENT + NAMES
  const w = (1 - left) / Math.max(1, columns)
  const h = 1 / Math.max(1, rows)
  return {
    present: { x: 0, y: 0, w: PRESENT, h: 1 },
    rows: Array.from({ length: rows }, (_, row) =>
      Array.from({ length: columns }, (_, column) => ({ x: left + column * w, y: row * h, w, h })),
    ),
  }
}

/** Where the name of a row stands. */
export const nameBox = (row: number, rows: number): CanvasBox => ({
  x: PRESENT,
  y: row / rows,
  w: NAMES,
  h: 1 / rows,
})
