/**
 * What particles can touch, in world px. Closed ones are touched from outside; a segment from both sides.
 * `oneWay` keeps only
 * edges that face up, touched from above. Surfaces with the same id in two entries of a tape move evenly from
 * one to the other.
 */
interface SurfaceBase {
  readonly id: string
  readonly oneWay?: boolean | undefined
}

export interface SegmentSurface extends SurfaceBase {
  readonly kind: 'segment'
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

export interface BoxSurface extends SurfaceBase {
  readonly kind: 'box'
  /** Left top corner. */
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

export interface CircleSurface extends SurfaceBase {
  readonly kind: 'circle'
  readonly x: number
  readonly y: number
  readonly r: number
}

export interface PolygonSurface extends SurfaceBase {
  readonly kind: 'polygon'
  /** At least three corners, in either direction. */
  readonly points: readonly (readonly [number, number])[]
}

/** Segments from point to point, left open: touched from both sides. */
export interface PolylineSurface extends SurfaceBase {
  readonly kind: 'polyline'
  /** At least two points. */
  readonly points: readonly (readonly [number, number])[]
}

/**
 * A mask of tiles, row by row: `#` is solid, `-` has a top that is touched from above, anything else is free.
 */
export interface TilesSurface extends SurfaceBase {
  readonly kind: 'tiles'
  readonly x: number
  readonly y: number
  /** Width and height of a tile. */
  readonly size: number
  readonly rows: readonly string[]
}

/** What particles can touch, in world px. */
export type Surface =
  SegmentSurface | BoxSurface | CircleSurface | PolygonSurface | PolylineSurface | TilesSurface
export const SURFACE_KINDS = ['segment', 'box', 'circle', 'polygon', 'polyline', 'tiles'] as const
export type SurfaceKind = (typeof SURFACE_KINDS)[number]

/** Most surfaces of a stage or of one entry of a tape. */
export const SURFACE_LIMIT = 4000
/** Most corners of a polygon, and tiles along a side of a mask. */
export const CORNER_LIMIT = 256
