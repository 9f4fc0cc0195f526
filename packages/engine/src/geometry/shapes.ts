/** Where on a shape a particle is born: one sampler a shape, two draws each, from the stream `place`. */
import type { EmitterChoices, Fill, MaskPlaces, NumbersOf, ShapeKind, Side, ViewRect } from '@gliv/model'
import { bandRadius, bentFromMiddle, boxFactor, cosSinIn, cosSinInto, filledToRim } from '../maths/index.ts'
import {
  fillPath,
  filledPlaceInto,
  type FilledPath,
  flatOf,
  type FlatPath,
  flattenPath,
  pathPlaceInto,
  type PathPlace,
} from './paths.ts'

/**
 * What a sampler finds: a place relative to the emitter's centre in px, its normal and tangent, and where on
 * the shape it is.
 */
export interface Spot extends PathPlace {
  /** Unit normal, outwards; 0, 0 where there is none. */
  nx: number
  ny: number
  /** From the shape's start (0) to its end (1). */
  along: number
  /** Colour of the picture's cell as 0xbbggrr; white elsewhere. */
  colour: number
}

export const emptySpot = (): Spot => ({ x: 0, y: 0, tx: 1, ty: 0, nx: 0, ny: 0, along: 0, colour: 0xffffff })

/** A shape as it is at one moment; lanes and the view may change its sizes from birth to birth. */
export interface Shape {
  readonly fill: Fill
  readonly side: Side
  /** The path, or the outline of an ellipse of 1 × 1. */
  readonly path: FlatPath | null
  readonly inside: FilledPath | null
  readonly mask: MaskPlaces | null
  readonly sides: number
  width: number
  height: number
  radius: number
  inner: number
  arc: number
  angle: number
  /** Degrees by which a box, a diamond or an ellipse is turned. */
  tilt: number
  endX: number
  endY: number
  depth: number
  outset: number
  /** px across for each px down at which particles leave an edge of the view; 0 for a strip as long as the edge. */
  readonly slant: number
  readonly view: { -readonly [K in keyof ViewRect]: number }
}

/** Writes the place for two draws in [0, 1), `at[0]` and `at[1]`. */
export type ShapeSampler = (shape: Shape, at: Float64Array, spot: Spot) => void

/** Fills act on the share q of the area that lies nearer to the centre: q, q² or q^(1/4); see `FILLS`. */
export const FILL_BENDS = {
  even: (q) => q,
  core: (q) => q * q,
  rim: filledToRim,
  outline: () => 1,
} as const satisfies Record<Fill, (q: number) => number>

const turn = new Float64Array(2)

/** Normal = the way from the centre; tangent a quarter turn on. */
const radial = (spot: Spot): void => {
  const length = Math.sqrt(spot.x * spot.x + spot.y * spot.y)
  spot.nx = length > 0 ? spot.x / length : 0
  spot.ny = length > 0 ? spot.y / length : 0
  spot.tx = -spot.ny
  spot.ty = spot.nx
}

/** The left side of travel is up for a line to the right. */
const sideways = (spot: Spot, outward: number): void => {
  spot.nx = spot.ty * outward
  spot.ny = -spot.tx * outward
}

/** Bends a place on a line from its middle: |2a − 1| is the share of the length that lies nearer. */
const bendLine = (fill: Fill, a: number): number => {
  if (fill === 'even' || fill === 'outline') return a
  return bentFromMiddle(a, FILL_BENDS[fill](Math.abs(2 * a - 1)))
}

const alongLine = (x0: number, y0: number, x1: number, y1: number, t: number, spot: Spot): void => {
  const dx = x1 - x0
  const dy = y1 - y0
  const length = Math.sqrt(dx * dx + dy * dy)
  spot.x = x0 + dx * t
  spot.y = y0 + dy * t
  spot.tx = length > 0 ? dx / length : 1
  spot.ty = length > 0 ? dy / length : 0
  sideways(spot, 1)
}

