/** A rubber band: the rectangle between two places, and what it touches. Pure. */

/** A rectangle, its left top corner first; px of anything. */
export interface Band {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

type Place = readonly [x: number, y: number]

export const bandOf = ([ax, ay]: Place, [bx, by]: Place): Band => ({
  x: Math.min(ax, bx),
  y: Math.min(ay, by),
  w: Math.abs(bx - ax),
  h: Math.abs(by - ay),
})

/** Numbers of the rectangles that a band touches. */
export const touched = (band: Band, cells: readonly Band[]): number[] =>
  cells.flatMap((cell, at) =>
    cell.x < band.x + band.w &&
    cell.x + cell.w > band.x &&
    cell.y < band.y + band.h &&
    cell.y + cell.h > band.y
      ? [at]
      : [],
  )

/** Numbers of the cells of a grid, `columns` in a row, that a band touches. */
export const touchedInGrid = (
  band: Band,
  columns: number,
  cell: { readonly width: number; readonly height: number },
  count: number,
): number[] => {
  const found: number[] = []
  const last = Math.min(Math.ceil(count / columns) - 1, Math.floor((band.y + band.h) / cell.height))
  for (let row = Math.max(0, Math.floor(band.y / cell.height)); row <= last; row++)
    for (let column = 0; column < columns; column++) {
      const left = column * cell.width
      const at = row * columns + column
      if (at < count && left < band.x + band.w && left + cell.width > band.x) found.push(at)
    }
  return found
}

/** What a band chooses beside what was chosen: with Ctrl added to it. */
export const withBand = (before: readonly number[], band: readonly number[], ctrl: boolean): number[] =>
  [...new Set([...(ctrl ? before : []), ...band])].sort((a, b) => a - b)
