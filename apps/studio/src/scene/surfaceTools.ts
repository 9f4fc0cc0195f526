/** Surfaces drawn by hand: what each tool makes, and points that are moved. Pure. */
import type { Surface } from '@gliv/model'
import { type Band, bandOf } from '../shared/hooks/band.ts'

export type Place = readonly [x: number, y: number]

export const TOOLS = ['move', 'line', 'bent', 'box', 'round', 'outline'] as const
export type Tool = (typeof TOOLS)[number]
export const TOOL_TEXTS = {
  move: { label: 'Move', help: 'Move surfaces and their points; Delete removes one' },
  line: { label: 'Line', help: 'Pull from one end to the other' },
  bent: { label: 'Bent line', help: 'Press point by point; Enter ends it, Escape drops it' },
  box: { label: 'Box', help: 'Pull from corner to corner' },
  round: { label: 'Round', help: 'Pull from the middle outwards' },
  outline: { label: 'Outline', help: 'Press corner by corner; Enter or a press on the first closes it' },
} as const satisfies Record<Tool, { label: string; help: string }>

/** Shortest side of what is drawn, px: a press by accident makes nothing. */
const LEAST = 3

/** What a pull from one place to another makes; null when it is too small. */
export const drawn = (
  tool: Exclude<Tool, 'move' | 'outline' | 'bent'>,
  id: string,
  a: Place,
  b: Place,
): Surface | null => {
  const [w, h] = [Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])]
  if (Math.hypot(w, h) < LEAST) return null
  if (tool === 'line') return { id, kind: 'segment', x1: a[0], y1: a[1], x2: b[0], y2: b[1] }
  if (tool === 'round') return { id, kind: 'circle', x: a[0], y: a[1], r: Math.round(Math.hypot(w, h)) }
  return w < LEAST || h < LEAST
    ? null
    : { id, kind: 'box', x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), w, h }
}

/** Corners of an outline as a polygon; null for less than three. */
export const outlined = (id: string, points: readonly Place[]): Surface | null =>
  points.length < 3 ? null : { id, kind: 'polygon', points }

/** Points as a line that stays open; null for less than two. */
export const bent = (id: string, points: readonly Place[]): Surface | null =>
  points.length < 2 ? null : { id, kind: 'polyline', points }

/** Tools that take point by point, and what they make. */
export const BY_POINTS = { outline: outlined, bent } as const
export const isByPoints = (tool: Tool): tool is keyof typeof BY_POINTS => Object.hasOwn(BY_POINTS, tool)

/** Points of a surface that can be pulled, world px. */
export const pointsOf = (surface: Surface): readonly Place[] => {
  if (surface.kind === 'segment')
    return [
      [surface.x1, surface.y1],
      [surface.x2, surface.y2],
    ]
  if ('points' in surface) return surface.points
  if (surface.kind === 'circle') return [[surface.x + surface.r, surface.y]]
  if (surface.kind === 'box')
    return [
      [surface.x, surface.y],
      [surface.x + surface.w, surface.y + surface.h],
    ]
  return []
}

/** A surface with one of its points elsewhere; sizes stay at least 1 px. */
export const withPoint = (surface: Surface, k: number, [x, y]: Place): Surface => {
  if (surface.kind === 'segment') return k === 0 ? { ...surface, x1: x, y1: y } : { ...surface, x2: x, y2: y }
  if ('points' in surface)
    return { ...surface, points: surface.points.map((point, at) => (at === k ? [x, y] : point)) }
  if (surface.kind === 'circle')
    return { ...surface, r: Math.max(1, Math.round(Math.hypot(x - surface.x, y - surface.y))) }
  if (surface.kind !== 'box') return surface
  const [right, bottom] = [surface.x + surface.w, surface.y + surface.h]
  return k === 0
    ? {
        ...surface,
        x: Math.min(x, right - 1),
        y: Math.min(y, bottom - 1),
        w: Math.max(1, right - x),
        h: Math.max(1, bottom - y),
      }
    : { ...surface, w: Math.max(1, x - surface.x), h: Math.max(1, y - surface.y) }
}

/** A place on whole px, or on a point of another surface that is within `reach` px. */
export const snapped = (at: Place, others: readonly Surface[], reach: number): Place => {
  let best: Place = [Math.round(at[0]), Math.round(at[1])]
  let least = reach
  for (const point of others.flatMap(pointsOf)) {
    const far = Math.hypot(point[0] - at[0], point[1] - at[1])
    if (far < least) [least, best] = [far, point]
  }
  return best
}

/** The rectangle around a surface, world px. */
export const boxOf = (surface: Surface): Band => {
  const { kind } = surface
  if (kind === 'box') return surface
  if (kind === 'circle') {
    const { x, y, r } = surface
    return { x: x - r, y: y - r, w: 2 * r, h: 2 * r }
  }
  if (kind === 'tiles') {
    const { x, y, size, rows } = surface
    return { x, y, w: size * Math.max(0, ...rows.map((row) => row.length)), h: size * rows.length }
  }
  const points = pointsOf(surface)
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  // A level line has no height, and is touched all the same.
  return bandOf(
    [Math.min(...xs) - 0.5, Math.min(...ys) - 0.5],
    [Math.max(...xs) + 0.5, Math.max(...ys) + 0.5],
  )
}
