/**
 * The field of churn: curl of periodic gradient noise on a grid, made once. The potential ψ is gradient noise with smooth
 * (quintic) blending on a lattice of 16 × 16 cells in the plane and 4 in time, all periodic; the field (∂ψ/∂y, −∂ψ/∂x) has no
 * sources and no sinks. It is scaled so that its mean square length is 1.
 * Source: K. Perlin, "Improving Noise" (2002), for the blending; R. Bridson et al., "Curl-Noise for Procedural Fluid Flow" (2007).
 */
import { floatsFor, slabOf } from '../kernels/slab.ts'
import { mix } from '../random.ts'
import { cosSinInto } from '../maths.ts'

/** Lattice cells along a side, and in time. */
export const CHURN_CELLS = 16
export const CHURN_TIMES = 4
/** Grid points for each lattice cell, in the plane and in time. */
const FINE = 4
/** Grid points along a side: a power of two. */
export const CHURN_SIDE = CHURN_CELLS * FINE
/** Points of a row as it is kept: the first stands at the end once more, and the first row below the last, so that a cell's four corners always lie at the same distances. */
export const CHURN_ROW = CHURN_SIDE + 1
const LAYERS = CHURN_TIMES * FINE
const LAYER_WORDS = CHURN_ROW * CHURN_ROW * 2

const blend = (t: number): number => t * t * t * (t * (t * 6 - 15) + 10)

const pair = new Float64Array(2)

/** Unit gradients with a part in time, three numbers for each lattice point. */
const makeGradients = (): Float64Array => {
  const gradients = new Float64Array(CHURN_TIMES * CHURN_CELLS * CHURN_CELLS * 3)
  for (let n = 0; n < gradients.length / 3; n++) {
    const h = mix(n + 0x51ed27) >>> 0
    const z = ((mix(h + 77) >>> 0) / 4294967296) * 2 - 1
    const flat = Math.sqrt(1 - z * z)
    cosSinInto((h / 4294967296) * 360, pair)
    gradients[n * 3] = pair[0]! * flat
    gradients[n * 3 + 1] = pair[1]! * flat
    gradients[n * 3 + 2] = z
  }
  return gradients
}

/** ψ at grid point (x, y) of a layer. */
const makePotential = (): Float64Array => {
  const gradients = makeGradients()
  const out = new Float64Array(LAYERS * CHURN_SIDE * CHURN_SIDE)
  const wrap = CHURN_CELLS - 1
  for (let layer = 0; layer < LAYERS; layer++)
    for (let y = 0; y < CHURN_SIDE; y++)
      for (let x = 0; x < CHURN_SIDE; x++) {
        const fx = (x % FINE) / FINE
        const fy = (y % FINE) / FINE
        const fz = (layer % FINE) / FINE
        let sum = 0
        for (let corner = 0; corner < 8; corner++) {
          const cx = corner & 1
          const cy = (corner >> 1) & 1
          const cz = corner >> 2
          const g = ((((Math.floor(layer / FINE) + cz) % CHURN_TIMES) * CHURN_CELLS + ((Math.floor(y / FINE) + cy) & wrap)) * CHURN_CELLS + ((Math.floor(x / FINE) + cx) & wrap)) * 3
          const weight = blend(cx ? fx : 1 - fx) * blend(cy ? fy : 1 - fy) * blend(cz ? fz : 1 - fz)
          sum += weight * (gradients[g]! * (fx - cx) + gradients[g + 1]! * (fy - cy) + gradients[g + 2]! * (fz - cz))
        }
        out[(layer * CHURN_SIDE + y) * CHURN_SIDE + x] = sum
      }
  return out
}

/** Layers of [x, y] pairs. */
const makeField = (): Float64Array => {
  const potential = makePotential()
  const field = floatsFor(slices, LAYERS * LAYER_WORDS)
  const wrap = CHURN_SIDE - 1
  let square = 0
  for (let layer = 0, o = 0; layer < LAYERS; layer++) {
    const at = (x: number, y: number): number => potential[(layer * CHURN_SIDE + (y & wrap)) * CHURN_SIDE + (x & wrap)]!
    for (let y = 0; y < CHURN_ROW; y++)
      for (let x = 0; x < CHURN_ROW; x++, o += 2) {
        const fx = (field[o] = at(x, y + 1) - at(x, y - 1))
        const fy = (field[o + 1] = at(x - 1, y) - at(x + 1, y))
        if (x < CHURN_SIDE && y < CHURN_SIDE) square += fx * fx + fy * fy
      }
  }
  const scale = Math.sqrt((LAYERS * CHURN_SIDE * CHURN_SIDE) / square)
  for (let i = 0; i < field.length; i++) field[i]! *= scale
  return field
}

let field: Float64Array | null = null

/** The field between its layers at a moment, as [x, y] pairs row by row. Slices of the last few moments are kept. */
const slices = new Map<number, Float64Array>()
const KEPT = 8

/** Two layers, by where they begin in the field, and how far a moment lies from the one to the other, 0 to 1. */
export interface Between {
  field: Float64Array
  here: number
  next: number
  t: number
}

/** @param turns place in time, in rounds of the whole field: 0 to 1 is one period */
export const churnBetween = (turns: number, out: Between): void => {
  field ??= makeField()
  const place = (turns - Math.floor(turns)) * LAYERS
  const layer = Math.floor(place)
  out.field = field
  out.t = place - layer
  out.here = (layer % LAYERS) * LAYER_WORDS
  out.next = ((layer + 1) % LAYERS) * LAYER_WORDS
}

const moment: Between = { field: new Float64Array(0), here: 0, next: 0, t: 0 }

/** The whole field at a moment: worth its price for many particles only. */
export const churnSliceAt = (turns: number): Float64Array => {
  const phase = turns - Math.floor(turns)
  const known = slices.get(phase)
  if (known) return known
  churnBetween(turns, moment)
  const { field: layers, here, next, t } = moment
  const slice = slices.size >= KEPT ? recycled() : floatsFor(slices, LAYER_WORDS)
  const slab = slabOf(slice)
  if (slab && layers.buffer === slab.buffer) slab.kernels.between(layers.byteOffset + here * 8, layers.byteOffset + next * 8, t, slice.byteOffset, LAYER_WORDS)
  else
    for (let i = 0; i < LAYER_WORDS; i++) {
      const from = layers[here + i]!
      slice[i] = from + (layers[next + i]! - from) * t
    }
  slices.set(phase, slice)
  return slice
}

/** The oldest kept slice, to be written over. */
const recycled = (): Float64Array => {
  const [oldest] = slices
  slices.delete(oldest![0])
  return oldest![1]
}
