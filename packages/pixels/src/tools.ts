/**
 * The drawing tools: each names the texels it touches; a brush then puts its colour on them, each once, so
 * that a
 * half-transparent stroke does not darken where it crosses itself.
 */
import { createImage, type Image } from './image.ts'
import type { Cell } from './slice.ts'

/**
 * Texels as y × 65536 + x; x and y from 0 to 65535, and what lies outside of the picture is left out when it
 * is painted.
 */
export type Points = ReadonlySet<number>

/** A texel as one number, for sets of texels; x and y from 0 to 65,535. */
export const pointAt = (x: number, y: number): number => y * 65536 + x
/** Column of a texel's number. */
export const xOf = (point: number): number => point % 65536
/** Row of a texel's number. */
export const yOf = (point: number): number => Math.floor(point / 65536)

const inside = (x: number, y: number): boolean => x >= 0 && y >= 0 && x < 65536 && y < 65536

/**
 * A square of `size` texels around each texel of a line (Bresenham); even sizes reach further right and down.
 */
export const linePoints = (x0: number, y0: number, x1: number, y1: number, size = 1): Set<number> => {
  const points = new Set<number>()
  const [dx, dy] = [Math.abs(x1 - x0), -Math.abs(y1 - y0)]
  const [sx, sy] = [x0 < x1 ? 1 : -1, y0 < y1 ? 1 : -1]
  const low = -Math.floor((size - 1) / 2)
  let [x, y, error] = [x0, y0, dx + dy]
  for (let k = 0; k <= Math.max(dx, -dy); k++) {
    for (let j = low; j < low + size; j++)
      for (let i = low; i < low + size; i++) if (inside(x + i, y + j)) points.add(pointAt(x + i, y + j))
    const twice = 2 * error
    if (twice >= dy) {
      error += dy
      x += sx
    }
    if (twice <= dx) {
      error += dx
      y += sy
    }
  }
  return points
}

const square = (v: number): number => v * v

const ordered = (a: number, b: number): [number, number] => (a < b ? [a, b] : [b, a])

/** Texels of a rectangle between two corners, both included; its edge alone unless it is filled. */
export const rectanglePoints = (
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  filled: boolean,
): Set<number> => {
  const points = new Set<number>()
  const [left, right] = ordered(x0, x1)
  const [top, bottom] = ordered(y0, y1)
  for (let y = Math.max(0, top); y <= bottom; y++)
    for (let x = Math.max(0, left); x <= right; x++)
      if (filled || x === left || x === right || y === top || y === bottom) points.add(pointAt(x, y))
  return points
}

/**
 * The ellipse that fills a rectangle: texels whose middles lie inside; its outline are those of them with an
 * empty neighbour at a side.
 */
export const ellipsePoints = (
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  filled: boolean,
): Set<number> => {
  const [left, right] = ordered(x0, x1)
  const [top, bottom] = ordered(y0, y1)
  const [a, b] = [(right - left + 1) / 2, (bottom - top + 1) / 2]
  const within = (x: number, y: number): boolean =>
    square((x + 0.5 - left - a) / a) + square((y + 0.5 - top - b) / b) <= 1
  const points = new Set<number>()
  for (let y = Math.max(0, top); y <= bottom; y++)
    for (let x = Math.max(0, left); x <= right; x++) {
      if (!within(x, y)) continue
      if (filled || !within(x - 1, y) || !within(x + 1, y) || !within(x, y - 1) || !within(x, y + 1))
        points.add(pointAt(x, y))
    }
  return points
}

const rgbaAt = ({ width, data }: Image, x: number, y: number): number => {
  const o = (y * width + x) * 4
  // All empty texels are the same to a fill.
  return data[o + 3] === 0
    ? 0
    : ((data[o]! << 24) | (data[o + 1]! << 16) | (data[o + 2]! << 8) | data[o + 3]!) >>> 0
}

const isInside = ({ width, height }: Image, x: number, y: number): boolean =>
  x >= 0 && y >= 0 && x < width && y < height

