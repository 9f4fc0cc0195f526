/** The surfaces around an effect during one tick, ready to be touched. */
import { BoundedCache } from '@gliv/base'
import {
  CORNER_LIMIT,
  Refusal,
  type Surface,
  SURFACE_KINDS,
  SURFACE_LIMIT,
  type SurfaceKind,
} from '@gliv/model'
import { makeEdges } from './edges.ts'
import { EdgeGrid } from './edgeGrid.ts'

/** Grids for so many radii are kept at once. */
const KEPT = 16

/** The surfaces of a moment, with their edges in grids by the radius of what moves among them. */
export class Surroundings {
  readonly before: readonly Surface[]
  readonly after: readonly Surface[]
  readonly #grids = new BoundedCache<number, EdgeGrid>(KEPT)

  constructor(before: readonly Surface[], after: readonly Surface[] = before) {
    this.before = before
    this.after = after
  }

  get empty(): boolean {
    return this.before.length === 0
  }

  /** @param radius how far from its centre a particle touches, in world px */
  grid(radius: number): EdgeGrid {
    return (
      this.#grids.get(radius) ??
      this.#grids.set(radius, new EdgeGrid(makeEdges(this.before, this.after, radius)))
    )
  }
}

export const NO_SURROUNDINGS = new Surroundings([])

const between = (a: number, b: number, t: number): number => a + (b - a) * t

/** A surface on its way from one state to another of the same kind; corners that have no partner stay. */
export const surfaceBetween = (a: Surface, b: Surface, t: number): Surface => {
  if (a === b || a.kind !== b.kind) return a
  const moved: Record<string, unknown> = { ...a }
  for (const [key, value] of Object.entries(a)) {
    const to = (b as unknown as Record<string, unknown>)[key]
    if (typeof value === 'number' && typeof to === 'number') moved[key] = between(value, to, t)
  }
  if ('points' in a && 'points' in b && a.kind === b.kind && a.points.length === b.points.length)
    moved['points'] = a.points.map(([x, y], i) => [
      between(x, b.points[i]![0], t),
      between(y, b.points[i]![1], t),
    ])
  return moved as unknown as Surface
}

/**
 * Surfaces between two entries of a tape: those with the same id move, the others stay until the next entry.
 */
export const surfacesBetween = (
  a: readonly Surface[],
  b: readonly Surface[],
  t: number,
): readonly Surface[] => {
  if (t <= 0 || a === b) return a
  const later = new Map(b.map((surface) => [surface.id, surface]))
  return a.map((surface) => surfaceBetween(surface, later.get(surface.id) ?? surface, t))
}

const NUMBERS = {
  segment: ['x1', 'y1', 'x2', 'y2'],
  box: ['x', 'y', 'w', 'h'],
  circle: ['x', 'y', 'r'],
  polygon: [],
  polyline: [],
  tiles: ['x', 'y', 'size'],
} as const satisfies Record<SurfaceKind, readonly string[]>

const numbersOf = (surface: Surface): readonly number[] =>
  'points' in surface
    ? surface.points.flat()
    : NUMBERS[surface.kind].map((key) => (surface as unknown as Record<string, number>)[key]!)

/** What is wrong with a surface's own sizes; null for nothing. */
const SIZE_RULES = {
  polygon: ({ points }) =>
    points.length < 3 || points.length > CORNER_LIMIT
      ? `a polygon of ${points.length} corners; give 3 to ${CORNER_LIMIT}`
      : null,
  polyline: ({ points }) =>
    points.length < 2 || points.length > CORNER_LIMIT
      ? `a line of ${points.length} points; give 2 to ${CORNER_LIMIT}`
      : null,
  circle: ({ r }) => (r > 0 ? null : `the radius is ${r}; make it over 0`),
  box: ({ w, h }) => (w > 0 && h > 0 ? null : `the box is ${w} × ${h}; make both sides over 0`),
  tiles: ({ size, rows }) =>
    !(size > 0)
      ? `a tile is ${size} px; make it over 0`
      : rows.length > CORNER_LIMIT || rows.some((row) => row.length > CORNER_LIMIT)
        ? `more than ${CORNER_LIMIT} tiles along a side; split the mask`
        : null,
} as const satisfies {
  readonly [K in Surface['kind']]?: (surface: Extract<Surface, { kind: K }>) => string | null
}

/** What is wrong with a surface by itself; null for nothing. */
const faultOf = (surface: Surface): string | null => {
  if (!SURFACE_KINDS.includes(surface.kind))
    return `"${String((surface as Surface).kind)}" is no kind of surface; use one of ${SURFACE_KINDS.join(', ')}`
  const broken = numbersOf(surface).find((v) => !Number.isFinite(v) || Math.abs(v) > 1e6)
  if (broken !== undefined) return `${broken} is no place; use world px from −1,000,000 to 1,000,000`
  const rule = (SIZE_RULES as Partial<Record<Surface['kind'], (surface: Surface) => string | null>>)[
    surface.kind
  ]
  return rule?.(surface) ?? null
}

/** Throws `Refusal` for surfaces that make no sense. @param place of the message */
export const checkSurfaces = (place: string, surfaces: readonly Surface[]): void => {
  if (surfaces.length > SURFACE_LIMIT)
    throw new Refusal(
      place,
      `${surfaces.length} surfaces; at most ${SURFACE_LIMIT} are allowed; join some into polygons or tiles`,
    )
  const ids = new Set<string>()
  surfaces.forEach((surface, i) => {
    const twice = `the id "${surface.id}" is used twice; give each surface its own`
    const fault = faultOf(surface) ?? (ids.has(surface.id) ? twice : null)
    if (fault !== null) throw new Refusal(`${place}[${i}]`, fault)
    ids.add(surface.id)
  })
}
