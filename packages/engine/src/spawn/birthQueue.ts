/**
 * The births of one tick in the order of their times: from the schedule, from the way travelled, and the
 * delayed ones.
 */
import { EmitterCentre, type Moment, type SimulationContext } from '../input/index.ts'
import {
  type EmitterProgram,
  createSchedule,
  type Driving,
  type Schedule,
  tickAtOrAfter,
  TRAVEL_KEY,
  MICRO,
  type Pass,
} from '../program/index.ts'
import { STRENGTH_KNOB } from '@gliv/model'
import { flowFactorAt, strengthAt } from './knobDrives.ts'
import { rampAt, compileRamp, type CompiledRamp } from '../appearance/index.ts'
import { keyAfter, startKey } from '../maths/index.ts'
import type { Launcher } from './launcher.ts'
import type { PathPlace } from '../geometry/index.ts'
import type { Pool } from '../state/index.ts'

/** A birth that waits for its delay along the shape. */
interface Waiting {
  clock: number
  timeline: number
  source: number
  pass: number
  ordinal: number
}

/** No tick is open: none begins where that one ended. */
const NONE = -9

const keyHi = new Uint32Array(1)
const keyLo = new Uint32Array(1)
const time = new Float64Array(1)

export class BirthQueue {
  schedule: Schedule
  /** What `next` has found. */
  sourceIndex = 0
  /** Where the keys of its source begin. */
  keyStart: Uint32Array
  pass = 0
  ordinal = 0
  /** Chance says no; the ordinal is used all the same. */
  withheld = false
  readonly #program: EmitterProgram
  readonly #context: SimulationContext
  readonly #launcher: Launcher
  readonly #centre: EmitterCentre
  readonly #keyStarts: readonly Uint32Array[]
  readonly #next: number[]
  readonly #end: number[]
  /** When each source's next birth is, in seconds on the clock; the last is the way travelled. */
  readonly #times: Float64Array
  readonly #pass: Pass = { start: 0, end: 0, from: 0 }
  readonly #delay: CompiledRamp | null
  readonly #waiting: Waiting[] = []
  readonly #travels: boolean
  readonly #here: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  readonly #there: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  #tick = 0
  /** Something multiplies births while they go on. */
  #driven: boolean
  /** Tick, pass and stop of the pass that was opened last; the ordinals due then are in `#end`. */
  #openTick = NONE
  #openedPass = -1
  #openStop = Infinity
  #current = 0
  #last = 0
  #clockBefore = 0
  #clockNow = 0
  /** px since the effect's start, and within this tick. */
  #travelled = 0
  #way = 0
  #nextTravel = 0
  #endTravel = 0