/** Texels of the same colour that hang together at their sides. */
export const fillPoints = (image: Image, x: number, y: number): Set<number> => {
  const points = new Set<number>()
  if (!isInside(image, x, y)) return points
  const colour = rgbaAt(image, x, y)
  const open = [pointAt(x, y)]
  points.add(open[0]!)
  for (let point = open.pop(); point !== undefined; point = open.pop()) {
    const [px, py] = [xOf(point), yOf(point)]
    for (const [nx, ny] of [
      [px - 1, py],
      [px + 1, py],
      [px, py - 1],
      [px, py + 1],
    ] as const) {
      const next = pointAt(nx, ny)
      if (!isInside(image, nx, ny) || points.has(next) || rgbaAt(image, nx, ny) !== colour) continue
      points.add(next)
      open.push(next)
    }
  }
  return points
}

/** Whether strokes are repeated left and right, and above and below. */
export interface Mirrors {
  readonly x: boolean
  readonly y: boolean
}

/** The points and their reflections in the picture's middle lines. */
export const mirrorPoints = (
  points: Points,
  width: number,
  height: number,
  { x, y }: Mirrors,
): Set<number> => {
  const out = new Set(points)
  if (x) for (const p of [...out]) if (width - 1 - xOf(p) >= 0) out.add(pointAt(width - 1 - xOf(p), yOf(p)))
  if (y) for (const p of [...out]) if (height - 1 - yOf(p) >= 0) out.add(pointAt(xOf(p), height - 1 - yOf(p)))
  return out
}

/** What a stroke puts on texels. */
export interface Brush {
  /** r, g, b from 0 to 255. */
  readonly colour: readonly [number, number, number]
  /** 0 to 1. */
  readonly alpha: number
  readonly erase: boolean
}

/** Straight alpha over straight alpha, in place, at byte offset `o`. */
const over = (
  data: Uint8Array,
  o: number,
  [r, g, b]: readonly [number, number, number],
  alpha: number,
): void => {
  const below = data[o + 3]! / 255
  const sum = alpha + below * (1 - alpha)
  if (sum === 0) return
  const mix = (source: number, ground: number): number =>
    Math.round((source * alpha + ground * below * (1 - alpha)) / sum)
  data[o] = mix(r, data[o]!)
  data[o + 1] = mix(g, data[o + 1]!)
  data[o + 2] = mix(b, data[o + 2]!)
  data[o + 3] = Math.round(sum * 255)
}

/** A copy of the picture with the brush put on the points once each. */
export const paintPoints = (image: Image, points: Points, { colour, alpha, erase }: Brush): Image => {
  const out: Image = { ...image, data: image.data.slice() }
  for (const point of points) {
    const [x, y] = [xOf(point), yOf(point)]
    if (x >= image.width || y >= image.height) continue
    const o = (y * image.width + x) * 4
    if (!erase) over(out.data, o, colour, alpha)
    else if (alpha === 1) out.data.fill(0, o, o + 4)
    else out.data[o + 3] = Math.round(out.data[o + 3]! * (1 - alpha))
  }
  return out
}

/**
 * Takes a rectangle out: what was in it, and the picture with a hole there. The rectangle is cut to the
 * picture.
 */
export const lift = (image: Image, { x, y, w, h }: Cell): { piece: Image; rest: Image } => {
  const piece = createImage(w, h)
  const rest: Image = { ...image, data: image.data.slice() }
  for (let row = 0; row < h; row++) {
    const o = ((y + row) * image.width + x) * 4
    piece.data.set(image.data.subarray(o, o + w * 4), row * w * 4)
    rest.data.fill(0, o, o + w * 4)
  }
  return { piece, rest }
}

/** Puts a piece down; its empty texels leave what is there, and what comes to lie outside is lost. */
export const drop = (image: Image, piece: Image, x: number, y: number): Image => {
  const out: Image = { ...image, data: image.data.slice() }
  for (let row = 0; row < piece.height; row++)
    for (let column = 0; column < piece.width; column++) {
      const [tx, ty, s] = [x + column, y + row, (row * piece.width + column) * 4]
      if (tx < 0 || ty < 0 || tx >= image.width || ty >= image.height || piece.data[s + 3] === 0) continue
      over(
        out.data,
        (ty * image.width + tx) * 4,
        [piece.data[s]!, piece.data[s + 1]!, piece.data[s + 2]!],
        piece.data[s + 3]! / 255,
      )
    }
  return out
}
