import type { Ease, TintEase } from './kinds.ts'

/**
 * A point of a ramp: `at` is life from 0 to 1, `value` from 0 to 1; `ease` shapes the way to the next point.
 */
export interface RampPoint {
  readonly at: number
  readonly value: number
  readonly ease: Ease
  /**
   * For `free`: the two handles of a cubic Bézier curve to the next point, as [x₁, y₁, x₂, y₂]: x is the
   * share of the
   * way to the next point (0 to 1), y a value (0 to 1). Without handles the way is straight.
   */
  readonly handles?: readonly [number, number, number, number] | undefined
}

/**
 * A value over the life of one particle; points ascend in `at`, the ends hold their value. One atomic value
 * in the document.
 */
export interface Ramp {
  readonly points: readonly RampPoint[]
}

/**
 * A stop of a tint ramp: `colour` is `#rrggbb` in sRGB; the way to the next stop is mixed in the type's tint
 * space.
 */
export interface TintStop {
  readonly at: number
  readonly colour: string
  readonly ease: TintEase
}

export interface TintRamp {
  readonly points: readonly TintStop[]
}

/** A value over the effect's time: `from` + (`to` − `from`) × ramp(time ÷ `seconds`), held after the end. */
export interface Lane extends Ramp {
  readonly from: number
  readonly to: number
  /** Seconds of effect time that the points span; of real time for the lane of the time scale. */
  readonly seconds: number
}

export const SCALAR_RAMPS = ['scale', 'scaleY', 'opacity', 'speed', 'frame', 'hue', 'spin', 'angle'] as const
export type ScalarRampKind = (typeof SCALAR_RAMPS)[number]
export const TINT_RAMPS = ['tint', 'tintB'] as const
export type TintRampKind = (typeof TINT_RAMPS)[number]
export const RAMP_KINDS = [...SCALAR_RAMPS, ...TINT_RAMPS] as const
export type RampKind = (typeof RAMP_KINDS)[number]

export type TypeRamps = { readonly [K in ScalarRampKind]: Ramp } & { readonly [K in TintRampKind]: TintRamp }

/** Ramps along the shape, by where on it a particle was born: from its start (0) to its end (1). */
export const ALONG_RAMPS = ['scale', 'thickness', 'opacity', 'delay'] as const
export type AlongKind = (typeof ALONG_RAMPS)[number]
export type AlongRamps = { readonly [K in AlongKind]: Ramp }

/** Most points a ramp may have; the film and the axis stay readable far below that. */
export const RAMP_POINT_LIMIT = 64

const point = (at: number, value: number, ease: Ease = 'linear'): RampPoint => ({ at, value, ease })

/** Flat at 1: the start value holds for the whole life. */
export const FLAT_RAMP: Ramp = { points: [point(0, 1)] }
/** From 0 to 1 in a straight line. */
export const RISING_RAMP: Ramp = { points: [point(0, 0), point(1, 1)] }
/** In by 8 %, out from 60 %, eased. */
export const SOFT_ENDS_RAMP: Ramp = {
  points: [point(0, 0, 'ease'), point(0.08, 1), point(0.6, 1, 'ease'), point(1, 0)],
}
export const WHITE_TINT: TintRamp = { points: [{ at: 0, colour: '#ffffff', ease: 'linear' }] }

export const DEFAULT_RAMPS: TypeRamps = {
  scale: FLAT_RAMP,
  scaleY: FLAT_RAMP,
  opacity: SOFT_ENDS_RAMP,
  speed: FLAT_RAMP,
  frame: RISING_RAMP,
  hue: RISING_RAMP,
  spin: FLAT_RAMP,
  angle: RISING_RAMP,
  tint: WHITE_TINT,
  tintB: WHITE_TINT,
}
export const DEFAULT_ALONG: AlongRamps = {
  scale: FLAT_RAMP,
  thickness: FLAT_RAMP,
  opacity: FLAT_RAMP,
  delay: RISING_RAMP,
}
