/** A ground of squares in two greys, by its name instead of a colour; the side is in canvas pixels. */
export const CHECKER = { name: 'checker', a: '#4d525b', b: '#7d838d', side: 24 } as const

/**
 * The grey of that ground at a pixel, counted from the upper left corner of a canvas of a height; rows of
 * squares count from below.
 */
export const checkerAt = (x: number, y: number, height: number): string => {
  const column = Math.floor(x / CHECKER.side)
  const row = Math.floor((height - 1 - y) / CHECKER.side)
  return (column + row) % 2 === 0 ? CHECKER.b : CHECKER.a
}
