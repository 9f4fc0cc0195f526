/** Geometry of dials and stage handles. Angles in degrees, 0 right, clockwise, as everywhere. Pure. */

const DEG = Math.PI / 180

export const polar = (deg: number, radius: number): [number, number] => [
  Math.cos(deg * DEG) * radius,
  Math.sin(deg * DEG) * radius,
]

/** SVG path of a sector of the full angle `fan` around `heading`. */
export const fanPath = (heading: number, fan: number, radius: number): string => {
  if (fan >= 360)
    return `M ${-radius} 0 a ${radius} ${radius} 0 1 0 ${2 * radius} 0 a ${radius} ${radius} 0 1 0 ${-2 * radius} 0 Z`
  const [x0, y0] = polar(heading - fan / 2, radius)
  const [x1, y1] = polar(heading + fan / 2, radius)
  return `M 0 0 L ${x0} ${y0} A ${radius} ${radius} 0 ${fan > 180 ? 1 : 0} 1 ${x1} ${y1} Z`
}

/**
 * The same direction as `deg`, in the turn nearest to `near`, so that a dial never jumps by 360°; kept within
 * ±180 at rest.
 */
export const nearestTurn = (deg: number, near: number): number => {
  const turned = deg + 360 * Math.round((near - deg) / 360)
  return turned > 180 ? turned - 360 : turned < -180 ? turned + 360 : turned
}

/** Angle of a vector in degrees. */
export const angleOf = (x: number, y: number): number => Math.atan2(y, x) / DEG

/** Full fan angle for a handle dragged to `deg`, around `heading`. */
export const fanFrom = (deg: number, heading: number): number => {
  const off = Math.abs(((((deg - heading) % 360) + 540) % 360) - 180)
  return Math.min(360, Math.round(off * 2))
}

export interface Place {
  readonly x: number
  readonly y: number
}

/** A place drawn to the nearest of others, across and down by itself, within a distance. */
export const snapPlace = (x: number, y: number, others: readonly Place[], within: number): Place => {
  const drawn = (value: number, all: readonly number[]): number => {
    const nearest = all.reduce(
      (best, v) => (Math.abs(v - value) < Math.abs(best - value) ? v : best),
      Infinity,
    )
    return Math.abs(nearest - value) <= within ? nearest : value
  }
  return {
    x: drawn(
      x,
      others.map((o) => o.x),
    ),
    y: drawn(
      y,
      others.map((o) => o.y),
    ),
  }
}
