import { type Frame, type ResolvedEffect, type ResolvedEmitter, type ResolvedType, Refusal } from '@gliv/model'
import { type CompiledRamp, type CompiledTint, compileRamp, compileTint } from './ramp.ts'
import { type Schedule, createSchedule } from './schedule.ts'
import { type ShapeSampler, SHAPE_SAMPLERS } from './shapes.ts'
import { cosSinInto, dragStepInto } from './maths.ts'

/** Sum of the caps of one effect: what a simulation may have to hold. a particle takes 128 bytes and pools a third of slack, which makes this 34 MB. */
export const TOTAL_CAP_LIMIT = 200_000

/** What the output pass reads; swapped without stepping when only looks change. */
export interface Looks {
  readonly scaleRamp: CompiledRamp
  readonly opacityRamp: CompiledRamp
  readonly tint: CompiledTint
  readonly type: ResolvedType
}

export interface EmitterProgram {
  readonly source: ResolvedEmitter
  readonly schedule: Schedule
  readonly place: ShapeSampler
  readonly looks: Looks
  /** Gravity's acceleration in px/s². */
  readonly gx: number
  readonly gy: number
  /** Per second. */
  readonly drag: number
  /** Coefficients [E, A, B] of a whole tick; see `dragStepInto`. */
  readonly tickStep: Float64Array
  /** Ticks after which a particle born now is surely dead. */
  readonly horizonTicks: number
  /** No more than this many can ever be alive together, cap included. */
  readonly aliveBound: number
  /** The cap may refuse births, so that counts follow from a census only. */
  readonly capMayBind: boolean
}

export interface Program {
  readonly effect: ResolvedEffect
  readonly emitters: readonly EmitterProgram[]
}

/** Upper bound of the living: the births of any window as long as the longest life, with a tick of slack at each end. */
const boundAlive = (effect: ResolvedEffect, emitter: ResolvedEmitter, schedule: Schedule): number => {
  const window = emitter.type.numbers.life.to + 2 / effect.rate
  const repeats = effect.play === 'loop' ? Math.floor(window / schedule.repeatSeconds) + 2 : 1
  let bound = 0
  for (const source of schedule.sources) {
    const perWindow = source.stepSeconds > 0 ? Math.floor(window / source.stepSeconds) + 2 : source.total
    bound += source.stepSeconds > 0 ? Math.min(perWindow + repeats, source.total * repeats) : source.total * repeats
  }
  return bound
}

export const compileLooks = (type: ResolvedType): Looks => ({
  scaleRamp: compileRamp(type.ramps.scale),
  opacityRamp: compileRamp(type.ramps.opacity),
  tint: compileTint(type.ramps.tint),
  type,
})

const scratch = new Float64Array(2)

export const compileEmitter = (effect: ResolvedEffect, emitter: ResolvedEmitter): EmitterProgram => {
  const { type } = emitter
  const schedule = createSchedule(effect, emitter)
  const has = (force: 'gravity' | 'drag') => type.forces.includes(force)
  cosSinInto(type.numbers.gravityHeading, scratch)
  const strength = has('gravity') ? type.numbers.gravity : 0
  const drag = has('drag') ? type.numbers.drag : 0
  const tickStep = new Float64Array(3)
  dragStepInto(drag, 1 / effect.rate, tickStep)
  const bound = boundAlive(effect, emitter, schedule)
  return {
    source: emitter,
    schedule,
    place: SHAPE_SAMPLERS[emitter.shape],
    looks: compileLooks(type),
    gx: strength * scratch[0]!,
    gy: strength * scratch[1]!,
    drag,
    tickStep,
    horizonTicks: Math.ceil(type.numbers.life.to * effect.rate) + 1,
    aliveBound: Math.min(bound, emitter.numbers.cap),
    capMayBind: bound > emitter.numbers.cap,
  }
}

/**
 * Compiles a resolved effect. Throws `Refusal` when the sum of caps that can be reached is over `TOTAL_CAP_LIMIT`.
 * @example const simulation = createSimulation(compile(effect), { seed: 7 })
 */
export const compile = (effect: ResolvedEffect): Program => {
  const emitters = effect.emitters.map((emitter) => compileEmitter(effect, emitter))
  const bound = emitters.reduce((sum, e) => sum + e.aliveBound, 0)
  if (bound > TOTAL_CAP_LIMIT) {
    const largest = emitters.reduce((a, b) => (b.aliveBound > a.aliveBound ? b : a))
    throw new Refusal(
      `effect "${effect.name}"`,
      `its emitters may have ${bound} particles alive together; at most ${TOTAL_CAP_LIMIT} are allowed; lower the cap of "${largest.source.name}" (${largest.aliveBound})`,
    )
  }
  return { effect, emitters }
}

/** An empty frame, to be filled by `Simulation.frame`. */
export const emptyFrame = (): Frame => {
  const f32 = new Float32Array(0)
  return { f32, u32: new Uint32Array(f32.buffer), count: 0, batches: [], batchCount: 0, originX: 0, originY: 0 }
}
