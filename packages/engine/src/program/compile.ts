import {
  type Frame,
  type NumbersOf,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ResolvedRelay,
  type ResolvedPart,
  Refusal,
  SHAPES,
} from '@gliv/model'
import {
  type CompiledDrive,
  type CompiledKnob,
  compileDrivenLanes,
  compileDrives,
  compileKnobs,
  drivenMost,
  mostOf,
} from './drives.ts'
import type { CompiledLanes } from './lanes.ts'
import { compileMotion, type MotionProgram } from './motionProgram.ts'
import { compileAppearance, type Appearance, type CompiledRamp, compileRamp } from '../appearance/index.ts'
import { refusePeriod } from './period.ts'
import { pieceCount, type Pieces, piecesOf } from './pieces.ts'
import { createSchedule } from './schedule.ts'
import { type Clock, createClock, createTimeline, type Timeline, warmTicks } from './timeline.ts'

/**
 * Sum of the caps of one effect: what a simulation may have to hold. A particle takes about 200 bytes and
 * pools a third of slack, which makes this 54 MB.
 */
export const TOTAL_CAP_LIMIT = 200_000

/** What one relay of an emitter hands over to: a node of the tree, or a whole effect. */
export interface RelayProgram {
  readonly relay: ResolvedRelay
  readonly child: EmitterProgram | null
  readonly inner: Program | null
}

export interface EmitterProgram {
  readonly source: ResolvedEmitter
  readonly relays: readonly RelayProgram[]
  /** Particles come from a relay; it sends nothing out by itself. */
  readonly relayed: boolean
  /**
   * Seconds before a moment from which on everything must be stepped for that moment to be right, relays
   * included.
   */
  readonly history: number
  /** Contacts leave marks; those that do not fade need everything from the beginning. */
  readonly marks: 'none' | 'fading' | 'lasting'
  /** With one for each number that only a knob drives; a run has its own, on which its knobs act. */
  readonly lanes: CompiledLanes
  readonly drives: readonly CompiledDrive[]
  /** The knob that tints its particles. */
  readonly colourKnob: string | null
  /** There is at least one lane. */
  readonly laned: boolean
  readonly appearance: Appearance
  readonly speedRamp: CompiledRamp
  /** Number of the shape's places, for ordered placements and bursts that send one to each. */
  readonly places: number
  /** Pieces along a segment that do not simply spread. */
  readonly pieces: Pieces | null
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
  /** Its cap may be reached. */
  readonly capReachable: boolean
  /**
   * Births may be refused or depend on the living or on the way, so that counts follow from a census only.
   */
  readonly needsCountReplay: boolean
}

/** An effect that a part plays, as fast as the part says. */
export interface PartProgram {
  readonly part: ResolvedPart
  readonly choices: readonly Program[]
  /** How long it may last, in seconds on the outer clock. */
  readonly seconds: number
}

/** An effect compiled: what a simulation runs. Made by `compile`, never changed. */
export interface Program {
  readonly effect: ResolvedEffect
  readonly clock: Clock
  readonly timeline: Timeline
  readonly warmTicks: number
  /** Ticks after which everything repeats exactly; 0 when it does not. */
  readonly periodTicks: number
  /** The last tick that is played, first when it plays backwards; 0 when it plays forwards. */
  readonly lastTick: number
  readonly knobs: ReadonlyMap<string, CompiledKnob>
  readonly emitters: readonly EmitterProgram[]
  readonly parts: readonly PartProgram[]
}

/** Longest life of an emitter's particles in seconds. */
export const longestLife = (
  emitter: Pick<ResolvedEmitter, 'lanes' | 'drives' | 'numbers'> & {
    readonly type: Pick<ResolvedEmitter['type'], 'lifeMode' | 'numbers'>
  },
): number =>
  emitter.type.lifeMode === 'emitter'
    ? emitter.numbers.duration
    : emitter.type.numbers.life.to * mostOf(emitter, 'life')

/**
 * The latest moment at which a burst can still send particles out, in seconds on the timeline, delay left
 * out.
 */
const burstEnd = ({ burstAt, burstInterval, burstRepeats, burstSpan }: NumbersOf<'burst'>): number =>
  burstAt.to + (burstRepeats - 1) * burstInterval.to + burstSpan

/** Last moment at which an emitter may send something out, in seconds on the timeline. */
export const emitterEndSeconds = (emitter: Pick<ResolvedEmitter, 'numbers' | 'bursts'>): number => {
  const { delay, duration, flow, flowPerPx, minimum, alongDelay } = emitter.numbers
  let end = delay
  if (flow > 0 || flowPerPx > 0 || minimum > 0) end += duration
  for (const burst of emitter.bursts) end = Math.max(end, delay + burstEnd(burst.numbers))
  return end + alongDelay
}