const onBox = (w: number, h: number, a: number, spot: Spot): void => {
  const at = a * 2 * (w + h)
  if (at < w) alongLine(-w / 2, -h / 2, w / 2, -h / 2, w > 0 ? at / w : 0, spot)
  else if (at < w + h) alongLine(w / 2, -h / 2, w / 2, h / 2, h > 0 ? (at - w) / h : 0, spot)
  else if (at < 2 * w + h) alongLine(w / 2, h / 2, -w / 2, h / 2, w > 0 ? (at - w - h) / w : 0, spot)
  else alongLine(-w / 2, h / 2, -w / 2, -h / 2, h > 0 ? (at - 2 * w - h) / h : 0, spot)
}

const inBox = (fill: Fill, w: number, h: number, a: number, b: number, spot: Spot): void => {
  if (fill === 'outline') {
    onBox(w, h, a, spot)
    return
  }
  const x = 2 * a - 1
  const y = 2 * b - 1
  // The relative distance ρ of nested boxes; the share of the area within is ρ².
  const rho = Math.max(Math.abs(x), Math.abs(y))
  const factor = fill === 'even' || rho === 0 ? 1 : boxFactor(rho, FILL_BENDS[fill](rho * rho))
  spot.x = (x * factor * w) / 2
  spot.y = (y * factor * h) / 2
  radial(spot)
}

/**
 * A square on its corner, stretched: the box of side 2 turned by an eighth keeps areas, and lengths along its
 * outline, in proportion.
 */
const inDiamond = ({ fill, width, height }: Shape, a: number, b: number, spot: Spot): void => {
  inBox(fill, 2, 2, a, b, spot)
  const { x, y, tx, ty } = spot
  spot.x = ((x + y) / 4) * width
  spot.y = ((y - x) / 4) * height
  if (fill !== 'outline') return radial(spot)
  const alongX = (tx + ty) * width
  const alongY = (ty - tx) * height
  const length = Math.sqrt(alongX * alongX + alongY * alongY)
  spot.tx = length > 0 ? alongX / length : 1
  spot.ty = length > 0 ? alongY / length : 0
  sideways(spot, 1)
}

/** Turns a place with its normal and tangent about the emitter's centre. */
const tilt = (shape: Shape, spot: Spot): void => {
  if (shape.tilt === 0) return
  cosSinInto(shape.tilt, turn)
  const [c, s] = [turn[0]!, turn[1]!]
  const { x, y, nx, ny, tx, ty } = spot
  spot.x = x * c - y * s
  spot.y = x * s + y * c
  spot.nx = nx * c - ny * s
  spot.ny = nx * s + ny * c
  spot.tx = tx * c - ty * s
  spot.ty = tx * s + ty * c
}

/** A band from `inner` to `outer`; q is the share of the band's area. */
const inBand = (
  shape: Shape,
  inner: number,
  outer: number,
  startDeg: number,
  arcDeg: number,
  at: Float64Array,
  spot: Spot,
): void => {
  const b = at[1]!
  const q = shape.fill === 'even' ? b : FILL_BENDS[shape.fill](b)
  const radius = bandRadius(inner, outer, q)
  turn[0] = startDeg + at[0]! * arcDeg
  cosSinIn(turn)
  spot.x = turn[0]! * radius
  spot.y = turn[1]! * radius
  spot.nx = turn[0]!
  spot.ny = turn[1]!
  spot.tx = -turn[1]!
  spot.ty = turn[0]!
}

const onPath = (shape: Shape, a: number, spot: Spot): void => {
  pathPlaceInto(shape.path!, bendLine(shape.path!.closed ? 'even' : shape.fill, a), spot)
  sideways(spot, shape.path!.outward)
}

const pathSampler: ShapeSampler = (shape, at, spot) => {
  if (shape.inside && shape.fill !== 'outline') {
    filledPlaceInto(shape.inside, at[0]!, at[1]!, spot)
    radial(spot)
  } else onPath(shape, at[0]!, spot)
}

