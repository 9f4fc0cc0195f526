/**
 * One step of some of an emitter's particles: all of them over a tick, or one newborn from its birth to the
 * tick. Each force
 * reads places and velocities as they are at the step's start and adds what it does to the columns here; the
 * step then
 * moves the particles once:
 * v′ = v·E + a·A, x′ = x + ramp·(v·A + a·B + own) + way, with E, A, B of the linear drag (see
 * `dragStepInto`).
 */
import type { EmitterProgram } from '../../program/index.ts'
import { cellOf, type CompiledRamp, drawTableOf, rampIn } from '../../appearance/index.ts'
import type { Slab } from '../../kernels/index.ts'
import type { Pool } from '../../state/index.ts'
import type { SimulationContext } from '../../input/index.ts'
import { Reference } from './reference.ts'

const COLUMNS = ['ownX', 'ownY', 'wayX', 'wayY', 'startVx', 'startVy', 'factor'] as const

/** Shared by all emitters, grown by doubling. */
const scratch = Object.fromEntries(COLUMNS.map((name) => [name, new Float64Array(0)])) as Record<
  (typeof COLUMNS)[number],
  Float64Array
>
let ones = new Float64Array(0)

const look = new Float64Array(1)

export class StepScope {
  pool!: Pool
  /** Slots, half-open. */
  from = 0
  to = 0
  /** Seconds on the clock where the step begins and ends. A newborn's begins at its birth. */
  start = 0
  end = 0
  seconds = 0
  /** Of the linear drag over this step. */
  e = 1
  a = 0
  b = 0
  /** Where lanes are read, in seconds on the timeline. */
  timeline = 0
  /** The tick at which the step begins, and the one at which it ends. */
  tick = 0
  readonly reference: Reference
  readonly program: EmitterProgram
  readonly context: SimulationContext
  /** px/s². */
  ax!: Float64Array
  ay!: Float64Array
  /** Way in px that the speed ramp scales with the rest, and way that it does not. */
  ownX = scratch.ownX
  ownY = scratch.ownY
  wayX = scratch.wayX
  wayY = scratch.wayY
  /** px/s when the step begins; kept where surfaces are touched. */
  startVx = scratch.startVx
  startVy = scratch.startVy

  constructor(program: EmitterProgram, context: SimulationContext) {
    this.program = program
    this.context = context
    this.reference = new Reference(context, program.source.space)
  }

  /** Makes room; nothing is added yet. */
  prepare(): void {
    if (scratch.factor.length < this.to) {
      for (const name of COLUMNS)
        scratch[name] = new Float64Array(Math.max(this.to, scratch[name].length * 2))
      ones = new Float64Array(scratch.factor.length).fill(1)
    }
    const { from, to } = this
    this.ax = this.pool.ax
    this.ay = this.pool.ay
    this.ownX = scratch.ownX
    this.ownY = scratch.ownY
    this.wayX = scratch.wayX
    this.wayY = scratch.wayY
    if (this.program.motion?.ways || this.program.motion?.speed || this.program.motion?.heading) {
      for (const column of [this.ownX, this.ownY, this.wayX, this.wayY]) column.fill(0, from, to)
      this.pool.addedVx.fill(0, from, to)
      this.pool.addedVy.fill(0, from, to)
    }
    if (this.program.motion?.contacts) {
      this.startVx = scratch.startVx
      this.startVy = scratch.startVy
      this.startVx.set(this.pool.vx.subarray(from, to), from)
      this.startVy.set(this.pool.vy.subarray(from, to), from)
    }
  }

  /** Every particle starts with the steady acceleration. */
  clear(gx: number, gy: number): void {
    this.ax.fill(gx, this.from, this.to)
    this.ay.fill(gy, this.from, this.to)
  }

  /** Strength over life at the step's start for each slot; ones without a ramp. Valid until the next call. */
  factors(ramp: CompiledRamp | null, from = this.from, to = this.to): Float64Array {
    if (ramp === null) return ones
    const { factor } = scratch
    const { born, life } = this.pool
    const table = drawTableOf(ramp)
    for (let i = from; i < to; i++) {
      const t = (this.start - born[i]!) / life[i]!
      const u = t > 0 ? (t < 1 ? t : 1) : 0
      const cell = cellOf(u) * 2
      let r = table[cell]! + table[cell + 1]! * u
      if (r !== r) {
        look[0] = u
        rampIn(ramp, look)
        r = look[0]!
      }
      factor[i] = r
    }
    return factor
  }
}

/** One force at work on one emitter. */
export interface ForcePass {
  /** Reads numbers and lanes as they are when a tick begins. */
  set(scope: StepScope): void
  apply(scope: StepScope): void
  /**
   * Tells the kernel what it needs to do the same in this step, and gives the bits of kernels/flags.ts; 0
   * when
   * only `apply` can.
   */
  writeKernelParameters?(scope: StepScope, slab: Slab): number
}

/** Makes the pass; null when it would do nothing. */
export type ForceMaker = (program: EmitterProgram, context: SimulationContext) => ForcePass
