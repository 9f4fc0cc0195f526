/** Paths flattened to short straight pieces with their lengths, so that places on them are even by length. */
import type { Path, PathPoint } from '@gliv/model'

export interface FlatPath {
  readonly closed: boolean
  readonly length: number
  /** Corners in px; a closed path ends where it began. */
  readonly x: Float64Array
  readonly y: Float64Array
  /** Length from the start to each corner. */
  readonly at: Float64Array
  /** 1 when the left side of travel is outside, −1 when it is inside; 1 for open paths. */
  readonly outward: number
}

/** A place on a path. */
export interface PathPlace {
  x: number
  y: number
  /** Unit tangent. */
  tx: number
  ty: number
}

/** Straight pieces for one curved segment: the chord error of a quarter circle of 100 px is below 0.05 px. */
const CURVE_PIECES = 24

const bent = (a: PathPoint, b: PathPoint): boolean =>
  a.outX !== 0 || a.outY !== 0 || b.inX !== 0 || b.inY !== 0

/** Corners of a polyline from bare coordinates. */
export const flatOf = (xs: readonly number[], ys: readonly number[], closed: boolean): FlatPath => {
  const n = xs.length + (closed ? 1 : 0)
  const x = new Float64Array(n)
  const y = new Float64Array(n)
  const at = new Float64Array(n)
  let area = 0
  for (let i = 0; i < n; i++) {
    x[i] = xs[i % xs.length]!
    y[i] = ys[i % ys.length]!
    if (i === 0) continue
    const dx = x[i]! - x[i - 1]!
    const dy = y[i]! - y[i - 1]!
    at[i] = at[i - 1]! + Math.sqrt(dx * dx + dy * dy)
    area += x[i - 1]! * y[i]! - x[i]! * y[i - 1]!
  }
  return { closed, length: at[n - 1]!, x, y, at, outward: closed && area < 0 ? -1 : 1 }
}

/** @param curved false: handles are ignored and the path is a polyline. */
/**
 * A path as straight pieces with their lengths, for places by share of the whole length.
 * @param curved handles bend it; else its points are joined by straight lines
 */
export const flattenPath = (path: Path, curved: boolean): FlatPath => {
  const xs: number[] = []
  const ys: number[] = []
  const { points, closed } = path
  const last = closed ? points.length : points.length - 1
  for (let i = 0; i < last; i++) {
    const a = points[i]!
    const b = points[(i + 1) % points.length]!
    const pieces = curved && bent(a, b) ? CURVE_PIECES : 1
    for (let k = 0; k < pieces; k++) {
      const t = k / pieces
      const s = 1 - t
      xs.push(
        s * s * s * a.x + 3 * s * s * t * (a.x + a.outX) + 3 * s * t * t * (b.x + b.inX) + t * t * t * b.x,
      )
      ys.push(
        s * s * s * a.y + 3 * s * s * t * (a.y + a.outY) + 3 * s * t * t * (b.y + b.inY) + t * t * t * b.y,
      )
    }
  }
  if (!closed) {
    xs.push(points[last]!.x)
    ys.push(points[last]!.y)
  }
  return flatOf(xs, ys, closed)
}

/** The place at a share of the length, 0 to 1. */
export const pathPlaceInto = (path: FlatPath, share: number, out: PathPlace): void => {
  const target = share * path.length
  let low = 0
  let high = path.at.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (path.at[middle]! <= target) low = middle
    else high = middle
  }
  const dx = path.x[high]! - path.x[low]!
  const dy = path.y[high]! - path.y[low]!
  const length = path.at[high]! - path.at[low]!
  const t = length > 0 ? (target - path.at[low]!) / length : 0
  out.x = path.x[low]! + dx * t
  out.y = path.y[low]! + dy * t
  out.tx = length > 0 ? dx / length : 1
  out.ty = length > 0 ? dy / length : 0
}

/** Inside of a closed path as level spans, for places even by area. */
export interface FilledPath {
  /** Spans: left, top, width; all are `height` high. */
  readonly spans: Float64Array
  /** Share of the area up to the end of each span. */
  readonly upTo: Float64Array
  readonly height: number
}

const LEVELS = 128

/** Spans between crossings by the even-odd rule. */
export const fillPath = (path: FlatPath): FilledPath => {
  let top = Infinity
  let bottom = -Infinity
  for (const y of path.y) {
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  const height = (bottom - top) / LEVELS
  const spans: number[] = []
  const upTo: number[] = []
  let area = 0
  for (let level = 0; level < LEVELS; level++) {
    const y = top + (level + 0.5) * height
    const crossings: number[] = []
    for (let i = 1; i < path.y.length; i++) {
      const y0 = path.y[i - 1]!
      const y1 = path.y[i]!
      if (y0 <= y !== y1 <= y)
        crossings.push(path.x[i - 1]! + ((y - y0) / (y1 - y0)) * (path.x[i]! - path.x[i - 1]!))
    }
    crossings.sort((a, b) => a - b)
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const width = crossings[k + 1]! - crossings[k]!
      area += width
      spans.push(crossings[k]!, y - height / 2, width)
      upTo.push(area)
    }
  }
  return {
    spans: Float64Array.from(spans),
    upTo: Float64Array.from(upTo, (a) => (area > 0 ? a / area : 1)),
    height,
  }
}

/**
 * A place inside, for two draws in [0, 1): the first finds the span and the height in it, the second the
 * place across.
 */
export const filledPlaceInto = (filled: FilledPath, a: number, b: number, out: PathPlace): void => {
  const { upTo, spans } = filled
  out.tx = 1
  out.ty = 0
  if (upTo.length === 0) {
    out.x = out.y = 0
    return
  }
  let low = 0
  let high = upTo.length - 1
  while (low < high) {
    const middle = (low + high) >> 1
    if (upTo[middle]! > a) high = middle
    else low = middle + 1
  }
  const before = low > 0 ? upTo[low - 1]! : 0
  const share = upTo[low]! - before
  const within = share > 0 ? (a - before) / share : 0.5
  out.x = spans[low * 3]! + spans[low * 3 + 2]! * b
  out.y = spans[low * 3 + 1]! + filled.height * within
}
