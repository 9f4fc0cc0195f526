/**
 * The step of an emitter's particles. Steady forces move them in two short loops; everything else goes
 * through
 * `moveFully`, which after the forces' passes does the same arithmetic, so that a force of no strength
 * changes no bit.
 */
import { rampAt } from '../appearance/index.ts'
import type { SimulationContext } from '../input/index.ts'
import { ADDED, KEPT, LEFT_AT_ONCE, type Slab } from '../kernels/index.ts'
import { dragStepIn } from '../maths/index.ts'
import { type EmitterProgram, withLane } from '../program/index.ts'
import { type EventLog, type Pool } from '../state/index.ts'
import { ContactPass } from './contactPass.ts'
import { Endings } from './forces/endings.ts'
import { FORCE_PASSES } from './forces/forcePasses.ts'
import { keepLimit } from './forces/limit.ts'
import { accelerate, advance, advanceWavering, moveFreely, moveRamped } from './integrators.ts'
import { firstByKernel, moveSteadilyByKernel, pushByKernel } from './kernelSteps.ts'
import { faceTravel } from './step/facing.ts'
import { SteadyForces } from './step/steadyForces.ts'
import { type ForcePass, StepScope } from './step/stepScope.ts'

const step = new Float64Array(3)

export class Motion {
  readonly #program: EmitterProgram
  readonly #pool: Pool
  readonly #scope: StepScope
  readonly #steady: SteadyForces
  readonly #passes: readonly ForcePass[]
  readonly #contact: ContactPass | null
  readonly #endings: Endings | null
  readonly #context: SimulationContext
  readonly #ramped: boolean
  readonly #firstRamp: number
  readonly #asks: boolean
  readonly #timelineSeconds: () => number
  #limit = 0

