/**
 * Surfaces as one-sided edges and circles in columns. An edge is touched by what moves against its normal; a
 * segment that is
 * touched from both sides is two edges. With a radius, edges lie that far out and every corner gets a circle.
 */
import type { Surface, SurfaceKind, TilesSurface } from '@gliv/model'

export interface EdgeSet {
  readonly count: number
  /** Start of an edge, or centre of a circle. */
  readonly x: Float64Array
  readonly y: Float64Array
  /** Unit vector along an edge, and its length; length −1 marks a circle. */
  readonly tx: Float64Array
  readonly ty: Float64Array
  readonly length: Float64Array
  /** Outward normal of an edge. A circle has its radius in `nx`. */
  readonly nx: Float64Array
  readonly ny: Float64Array
  /** How far it moves within the tick. */
  readonly wx: Float64Array
  readonly wy: Float64Array
  /** How far behind it something may be and still be touched: more than a rounding where it turns. */
  readonly slack: Float64Array
  readonly moves: boolean
}

interface Line {
  readonly surface: number
  ax: number
  ay: number
  bx: number
  by: number
  /** −1 for edges; else a circle around a. */
  r: number
}

type Outline = (surface: never, add: (ax: number, ay: number, bx: number, by: number) => void) => void

/** Corners in either direction → edges whose normal (dy, −dx) looks out. */
const closed = (
  points: readonly (readonly [number, number])[],
  add: (ax: number, ay: number, bx: number, by: number) => void,
): void => {
  let area = 0
  points.forEach(([x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]!
    area += x * ny - nx * y
  })
  points.forEach(([x, y], i) => {
    const [nx, ny] = points[(i + 1) % points.length]!
    if (area >= 0) add(x, y, nx, ny)
    else add(nx, ny, x, y)
  })
}

/** Runs of equal neighbours along a row or a column of a mask. */
const runs = (length: number, is: (k: number) => boolean, add: (from: number, to: number) => void): void => {
  for (let k = 0; k < length; k++) {
    if (!is(k)) continue
    const from = k
    while (k < length && is(k)) k++
    add(from, k)
  }
}

/**
 * Outlines of solid tiles, each straight stretch in one piece so that nothing snags at seams; then the
 * one-way tops.
 */
const tilesOutline = (
  { x, y, size, rows }: TilesSurface,
  add: (ax: number, ay: number, bx: number, by: number) => void,
): void => {
  const width = rows.reduce((most, row) => Math.max(most, row.length), 0)
  const is = (r: number, c: number, sign: string): boolean => rows[r]?.[c] === sign
  const solid = (r: number, c: number): boolean => is(r, c, '#')
  for (let r = 0; r <= rows.length; r++) {
    const at = y + r * size
    runs(
      width,
      (c) => solid(r, c) && !solid(r - 1, c),
      (from, to) => add(x + from * size, at, x + to * size, at),
    )
    runs(
      width,
      (c) => solid(r - 1, c) && !solid(r, c),
      (from, to) => add(x + to * size, at, x + from * size, at),
    )
    runs(
      width,
      (c) => is(r, c, '-') && !solid(r - 1, c),
      (from, to) => add(x + from * size, at, x + to * size, at),
    )
  }
  for (let c = 0; c <= width; c++) {
    const at = x + c * size
    runs(
      rows.length,
      (r) => solid(r, c) && !solid(r, c - 1),
      (from, to) => add(at, y + to * size, at, y + from * size),
    )
    runs(
      rows.length,
      (r) => solid(r, c - 1) && !solid(r, c),
      (from, to) => add(at, y + from * size, at, y + to * size),
    )
  }
}

const OUTLINES = {
  segment: ({ x1, y1, x2, y2, oneWay }: Extract<Surface, { kind: 'segment' }>, add) => {
    add(x1, y1, x2, y2)
    // Of the two sides the one that does not look up is left out by `oneWay` later.
    if (!oneWay || x1 !== x2) add(x2, y2, x1, y1)
  },
  box: ({ x, y, w, h }: Extract<Surface, { kind: 'box' }>, add) =>
    closed(
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ],
      add,
    ),
  circle: () => undefined,
  polygon: ({ points }: Extract<Surface, { kind: 'polygon' }>, add) => closed(points, add),
  polyline: ({ points, oneWay }: Extract<Surface, { kind: 'polyline' }>, add) =>
    points.slice(1).forEach(([x2, y2], k) => {
      const [x1, y1] = points[k]!
      add(x1, y1, x2, y2)
      if (!oneWay || x1 !== x2) add(x2, y2, x1, y1)
    }),
  tiles: tilesOutline,
} as const satisfies Record<SurfaceKind, Outline>