  constructor(program: EmitterProgram, context: SimulationContext, launcher: Launcher) {
    this.#program = program
    this.#context = context
    this.#launcher = launcher
    this.#centre = new EmitterCentre(program, context)
    const { seed } = context
    this.#driven = program.drives.some(({ id }) => id === 'flow') || this.#isStrengthened
    this.schedule = this.#newSchedule()
    this.#keyStarts = [...this.schedule.sources.map((source) => source.key), TRAVEL_KEY].map((key) =>
      startKey(seed, program.source.salt, key),
    )
    this.keyStart = this.#keyStarts[0]!
    this.#next = this.schedule.sources.map(() => 0)
    this.#end = this.schedule.sources.map(() => 0)
    this.#times = new Float64Array(this.#next.length + 1)
    this.#delay = program.delaySeconds > 0 ? compileRamp(program.source.along.delay) : null
    this.#travels = program.source.numbers.flowPerPx > 0
  }

  /** Somebody has said how strong it is, or will have. */
  get #isStrengthened(): boolean {
    const { tape } = this.#context
    return tape.knobsSaid && tape.knobAt(STRENGTH_KNOB, Infinity) !== undefined
  }

  #newSchedule(): Schedule {
    const { source, places } = this.#program
    const { timeline, clock, seed } = this.#context
    return createSchedule(source, timeline, clock.rate, seed, places, this.#driven ? this.#driving() : null)
  }

  /** From when on something multiplies births the schedule asks what it is; what was born stays. */
  #drive(): void {
    if (this.#driven || !this.#isStrengthened) return
    this.#driven = true
    this.schedule = this.#newSchedule()
  }

  #driving(): Driving {
    const context = this.#context
    const { clock, timeline, tape } = context
    const stopMicro = (): number => this.#stopMicro()
    const pass: Pass = { start: 0, end: 0, from: 0 }
    return {
      flow: {
        ...{ clock, timeline, stopMicro, forgets: tape.advance !== undefined },
        factorAt: (tick) => flowFactorAt(this.#program, context, tick),
      },
      burstAt: (number, at) => {
        timeline.readPass(number, stopMicro(), pass)
        const seconds = (pass.start - pass.from + at) / MICRO
        return strengthAt(context, tickAtOrAfter(clock, seconds, this.#tick))
      },
    }
  }

  restart(): void {
    this.#waiting.length = 0
    this.#openTick = NONE
    this.#travelled = this.#nextTravel = this.#endTravel = this.#way = 0
    this.#clockNow = 0
  }

  skipTo(tick: number): void {
    this.#openTick = NONE
    this.#clockNow = this.#context.clock.secondsAt(tick)
  }

  #stopMicro(): number {
    const stop = this.#context.tape.stopTick()
    return stop === Infinity ? Infinity : this.#context.clock.secondsAt(stop) * MICRO
  }

  /** Clock → timeline, in seconds. */
  timelineSecondsAt(clockSeconds: number): number {
    const { timeline } = this.#context
    const stop = this.#stopMicro()
    timeline.readPass(timeline.passAt(clockSeconds * MICRO, stop), stop, this.#pass)
    return clockSeconds - (this.#pass.start - this.#pass.from) / MICRO
  }

  /** The clock in microseconds × rate, a whole number for a plain clock. */
  #units(tick: number): number {
    const { clock } = this.#context
    return clock.plain ? tick * MICRO : Math.round(clock.secondsAt(tick) * MICRO * clock.rate)
  }

  /** Ordinals of a source that are due in a pass by a moment of the clock in units. */
  #due(s: number, pass: number, units: number): number {
    const source = this.schedule.sources[s]!
    const { rate } = this.#context.clock
    const { start, end, from } = this.#pass
    if (units >= end * rate) return source.due(pass, (from + end - start) * rate, true)
    if (units < start * rate) return source.due(pass, from * rate, true)
    return source.due(pass, units - (start - from) * rate, false)
  }

  /** Births due from the beginning through a tick, if nothing is refused. */
  countThrough(tick: number): number {
    this.#tick = tick
    this.#drive()
    const { timeline } = this.#context
    const units = this.#units(tick)
    const last = timeline.passAt(units / this.#context.clock.rate, Infinity)
    let count = 0
    for (let pass = 0; pass <= last; pass++) {
      timeline.readPass(pass, Infinity, this.#pass)
      for (let s = 0; s < this.schedule.sources.length; s++)
        count += this.#due(s, pass, units) - this.#due(s, pass, -1)
    }
    return count
  }

  /** Begins a tick; `next` then gives its births. */
  open(tick: number): void {
    const { timeline, clock } = this.#context
    this.#tick = tick
    this.#drive()
    this.#clockBefore = this.#clockNow
    this.#clockNow = clock.secondsAt(tick)
    const stop = this.#stopMicro()
    const before = tick > 0 ? this.#units(tick - 1) / clock.rate : 0
    this.#current = timeline.passAt(before, stop)
    this.#last = timeline.passAt(this.#units(tick) / clock.rate, stop)
    this.#openPass()
    if (this.#travels) this.#openWay()
  }

  #openPass(): void {
    const stop = this.#stopMicro()
    this.#context.timeline.readPass(this.#current, stop, this.#pass)
    const now = this.#units(this.#tick)
    // Where the last tick ended in the same pass, this one begins.
    const goesOn =
      this.#openTick === this.#tick - 1 && this.#openedPass === this.#current && this.#openStop === stop
    const before = this.#tick === 0 ? -1 : this.#units(this.#tick - 1)
    for (let s = 0; s < this.#next.length; s++) {
      this.#next[s] = goesOn ? this.#end[s]! : this.#due(s, this.#current, before)
      // What was born stays born, whatever multiplies births by now.
      this.#end[s] = Math.max(this.#next[s]!, this.#due(s, this.#current, now))
      this.#findTime(s)
    }
    this.#openTick = this.#tick
    this.#openedPass = this.#current
    this.#openStop = stop
  }

  /** Particles per pixel: the way from the last tick to this one, jumps left out. */
  #openWay(): void {
    const tick = this.#tick
    this.#travelled += this.#way
    this.#way = 0
    if (tick === 0) return
    this.#centre.worldInto(tick - 1, this.timelineSecondsAt(this.#clockBefore), this.#here)
    this.#centre.worldInto(tick, this.timelineSecondsAt(this.#clockNow), this.#there)
    this.#context.timeline.readPass(this.#current, this.#stopMicro(), this.#pass)
    const dx = this.#there.x - this.#here.x
    const dy = this.#there.y - this.#here.y
    const way = Math.sqrt(dx * dx + dy * dy)
    if (way > this.#context.jumpPx || this.#context.tape.jumpsTo(tick)) return
    this.#way = way
    this.#nextTravel = this.#endTravel
    this.#endTravel = Math.floor((this.#travelled + way) * this.#program.source.numbers.flowPerPx)
    this.#findTime(this.#next.length)
  }

  /** The moment in ticks, for its clock. */
  #findTicks(moment: Moment): void {
    const { clock } = this.#context
    const step = this.#clockNow - this.#clockBefore
    if (clock.plain) moment.ticks = moment.clock * clock.rate
    else moment.ticks = step > 0 ? this.#tick - 1 + (moment.clock - this.#clockBefore) / step : this.#tick
  }

  #emits(moment: Moment): boolean {
    const { tape } = this.#context
    return (
      tape.emitsAt(moment.ticks, this.#tick) &&
      (this.#program.effectSustains || moment.ticks < tape.stopTick())
    )
  }

  /**
   * Finds the next birth of the tick and fills in its moment and the placement's question; false when there
   * is none.
   */
  next(moment: Moment): boolean {
    for (;;) {
      const source = this.#earliest()
      if (this.#takeWaiting(source < 0 ? Infinity : this.#times[source]!, moment)) return true
      if (source < 0) {
        if (this.#current >= this.#last) return false
        this.#current++
        this.#openPass()
        continue
      }
      this.#takeFrom(source, moment)
      if (!this.#emits(moment) || !this.#inWindow(source, moment)) continue
      if (this.#delay && this.#postpone(moment)) continue
      return true
    }
  }

  /** Takes a birth that waited, if one is due in this tick and not after a moment of the clock. */
  #takeWaiting(before: number, moment: Moment): boolean {
    if (this.#waiting.length === 0) return false
    const waits = this.#waiting[0]!
    if (waits.clock > this.#clockNow || waits.clock > before) return false
    this.#waiting.shift()
    moment.clock = waits.clock
    moment.timeline = waits.timeline
    this.#take(waits.source, waits.pass, waits.ordinal, moment)
    return true
  }

  /** Nothing could withhold a birth of this tick, delay it, or mingle it with others. */
  get #undisturbed(): boolean {
    if (this.#current !== this.#last || this.#waiting.length > 0 || this.#delay || this.#travels) return false
    const { tape } = this.#context
    if (tape.hasEmitToggle && !(tape.advance && tape.emitsAt(this.#tick, this.#tick))) return false
    return this.#program.effectSustains || tape.stopTick() === Infinity
  }

  /**
   * The one source that still has births in this tick, with nothing that could withhold, delay or mingle
   * them; −1 when `next` must find them.
   */
  #lone(): number {
    if (!this.#undisturbed) return -1
    let lone = -1
    for (let s = 0; s < this.#next.length; s++) {
      if (this.#next[s]! >= this.#end[s]!) continue
      if (lone >= 0 || this.schedule.sources[s]!.burst) return -1
      lone = s
    }
    return lone
  }

  /** How many births `takeRun` can take at once: 0, or all that are left of the tick. */
  get run(): number {
    const lone = this.#lone()
    return lone < 0 ? 0 : this.#end[lone]! - this.#next[lone]!
  }

  /** Takes them: time, ordinal and key to the slots from `at` on. */
  takeRun(count: number, { born, ordinal, keyHi, keyLo }: Pool, at: number): void {
    const s = (this.sourceIndex = this.#lone())
    const source = this.schedule.sources[s]!
    const first = this.#next[s]!
    const { start, from } = this.#pass
    const late = start / MICRO
    const early = from / MICRO
    const keys = this.#keyStarts[s]!
    const pass = this.#context.timeline.identicalPasses ? 0 : this.#current
    for (let k = 0; k < count; k++) {
      source.timeInto(this.#current, first + k, time)
      born[at + k] = start === from ? time[0]! : late + (time[0]! - early)
      ordinal[at + k] = first + k
      keyAfter(keys, pass, first + k, keyHi, keyLo, at + k)
    }
    this.#next[s] = first + count
  }

  /**
   * Index of the source with the earliest birth left in this pass; the number of sources stands for the way
   * travelled.
   */
  #earliest(): number {
    let best = -1
    const n = this.#next.length
    for (let s = 0; s <= n; s++) {
      if (s === n ? !this.#travels || this.#nextTravel >= this.#endTravel : this.#next[s]! >= this.#end[s]!)
        continue
      if (best < 0 || this.#times[s]! < this.#times[best]!) best = s
    }
    return best
  }

  /** Looks up when a source's next birth is, in seconds on the clock. */
  #findTime(source: number): void {
    if (source === this.#next.length) {
      const share =
        this.#way > 0
          ? ((this.#nextTravel + 1) / this.#program.source.numbers.flowPerPx - this.#travelled) / this.#way
          : 1
      this.#times[source] =
        this.#clockBefore + (this.#clockNow - this.#clockBefore) * Math.min(1, Math.max(0, share))
      return
    }
    if (this.#next[source]! >= this.#end[source]!) return
    const { start, from } = this.#pass
    this.schedule.sources[source]!.timeInto(this.#current, this.#next[source]!, time)
    this.#times[source] = start === from ? time[0]! : start / MICRO + (time[0]! - from / MICRO)
  }

  #takeFrom(source: number, moment: Moment): void {
    const travel = source === this.#next.length
    moment.clock = this.#times[source]!
    moment.timeline = moment.clock - (this.#pass.start - this.#pass.from) / MICRO
    const ordinal = travel ? this.#nextTravel++ : this.#next[source]!++
    this.#take(source, travel ? 0 : this.#current, ordinal, moment)
    this.#findTime(source)
  }

  /** The moment's clock and timeline are there already. */
  #take(source: number, pass: number, ordinal: number, moment: Moment): void {
    const from = this.schedule.sources[source]
    this.#findTicks(moment)
    this.sourceIndex = source
    this.keyStart = this.#keyStarts[source]!
    this.pass = this.#context.timeline.identicalPasses ? 0 : pass
    this.ordinal = ordinal
    const { question } = this.#launcher
    question.ordinal = ordinal
    question.burstCount = 0
    from?.burst?.placeInto(pass, ordinal, question)
    this.withheld = from?.burst?.withheld(pass, ordinal) ?? false
  }

  /**
   * Only what depends on the way travelled is not already kept inside the emitter's window by its schedule.
   */
  #inWindow(source: number, moment: Moment): boolean {
    if (source < this.#next.length) return true
    const { start, length } = this.schedule.window
    const at = moment.timeline * MICRO
    return at >= start && at < start + length
  }

  /** Puts a birth back by its delay along the shape; false when it is due at once. */
  #postpone(moment: Moment): boolean {
    if (this.withheld) return false
    keyAfter(this.keyStart, this.pass, this.ordinal, keyHi, keyLo, 0)
    const delay =
      this.#program.delaySeconds * rampAt(this.#delay!, this.#launcher.along(keyHi[0]!, keyLo[0]!))
    if (delay === 0) return false
    const waiting: Waiting = {
      clock: moment.clock + delay,
      timeline: moment.timeline + delay,
      source: this.sourceIndex,
      pass: this.pass,
      ordinal: this.ordinal,
    }
    let at = this.#waiting.length
    while (at > 0 && this.#waiting[at - 1]!.clock > waiting.clock) at--
    this.#waiting.splice(at, 0, waiting)
    return true
  }

  /** Whether the emitter is open at a tick itself; fills in the moment. */
  openAtTick(tick: number, moment: Moment): boolean {
    moment.ticks = tick
    moment.clock = this.#clockNow
    moment.timeline = this.timelineSecondsAt(this.#clockNow)
    const { start, length } = this.schedule.window
    const at = moment.timeline * MICRO
    return at >= start && at < start + length && this.#emits(moment)
  }
}