/** How long after an emitter's last birth something that comes of it may live, in seconds. */
const longestAfter = (effect: ResolvedEffect, emitter: ResolvedEmitter, depth = 0): number => {
  let after = 0
  if (depth < RELAY_DEPTH)
    for (const { numbers, emitter: id, effect: inner } of emitter.relays) {
      const to = effect.emitters.find((e) => e.id === id)
      after = Math.max(
        after,
        numbers.relayDelay.to +
          (inner
            ? innerSeconds(inner)
            : to
              ? to.numbers.alongDelay + longestAfter(effect, to, depth + 1)
              : 0),
      )
    }
  return longestLife(emitter) + after
}

/**
 * How long an effect inside another may last at most; one whose time stands still is taken for ten minutes.
 */
const innerSeconds = (effect: ResolvedEffect): number => Math.min(600, lastEnd(effect) / slowestOf(effect))

const slowestOf = ({ numbers, lanes: { timeScale } }: ResolvedEffect): number =>
  Math.max(1e-3, numbers.timeScale * Math.min(timeScale?.from ?? 1, timeScale?.to ?? 1, 1))

/** How long something may live after the last moment at which an effect sends something out, on the timeline. */
const tailSeconds = (effect: ResolvedEffect): number => {
  const ofEmitters = effect.emitters.reduce(
    (most, e) => Math.max(most, e.numbers.alongDelay + longestAfter(effect, e)),
    0,
  )
  const own = effect.parts.reduce((most, part) => Math.max(most, partSeconds(part)), ofEmitters)
  return effect.play === 'sustain' ? Math.max(own, lastEnd(effect) - effect.numbers.sustainTo) : own
}

/**
 * How long a part lasts at most, in seconds of the outer timeline: what plays once to its end; what does not is
 * stopped after the part's length.
 */
const partSeconds = (part: ResolvedPart): number => {
  const { partFrom, partTo } = part.numbers
  const whole = wholeSeconds(part)
  return partTo > partFrom ? Math.min(whole, partTo) - partFrom : Math.max(0, whole - partFrom)
}

const wholeSeconds = ({ choices, numbers: { partTime, partLength } }: ResolvedPart): number =>
  choices.reduce(
    (longest, { effect }) =>
      Math.max(
        longest,
        effect.play === 'once'
          ? innerSeconds(effect) / partTime
          : partLength + Math.min(600, tailSeconds(effect) / slowestOf(effect)) / partTime,
      ),
    0,
  )

/** The last moment at which anything of one pass may live, in seconds on the timeline. */
export const lastEnd = (effect: ResolvedEffect): number => {
  const own = effect.emitters
    .filter((e) => !e.dormant)
    .reduce((end, e) => Math.max(end, emitterEndSeconds(e) + longestAfter(effect, e)), 0)
  return effect.parts.reduce((end, part) => Math.max(end, part.numbers.partAt + partSeconds(part)), own)
}

/** Number of places that a shape has for ordered placements, and for bursts that send one to each. */
export const placesOf = (
  emitter: Pick<ResolvedEmitter, 'shape' | 'numbers' | 'mask' | 'pieceFit'>,
): number => {
  const { places } = SHAPES[emitter.shape]
  if (places === 'cells') return Math.max(1, emitter.mask?.x.length ?? 0)
  if (places === 'number') return emitter.numbers.places
  return pieceCount(emitter)
}

/**
 * Upper bound of the living: the births of any window as long as the longest life, with a tick of slack at
 * each end.
 */
const boundAlive = (
  program: Pick<Program, 'effect' | 'clock' | 'timeline'>,
  emitter: ResolvedEmitter,
  places: number,
  life: number,
): number => {
  const { rate, numbers, lanes, play } = program.effect
  if (emitter.numbers.flowPerPx > 0) return Infinity
  const scale = numbers.timeScale * Math.max(1, lanes.timeScale?.from ?? 1, lanes.timeScale?.to ?? 1)
  const window = life + (2 * Math.max(1, scale)) / rate
  const passSeconds =
    play === 'sustain'
      ? Math.max(1e-3, numbers.sustainTo - numbers.sustainFrom)
      : program.timeline.limit / 1e6
  const passes =
    passSeconds === Infinity
      ? 1
      : Math.min(1e6, Math.floor((window + emitter.numbers.alongDelay) / passSeconds) + 2)
  const schedule = createSchedule(emitter, program.timeline, rate, 0, places)
  const more = Math.max(1, drivenMost(emitter, 'flow'))
  return schedule.sources.reduce(
    (sum, source) =>
      sum +
      Math.ceil(source.most(window + emitter.numbers.alongDelay, passes) * (source.id === 'flow' ? more : 1)),
    emitter.numbers.minimum,
  )
}