/** A unit box side by side: where a side begins and which way it goes. */
const SIDE_STARTS = {
  top: [0, 0, 1, 0],
  right: [1, 0, 0, 1],
  bottom: [1, 1, -1, 0],
  left: [0, 1, 0, -1],
} as const satisfies Record<Side, readonly [number, number, number, number]>

export const SHAPE_SAMPLERS = {
  point: (_shape, _at, spot) => {
    spot.x = spot.y = spot.nx = spot.ny = 0
    spot.tx = 1
    spot.ty = 0
  },
  line: (shape, at, spot) => {
    cosSinInto(shape.angle, turn)
    const x = (turn[0]! * shape.width) / 2
    const y = (turn[1]! * shape.width) / 2
    alongLine(-x, -y, x, y, bendLine(shape.fill, at[0]!), spot)
  },
  polyline: pathSampler,
  curve: pathSampler,
  rectangle: (shape, at, spot) => {
    inBox(shape.fill, shape.width, shape.height, at[0]!, at[1]!, spot)
    tilt(shape, spot)
  },
  diamond: (shape, at, spot) => {
    inDiamond(shape, at[0]!, at[1]!, spot)
    tilt(shape, spot)
  },
  circle: (shape, at, spot) => inBand(shape, 0, shape.radius, 0, 360, at, spot),
  ellipse: (shape, at, spot) => {
    if (shape.fill === 'outline') pathPlaceInto(shape.path!, at[0]!, spot)
    else inBand(shape, 0, 1, 0, 360, at, spot)
    // The unit circle is stretched, which keeps areas in proportion; its normal shrinks where the ellipse is
    // long.
    const rx = shape.width / 2
    const ry = shape.height / 2
    const nx = spot.x * ry
    const ny = spot.y * rx
    const length = Math.sqrt(nx * nx + ny * ny)
    spot.x *= rx
    spot.y *= ry
    spot.nx = length > 0 ? nx / length : 0
    spot.ny = length > 0 ? ny / length : 0
    spot.tx = -spot.ny
    spot.ty = spot.nx
    tilt(shape, spot)
  },
  ring: (shape, at, spot) =>
    inBand(
      shape,
      Math.min(shape.inner, shape.radius),
      shape.radius,
      shape.angle - shape.arc / 2,
      shape.arc,
      at,
      spot,
    ),
  polygon: (shape, at, spot) => {
    const a = at[0]!
    // Which of the equal triangles, and where along its outer side; then from the centre to there.
    const sector = Math.min(shape.sides - 1, Math.floor(a * shape.sides))
    const t = a * shape.sides - sector
    cosSinInto(shape.angle + (sector * 360) / shape.sides, turn)
    const x0 = turn[0]! * shape.radius
    const y0 = turn[1]! * shape.radius
    cosSinInto(shape.angle + ((sector + 1) * 360) / shape.sides, turn)
    alongLine(x0, y0, turn[0]! * shape.radius, turn[1]! * shape.radius, t, spot)
    const scale = Math.sqrt(FILL_BENDS[shape.fill](at[1]!))
    spot.x *= scale
    spot.y *= scale
  },
  segment: (shape, at, spot) => alongLine(0, 0, shape.endX, shape.endY, bendLine(shape.fill, at[0]!), spot),
  picture: (shape, at, spot) => {
    const { mask } = shape
    spot.tx = 1
    spot.x = spot.y = spot.ty = spot.nx = spot.ny = 0
    if (!mask || mask.x.length === 0) return
    const i = Math.min(mask.x.length - 1, Math.floor(at[0]! * mask.x.length))
    spot.x = mask.x[i]!
    spot.y = mask.y[i]!
    spot.nx = mask.nx[i]!
    spot.ny = mask.ny[i]!
    spot.tx = -spot.ny
    spot.ty = spot.nx
    spot.colour = mask.colour[i] ?? 0xffffff
  },
  viewEdge: (shape, at, spot) => {
    const { view } = shape
    const [x, y, dx, dy] = SIDE_STARTS[shape.side]
    // What leaves aslant starts that much farther back, so that it reaches the far end of the view, too.
    const across = dx === 0 ? view.h : view.w
    const lead = across > 0 ? (shape.slant * (dx === 0 ? view.w : view.h)) / across : 0
    const t = bendLine(shape.fill, at[0]!)
    alongLine(
      x * view.w,
      y * view.h,
      (x + dx) * view.w,
      (y + dy) * view.h,
      shape.slant === 0 ? t : t * (1 + Math.abs(lead)) - Math.max(0, lead),
      spot,
    )
    // Outwards by the outset, and through the depth of the strip.
    const out = shape.outset + at[1]! * shape.depth
    spot.x += spot.nx * out - view.w / 2
    spot.y += spot.ny * out - view.h / 2
  },
  view: (shape, at, spot) => inBox(shape.fill, shape.view.w, shape.view.h, at[0]!, at[1]!, spot),
} as const satisfies Record<ShapeKind, ShapeSampler>

