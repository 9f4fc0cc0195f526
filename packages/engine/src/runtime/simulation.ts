import {
  type Frame,
  type KnobValues,
  type PoseParts,
  Refusal,
  type ResolvedEffect,
  type Surface,
  type Tape,
  type ViewRect,
} from '@gliv/model'
import { emptyPose } from '../geometry/index.ts'
import {
  type CompiledTape,
  compileTape,
  type EmitterCount,
  type SimulationContext,
  viewAround,
} from '../input/index.ts'
import { appendInstances, setDisplay, snapFrame } from '../output/index.ts'
import { checkKnob, checkKnobs, type EmitterProgram, emptyFrame, type Program } from '../program/index.ts'
import { addedUp, EmitterRun, PartHost } from '../spawn/index.ts'
import { type EffectEvents, Recording, releaseInstances, type Shown } from '../state/index.ts'
import { ownCounts } from './counts.ts'
import { hasEmissionEnded } from './endTimes.ts'
import { readEnds, tellMoments } from './tellMoments.ts'

/** Where an effect stands, what happens to it, and what is around it. */
export interface SimulationOptions extends PoseParts {
  /** Unsigned 32 bits; default: the effect's own. */
  readonly seed?: number
  readonly tape?: Tape
  /** Inputs of a running game, instead of a tape; such a simulation is only stepped. */
  readonly live?: CompiledTape
  /** What the game's camera shows, in world px; default: the effect's own view around the world's origin. */
  readonly view?: ViewRect
  /** What particles can touch until the tape says something else. */
  readonly surfaces?: readonly Surface[]
  /** How knobs are set from the beginning, by name, until the tape says something else. */
  readonly knobs?: KnobValues
  /** What its pictures fill, where several simulations do so one after the other; default: one of its own. */
  readonly frame?: Frame
  /** Of a game's effect: its warm-up is left to `warm`, some ticks at a time. */
  readonly warmsLater?: boolean
  /** For effects inside others: the outer one's tape as this one reads it. */
  readonly inner?: CompiledTape
  /** Where what happens is told as it is stepped; seeks and re-runs tell nothing. */
  readonly events?: EffectEvents
}

const NOTHING: readonly Simulation[] = []

/** What a program reads: a game's inputs, an outer effect's tape, or one of its own. */
const tapeFor = (program: Program, { live, inner, tape = [], ...at }: SimulationOptions): CompiledTape => {
  const { effect, lastTick, periodTicks, warmTicks } = program
  if (periodTicks > 0 && tape.length > 0)
    throw new Refusal(
      'tape',
      `effect "${effect.name}" repeats exactly every ${effect.numbers.periodSeconds} s, which a tape would break; leave the tape out, or let the effect play another way`,
    )
  if (at.knobs) checkKnobs(effect, 'knobs', at.knobs)
  tape.forEach((entry, k) => {
    if (entry.do === 'knob') checkKnob(effect, `tape[${k}]`, entry.name, entry.value)
  })
  const read = (lastTick > 0 ? undefined : live) ?? inner
  return read ?? compileTape(tape, at, at.view ?? viewAround(effect), warmTicks, at.surfaces, at.knobs)
}

/** state = f(program, seed, tape); stands at a tick, −1 before the first. */
export class Simulation {
  #program: Program
  readonly #tape: CompiledTape
  readonly #events: EffectEvents | null
  /** What the buffer said before this tick was told. */
  #outerEffect: ResolvedEffect | null = null
  #outerOpen = false
  readonly #frame: Frame
  /** The frame is another's, too: what it shows holds until anybody else fills it. */
  readonly #shares: boolean
  readonly #origin: { readonly x: number; readonly y: number }
  readonly seed: number
  /** It plays inside another effect. */
  readonly isInside: boolean
  /** Emitters that send out by themselves. */
  runs: EmitterRun[]
  /** Those and all that their relays wake, in the effect's order of emitters. */
  nodes: EmitterRun[] = []
  parts: PartHost[] = []
  #mayHold = false
  #inside: readonly Simulation[] = NOTHING
  #insideVersion = -1
  #recording: Recording | null = null
  #live: CompiledTape | null = null
  readonly #pose = emptyPose()
  /** Ticks since the effect's start; the warm-up lies before 0. */
  tick = -1

  constructor(program: Program, options: SimulationOptions = {}) {
    this.#program = program
    this.seed = (options.seed ?? program.effect.seed) >>> 0
    this.isInside = options.inner !== undefined
    this.#tape = tapeFor(program, options)
    this.#events = options.events ?? null
    this.#shares = options.frame !== undefined
    this.#frame = options.frame ?? emptyFrame()
    this.#origin = { x: options.x ?? 0, y: options.y ?? 0 }
    this.runs = this.start(program, program.emitters)
    this.#arrange()
    if (options.live) this.#beginIn(options.live, options.warmsLater ?? false)
    else this.seek(0)
  }

