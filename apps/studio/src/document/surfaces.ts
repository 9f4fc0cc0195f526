/** Surfaces as they are moved by hand. Pure. */
import type { Surface, SurfaceKind } from '@gliv/model'

type Move<K extends SurfaceKind> = (
  surface: Extract<Surface, { kind: K }>,
  x: number,
  y: number,
) => Extract<Surface, { kind: K }>

const MOVES: { readonly [K in SurfaceKind]: Move<K> } = {
  segment: (s, x, y) => ({ ...s, x1: s.x1 + x, y1: s.y1 + y, x2: s.x2 + x, y2: s.y2 + y }),
  box: (s, x, y) => ({ ...s, x: s.x + x, y: s.y + y }),
  circle: (s, x, y) => ({ ...s, x: s.x + x, y: s.y + y }),
  polygon: (s, x, y) => ({ ...s, points: s.points.map(([px, py]) => [px + x, py + y] as const) }),
  polyline: (s, x, y) => ({ ...s, points: s.points.map(([px, py]) => [px + x, py + y] as const) }),
  tiles: (s, x, y) => ({ ...s, x: s.x + x, y: s.y + y }),
}

/** A surface moved by so many world px. */
export const movedSurface = (surface: Surface, x: number, y: number): Surface =>
  (MOVES[surface.kind] as (surface: Surface, x: number, y: number) => Surface)(surface, x, y)

/** Where a surface is said to be: its first point, its corner, or its middle; world px. */
export const surfacePlace = (surface: Surface): readonly [x: number, y: number] => {
  if (surface.kind === 'segment') return [surface.x1, surface.y1]
  return 'points' in surface ? surface.points[0]! : [surface.x, surface.y]
}

export const SURFACE_TEXTS = {
  segment: 'Line',
  box: 'Box',
  circle: 'Circle',
  polygon: 'Polygon',
  polyline: 'Bent line',
  tiles: 'Tiles',
} as const satisfies Record<SurfaceKind, string>
