/** Paths of emitters and types: their points moved, added and taken out. Pure; px of the world. */
import type { Path, PathPoint } from '@gliv/model'

/** Points that a path has at least. */
export const LEAST_POINTS = 2

export const withPoint = (path: Path, index: number, change: Partial<PathPoint>): Path => ({
  ...path,
  points: path.points.map((p, i) => (i === index ? { ...p, ...change } : p)),
})

/** Halfway to the next point, for a press that adds one. */
export const middleAfter = (path: Path, index: number): { x: number; y: number } | null => {
  const a = path.points[index]!
  const b = path.points[index + 1] ?? (path.closed ? path.points[0] : undefined)
  if (!b) return null
  // The middle of the Bézier curve, which is the straight middle without handles.
  const mid = (p: number, out: number, into: number, q: number): number =>
    (p + 3 * (p + out) + 3 * (q + into) + q) / 8
  return { x: mid(a.x, a.outX, b.inX, b.x), y: mid(a.y, a.outY, b.inY, b.y) }
}

export const insertAfter = (path: Path, index: number, x: number, y: number): Path => ({
  ...path,
  points: [
    ...path.points.slice(0, index + 1),
    { x, y, inX: 0, inY: 0, outX: 0, outY: 0 },
    ...path.points.slice(index + 1),
  ],
})

/** Moves points by px; their handles go with them. */
export const movedPoints = (path: Path, indices: readonly number[], x: number, y: number): Path => ({
  ...path,
  points: path.points.map((p, i) => (indices.includes(i) ? { ...p, x: p.x + x, y: p.y + y } : p)),
})

/** Takes points out; null where fewer than a path needs would be left. */
export const withoutPoints = (path: Path, indices: readonly number[]): Path | null => {
  const points = path.points.filter((_, i) => !indices.includes(i))
  return points.length < LEAST_POINTS ? null : { ...path, points }
}