/** The lines of a list of surfaces, in its order. Lines without length are left out. */
export const linesOf = (surfaces: readonly Surface[]): Line[] => {
  const lines: Line[] = []
  surfaces.forEach((surface, index) => {
    if (surface.kind === 'circle') {
      lines.push({ surface: index, ax: surface.x, ay: surface.y, bx: 0, by: 0, r: surface.r })
      return
    }
    ;(OUTLINES[surface.kind] as Outline)(surface as never, (ax, ay, bx, by) => {
      if (ax === bx && ay === by) return
      // The normal (dy, −dx) looks up when the edge runs to the right.
      if (surface.oneWay && bx <= ax) return
      lines.push({ surface: index, ax, ay, bx, by, r: -1 })
    })
  })
  return lines
}

/** A corner of a line and where it will be at the tick's end. */
interface Moved {
  readonly line: Line
  readonly to: Line
}

const isOneWay = (surfaces: readonly Surface[], index: number): boolean => surfaces[index]?.oneWay === true

/** Slack of edges that stand still: a rounding. */
const ROUNDING = 1e-9

/**
 * @param before the surfaces when the tick begins
 * @param after when it ends; those without a partner of the same outline stand still
 * @param radius how far from its centre a particle touches, in px
 */
export const makeEdges = (before: readonly Surface[], after: readonly Surface[], radius: number): EdgeSet => {
  const pairs = pairLines(before, after)
  const circles = radius > 0 ? cornersOf(pairs, before) : []
  const all = [...pairs, ...circles]
  const n = all.length
  const column = (): Float64Array => new Float64Array(n)
  const set = {
    count: n,
    x: column(),
    y: column(),
    tx: column(),
    ty: column(),
    length: column(),
    nx: column(),
    ny: column(),
    wx: column(),
    wy: column(),
    slack: column(),
    moves: false,
  }
  all.forEach(({ line, to }, k) => {
    if (line.r >= 0) {
      set.x[k] = line.ax
      set.y[k] = line.ay
      set.length[k] = -1
      set.nx[k] = line.r + radius
      set.wx[k] = to.ax - line.ax
      set.wy[k] = to.ay - line.ay
      set.slack[k] = ROUNDING
    } else {
      const dx = line.bx - line.ax
      const dy = line.by - line.ay
      const length = Math.sqrt(dx * dx + dy * dy)
      set.tx[k] = dx / length
      set.ty[k] = dy / length
      set.nx[k] = dy / length
      set.ny[k] = -dx / length
      set.length[k] = length
      set.x[k] = line.ax + set.nx[k]! * radius
      set.y[k] = line.ay + set.ny[k]! * radius
      const [aX, aY, bX, bY] = [to.ax - line.ax, to.ay - line.ay, to.bx - line.bx, to.by - line.by]
      set.wx[k] = (aX + bX) / 2
      set.wy[k] = (aY + bY) / 2
      // Where the ends part from the middle's way, the edge turns within the tick.
      set.slack[k] = ROUNDING + (Math.abs(aX - bX) + Math.abs(aY - bY)) / 2
    }
    if (set.wx[k] !== 0 || set.wy[k] !== 0) set.moves = true
  })
  return set
}

const pairLines = (before: readonly Surface[], after: readonly Surface[]): Moved[] => {
  const lines = linesOf(before)
  if (before === after) return lines.map((line) => ({ line, to: line }))
  const later = new Map(after.map((surface) => [surface.id, surface]))
  const moved: Moved[] = []
  before.forEach((surface, index) => {
    const own = lines.filter((line) => line.surface === index)
    const next = later.get(surface.id)
    const to = next && next.kind === surface.kind ? linesOf([next]) : []
    own.forEach((line, k) => moved.push({ line, to: to.length === own.length ? to[k]! : line }))
  })
  return moved
}

/** A circle for each corner, once. One-way edges have none: they are touched from above only. */
const cornersOf = (pairs: readonly Moved[], surfaces: readonly Surface[]): Moved[] => {
  const known = new Map<string, Moved>()
  for (const { line, to } of pairs) {
    if (line.r >= 0 || isOneWay(surfaces, line.surface)) continue
    for (const [x, y, x2, y2] of [
      [line.ax, line.ay, to.ax, to.ay],
      [line.bx, line.by, to.bx, to.by],
    ] as const)
      known.set(`${line.surface} ${x} ${y}`, {
        line: { surface: line.surface, ax: x, ay: y, bx: 0, by: 0, r: 0 },
        to: { surface: line.surface, ax: x2, ay: y2, bx: 0, by: 0, r: 0 },
      })
  }
  return [...known.values()]
}
