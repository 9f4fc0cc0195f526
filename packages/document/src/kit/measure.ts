/** Lengths and areas of emitter shapes, for counts that grow with the shape. */
import { type Path, type ShapeKind, SHAPES } from '@gliv/model'
import type { Burst, Emitter, ViewSize } from './kit.ts'
import { DEFAULT_VIEW_SIZE } from './views.ts'

/** What counts are of when they grow with the shape: so many px of length, or px² of area. */
export const PER_LENGTH = 100
export const PER_AREA = 10_000

/** The view that sizes in percent and shapes of the view are measured on, in px. */
type View = Pick<ViewSize, 'w' | 'h'>

const PI = Math.PI

/** Sine of 0 to π by its series, so that it is the same bits everywhere. Error below 1e-9. */
const sine = (x: number): number => {
  let term = x
  let sum = x
  for (let n = 1; n <= 12; n++) {
    term *= (-x * x) / (2 * n * (2 * n + 1))
    sum += term
  }
  return sum
}

const root = (x: number, y: number): number => Math.sqrt(x * x + y * y)

/** Circumference of an ellipse by Ramanujan's second formula (1914). */
const ellipseLength = (a: number, b: number): number => {
  if (a + b === 0) return 0
  const h = ((a - b) * (a - b)) / ((a + b) * (a + b))
  return PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)))
}

/** Pieces in which a curve's length is measured. */
const PIECES = 24

const pathPlaces = ({ points, closed }: Path, curved: boolean): (readonly [number, number])[] => {
  const ends = closed ? points.length : points.length - 1
  const places: (readonly [number, number])[] = [[points[0]!.x, points[0]!.y]]
  for (let i = 0; i < ends; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    for (let k = 1; k <= (curved ? PIECES : 1); k++) {
      const t = curved ? k / PIECES : 1
      const s = 1 - t
      const at = (from: number, out: number, into: number, to: number): number =>
        s * s * s * from + 3 * s * s * t * (from + out) + 3 * s * t * t * (to + into) + t * t * t * to
      places.push([at(a.x, a.outX, b.inX, b.x), at(a.y, a.outY, b.inY, b.y)])
    }
  }
  return places
}

const pathLength = (path: Path, curved: boolean): number =>
  pathPlaces(path, curved).reduce(
    (sum, [x, y], i, all) => (i === 0 ? 0 : sum + root(x - all[i - 1]![0], y - all[i - 1]![1])),
    0,
  )

/** By the shoelace formula. */
const pathArea = (path: Path, curved: boolean): number => {
  const places = pathPlaces(path, curved)
  return Math.abs(
    places.reduce((sum, [x, y], i) => {
      const [nx, ny] = places[(i + 1) % places.length]!
      return sum + x * ny - nx * y
    }, 0) / 2,
  )
}

/** Numbers of a shape in px. */
interface Sizes {
  readonly view: View
  readonly width: number
  readonly height: number
  readonly radius: number
  readonly inner: number
  readonly arc: number
  readonly sides: number
  readonly endX: number
  readonly endY: number
}

const sizesOf = ({ numbers: n, sizeUnit }: Emitter, view: View): Sizes => {
  const [x, y, both] =
    sizeUnit === 'view' ? [view.w / 100, view.h / 100, Math.min(view.w, view.h) / 100] : [1, 1, 1]
  return {
    view,
    width: n.shapeWidth * x,
    height: n.shapeHeight * y,
    radius: n.shapeRadius * both,
    inner: Math.min(n.shapeInner, n.shapeRadius) * both,
    arc: n.shapeArc / 360,
    sides: n.shapeSides,
    endX: n.endX * x,
    endY: n.endY * y,
  }
}

/** Length of a shape's line or outline in px, and area in px²; null for what has none. */
interface Measures {
  readonly length: ((s: Sizes, emitter: Emitter) => number) | null
  readonly area: ((s: Sizes, emitter: Emitter) => number) | null
}

