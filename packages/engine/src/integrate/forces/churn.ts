/** Turbulence: an acceleration read from the field of churn, which moves on in time. */
import { withLane, rampOfForce } from '../../program/index.ts'
import { mix } from '../../maths/index.ts'
import {
  type Between,
  CHURN_CELLS,
  CHURN_ROW,
  CHURN_TIMES,
  churnBetween,
  churnSliceAt,
} from './churnField.ts'
import type { Affine } from '../step/reference.ts'
import { CHURN_SIDE, NUMBERS, OCTAVES_SHIFT, type Slab, WORDS } from '../../kernels/index.ts'
import type { ForceMaker, StepScope } from '../step/stepScope.ts'

const MASK = CHURN_SIDE - 1

/**
 * From so many particles on the field is worked out as a whole for a step; below, only where particles are.
 * Both give the same bits.
 */
const WHOLE_FROM = 6000

/** Every octave is half as wide and half as strong; together they have mean square length 1. */
const OCTAVE_SHARE = [1, 1 / Math.sqrt(1.25), 1 / Math.sqrt(1.3125), 1 / Math.sqrt(1.328125)] as const

/** Rounds of the field in a second, whole in a period when there is one. */
export const churnTurns = (rate: number, period: number): number => {
  const turns = rate / CHURN_TIMES
  return period > 0 ? Math.ceil(turns * period - 1e-9) / period : turns
}

/** Where and how strongly the field is read in a step. */
interface ChurnPlace {
  /** From the particles' space to the field's. */
  sample: Affine
  /** From the field's directions to the particles', where they differ. */
  own: Affine | null
  /** Cells of the field for one px. */
  perPx: number
  strength: number
  /** Each seed looks at another place of the field, in cells. */
  readonly shiftX: number
  readonly shiftY: number
  readonly octaves: number
}

const writeChurnParameters = (
  { words, numbers }: Slab,
  { field, here, next, t }: Between,
  { sample, perPx, strength, shiftX, shiftY, octaves }: ChurnPlace,
): number => {
  words[WORDS.field] = field.byteOffset + here * 8
  words[WORDS.nextField] = field.byteOffset + next * 8
  numbers[NUMBERS.ma] = sample.a
  numbers[NUMBERS.mb] = sample.b
  numbers[NUMBERS.mc] = sample.c
  numbers[NUMBERS.md] = sample.d
  numbers[NUMBERS.me] = sample.e
  numbers[NUMBERS.mf] = sample.f
  numbers[NUMBERS.scale] = perPx
  numbers[NUMBERS.shiftX] = shiftX
  numbers[NUMBERS.shiftY] = shiftY
  numbers[NUMBERS.churnStrength] = strength
  numbers[NUMBERS.between] = t
  return octaves << OCTAVES_SHIFT
}

/** Adds the field's acceleration, octave by octave, mixed between the corners of a cell and between two layers. */
const pushByChurn = (scope: StepScope, factor: Float64Array, layers: Between, place: ChurnPlace): void => {
  const { from, to, ax, ay, a } = scope
  const { all, at } = scope.pool
  const half = a / 2
  const { x: xs, y: ys, vx: vxs, vy: vys } = at
  const { a: ma, b: mb, c: mc, d: md, e: me, f: mf } = place.sample
  const { field, t, here } = layers
  const on = layers.next - here
  const { perPx: scale, strength: force, shiftX: wx, shiftY: wy, octaves: count, own: turned } = place
  const { a: oa, b: ob, c: oc, d: od } = turned ?? place.sample
  for (let i = from; i < to; i++) {
    const px = all[xs + i]! + all[vxs + i]! * half
    const py = all[ys + i]! + all[vys + i]! * half
    let sx = (ma * px + mc * py + me) * scale + wx
    let sy = (mb * px + md * py + mf) * scale + wy
    let fx = 0
    let fy = 0
    let weight = force * factor[i]!
    for (let octave = 0; octave < count; octave++) {
      const x0 = Math.floor(sx)
      const y0 = Math.floor(sy)
      const tx = sx - x0
      const ty = sy - y0
      const o00 = here + ((y0 & MASK) * CHURN_ROW + (x0 & MASK)) * 2
      const o10 = o00 + 2
      const o01 = o00 + CHURN_ROW * 2
      const o11 = o01 + 2
      const f00 = field[o00]! + (field[o00 + on]! - field[o00]!) * t
      const f10 = field[o10]! + (field[o10 + on]! - field[o10]!) * t
      const f01 = field[o01]! + (field[o01 + on]! - field[o01]!) * t
      const f11 = field[o11]! + (field[o11 + on]! - field[o11]!) * t
      const g00 = field[o00 + 1]! + (field[o00 + on + 1]! - field[o00 + 1]!) * t
      const g10 = field[o10 + 1]! + (field[o10 + on + 1]! - field[o10 + 1]!) * t
      const g01 = field[o01 + 1]! + (field[o01 + on + 1]! - field[o01 + 1]!) * t
      const g11 = field[o11 + 1]! + (field[o11 + on + 1]! - field[o11 + 1]!) * t
      const topX = f00 + (f10 - f00) * tx
      const topY = g00 + (g10 - g00) * tx
      fx += weight * (topX + (f01 + (f11 - f01) * tx - topX) * ty)
      fy += weight * (topY + (g01 + (g11 - g01) * tx - topY) * ty)
      sx *= 2
      sy *= 2
      weight *= 0.5
    }
    ax[i]! += turned ? oa * fx + oc * fy : fx
    ay[i]! += turned ? ob * fx + od * fy : fy
  }
}

/** A share of the field's side that belongs to a seed. */
const shiftOf = (seed: number, salt: number): number => ((mix(seed ^ salt) >>> 0) / 4294967296) * CHURN_SIDE

const NOWHERE: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }

export const churn: ForceMaker = ({ source, lanes }, context) => {
  const { numbers, churnSpace } = source.type
  const ramp = rampOfForce(source, 'churn')
  const turns = churnTurns(numbers.churnRate, context.periodSeconds)
  const layers: Between = { field: new Float64Array(0), here: 0, next: 0, t: 0 }
  const place: ChurnPlace = {
    sample: NOWHERE,
    own: null,
    perPx: 1,
    strength: 0,
    shiftX: shiftOf(context.seed, 0x63687572),
    shiftY: shiftOf(context.seed, 0x6e657373),
    octaves: numbers.churnOctaves,
  }
  const carried = source.space === 'carried'
  return {
    set: ({ reference, timeline, start, pool }) => {
      churnBetween(start * turns, layers, pool.slab)
      if (pool.size >= WHOLE_FROM) {
        layers.field = churnSliceAt(start * turns, pool.slab)
        layers.here = layers.next = layers.t = 0
      }
      const world = churnSpace === 'world'
      const strength = withLane(lanes.churn, numbers.churn, timeline) * OCTAVE_SHARE[place.octaves - 1]!
      place.strength = world && carried ? strength : strength * reference.unit
      place.sample = world ? reference.toWorld : reference.toLocal
      if (world) place.own = carried ? reference.fromWorldTurn : null
      else place.own = carried ? null : reference.fromLocalTurn
      place.perPx =
        CHURN_SIDE / CHURN_CELLS / (world ? numbers.churnSize * reference.pose.scale : numbers.churnSize)
    },
    writeKernelParameters: (_scope, slab) =>
      ramp || place.own || layers.field.buffer !== slab.buffer
        ? 0
        : writeChurnParameters(slab, layers, place),
    apply: (scope) => pushByChurn(scope, scope.factors(ramp), layers, place),
  }
}