/** Longest effect that can play backwards, in ticks: its picture is recorded tick by tick. */
const BACKWARDS_LIMIT = 36_000

const lastTickOf = (effect: ResolvedEffect, periodTicks: number): number => {
  if (effect.play !== 'once' && effect.play !== 'period')
    throw new Refusal(
      `effect "${effect.name}"`,
      `it plays backwards and "${effect.play}"; only effects that play once or repeat exactly can play backwards`,
    )
  const last = periodTicks > 0 ? periodTicks : Math.ceil(innerSeconds(effect) * effect.rate)
  if (last > BACKWARDS_LIMIT)
    throw new Refusal(
      `effect "${effect.name}"`,
      `it lasts ${last} ticks, too long to play backwards; at most ${BACKWARDS_LIMIT} are allowed; shorten it`,
    )
  return last
}

/** An effect as it plays in a part: so many times as fast; what would repeat exactly loops. */
const insideOf = (effect: ResolvedEffect, pace: number): ResolvedEffect => {
  if (pace === 1 && effect.play !== 'period') return effect
  const { numbers, play } = effect
  return {
    ...effect,
    play: play === 'period' ? 'loop' : play,
    numbers: {
      ...numbers,
      loopSeconds: play === 'period' ? numbers.periodSeconds : numbers.loopSeconds,
      timeScale: numbers.timeScale * pace,
    },
  }
}

const compilePart = (part: ResolvedPart): PartProgram => {
  const { partTime } = part.numbers
  const choices = part.choices.map(({ effect }) => compile(insideOf(effect, partTime)))
  return {
    part,
    choices,
    // What is shown to its end needs room for its last tick; what is cut off ends there.
    seconds:
      partSeconds(part) +
      (part.numbers.partTo > part.numbers.partFrom ? 0 : 2 / part.choices[0]!.effect.rate),
  }
}

type Context = Pick<Program, 'effect' | 'clock' | 'timeline'>

/** Most hand-overs one after the other. */
export const RELAY_DEPTH = 4

/**
 * A dormant emitter as a relay wakes it: without births of its own, and with the lanes of the root on its
 * type's numbers.
 */
const wokenBy = (root: ResolvedEmitter, emitter: ResolvedEmitter): ResolvedEmitter => {
  // Numbers of the type, told without the table, which a player does not have.
  const ofType = ([id]: [string, unknown]): boolean => id in emitter.type.numbers
  const mixed = <T extends object>(own: T = {} as T, roots: T = {} as T): T =>
    Object.fromEntries([
      ...Object.entries(own).filter((one) => !ofType(one)),
      ...Object.entries(roots).filter(ofType),
    ]) as T
  const lanes = mixed(emitter.lanes, root.lanes)
  const drives = emitter.drives || root.drives ? { drives: mixed(emitter.drives, root.drives) } : {}
  return {
    ...emitter,
    lanes,
    ...drives,
    bursts: [],
    numbers: { ...emitter.numbers, flow: 0, flowPerPx: 0, minimum: 0 },
  }
}

const compileRelay = (
  context: Context,
  relay: ResolvedRelay,
  root: ResolvedEmitter,
  path: readonly ResolvedEmitter[],
): RelayProgram => {
  if (relay.effect) return { relay, child: null, inner: compile(relay.effect) }
  const to = context.effect.emitters.find((emitter) => emitter.id === relay.emitter)
  if (!to)
    throw new Refusal(
      `emitter "${path.at(-1)!.name}"`,
      `its relay hands over to "${relay.emitter}", which is not in the effect; choose another emitter`,
    )
  const way = [...path, to]
  if (way.length > RELAY_DEPTH + 1)
    throw new Refusal(
      `effect "${context.effect.name}"`,
      `its relays hand over more than ${RELAY_DEPTH} times (${way.map((e) => e.name).join(' → ')}); take one away`,
    )
  return { relay, child: compileNode(context, wokenBy(root, to), way, root), inner: null }
}

/**
 * What a relay's receiver needs to be right at a moment: twice its own life, so that its cap can be seen not
 * to bind.
 */
const historyOf = ({ relay, child, inner }: RelayProgram): number =>
  relay.numbers.relayDelay.to +
  (child
    ? child.lifeSeconds + child.delaySeconds + child.history
    : inner
      ? innerSeconds(inner.effect) + 2 / inner.effect.rate
      : 0)

/** What a type's contacts leave behind, and whether it goes again. */
const marksOf = ({ type: { mark, contact, numbers }, space }: ResolvedEmitter): EmitterProgram['marks'] => {
  if (!mark || contact === 'none' || space === 'pinned') return 'none'
  return numbers.markFade > 0 ? 'fading' : 'lasting'
}

