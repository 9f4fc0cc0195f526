import type { Frame, ResolvedEffect, ResolvedEmitter, Tape } from '@gliv/model'
import { emptyFrame, type Program } from './compile.ts'
import { EmitterRun } from './emitter.ts'
import { appendInstances } from './output.ts'
import { type CompiledTape, compileTape } from './tape.ts'

export interface SimulationOptions {
  /** Unsigned 32 bits; default: the effect's own. */
  readonly seed?: number
  readonly tape?: Tape
  /** Inputs of a running game, instead of a tape; such a simulation is only stepped. */
  readonly live?: CompiledTape
  /** World position of the effect's origin in px. */
  readonly x?: number
  readonly y?: number
}

/** state = f(program, seed, tape); stands at a tick, −1 before the first. */
export class Simulation {
  #program: Program
  readonly #tape: CompiledTape
  readonly #frame: Frame = emptyFrame()
  readonly seed: number
  runs: EmitterRun[]
  tick = -1

  constructor(program: Program, options: SimulationOptions = {}) {
    this.#program = program
    this.seed = (options.seed ?? program.effect.seed) >>> 0
    const x = options.x ?? 0
    const y = options.y ?? 0
    this.#tape = options.live ?? compileTape(options.tape ?? [], x, y)
    this.#frame.originX = x
    this.#frame.originY = y
    this.runs = program.emitters.map((e) => this.start(e))
    if (options.live) this.step()
    else this.seek(0)
  }

  get program(): Program {
    return this.#program
  }

  get rate(): number {
    return this.#program.effect.rate
  }

  /** A fresh run of an emitter, before its first tick. */
  start(emitter: Program['emitters'][number]): EmitterRun {
    return new EmitterRun(emitter, this.seed, this.rate, this.#tape)
  }

  /** One tick on. */
  step(): void {
    this.tick++
    this.#tape.advance?.(this.tick)
    for (const run of this.runs) run.step()
  }

  /** To any tick ≥ 0; costs at most one longest life of steps. */
  seek(tick: number): void {
    this.tick = Math.max(0, Math.floor(tick))
    for (const run of this.runs) run.seek(this.tick)
  }

  get alive(): number {
    let sum = 0
    for (const run of this.runs) sum += run.alive
    return sum
  }

  /** True when nothing is alive and nothing will ever be born again. */
  get finished(): boolean {
    if (this.alive > 0) return false
    const { effect } = this.#program
    return this.tick >= this.#tape.endTick() || (effect.play === 'once' && this.tick / this.rate > emissionEndSeconds(effect))
  }

  /** Takes over a program together with the runs that belong to its emitters, at the present tick. */
  adopt(program: Program, runs: EmitterRun[]): void {
    this.#program = program
    this.runs = runs
  }

  /**
   * Fills the instance buffer with the picture between the last two ticks: `alpha` 1 is the present tick, 0 the one
   * before. `shows` may leave emitters out. The same object is returned and filled again each time.
   */
  frame(alpha = 1, shows?: (emitter: ResolvedEmitter) => boolean): Frame {
    const frame = this.#frame
    frame.count = 0
    frame.batchCount = 0
    const tickSeconds = 1 / this.rate
    const now = this.tick / this.rate
    for (const run of this.runs) {
      if (shows && !shows(run.program.source)) continue
      appendInstances(run, frame, now, (1 - alpha) * tickSeconds, tickSeconds)
    }
    return frame
  }
}

export const createSimulation = (program: Program, options?: SimulationOptions): Simulation => new Simulation(program, options)

/** Last moment at which an emitter may send something out, in seconds from the effect's start. */
export const emitterEndSeconds = (emitter: Pick<ResolvedEmitter, 'numbers' | 'bursts'>): number => {
  const { delay, duration, flow } = emitter.numbers
  let end = delay
  if (flow > 0) end += duration
  for (const burst of emitter.bursts) end = Math.max(end, delay + burst.numbers.burstAt)
  return end
}

export const emissionEndSeconds = (effect: ResolvedEffect): number => effect.emitters.reduce((end, e) => Math.max(end, emitterEndSeconds(e)), 0)

/** A bound: the last emission plus the longest life of its type. */
export const latestEndSeconds = (effect: ResolvedEffect): number =>
  effect.emitters.reduce((end, e) => Math.max(end, emitterEndSeconds(e) + e.type.numbers.life.to), 0)
