/**
 * The field of churn: curl of periodic gradient noise on a grid, made once. The potential ψ is gradient noise
 * with smooth
 * (quintic) blending on a lattice of 16 × 16 cells in the plane and 4 in time, all periodic; the field
 * (∂ψ/∂y, −∂ψ/∂x) has no
 * sources and no sinks. It is scaled so that its mean square length is 1.
 * Source: K. Perlin, "Improving Noise" (2002), for the blending; R. Bridson et al., "Curl-Noise for
 * Procedural Fluid Flow" (2007).
 */
import { BoundedCache } from '@gliv/base'
import { CHURN_SIDE, floatsIn, type Slab } from '../../kernels/index.ts'
import { mix, cosSinInto } from '../../maths/index.ts'

/** Lattice cells along a side, and in time. */
export const CHURN_CELLS = 16
export const CHURN_TIMES = 4
/** Grid points for each lattice cell, in the plane and in time. */
const FINE = CHURN_SIDE / CHURN_CELLS
/**
 * Points of a row as it is kept: the first stands at the end once more, and the first row below the last, so
 * that a cell's four corners always lie at the same distances.
 */
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
          const g =
            ((((Math.floor(layer / FINE) + cz) % CHURN_TIMES) * CHURN_CELLS +
              ((Math.floor(y / FINE) + cy) & wrap)) *
              CHURN_CELLS +
              ((Math.floor(x / FINE) + cx) & wrap)) *
            3
          const weight = blend(cx ? fx : 1 - fx) * blend(cy ? fy : 1 - fy) * blend(cz ? fz : 1 - fz)
          sum +=
            weight *
            (gradients[g]! * (fx - cx) + gradients[g + 1]! * (fy - cy) + gradients[g + 2]! * (fz - cz))
        }
        out[(layer * CHURN_SIDE + y) * CHURN_SIDE + x] = sum
      }
  return out
}

/** Layers of [x, y] pairs, written to `field`. */
const fillField = (field: Float64Array): void => {
  const potential = makePotential()
  const wrap = CHURN_SIDE - 1
  let square = 0
  for (let layer = 0, o = 0; layer < LAYERS; layer++) {
    const at = (x: number, y: number): number =>
      potential[(layer * CHURN_SIDE + (y & wrap)) * CHURN_SIDE + (x & wrap)]!
    for (let y = 0; y < CHURN_ROW; y++)
      for (let x = 0; x < CHURN_ROW; x++, o += 2) {
        const fx = (field[o] = at(x, y + 1) - at(x, y - 1))
        const fy = (field[o + 1] = at(x - 1, y) - at(x + 1, y))
        if (x < CHURN_SIDE && y < CHURN_SIDE) square += fx * fx + fy * fy
      }
  }
  const scale = Math.sqrt((LAYERS * CHURN_SIDE * CHURN_SIDE) / square)
  for (let i = 0; i < field.length; i++) field[i]! *= scale
}

/** Slices of so many last moments are kept. */
const KEPT = 8

/**
 * Two layers, by where they begin in the field, and how far a moment lies from the one to the other, 0 to 1.
 */
export interface Between {
  field: Float64Array
  here: number
  next: number
  t: number
}

/** The field as it lies in one memory, with slices of it. */
class ChurnField {
  readonly #slab: Slab | null
  readonly #field: Float64Array
  readonly #slices = new BoundedCache<number, Float64Array>(KEPT)
  readonly #moment: Between = { field: new Float64Array(0), here: 0, next: 0, t: 0 }

  /** @param slab where the kernels are to find it, if there is room */
  constructor(slab: Slab | null, source: ChurnField | null) {
    const room = slab ? floatsIn(slab, this, LAYERS * LAYER_WORDS) : null
    this.#slab = room ? slab : null
    this.#field = room ?? new Float64Array(LAYERS * LAYER_WORDS)
    if (source) this.#field.set(source.#field)
    else fillField(this.#field)
  }

  between(turns: number, out: Between): void {
    const place = (turns - Math.floor(turns)) * LAYERS
    const layer = Math.floor(place)
    out.field = this.#field
    out.t = place - layer
    out.here = (layer % LAYERS) * LAYER_WORDS
    out.next = ((layer + 1) % LAYERS) * LAYER_WORDS
  }

  sliceAt(turns: number): Float64Array {
    const phase = turns - Math.floor(turns)
    const known = this.#slices.get(phase)
    if (known) return known
    this.between(turns, this.#moment)
    const { field, here, next, t } = this.#moment
    const slice = this.#slices.size >= KEPT ? this.#slices.takeOldest()! : this.#room()
    const slab = this.#slab
    if (slab && slice.buffer === slab.buffer)
      slab.kernels.between(
        field.byteOffset + here * 8,
        field.byteOffset + next * 8,
        t,
        slice.byteOffset,
        LAYER_WORDS,
      )
    else
      for (let i = 0; i < LAYER_WORDS; i++) {
        const from = field[here + i]!
        slice[i] = from + (field[next + i]! - from) * t
      }
    return this.#slices.set(phase, slice)
  }

  #room(): Float64Array {
    return (this.#slab && floatsIn(this.#slab, this, LAYER_WORDS)) ?? new Float64Array(LAYER_WORDS)
  }
}

/** One for each memory that pools lie in. */
const fields = new Map<Slab | null, ChurnField>()

const fieldIn = (slab: Slab | null): ChurnField => {
  let field = fields.get(slab)
  if (!field) {
    const [first] = fields.values()
    fields.set(slab, (field = new ChurnField(slab, first ?? null)))
  }
  return field
}

/**
 * The two layers around a moment. @param turns place in time, in rounds of the whole field: 0 to 1 is one
 * period @param slab where the pool lies
 */
export const churnBetween = (turns: number, out: Between, slab: Slab | null = null): void =>
  fieldIn(slab).between(turns, out)

/** The whole field at a moment, as [x, y] pairs row by row: worth its price for many particles only. */
export const churnSliceAt = (turns: number, slab: Slab | null = null): Float64Array =>
  fieldIn(slab).sliceAt(turns)