  /** In a game. */
  #beginIn(live: CompiledTape, warmsLater: boolean): void {
    const { lastTick, warmTicks } = this.#program
    if (lastTick > 0) this.#record(live)
    else if (warmsLater && warmTicks > 0) this.tick = -warmTicks - 1
    else {
      if (warmTicks > 0) this.#warmAtOnce(warmTicks - 1)
      this.#startLive()
    }
  }

  /** A game's effect as it stands at the end of its warm-up, before its tick 0; nothing has moved meanwhile. */
  #warmAtOnce(internal: number): void {
    this.#tape.settle?.(internal)
    this.#silently(() => {
      for (const run of this.runs) run.seek(internal)
      for (const part of this.parts) part.seek(internal, false)
    })
  }

  #startLive(): void {
    const before = this.#openTelling()
    this.#stepLive(this.#program.warmTicks)
    this.#closeTelling(before)
  }

  /** Its warm-up goes on: it does not play yet. */
  get isWarming(): boolean {
    return this.tick < 0
  }

  /** Goes on with a warm-up that was left for later, by so many ticks at most; after the last one stands tick 0. */
  warm(ticks: number): void {
    for (let left = ticks; left > 0 && this.isWarming; left--) {
      const internal = this.tick + 1 + this.#program.warmTicks
      if (internal === this.#program.warmTicks) this.#startLive()
      else this.#stepLive(internal)
    }
  }

  /** A game plays what was recorded where the owner is; nothing is simulated any more. */
  #record(live: CompiledTape): void {
    const { effect, lastTick, warmTicks } = this.#program
    this.#live = live
    this.#recording = new Recording(effect.name, lastTick, (tick) => {
      for (const run of this.runs) run.seek(warmTicks + tick)
      for (const part of this.parts) part.seek(warmTicks + tick, tick > 0)
      setDisplay(1)
      return this.#fill()
    })
    this.tick = 0
    live.advance?.(0)
  }

  #fill(): Frame {
    const frame = this.#frame
    frame.count = frame.batchCount = 0
    frame.originX = this.#origin.x
    frame.originY = this.#origin.y
    this.appendMarks(frame)
    for (let layer = 0; layer < 2; layer++) this.append(frame, layer)
    return frame
  }

  /** Finds the nodes, and makes the parts anew that are not kept. */
  #arrange(kept: readonly (PartHost | null)[] = []): void {
    const { effect, parts } = this.#program
    const order = new Map(effect.emitters.map((emitter, i) => [emitter.id, i]))
    const nodes = this.runs.flatMap((run) => run.nodes())
    this.nodes = nodes
      .map((node, i) => ({ node, i }))
      .sort(
        (a, b) => order.get(a.node.program.source.id)! - order.get(b.node.program.source.id)! || a.i - b.i,
      )
      .map(({ node }) => node)
    this.#insideVersion = -1
    this.#mayHold = parts.length > 0 || nodes.some((node) => node.hosts.length > 0)
    const context = this.#settingOf(this.#program)
    this.parts = parts.map(
      ({ part, choices, seconds }, k) =>
        kept[k] ?? new PartHost(part, choices, seconds, context, context.makeSubEffect),
    )
  }

  #settingOf(program: Program): SimulationContext {
    const { clock, timeline, effect } = program
    return {
      seed: this.seed,
      clock,
      timeline,
      tape: this.#tape,
      knobs: program.knobs,
      jumpPx: effect.numbers.jumpPx,
      periodSeconds: effect.play === 'period' ? effect.numbers.periodSeconds : 0,
      events: this.#events,
      makeSubEffect: (inner, seed, tape) =>
        new Simulation(inner, { seed, inner: tape, ...(this.#events ? { events: this.#events } : {}) }),
    }
  }

  /** Everything that plays inside this effect now; the same list until something begins or ends. */
  get inside(): readonly Simulation[] {
    if (!this.#mayHold) return NOTHING
    let version = 0
    for (const part of this.parts) version += part.version
    for (const run of this.nodes) for (const host of run.hosts) version += host.version
    if (version === this.#insideVersion) return this.#inside
    this.#insideVersion = version
    this.#inside = [
      ...this.parts.flatMap((part) => [...part.running]),
      ...this.nodes.flatMap((run) => run.hosts.flatMap((host) => [...host.running])),
    ] as Simulation[]
    return this.#inside
  }

  get program(): Program {
    return this.#program
  }

  get rate(): number {
    return this.#program.effect.rate
  }

  /**
   * The tick on the clock, warm-up included. What repeats exactly stands in the same period for ever, unless
   * a game plays it.
   */
  internalTickOf({ warmTicks, periodTicks, lastTick }: Program): number {
    if (lastTick > 0)
      return (
        warmTicks +
        (periodTicks > 0
          ? (lastTick - (this.tick % periodTicks)) % periodTicks
          : Math.max(0, lastTick - this.tick))
      )
    return warmTicks + (periodTicks > 0 && !this.#tape.advance ? this.tick % periodTicks : this.tick)
  }

  /** Which recorded tick shows. */
  get #recorded(): number {
    const { lastTick, periodTicks } = this.#program
    return periodTicks > 0 ? lastTick - (this.tick % periodTicks) : Math.max(0, lastTick - this.tick)
  }

  get #internal(): number {
    return this.internalTickOf(this.#program)
  }

  /**
   * Seconds of effect time since the warm-up began, which births are counted in; and how many of them were
   * the warm-up.
   */
  get clockSeconds(): number {
    return this.#program.clock.secondsAt(this.#internal)
  }

  get warmSeconds(): number {
    return this.#program.clock.secondsAt(this.#program.warmTicks)
  }

  /** Fresh runs of emitters of a program, before their first tick. */
  start(program: Program, emitters: readonly EmitterProgram[]): EmitterRun[] {
    const context = this.#settingOf(program)
    return emitters.map((e) => new EmitterRun(e, context))
  }

  /** One tick on. */
  step(): void {
    const before = this.#openTelling()
    this.#step()
    this.#closeTelling(before)
  }

  #step(): void {
    const { periodTicks, lastTick } = this.#program
    if (this.#recording) this.#live!.advance?.(++this.tick)
    else if (lastTick > 0) this.seek(this.tick + 1)
    else if (this.#tape.advance) this.#stepLive(this.tick + 1 + this.#program.warmTicks)
    else if (periodTicks > 0 && (this.tick + 1) % periodTicks === 0) this.#arriveAt(this.tick + 1)
    else {
      this.tick++
      this.#stepAll()
    }
  }

  /**
   * Before what makes one tick: what happens in it is told. Inside an effect the outermost one's tick is told.
   * @returns what was over before, as bits; −1 when nobody is told
   */
  #openTelling(): number {
    const events = this.#events
    if (!events || (this.isInside && !events.open)) return -1
    this.#outerEffect = events.nowEffect
    this.#outerOpen = events.open
    events.nowEffect = this.#program.effect
    events.open = true
    if (!this.isInside) events.nowTick = this.tick + 1
    return readEnds(this, events, this.#tape)
  }

  /** After it. @param before as `#openTelling` gave it */
  #closeTelling(before: number): void {
    const events = this.#events
    if (!events || before < 0) return
    tellMoments(this, events, this.#tape, before)
    events.nowEffect = this.#outerEffect
    events.open = this.#outerOpen
  }

  /** To tick 0, as `seek(0)`, but telling what happens there. */
  begin(): void {
    this.tick = -1
    const before = this.#openTelling()
    if (this.#program.lastTick > 0) this.seek(0)
    else this.#arriveAt(0)
    this.#closeTelling(before)
  }

  /** By a step to a tick, from the one before it. */
  #arriveAt(tick: number): void {
    this.tick = tick
    const internal = this.#internal
    this.#silently(() => {
      for (const run of this.runs) run.seek(internal - 1)
      for (const part of this.parts)
        if (internal > 0) part.seek(internal - 1, false)
        else part.clear()
    })
    this.#stepAll()
  }

  #silently(make: () => void): void {
    const events = this.#events
    const open = events?.open ?? false
    if (events) events.open = false
    make()
    if (events) events.open = open
  }

  #stepLive(internal: number): void {
    this.tick = internal - this.#program.warmTicks
    this.#tape.advance?.(internal)
    this.#stepAll()
  }

  #stepAll(): void {
    for (const run of this.runs) run.step()
    for (const part of this.parts) part.seek(this.#internal, true)
  }

  /** To any tick ≥ 0; costs at most one longest life of steps. */
  seek(tick: number): void {
    this.tick = Math.max(0, Math.floor(tick))
    this.#silently(() => {
      for (const run of this.runs) run.seek(this.#internal)
      for (const part of this.parts) part.seek(this.#internal, false)
    })
  }

  /**
   * As `seek`, with everything stepped from the beginning, so that what relays have sent out is counted in
   * full.
   */
  seekFully(tick: number): void {
    this.seek(tick)
    for (const run of this.runs) if (run.program.relays.length > 0) run.seekFully(this.#internal)
  }

  get alive(): number {
    if (this.#recording) return this.#recording.countAt(this.#recorded)
    let sum = 0
    for (const run of this.nodes) sum += run.alive
    for (const inner of this.inside) sum += inner.alive
    return sum
  }

  /**
   * Counts by emitter: an emitter that several relays wake has one row, one that none has woken zeros. Those of
   * effects inside follow, over and running ones together.
   */
  get counts(): readonly EmitterCount[] {
    const inner = [
      ...this.inside.flatMap((one) => one.counts),
      ...this.parts.flatMap((part) => part.endedCounts(this.#internal)),
      ...this.nodes.flatMap((run) => run.hosts.flatMap((host) => host.endedCounts)),
    ]
    return inner.length > 0 ? [...ownCounts(this), ...addedUp(inner)] : ownCounts(this)
  }

  /** True when nothing is alive and nothing will ever be born again. */
  get finished(): boolean {
    const { lastTick, periodTicks } = this.#program
    if (lastTick > 0 && periodTicks === 0) return this.tick >= lastTick
    if (this.alive > 0 || this.runs.some((run) => run.waiting > 0)) return false
    return hasEmissionEnded(this.#program, this.#tape, this.#internal)
  }

  /**
   * Frees all pools at once, also of what plays inside. Neither it nor a frame that it gave may be used any
   * more.
   */
  dispose(): void {
    for (const run of this.runs) run.dispose()
    for (const part of this.parts) part.clear()
    this.runs = this.nodes = []
    this.parts = []
    if (!this.#shares) releaseInstances(this.#frame)
  }

  /**
   * Takes over a program together with the runs that belong to its emitters, at the present tick. What is not
   * taken over is freed. @param kept hosts of parts that go on, in the program's order
   */
  adopt(program: Program, runs: EmitterRun[], kept: readonly (PartHost | null)[] = []): void {
    const [runsBefore, partsBefore] = [this.runs, this.parts]
    this.#program = program
    this.runs = runs
    this.#arrange(kept)
    for (const run of runsBefore) if (!runs.includes(run)) run.dispose()
    for (const part of partsBefore) if (!this.parts.includes(part)) part.clear()
    this.seek(this.tick)
  }

  /**
   * Fills the instance buffer with the picture between the last two ticks: `alpha` 1 is the present tick, 0
   * the one
   * before. `shows` may leave emitters out. Emitters behind the actor come first, each layer in the effect's
   * order.
   * The same object is returned and filled again each time. `only` asks for what lies on the surfaces, or for
   * all else.
   */
  frame(alpha = 1, shows?: (what: Shown) => boolean, only?: 'marks' | 'particles'): Frame {
    const frame = this.#frame
    frame.count = 0
    frame.batchCount = 0
    frame.originX = this.#origin.x
    frame.originY = this.#origin.y
    if (this.#recording) {
      this.#live!.poseInto(this.tick, this.#pose)
      frame.originX = this.#pose.x
      frame.originY = this.#pose.y
      if (only !== 'marks') this.#recording.append(this.#recorded, frame, shows)
    } else this.#show(frame, alpha, shows, only)
    if (this.#program.effect.wholePixels) snapFrame(frame)
    return frame
  }

  #show(
    frame: Frame,
    alpha: number,
    shows: ((what: Shown) => boolean) | undefined,
    only: 'marks' | 'particles' | undefined,
  ): void {
    // Backwards each tick stands as it was recorded.
    setDisplay(this.#program.lastTick > 0 ? 1 : alpha)
    if (only !== 'particles') this.appendMarks(frame, shows)
    if (only !== 'marks') for (let layer = 0; layer < 2; layer++) this.append(frame, layer, shows)
  }

  /** Marks lie below everything. */
  appendMarks(frame: Frame, shows?: (what: Shown) => boolean): void {
    for (const run of this.nodes)
      if (run.marks && (!shows || shows(run.program.source))) run.marks.append(frame, run.now)
    for (const inner of this.inside) inner.appendMarks(frame, shows)
  }

  /** How many marks there are. */
  get marks(): number {
    if (this.#recording) return 0
    let sum = 0
    for (const run of this.nodes) sum += run.marks?.count ?? 0
    for (const inner of this.inside) sum += inner.marks
    return sum
  }

  /** Appends one layer: 0 behind the actor, 1 in front; effects inside lie over the emitters. */
  append(frame: Frame, layer: number, shows?: (what: Shown) => boolean): void {
    for (const run of this.nodes) {
      const { source } = run.program
      if ((source.layer === 'behind') !== (layer === 0) || (shows && !shows(source))) continue
      appendInstances(run, frame)
    }
    for (const inner of this.inside) inner.append(frame, layer, shows)
  }
}

/**
 * A simulation of a program, standing at tick 0.
 * @throws Refusal for a tape that is out of order, or where an effect repeats exactly
 * @example
 * const simulation = createSimulation(compile(effect), { x: 320, y: 180 })
 * simulation.seek(tickOf(1.5, simulation.rate))
 */
export const createSimulation = (program: Program, options?: SimulationOptions): Simulation =>
  new Simulation(program, options)