const pathMeasures = (curved: boolean): Measures => ({
  length: (_s, { path }) => pathLength(path, curved),
  area: (_s, { path }) => (path.closed ? pathArea(path, curved) : 0),
})

const MEASURES = {
  point: { length: null, area: null },
  line: { length: ({ width }) => width, area: null },
  polyline: pathMeasures(false),
  curve: pathMeasures(true),
  rectangle: { length: (s) => 2 * (s.width + s.height), area: (s) => s.width * s.height },
  diamond: { length: (s) => 2 * root(s.width, s.height), area: (s) => (s.width * s.height) / 2 },
  circle: { length: (s) => 2 * PI * s.radius, area: (s) => PI * s.radius * s.radius },
  ellipse: {
    length: (s) => ellipseLength(s.width / 2, s.height / 2),
    area: (s) => (PI * s.width * s.height) / 4,
  },
  ring: {
    length: (s) => 2 * PI * s.radius * s.arc,
    area: (s) => PI * (s.radius * s.radius - s.inner * s.inner) * s.arc,
  },
  polygon: {
    length: (s) => 2 * s.sides * s.radius * sine(PI / s.sides),
    area: (s) => (s.sides / 2) * s.radius * s.radius * sine((2 * PI) / s.sides),
  },
  segment: { length: (s) => root(s.endX, s.endY), area: null },
  picture: { length: null, area: null },
  viewEdge: {
    length: ({ view }, { side }) => (side === 'top' || side === 'bottom' ? view.w : view.h),
    area: null,
  },
  view: { length: null, area: ({ view }) => view.w * view.h },
} as const satisfies Record<ShapeKind, Measures>

/** Along which a shape's counts grow; null for one that has no size to grow with. */
export const measuredBy = (emitter: Emitter): 'length' | 'area' | null => {
  const { length, area }: Measures = MEASURES[emitter.shape]
  const isPath = SHAPES[emitter.shape].handles.some((h: string) => h === 'points' || h === 'curve')
  const asLine = area === null || emitter.fill === 'outline' || (isPath && !emitter.path.closed)
  return asLine ? length && 'length' : 'area'
}

/**
 * How often 100 px of length, or 100 × 100 px of area, go into an emitter's shape; 1 for one without a size.
 * @param view px that shapes of the view, and sizes in percent of it, are measured on
 */
export const measureOf = (emitter: Emitter, view: View = DEFAULT_VIEW_SIZE): number => {
  const by = measuredBy(emitter)
  const { length, area }: Measures = MEASURES[emitter.shape]
  const sizes = sizesOf(emitter, view)
  if (by === 'length') return length!(sizes, emitter) / PER_LENGTH
  return by === 'area' ? area!(sizes, emitter) / PER_AREA : 1
}

const MOST_FLOW = 100_000
const MOST_BURST = 20_000

const grown = ({ numbers, ...burst }: Burst, factor: number): Burst => {
  const times = (n: number): number => Math.min(MOST_BURST, Math.round(n * factor))
  const { from, to, ...more } = numbers.burstCount
  return {
    ...burst,
    numbers: { ...numbers, burstCount: { ...more, from: times(from), to: times(to) } },
  }
}

/** An emitter's flow and bursts with counts for its whole shape: what is born, and what the engine takes. */
export const countedWhole = (
  emitter: Emitter,
  view: View = DEFAULT_VIEW_SIZE,
): Pick<Emitter, 'numbers' | 'bursts'> => {
  if (emitter.countsPer !== 'size') return emitter
  const factor = measureOf(emitter, view)
  return {
    numbers: {
      ...emitter.numbers,
      flow: Math.min(MOST_FLOW, Math.round(emitter.numbers.flow * factor * 1000) / 1000),
    },
    bursts: emitter.bursts.map((burst) => grown(burst, factor)),
  }
}
