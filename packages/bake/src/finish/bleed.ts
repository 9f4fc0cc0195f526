/** Colours of edges carried under transparent texels, so that a sheet that is scaled has no dark fringe. */
import type { Image } from '@gliv/pixels'

/** How far colours are carried, texels: enough for drawing at half the size. */
const REACH = 2

/** Offsets of the eight texels around one, in rows of `width`. */
const around = (width: number): readonly number[] => [
  -1,
  1,
  -width,
  width,
  -width - 1,
  -width + 1,
  width - 1,
  width + 1,
]

/** A row's texels that have colour, added up over the rows above, at and below. */
const columnSums = (
  coloured: Uint8Array,
  width: number,
  height: number,
  y: number,
  sums: Uint8Array,
): void => {
  const row = y * width
  const above = y > 0 ? row - width : -1
  const below = y < height - 1 ? row + width : -1
  for (let x = 0; x < width; x++)
    sums[x + 1] =
      coloured[row + x]! + (above < 0 ? 0 : coloured[above + x]!) + (below < 0 ? 0 : coloured[below + x]!)
}

/** Clear texels beside coloured ones. */
const edgesOf = (coloured: Uint8Array, width: number, height: number): number[] => {
  const found: number[] = []
  const sums = new Uint8Array(width + 2)
  for (let y = 0; y < height; y++) {
    columnSums(coloured, width, height, y, sums)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (coloured[i] === 0 && sums[x]! + sums[x + 1]! + sums[x + 2]! > 0) found.push(i)
  }
  return found
}

/** A clear texel that is about to be coloured, so that it is listed once. */
const LISTED = 2

/** Clear texels beside some that were just coloured, each once. */
const nextTo = (edges: readonly number[], coloured: Uint8Array, width: number): number[] => {
  const found: number[] = []
  const offsets = around(width)
  for (const i of edges) {
    const x = i % width
    // At an end of a row the texel beside would be one of another row.
    if (x === 0 || x === width - 1) continue
    for (const offset of offsets)
      if (coloured[i + offset] === 0) {
        coloured[i + offset] = LISTED
        found.push(i + offset)
      }
  }
  return found
}

/**
 * Gives texels the colour of their most opaque neighbour, so that no colour appears that was not there; what was
 * just coloured counts only afterwards.
 */
const colourAll = (
  pixels: Uint32Array,
  coloured: Uint8Array,
  width: number,
  edges: readonly number[],
): void => {
  const offsets = around(width)
  for (const i of edges) {
    const x = i % width
    const inside = x > 0 && x < width - 1
    let best = 0
    let alpha = -1
    for (const offset of offsets) {
      const at = i + offset
      if (coloured[at] !== 1 || (!inside && Math.abs((at % width) - x) > 1)) continue
      const value = pixels[at]!
      if (value >>> 24 > alpha) {
        best = value
        alpha = value >>> 24
      }
    }
    pixels[i] = best & 0xffffff
  }
  for (const i of edges) coloured[i] = 1
}

/** Carries colours outwards in place; alpha stays 0 there. */
export const bleed = ({ width, height, data }: Image): void => {
  const pixels = new Uint32Array(data.buffer, data.byteOffset, width * height)
  const coloured = new Uint8Array(width * height)
  for (let i = 0; i < coloured.length; i++) coloured[i] = pixels[i]! >>> 24 > 0 ? 1 : 0
  let edges = edgesOf(coloured, width, height)
  for (let round = 1; round <= REACH; round++) {
    colourAll(pixels, coloured, width, edges)
    if (round < REACH) edges = nextTo(edges, coloured, width)
  }
}
