import { type Frame, type NumbersOf, type ResolvedEffect, type ResolvedEmitter, Refusal } from '@gliv/model'
import { compileLanes, type CompiledLanes } from './lanes.ts'
import { compileMotion, type MotionProgram } from './forces/compile.ts'
import { compileLooks, type Looks } from './looks.ts'
import { type CompiledRamp, compileRamp } from './ramp.ts'
import { createSchedule } from './schedule.ts'
import { type Clock, createClock, createTimeline, type Timeline, warmTicks } from './timeline.ts'

/** Sum of the caps of one effect: what a simulation may have to hold. A particle takes about 200 bytes and pools a third of slack, which makes this 54 MB. */
export const TOTAL_CAP_LIMIT = 200_000

export interface EmitterProgram {
  readonly source: ResolvedEmitter
  readonly lanes: CompiledLanes
  /** There is at least one lane. */
  readonly laned: boolean
  readonly looks: Looks
  readonly speedRamp: CompiledRamp
  /** Number of the shape's places, for ordered placements and bursts that send one to each. */
  readonly places: number
  /** Longest life in seconds. */
  readonly lifeSeconds: number
  /** Longest delay along the shape in seconds. */
  readonly delaySeconds: number
  /** No more than this many can ever be alive together, cap included. */
  readonly aliveBound: number
  /** How it moves beyond gravity, steady wind and linear drag; null when that is all. */
  readonly motion: MotionProgram | null
  /** Its effect is sustained: a stop leads on to the tail instead of ending emission. */
  readonly effectSustains: boolean
  /** Births may be refused or depend on the living or on the way, so that counts follow from a census only. */
  readonly needsCensus: boolean
}

export interface Program {
  readonly effect: ResolvedEffect
  readonly clock: Clock
  readonly timeline: Timeline
  readonly warmTicks: number
  readonly emitters: readonly EmitterProgram[]
}

/** Longest life of an emitter's particles in seconds. */
export const longestLife = (emitter: Pick<ResolvedEmitter, 'lanes' | 'numbers'> & { readonly type: Pick<ResolvedEmitter['type'], 'lifeMode' | 'numbers'> }): number => {
  const lane = emitter.lanes.life
  return emitter.type.lifeMode === 'emitter' ? emitter.numbers.duration : emitter.type.numbers.life.to * (lane ? Math.max(lane.from, lane.to) : 1)
}

/** The latest moment at which a burst can still send particles out, in seconds on the timeline, delay left out. */
const burstEnd = ({ burstAt, burstInterval, burstRepeats, burstSpan }: NumbersOf<'burst'>): number => burstAt.to + (burstRepeats - 1) * burstInterval.to + burstSpan

/** Last moment at which an emitter may send something out, in seconds on the timeline. */
export const emitterEndSeconds = (emitter: Pick<ResolvedEmitter, 'numbers' | 'bursts'>): number => {
  const { delay, duration, flow, flowPerPx, minimum, alongDelay } = emitter.numbers
  let end = delay
  if (flow > 0 || flowPerPx > 0 || minimum > 0) end += duration
  for (const burst of emitter.bursts) end = Math.max(end, delay + burstEnd(burst.numbers))
  return end + alongDelay
}

/** Number of places that a shape has for ordered placements, and for bursts that send one to each. */
export const placesOf = (emitter: Pick<ResolvedEmitter, 'shape' | 'numbers' | 'mask'>): number => {
  if (emitter.shape === 'picture') return Math.max(1, emitter.mask?.x.length ?? 0)
  if (emitter.shape !== 'segment') return emitter.numbers.places
  const { endX, endY, pieceEvery } = emitter.numbers
  // A length that comes from a turned point may fall short by a rounding.
  return Math.max(1, Math.floor(Math.sqrt(endX * endX + endY * endY) / pieceEvery + 1e-9))
}

/** Upper bound of the living: the births of any window as long as the longest life, with a tick of slack at each end. */
const boundAlive = (program: Pick<Program, 'effect' | 'clock' | 'timeline'>, emitter: ResolvedEmitter, places: number, life: number): number => {
  const { rate, numbers, lanes, play } = program.effect
  if (emitter.numbers.flowPerPx > 0) return Infinity
  const scale = numbers.timeScale * Math.max(1, lanes.timeScale?.from ?? 1, lanes.timeScale?.to ?? 1)
  const window = life + (2 * Math.max(1, scale)) / rate
  const passSeconds = play === 'sustain' ? Math.max(1e-3, numbers.sustainTo - numbers.sustainFrom) : program.timeline.limit / 1e6
  const passes = passSeconds === Infinity ? 1 : Math.min(1e6, Math.floor((window + emitter.numbers.alongDelay) / passSeconds) + 2)
  const schedule = createSchedule(emitter, program.timeline, rate, 0, places)
  return schedule.sources.reduce((sum, source) => sum + source.most(window + emitter.numbers.alongDelay, passes), emitter.numbers.minimum)
}

export const compileEmitter = (program: Pick<Program, 'effect' | 'clock' | 'timeline'>, emitter: ResolvedEmitter): EmitterProgram => {
  const places = placesOf(emitter)
  const lifeSeconds = longestLife(emitter)
  const bound = boundAlive(program, emitter, places, lifeSeconds)
  const { cap, minimum, flowPerPx, alongDelay } = emitter.numbers
  const mayBind = bound > cap
  return {
    source: emitter,
    lanes: compileLanes(emitter.lanes),
    laned: Object.keys(emitter.lanes).length > 0,
    looks: compileLooks(emitter),
    speedRamp: compileRamp(emitter.type.ramps.speed),
    places,
    lifeSeconds,
    delaySeconds: alongDelay,
    aliveBound: Math.min(bound, cap),
    motion: compileMotion(emitter),
    effectSustains: program.effect.play === 'sustain',
    needsCensus: mayBind || minimum > 0 || flowPerPx > 0 || alongDelay > 0 || program.effect.play === 'sustain' || emitter.bursts.some((b) => b.numbers.burstChance < 1),
  }
}

/**
 * Compiles a resolved effect. Throws `Refusal` when the sum of caps that can be reached is over `TOTAL_CAP_LIMIT`.
 * @example const simulation = createSimulation(compile(effect), { seed: 7 })
 */
export const compile = (effect: ResolvedEffect): Program => {
  const clock = createClock(effect)
  const latest = effect.emitters.reduce((end, e) => Math.max(end, emitterEndSeconds(e) + longestLife(e)), 0)
  const timeline = createTimeline(effect, latest)
  const emitters = effect.emitters.map((emitter) => compileEmitter({ effect, clock, timeline }, emitter))
  const bound = emitters.reduce((sum, e) => sum + e.aliveBound, 0)
  if (bound > TOTAL_CAP_LIMIT) {
    const largest = emitters.reduce((a, b) => (b.aliveBound > a.aliveBound ? b : a))
    throw new Refusal(
      `effect "${effect.name}"`,
      `its emitters may have ${bound} particles alive together; at most ${TOTAL_CAP_LIMIT} are allowed; lower the cap of "${largest.source.name}" (${largest.aliveBound})`,
    )
  }
  return { effect, clock, timeline, warmTicks: warmTicks(effect), emitters }
}

/** An empty frame, to be filled by `Simulation.frame`. */
export const emptyFrame = (): Frame => {
  const f32 = new Float32Array(0)
  return { f32, u32: new Uint32Array(f32.buffer), count: 0, batches: [], batchCount: 0, originX: 0, originY: 0 }
}
