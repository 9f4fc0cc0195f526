/**
 * One emitter running: its pool, stepped tick by tick.
 * A tick: the dead of the last tick leave → forces, motion → births, each with its own shorter step → top-up.
 */
import { type ResolvedEmitter, STREAMS } from '@gliv/model'
import { BirthQueue } from './birth-queue.ts'
import type { EmitterProgram } from './compile.ts'
import { drawRangeInto } from './draws.ts'
import { EventLog } from './events.ts'
import { withLane } from './lanes.ts'
import { Launcher } from './launch.ts'
import { drawLooks, type Looks } from './looks.ts'
import { Motion } from './motion.ts'
import { isDead, Pool } from './pool.ts'
import { DRAWN, keyFrom, keyStart } from './random.ts'
import { TOP_UP_KEY } from './schedule.ts'
import type { Moment, Setting } from './setting.ts'
import { MICRO, tickAtOrBefore } from './timeline.ts'

/** Room for the dead that wait for compaction, which comes at a quarter dead. */
const SLACK = 4 / 3

export class EmitterRun {
  program: EmitterProgram
  looks: Looks
  readonly pool: Pool
  /** Names of the sources in reports; the pool's `source` column counts in it. */
  readonly sources: readonly string[]
  births = 0
  refused = 0
  alive = 0
  tick = -1
  readonly setting: Setting
  /** What happened in this tick. */
  readonly events = new EventLog(true)
  readonly #queue: BirthQueue
  readonly #launcher: Launcher
  readonly #motion: Motion
  readonly #moment: Moment = { ticks: 0, clock: 0, timeline: 0 }
  #toppedUp = 0
  readonly #topUpKey: Uint32Array
  /** Seconds on the clock at the last tick and at this one. */
  #before = 0
  #now = 0

  constructor(program: EmitterProgram, setting: Setting) {
    this.program = program
    this.looks = program.looks
    this.setting = setting
    this.pool = new Pool(Math.ceil(program.aliveBound * SLACK) + 8, program.motion !== null)
    this.#launcher = new Launcher(program, setting)
    this.#queue = new BirthQueue(program, setting, this.#launcher)
    this.#motion = new Motion(program, setting, this.pool, this.events, () => this.stepStartSeconds)
    this.#topUpKey = keyStart(setting.seed, program.source.salt, TOP_UP_KEY)
    this.sources = [...this.#queue.schedule.sources.map((s) => s.id), 'travel', 'topUp']
  }

  get deaths(): number {
    return this.births - this.alive
  }

  /** Seconds on the clock. */
  get now(): number {
    return this.#now
  }

  /** Where the timeline stood when the last step began, in seconds: run-time lanes are read there. */
  get stepStartSeconds(): number {
    return this.#queue.timelineSecondsAt(this.#before)
  }

  /** No particle was born turned, scaled or mirrored. */
  placedPlainly = true

  /** Seconds that the last step took on the clock. */
  get stepSeconds(): number {
    return this.setting.clock.stepTo(this.tick)
  }

  /**
   * Brings the emitter to a tick. Goes on from where it is when that is shorter than a restart; else it starts again
   * from one longest life before. Where births can be refused, a census without motion counts up to there.
   */
  seek(tick: number): void {
    const { clock } = this.setting
    const start = tickAtOrBefore(clock, clock.secondsAt(tick) - this.program.lifeSeconds, tick) - 2
    if (tick < this.tick || this.tick < start) this.#restart(Math.max(-1, start))
    while (this.tick < tick) this.step()
  }

  /** Counts depend on where particles ended, so that nothing but steps from the beginning tells them. */
  get #endsMatter(): boolean {
    const { motion, needsCensus } = this.program
    return motion !== null && motion.endsEarly && needsCensus
  }

  #restart(start: number): void {
    this.pool.size = 0
    this.births = this.refused = this.alive = this.#toppedUp = 0
    this.tick = -1
    this.#before = this.#now = 0
    this.#queue.restart()
    if (this.#endsMatter) return
    else if (this.program.needsCensus || this.setting.tape.withholds) while (this.tick < start) this.#stepWith(false)
    else if (start >= 0) {
      this.tick = start
      this.#now = this.setting.clock.secondsAt(start)
      this.births = this.#queue.countThrough(start)
      this.#queue.skipTo(start)
    }
  }

