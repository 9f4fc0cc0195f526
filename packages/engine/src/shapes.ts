/** Where on a shape a particle is born: one sampler a shape, two draws each, from the stream `place`. */
import type { Fill, NumbersOf, ShapeKind } from '@gliv/model'
import { cosSinInto } from './maths.ts'

/** Writes the place relative to the emitter's centre, in px, for two draws in [0, 1). */
export type ShapeSampler = (numbers: NumbersOf<'emitter'>, fill: Fill, a: number, b: number, out: Float64Array) => void

/**
 * A `rim` fill moves an evenly drawn place outward along its ray: the relative radius ρ becomes ρ^(1/4). As ρ² is
 * uniform for an even fill, the share within ρ becomes ρ⁸ and the areal density grows as ρ⁶.
 */
const rimFactor = (rho: number): number => (rho > 0 ? Math.sqrt(Math.sqrt(rho)) / rho : 1)

const turn = new Float64Array(2)

export const SHAPE_SAMPLERS = {
  point: (_numbers, _fill, _a, _b, out) => {
    out[0] = 0
    out[1] = 0
  },
  rectangle: (numbers, fill, a, b, out) => {
    const x = 2 * a - 1
    const y = 2 * b - 1
    const factor = fill === 'rim' ? rimFactor(Math.max(Math.abs(x), Math.abs(y))) : 1
    out[0] = x * factor * numbers.shapeWidth * 0.5
    out[1] = y * factor * numbers.shapeHeight * 0.5
  },
  circle: (numbers, fill, a, b, out) => {
    const even = Math.sqrt(b)
    const radius = (fill === 'rim' ? Math.sqrt(Math.sqrt(even)) : even) * numbers.shapeRadius
    cosSinInto(a * 360, turn)
    out[0] = turn[0]! * radius
    out[1] = turn[1]! * radius
  },
} as const satisfies Record<ShapeKind, ShapeSampler>