  /**
   * @param timelineSeconds where the timeline stands at the tick's start; asked only when something needs it
   */
  constructor(
    program: EmitterProgram,
    context: SimulationContext,
    pool: Pool,
    events: EventLog,
    timelineSeconds: () => number,
  ) {
    this.#program = program
    this.#pool = pool
    this.#context = context
    this.#timelineSeconds = timelineSeconds
    this.#scope = new StepScope(program, context)
    this.#scope.pool = pool
    this.#steady = new SteadyForces(program, this.#scope.reference)
    this.#passes = (program.motion?.passes ?? []).flatMap(
      (kind) => FORCE_PASSES[kind]?.(program, context) ?? [],
    )
    this.#contact = program.motion?.contacts ? new ContactPass(program, context, events) : null
    this.#endings = program.motion?.endsEarly ? new Endings(program, context) : null
    const { speedRamp } = program
    this.#ramped = !speedRamp.constant || speedRamp.pieces[2] !== 1
    this.#firstRamp = rampAt(speedRamp, 0)
    this.#asks = this.#steady.laned || program.motion !== null
  }

  /** Forces as they are at the start of the step that ends at a tick. Seconds on the clock. */
  begin(tick: number, before: number, now: number): void {
    const scope = this.#scope
    scope.tick = Math.max(0, tick - 1)
    scope.start = before
    scope.end = now
    scope.seconds = this.#context.clock.stepTo(tick)
    scope.timeline = this.#asks ? this.#timelineSeconds() : 0
    scope.reference.set(scope.tick)
    this.#steady.set(scope.seconds, scope.timeline)
    const { motion, lanes, source } = this.#program
    if (!motion) return
    for (const pass of this.#passes) pass.set(scope)
    this.#contact?.set(tick, scope)
    this.#endings?.set(tick, scope)
    this.#limit = withLane(lanes.limit, source.type.numbers.limit, scope.timeline) * scope.reference.unit
  }

  /** All particles over the tick. */
  move(): void {
    const { first: stepNewborn, size } = this.#pool
    if (size === stepNewborn) return
    if (this.#program.motion) {
      const scope = this.#scope
      scope.from = stepNewborn
      scope.to = size
      scope.e = this.#steady.step[0]!
      scope.a = this.#steady.step[1]!
      scope.b = this.#steady.step[2]!
      this.#moveFully(false)
    } else this.#moveSteadily(stepNewborn, size)
    if (this.#program.source.type.facing === 'travel') faceTravel(this.#scope, stepNewborn, size)
  }

  /** Nothing meets its particles or ends them, so that births need not be looked at one by one. */
  get undisturbed(): boolean {
    return this.#contact === null && this.#endings === null
  }

  /** Newborns, each from its birth to the tick that is at hand. */
  stepNewborns(from: number, to: number, tick: number): void {
    const pool = this.#pool
    const { motion } = this.#program
    const forces =
      pool.slab && (motion === null || this.#stepsAlone) ? this.#writeAllParameters(pool.slab) : -1
    if (forces < 0) {
      for (let i = from; i < to; i++) this.first(i, pool.born[i]!, tick)
      return
    }
    if (motion) this.#settleIn(from, to)
    firstByKernel(pool.slab!, pool, this.#steady, from, to, this.#scope.end, forces, this.#firstRamp)
    if (this.#program.source.type.facing === 'travel' && motion) faceTravel(this.#scope, from, to)
  }

  /** Bits for the kernel that does all forces in one go; −1 when there are others. */
  #writeAllParameters(slab: Slab): number {
    let forces = 0
    for (const pass of this.#passes) {
      const flags = pass.writeKernelParameters?.(this.#scope, slab) ?? 0
      if (flags === 0) return -1
      forces |= flags
    }
    return forces
  }

  /** Accelerations are all that a step takes in, and nothing follows it. */
  get #stepsAlone(): boolean {
    const motion = this.#program.motion!
    return (
      this.undisturbed && motion.ownWay && !motion.ways && !motion.speed && !motion.heading && !motion.limits
    )
  }

  #settleIn(from: number, to: number): void {
    const { x, y, homeX, homeY, rail, stuck, thrustSign } = this.#pool
    homeX.set(x.subarray(from, to), from)
    homeY.set(y.subarray(from, to), from)
    rail.fill(0, from, to)
    stuck.fill(0, from, to)
    thrustSign.fill(1, from, to)
  }

  /** A newborn from its birth, at a moment of the clock, to the tick. */
  first(i: number, born: number, tick: number): void {
    const { gx, gy, drag } = this.#steady
    const pool = this.#pool
    const seconds = this.#scope.end - born
    step[0] = drag
    step[1] = seconds > 0 ? seconds : 0
    dragStepIn(step)
    if (this.#program.motion) {
      this.#firstFully(i, born, tick)
      return
    }
    const ramp = this.#firstRamp
    const vx = pool.vx[i]!
    const vy = pool.vy[i]!
    pool.lastX[i] = pool.x[i]!
    pool.lastY[i] = pool.y[i]!
    // Without a ramp in the order of additions that the tick's step has.
    pool.x[i] =
      ramp === 1
        ? pool.x[i]! + vx * step[1]! + gx * step[2]!
        : pool.x[i]! + ramp * (vx * step[1]! + gx * step[2]!)
    pool.y[i] =
      ramp === 1
        ? pool.y[i]! + vy * step[1]! + gy * step[2]!
        : pool.y[i]! + ramp * (vy * step[1]! + gy * step[2]!)
    pool.vx[i] = vx * step[0]! + gx * step[1]!
    pool.vy[i] = vy * step[0]! + gy * step[1]!
  }

  #firstFully(i: number, born: number, tick: number): void {
    const scope = this.#scope
    const pool = this.#pool
    const { start, seconds } = scope
    // `#settleIn` for one: views of a slot would cost objects.
    pool.homeX[i] = pool.x[i]!
    pool.homeY[i] = pool.y[i]!
    pool.rail[i] = pool.stuck[i] = 0
    pool.thrustSign[i] = 1
    scope.from = i
    scope.to = i + 1
    scope.start = born
    scope.seconds = step[1]!
    scope.e = step[0]!
    scope.a = step[1]!
    scope.b = step[2]!
    scope.tick = Math.max(0, tick - 1)
    this.#moveFully(this.#firstRamp === 1)
    if (this.#program.source.type.facing === 'travel') faceTravel(this.#scope, i, i + 1)
    scope.start = start
    scope.seconds = seconds
  }

  /** Kernels take pairs, the last of which may be half empty; what they leave goes through the loops here. */
  #moveSteadily(first: number, size: number): void {
    const { slab } = this.#pool
    if (!slab) {
      if (this.#ramped)
        moveRamped(this.#pool, this.#steady, this.#program.speedRamp, this.#scope.start, first, size)
      else moveFreely(this.#pool, this.#steady, first, size)
      return
    }
    for (let from = first; from < size; from += LEFT_AT_ONCE) {
      const left = moveSteadilyByKernel(
        slab,
        this.#pool,
        this.#steady,
        from,
        Math.min(size, from + LEFT_AT_ONCE),
        this.#ramped ? this.#program.speedRamp : null,
        this.#scope.start,
      )
      for (let k = 0; k < left; k++)
        moveRamped(
          this.#pool,
          this.#steady,
          this.#program.speedRamp,
          this.#scope.start,
          slab.left[k]!,
          Math.min(size, slab.left[k]! + 2),
        )
    }
  }

  /**
   * Some forces at a time by the kernel. @param forces bits of kernels/flags.ts @param ramped the speed ramp
   * has a say in the step
   */
  #push(slab: Slab, forces: number, ramped: boolean): void {
    const { from, to } = this.#scope
    for (let at = from; at < to; at += LEFT_AT_ONCE) {
      const left = pushByKernel(
        slab,
        this.#scope,
        this.#steady,
        at,
        Math.min(to, at + LEFT_AT_ONCE),
        forces,
        ramped ? this.#program.speedRamp : null,
      )
      for (let k = 0; k < left; k++)
        accelerate(this.#scope, true, slab.left[k]!, Math.min(to, slab.left[k]! + 2))
    }
  }

  /**
   * Forces in their order, by the kernel where it knows them. Those at the end of the order are left to the
   * step, as bits.
   */
  #addForces(slab: Slab | null): number {
    const scope = this.#scope
    const { gx, gy } = this.#steady
    let forces = 0
    for (const pass of this.#passes) {
      const flags = slab ? (pass.writeKernelParameters?.(scope, slab) ?? 0) : 0
      if (flags !== 0) forces |= flags
      else {
        if (forces !== 0 && forces !== ADDED) this.#push(slab!, forces | KEPT, false)
        else if (forces === 0) scope.clear(gx, gy)
        pass.apply(scope)
        forces = ADDED
      }
    }
    return forces
  }

  /** Nothing but accelerations moves it, beside its own velocity. */
  get #accelerates(): boolean {
    const { ownWay, ways } = this.#program.motion!
    return ownWay && !ways && !this.#wavers
  }

  get #wavers(): boolean {
    const { speed, heading } = this.#program.motion!
    return speed !== null || heading !== null
  }

  /** The step that takes in all that passes have added. */
  #stepWithPasses(ramped: boolean): void {
    const scope = this.#scope
    if (this.#accelerates) accelerate(scope, ramped, scope.from, scope.to)
    else if (this.#program.motion!.ownWay && !this.#wavers) advance(scope, ramped)
    else advanceWavering(scope, this.#ramped)
  }

  /**
   * The forces' passes over a range, then one step that takes in all they have added. @param plainly the
   * speed ramp is 1 for all
   */
  #moveFully(plainly: boolean): void {
    const scope = this.#scope
    const motion = this.#program.motion!
    const ramped = this.#ramped && !plainly
    // One by one newborns are too few for a kernel.
    const slab = scope.to - scope.from > 1 ? this.#pool.slab : null
    scope.prepare()
    const forces = this.#addForces(slab)
    if (this.#accelerates && slab) this.#push(slab, forces, ramped)
    else {
      if (forces === 0) scope.clear(this.#steady.gx, this.#steady.gy)
      else if (forces !== ADDED) this.#push(slab!, forces | KEPT, false)
      this.#stepWithPasses(ramped)
    }
    if (motion.limits) keepLimit(scope, this.#limit)
    this.#contact?.apply(scope)
    this.#endings?.apply(scope)
  }
}