  step(): void {
    this.#stepWith(true)
  }

  #stepWith(moving: boolean): void {
    this.#bury()
    this.tick++
    this.#before = this.#now
    this.#now = this.setting.clock.secondsAt(this.tick)
    if (moving) {
      this.#motion.begin(this.tick, this.#before, this.#now)
      this.#motion.move()
    }
    this.alive = this.pool.countAlive(this.#now)
    this.#queue.open(this.tick)
    while (this.#queue.next(this.#moment)) this.#bear(moving)
    if (this.program.source.numbers.minimum > 0) this.#topUp(moving)
  }

  /** Compacts when a quarter is dead, or when the pool has no room left for a tick's births. */
  #bury(): void {
    const { pool } = this
    const dead = pool.size - this.alive
    if (dead * 4 >= pool.size && dead > 0) pool.compact(this.#now)
  }

  /** One birth that the queue has found, unless the cap has no room. */
  #bear(moving: boolean): void {
    const queue = this.#queue
    if (queue.withheld) {
      this.refused++
      return
    }
    if (this.alive >= this.program.source.numbers.cap) {
      this.refused++
      if (this.program.source.capPolicy === 'skip') return
      this.refused--
      this.pool.endOldest(this.#now)
      this.alive--
    }
    this.#birth(queue.keyStart, queue.sourceIndex, queue.pass, queue.ordinal, moving)
  }

  #topUp(moving: boolean): void {
    const moment = this.#moment
    if (!this.#queue.openAtTick(this.tick, moment)) return
    const { launcher, minimum } = { launcher: this.#launcher, minimum: this.program.source.numbers.minimum }
    for (let missing = minimum - this.alive; missing > 0; missing--) {
      launcher.question.ordinal = this.#toppedUp
      launcher.question.burstCount = 0
      this.#birth(this.#topUpKey, this.sources.length - 1, 0, this.#toppedUp++, moving)
    }
  }

  #birth(keys: Uint32Array, sourceIndex: number, pass: number, ordinal: number, moving: boolean): void {
    const { pool, program } = this
    const moment = this.#moment
    if (pool.size === pool.capacity) pool.compact(this.#now)
    const i = pool.size++
    keyFrom(keys, pass, ordinal, pool.keyHi, pool.keyLo, i)
    pool.ordinal[i] = ordinal
    pool.source[i] = sourceIndex
    pool.born[i] = moment.clock
    this.#drawLife(i, program.source)
    this.births++
    if (!moving) {
      if (!isDead(pool, i, this.#now)) this.alive++
      return
    }
    this.#launcher.launch(pool, i, moment)
    drawLooks(this.looks, pool, i)
    if (pool.turn[i] !== 0 || pool.grow[i] !== 1) this.placedPlainly = false
    this.#motion.first(i, moment.clock, this.tick)
    if (!isDead(pool, i, this.#now)) this.alive++
  }

  #drawLife(i: number, { type }: ResolvedEmitter): void {
    const { pool } = this
    const lane = this.program.lanes.life
    if (type.lifeMode === 'emitter') {
      const { start, length } = this.#queue.schedule.window
      pool.life[i] = Math.max(1e-3, (start + length) / MICRO - this.#moment.timeline)
      return
    }
    drawRangeInto(type.numbers.life, pool.keyHi, pool.keyLo, i, STREAMS.life)
    pool.life[i] = lane ? withLane(lane, DRAWN[0]!, this.#moment.timeline) : DRAWN[0]!
  }

  /** Takes over new looks without stepping: ramps are read at output, drawn values are drawn again from the keys. */
  relook(program: EmitterProgram): void {
    this.program = program
    this.looks = program.looks
    for (let i = 0; i < this.pool.size; i++) drawLooks(this.looks, this.pool, i)
  }
}