/** How many were born by a moment cannot be told from the moment alone. */
const hasUncertainBirths = ({ effect }: Context, { numbers, bursts }: ResolvedEmitter): boolean =>
  numbers.minimum > 0 ||
  numbers.flowPerPx > 0 ||
  numbers.alongDelay > 0 ||
  effect.play === 'sustain' ||
  bursts.some((b) => b.numbers.burstChance < 1)

const compileNode = (
  context: Context,
  emitter: ResolvedEmitter,
  path: readonly ResolvedEmitter[],
  root: ResolvedEmitter,
): EmitterProgram => {
  const places = placesOf(emitter)
  const lifeSeconds = longestLife(emitter)
  const relayed = path.length > 1
  const drives = compileDrives(context.effect, emitter)
  const relays = emitter.relays.map((relay) => compileRelay(context, relay, root, path))
  const marks = marksOf(emitter)
  const bound = relayed ? Infinity : boundAlive(context, emitter, places, lifeSeconds)
  const { cap, alongDelay } = emitter.numbers
  const capReachable = bound > cap
  return {
    source: emitter,
    relays,
    relayed,
    history:
      Math.max(
        relays.reduce((most, relay) => Math.max(most, historyOf(relay)), 0),
        marks === 'fading' ? emitter.type.numbers.markFade : 0,
      ) + lifeSeconds,
    marks,
    lanes: compileDrivenLanes(emitter, drives),
    drives,
    colourKnob: emitter.colourKnob ?? null,
    laned: Object.keys(emitter.lanes).length + drives.length > 0,
    appearance: compileAppearance(emitter, relayed),
    speedRamp: compileRamp(emitter.type.ramps.speed),
    places,
    pieces: piecesOf(emitter),
    lifeSeconds,
    delaySeconds: alongDelay,
    aliveBound: Math.min(bound, cap),
    motion: compileMotion(emitter),
    effectSustains: context.effect.play === 'sustain',
    capReachable,
    needsCountReplay: !relayed && (capReachable || hasUncertainBirths(context, emitter)),
  }
}

/** An emitter with the tree of all that its relays wake. */
export const compileEmitter = (context: Context, emitter: ResolvedEmitter): EmitterProgram =>
  compileNode(context, emitter, [emitter], emitter)

/** The emitter and all that its relays wake. */
export const nodesOf = (program: EmitterProgram): EmitterProgram[] => [
  program,
  ...program.relays.flatMap(({ child }) => (child ? nodesOf(child) : [])),
]

/**
 * Compiles a resolved effect. Throws `Refusal` when the sum of caps that can be reached is over
 * `TOTAL_CAP_LIMIT`.
 * @example const simulation = createSimulation(compile(effect), { seed: 7 })
 */
export const compile = (effect: ResolvedEffect): Program => {
  const clock = createClock(effect)
  const latest = lastEnd(effect)
  const timeline = createTimeline(effect, latest)
  const emitters = effect.emitters
    .filter((emitter) => !emitter.dormant)
    .map((emitter) => compileEmitter({ effect, clock, timeline }, emitter))
  const nodes = emitters.flatMap(nodesOf)
  const bound = nodes.reduce((sum, e) => sum + e.aliveBound, 0)
  if (bound > TOTAL_CAP_LIMIT) {
    const largest = nodes.reduce((a, b) => (b.aliveBound > a.aliveBound ? b : a))
    throw new Refusal(
      `effect "${effect.name}"`,
      `its emitters may have ${bound} particles alive together; at most ${TOTAL_CAP_LIMIT} are allowed; lower the cap of "${largest.source.name}" (${largest.aliveBound})`,
    )
  }
  const periodTicks = effect.play === 'period' ? Math.round(effect.numbers.periodSeconds * effect.rate) : 0
  if (periodTicks > 0) refusePeriod(effect, nodes)
  // Whole periods, until everything that lives in one has lived in it before.
  const warm =
    periodTicks > 0
      ? Math.ceil((Math.max(latest, effect.numbers.warmUp) * effect.rate) / periodTicks + 1) * periodTicks
      : warmTicks(effect)
  return {
    effect,
    clock,
    timeline,
    warmTicks: warm,
    periodTicks,
    lastTick: effect.backwards ? lastTickOf(effect, periodTicks) : 0,
    knobs: compileKnobs(effect),
    emitters,
    parts: effect.parts.map(compilePart),
  }
}

/** An empty frame, to be filled by `Simulation.frame`. */
export const emptyFrame = (): Frame => {
  const f32 = new Float32Array(0)
  return {
    f32,
    u32: new Uint32Array(f32.buffer),
    count: 0,
    shifts: new Float32Array(0),
    batches: [],
    batchCount: 0,
    originX: 0,
    originY: 0,
  }
}
