/**
 * One emitter running: its pool, stepped tick by tick.
 * A tick: the dead of the last tick leave → forces, motion → births, each with its own shorter step → top-up.
 */
import { type ResolvedEmitter, STREAMS } from '@gliv/model'
import { BirthQueue } from './birth-queue.ts'
import type { EmitterProgram } from './compile.ts'
import { drawRangeInto } from './draws.ts'
import { Forces } from './forces.ts'
import { withLane } from './lanes.ts'
import { Launcher } from './launch.ts'
import { drawLooks, type Looks } from './looks.ts'
import { dragStepIn } from './maths.ts'
import { isDead, Pool } from './pool.ts'
import { DRAWN, keyFrom, keyStart } from './random.ts'
import { drawTableOf, rampAt, rampIn, TABLE_CELLS } from './ramp.ts'
import { TOP_UP_KEY } from './schedule.ts'
import type { Moment, Setting } from './setting.ts'
import { MICRO, tickAtOrBefore } from './timeline.ts'

/** Room for the dead that wait for compaction, which comes at a quarter dead. */
const SLACK = 4 / 3
const step = new Float64Array(3)
/** A value that comes from a call goes through here, so that the loop holds bare numbers. */
const SPEED = new Float64Array(1)

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
  readonly #queue: BirthQueue
  readonly #launcher: Launcher
  readonly #forces: Forces
  readonly #moment: Moment = { ticks: 0, clock: 0, timeline: 0 }
  #toppedUp = 0
  readonly #topUpKey: Uint32Array
  readonly #firstRamp: number
  /** Seconds on the clock at the last tick and at this one. */
  #before = 0
  #now = 0

  constructor(program: EmitterProgram, setting: Setting) {
    this.program = program
    this.looks = program.looks
    this.setting = setting
    this.pool = new Pool(Math.ceil(program.aliveBound * SLACK) + 8)
    this.#launcher = new Launcher(program, setting)
    this.#queue = new BirthQueue(program, setting, this.#launcher)
    this.#forces = new Forces(program, setting, () => this.stepStartSeconds)
    this.#topUpKey = keyStart(setting.seed, program.source.salt, TOP_UP_KEY)
    this.#firstRamp = rampAt(program.speedRamp, 0)
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

  #restart(start: number): void {
    this.pool.size = 0
    this.births = this.refused = this.alive = this.#toppedUp = 0
    this.tick = -1
    this.#before = this.#now = 0
    this.#queue.restart()
    if (this.program.needsCensus || this.setting.tape.withholds) while (this.tick < start) this.#stepWith(false)
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
      this.#forces.set(this.tick)
      this.#move()
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

  #move(): void {
    if (!this.program.speedRamp.constant || this.program.speedRamp.pieces[2] !== 1) this.#moveRamped()
    else this.#moveFreely()
    if (this.program.source.type.facing === 'travel') this.#face()
  }

  #moveFreely(): void {
    const { all, at, size } = this.pool
    const { gx, gy, step: s } = this.#forces
    const { x, y, lastX, lastY, vx, vy } = at
    const e = s[0]!
    const a = s[1]!
    const gxA = gx * a
    const gyA = gy * a
    const gxB = gx * s[2]!
    const gyB = gy * s[2]!
    for (let i = 0; i < size; i++) {
      const u = all[vx + i]!
      const v = all[vy + i]!
      const px = all[x + i]!
      const py = all[y + i]!
      all[lastX + i] = px
      all[lastY + i] = py
      all[x + i] = px + u * a + gxB
      all[y + i] = py + v * a + gyB
      all[vx + i] = u * e + gxA
      all[vy + i] = v * e + gyA
    }
  }

  /** The speed ramp scales the way, not the velocity that forces own; it is read at the step's start, from its table. */
  #moveRamped(): void {
    const { all, at, size } = this.pool
    const { gx, gy, step: s } = this.#forces
    const { born, life, x, y, lastX, lastY, vx, vy } = at
    const e = s[0]!
    const a = s[1]!
    const gxA = gx * a
    const gyA = gy * a
    const gxB = gx * s[2]!
    const gyB = gy * s[2]!
    const before = this.#before
    const ramp = this.program.speedRamp
    const table = drawTableOf(ramp)
    SPEED[0] = 1
    rampIn(ramp, SPEED)
    const end = SPEED[0]!
    for (let i = 0; i < size; i++) {
      const u = all[vx + i]!
      const v = all[vy + i]!
      const t = (before - all[born + i]!) / all[life + i]!
      const cell = ((t * TABLE_CELLS) | 0) * 2
      let r = end
      if (t < 1 && t >= 0) {
        r = table[cell]! + table[cell + 1]! * t
        if (r !== r) {
          SPEED[0] = t
          rampIn(ramp, SPEED)
          r = SPEED[0]!
        }
      }
      const px = all[x + i]!
      const py = all[y + i]!
      all[lastX + i] = px
      all[lastY + i] = py
      all[x + i] = px + r * (u * a + gxB)
      all[y + i] = py + r * (v * a + gyB)
      all[vx + i] = u * e + gxA
      all[vy + i] = v * e + gyA
    }
  }

  /** Where nothing moves, the last direction stays. */
  #face(): void {
    const { vx, vy, faceX, faceY, size } = this.pool
    for (let i = 0; i < size; i++)
      if (vx[i] !== 0 || vy[i] !== 0) {
        faceX[i] = vx[i]!
        faceY[i] = vy[i]!
      }
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
    if (!isDead(pool, i, this.#now)) this.alive++
    if (!moving) return
    this.#launcher.launch(pool, i, moment)
    drawLooks(this.looks, pool, i)
    if (pool.turn[i] !== 0 || pool.grow[i] !== 1) this.placedPlainly = false
    this.#firstStep(i)
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

  /** From the birth to the tick. */
  #firstStep(i: number): void {
    const { pool } = this
    const { gx, gy, drag } = this.#forces
    const seconds = this.#now - this.#moment.clock
    step[0] = drag
    step[1] = seconds > 0 ? seconds : 0
    dragStepIn(step)
    const ramp = this.#firstRamp
    const vx = pool.vx[i]!
    const vy = pool.vy[i]!
    pool.lastX[i] = pool.x[i]!
    pool.lastY[i] = pool.y[i]!
    // Without a ramp in the order of additions that the tick's step has.
    pool.x[i] = ramp === 1 ? pool.x[i]! + vx * step[1]! + gx * step[2]! : pool.x[i]! + ramp * (vx * step[1]! + gx * step[2]!)
    pool.y[i] = ramp === 1 ? pool.y[i]! + vy * step[1]! + gy * step[2]! : pool.y[i]! + ramp * (vy * step[1]! + gy * step[2]!)
    pool.vx[i] = vx * step[0]! + gx * step[1]!
    pool.vy[i] = vy * step[0]! + gy * step[1]!
  }

  /** Takes over new looks without stepping: ramps are read at output, drawn values are drawn again from the keys. */
  relook(program: EmitterProgram): void {
    this.program = program
    this.looks = program.looks
    for (let i = 0; i < this.pool.size; i++) drawLooks(this.looks, this.pool, i)
  }
}
