/** Outlines of a picture's solid pixels, and the size that a screenshot shows its game's pixels in. */
import simplify from 'simplify-js'
import type { Image } from './image.ts'

export type Point = readonly [x: number, y: number]

/** Longest walk around one shape, in pixel edges. */
const LONGEST = 200_000

/** What counts as solid, and how closely it is followed. */
export interface SolidsChoice {
  /** Least alpha of a solid pixel, 1 to 255. */
  readonly alpha: number
  /** How far the outline may leave the pixels' edges, px; 0 follows each of them. */
  readonly tolerance: number
  /** Shapes of fewer pixels are left out. */
  readonly least: number
}

/** Solid from half opacity, followed to 1 px. */
export const SOLIDS: SolidsChoice = { alpha: 128, tolerance: 1, least: 16 }

/** Right, down, left, up: a walk keeps the solid at its right hand. */
const WAYS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const

/** The pixels to the right and left ahead of a corner, by the way one goes. */
const AHEAD = [
  [0, 0, 0, -1],
  [-1, 0, 0, 0],
  [-1, -1, -1, 0],
  [0, -1, -1, -1],
] as const

/** Walks once around a shape along the edges of its pixels, clockwise, from its upper left corner. */
const around = (solid: (x: number, y: number) => boolean, startX: number, startY: number): Point[] => {
  const points: Point[] = []
  let [x, y, way] = [startX, startY, 0]
  for (let k = 0; k < LONGEST; k++) {
    x += WAYS[way]![0]
    y += WAYS[way]![1]
    const [rx, ry, lx, ly] = AHEAD[way]!
    const [right, left] = [solid(x + rx, y + ry), solid(x + lx, y + ly)]
    const turn = !right ? 1 : left ? 3 : 0
    if (turn > 0) points.push([x, y])
    way = (way + turn) % 4
    if (x === startX && y === startY && way === 0) break
  }
  return points
}

/** Marks all pixels of a shape, those that touch at a corner apart. @returns their numbers */
const flood = (kept: Uint8Array, width: number, height: number, from: number): number[] => {
  const stack = [from]
  const all: number[] = []
  kept[from] = 2
  while (stack.length > 0) {
    const at = stack.pop()!
    all.push(at)
    const [x, y] = [at % width, Math.floor(at / width)]
    const go = (next: number, inside: boolean): void => {
      if (!inside || kept[next] !== 1) return
      kept[next] = 2
      stack.push(next)
    }
    go(at - 1, x > 0)
    go(at + 1, x + 1 < width)
    go(at - width, y > 0)
    go(at + width, y + 1 < height)
  }
  return all
}

const simpler = (points: readonly Point[], tolerance: number): Point[] => {
  if (tolerance <= 0 || points.length < 4) return [...points]
  // Cut open where it is widest, so that the ends of both halves stay corners.
  const [first] = points
  const far = points.reduce(
    (best, [x, y], k) => {
      const [dx, dy] = [x - first![0], y - first![1]]
      const length = dx * dx + dy * dy
      return length > best.length ? { k, length } : best
    },
    { k: 0, length: -1 },
  ).k
  const half = (list: readonly Point[]): Point[] =>
    simplify(
      list.map(([x, y]) => ({ x, y })),
      tolerance,
      true,
    ).map(({ x, y }) => [x, y] as const)
  const [a, b] = [half(points.slice(0, far + 1)), half([...points.slice(far), first!])]
  return [...a.slice(0, -1), ...b.slice(0, -1)]
}

/**
 * Outlines of the solid shapes of a picture, each as corners in its pixels, clockwise; holes are left out. A larger
 * tolerance gives fewer corners (Ramer, Douglas and Peucker).
 * @param most corners of one outline: the tolerance is doubled until it has no more
 * @returns largest shape first
 */
export const solidOutlines = (
  { width, height, data }: Image,
  { alpha, tolerance, least }: SolidsChoice = SOLIDS,
  most = 256,
): Point[][] => {
  const kept = new Uint8Array(width * height)
  for (let k = 0; k < kept.length; k++) kept[k] = data[k * 4 + 3]! >= alpha ? 1 : 0
  const found: { readonly points: Point[]; readonly count: number }[] = []
  for (let k = 0; k < kept.length; k++) {
    if (kept[k] !== 1) continue
    const pixels = flood(kept, width, height, k)
    const mine = (x: number, y: number): boolean =>
      x >= 0 && y >= 0 && x < width && y < height && kept[y * width + x] === 2
    if (pixels.length >= least) {
      const walked = around(mine, k % width, Math.floor(k / width))
      let points = simpler(walked, tolerance)
      for (let by = Math.max(0.5, tolerance); points.length > most && by < 1e4; by *= 2)
        points = simpler(walked, by * 2)
      if (points.length >= 3) found.push({ points, count: pixels.length })
    }
    for (const pixel of pixels) kept[pixel] = 0
  }
  return found.sort((a, b) => b.count - a.count).map(({ points }) => points)
}

/** Largest size of a pixel that is looked for. */
const MOST_SCALE = 8
/** Share of changes of colour that must lie on the grid. */
const SURE = 0.98

/**
 * How many px of a screenshot one pixel of its game is wide: the largest size at whose multiples nearly all changes of
 * colour lie, from 1 to 8.
 */
export const likelyPixelScale = ({ width, height, data }: Image): number => {
  const words = new Uint32Array(data.buffer.slice(data.byteOffset, data.byteOffset + width * height * 4))
  const across = new Uint32Array(width)
  const down = new Uint32Array(height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      if (x > 0 && words[at] !== words[at - 1]) across[x]!++
      if (y > 0 && words[at] !== words[at - width]) down[y]!++
    }
  const share = (list: Uint32Array, scale: number): number => {
    let [all, best] = [0, 0]
    const by = new Float64Array(scale)
    list.forEach((count, k) => {
      all += count
      by[k % scale]! += count
    })
    for (const sum of by) best = Math.max(best, sum)
    return all === 0 ? 0 : best / all
  }
  for (let scale = MOST_SCALE; scale > 1; scale--)
    if (share(across, scale) >= SURE && share(down, scale) >= SURE) return scale
  return 1
}
