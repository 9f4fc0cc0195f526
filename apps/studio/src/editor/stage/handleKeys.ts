/** What arrow keys do with a handle, and how its place is read out. */
import { angleOf, polar } from '../../document/geometry.ts'

/**
 * `outward`: along the line from the centre, right and down go away from it; `turning`: around the centre, a
 * degree a step.
 */
export type HandleMotion = 'freely' | 'outward' | 'turning'

type Vector = readonly [number, number]

const MOVED: {
  readonly [M in HandleMotion]: (fromX: number, fromY: number, dx: number, dy: number) => Vector
} = {
  freely: (_x, _y, dx, dy) => [dx, dy],
  outward: (x, y, dx, dy) => {
    const length = Math.hypot(x, y)
    const [ux, uy] = length === 0 ? [1, 0] : [x / length, y / length]
    const by = Math.max(-length, dx + dy)
    return [ux * by, uy * by]
  },
  turning: (x, y, dx, dy) => {
    const [tx, ty] = polar(Math.round(angleOf(x, y)) + dx + dy, Math.hypot(x, y))
    return [tx - x, ty - y]
  },
}

/**
 * How far the handle at (`fromX`, `fromY`) from its centre goes for so many steps right and down, in world
 * px.
 */
export const steppedBy = (
  motion: HandleMotion,
  fromX: number,
  fromY: number,
  dx: number,
  dy: number,
): Vector => MOVED[motion](fromX, fromY, dx, dy)

const tenth = (value: number): number => Math.round(value * 10) / 10 + 0

/** A handle's place for those who do not see it: a number, and what it means. */
export const handleReading = (
  motion: HandleMotion,
  x: number,
  y: number,
): { readonly now: number; readonly text: string } => {
  if (motion === 'turning') return { now: Math.round(angleOf(x, y)), text: `${Math.round(angleOf(x, y))}°` }
  if (motion === 'outward') return { now: tenth(Math.hypot(x, y)), text: `${tenth(Math.hypot(x, y))} px` }
  return { now: tenth(x), text: `${tenth(x)} px right, ${tenth(y)} px down` }
}
