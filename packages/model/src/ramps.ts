import type { Ease, TintEase } from './kinds.ts'

/** A point of a ramp: `at` is life from 0 to 1, `value` from 0 to 1; `ease` shapes the way to the next point. */
export interface RampPoint {
  readonly at: number
  readonly value: number
  readonly ease: Ease
}

/** A value over the life of one particle; points ascend in `at`, the ends hold their value. One atomic value in the document. */
export interface Ramp {
  readonly points: readonly RampPoint[]
}

/** A stop of a tint ramp: `colour` is `#rrggbb` in sRGB, and the way to the next stop is mixed in sRGB. */
export interface TintStop {
  readonly at: number
  readonly colour: string
  readonly ease: TintEase
}

export interface TintRamp {
  readonly points: readonly TintStop[]
}

export const RAMP_KINDS = ['scale', 'opacity', 'tint'] as const
export type RampKind = (typeof RAMP_KINDS)[number]

export interface TypeRamps {
  readonly scale: Ramp
  readonly opacity: Ramp
  readonly tint: TintRamp
}

/** Most points a ramp may have; the film and the axis stay readable far below that. */
export const RAMP_POINT_LIMIT = 64

const point = (at: number, value: number, ease: Ease = 'linear'): RampPoint => ({ at, value, ease })

/** Flat at 1: the start value holds for the whole life. */
export const FLAT_RAMP: Ramp = { points: [point(0, 1)] }
/** In by 8 %, out from 60 %, eased. */
export const SOFT_ENDS_RAMP: Ramp = { points: [point(0, 0, 'ease'), point(0.08, 1), point(0.6, 1, 'ease'), point(1, 0)] }
export const WHITE_TINT: TintRamp = { points: [{ at: 0, colour: '#ffffff', ease: 'linear' }] }

export const DEFAULT_RAMPS: TypeRamps = { scale: FLAT_RAMP, opacity: SOFT_ENDS_RAMP, tint: WHITE_TINT }