/** Shapes that follow the view instead of the effect's place. */
export const onView = (kind: ShapeKind): boolean => kind === 'viewEdge' || kind === 'view'

const OUTLINE_POINTS = 256

/**
 * Outline of an ellipse with radius 1 in both directions, spaced so that places are even by length at its
 * true sizes.
 */
const ellipseOutline = (width: number, height: number): FlatPath => {
  const xs: number[] = []
  const ys: number[] = []
  for (let k = 0; k < OUTLINE_POINTS; k++) {
    cosSinInto((k * 360) / OUTLINE_POINTS, turn)
    xs.push(turn[0]!)
    ys.push(turn[1]!)
  }
  const unit = flatOf(xs, ys, true)
  const real = flatOf(
    xs.map((x) => x * width),
    ys.map((y) => y * height),
    true,
  )
  return { ...unit, at: real.at, length: real.length }
}

export const createShape = (
  choices: Pick<EmitterChoices, 'shape' | 'fill' | 'side' | 'path' | 'edgeSlant'>,
  numbers: NumbersOf<'emitter'>,
  mask: MaskPlaces | null,
): Shape => {
  const { shape, fill, side } = choices
  const path =
    shape === 'polyline' || shape === 'curve'
      ? flattenPath(choices.path, shape === 'curve')
      : shape === 'ellipse'
        ? ellipseOutline(numbers.shapeWidth, numbers.shapeHeight)
        : null
  return {
    fill,
    side,
    path,
    inside: path?.closed && shape !== 'ellipse' ? fillPath(path) : null,
    mask,
    sides: numbers.shapeSides,
    width: numbers.shapeWidth,
    height: numbers.shapeHeight,
    radius: numbers.shapeRadius,
    inner: numbers.shapeInner,
    arc: numbers.shapeArc,
    angle: numbers.shapeAngle,
    tilt: numbers.shapeTilt,
    endX: numbers.endX,
    endY: numbers.endY,
    depth: numbers.edgeDepth,
    outset: numbers.edgeOutset,
    slant: choices.edgeSlant ? slantOf(side, numbers.heading) : 0,
    view: { x: 0, y: 0, w: 0, h: 0 },
  }
}

/** Steepest slant that a strip is widened for: three px across for each px inwards. */
const MOST_SLANT = 3

/** px along an edge (in its direction) for each px inwards, for a heading in degrees. */
const slantOf = (side: Side, heading: number): number => {
  const [, , dx, dy] = SIDE_STARTS[side]
  cosSinInto(heading, turn)
  const along = turn[0]! * dx + turn[1]! * dy
  // Inwards is to the right of the edge's direction.
  const inwards = -turn[0]! * dy + turn[1]! * dx
  if (inwards <= 0) return 0
  return Math.max(-MOST_SLANT, Math.min(MOST_SLANT, along / inwards))
}
