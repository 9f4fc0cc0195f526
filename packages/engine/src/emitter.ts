/**
 * One emitter running: its pool, stepped tick by tick.
 * A tick: the dead of the last tick leave → forces, motion → births, each with its own shorter step → top-up.
 */
import { type ResolvedEmitter, type ResolvedRelay, STREAMS } from '@gliv/model'
import { BirthQueue } from './birth-queue.ts'
import type { EmitterProgram } from './compile.ts'
import { drawRangeInto } from './draws.ts'
import { EventLog } from './events.ts'
import { InstanceHost } from './inner.ts'
import { withLane } from './lanes.ts'
import { Launcher } from './launch.ts'
import { drawLooks, type Looks } from './looks.ts'
import { MarkLog } from './marks.ts'
import { Motion } from './motion.ts'
import { isDead, Pool } from './pool.ts'
import { type Firing, Inbox, RELAYED } from './relays/inbox.ts'
import { RelayWatch } from './relays/watch.ts'
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
  /** What happened at surfaces in this tick. */
  readonly events: EventLog
  /** What its contacts have left behind. */
  readonly marks: MarkLog | null
  /** What its relays wake, in the order of the relays; null where that is an effect. */
  readonly children: readonly (EmitterRun | null)[]
  /** Effects that its relays set off. */
  readonly hosts: readonly InstanceHost[]
  readonly #watch: RelayWatch | null
  readonly #inbox = new Inbox()
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
    this.pool = new Pool(Math.ceil(program.aliveBound * SLACK) + 8, program.motion !== null || program.relays.length > 0)
    this.children = program.relays.map(({ child }) => (child ? new EmitterRun(child, setting) : null))
    const hosts = program.relays.map(({ relay, inner }) => (inner ? new InstanceHost(relay, inner, setting, setting.makeInner) : null))
    this.hosts = hosts.filter((host) => host !== null)
    const receivers = program.relays.flatMap(({ relay }, k) => {
      const to = this.children[k] ?? hosts[k]
      return to ? [{ relay, to }] : []
    })
    this.#watch = receivers.length > 0 ? new RelayWatch(program, setting, this.pool, receivers) : null
    this.marks = program.marks === 'none' ? null : new MarkLog(program, setting, this.pool)
    this.events = new EventLog(this.marks === null && !receivers.some(({ relay }) => relay.trigger === 'contact'))
    this.#launcher = new Launcher(program, setting)
    this.#queue = new BirthQueue(program, setting, this.#launcher)
    this.#motion = new Motion(program, setting, this.pool, this.events, () => this.stepStartSeconds)
    this.#topUpKey = keyStart(setting.seed, program.source.salt, TOP_UP_KEY)
    this.sources = [...this.#queue.schedule.sources.map((s) => s.id), 'travel', 'topUp', 'relay']
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
   * Brings the emitter, and all that its relays wake, to a tick. Goes on from where it is when that is shorter than a restart;
   * else it starts again from one history before. Where births can be refused, a census without motion counts up to there.
   * A relayed emitter whose cap binds depends on all that was before: then everything is stepped from the beginning.
   */
  seek(tick: number): void {
    const { clock } = this.setting
    const start = tickAtOrBefore(clock, clock.secondsAt(tick) - this.program.history, tick) - 2
    if (tick < this.tick || (this.tick < start && !this.#lasting)) {
      this.#restart(Math.max(-1, start), tick)
      while (this.tick < tick) this.step()
      if (this.#from <= 0 || !this.#refusedBelow()) return
      this.#restart(-1)
    }
    while (this.tick < tick) this.step()
  }

  /** From the beginning, so that every count is that of the whole time. */
  seekFully(tick: number): void {
    if (this.#from > 0 || tick < this.tick) this.#restart(-1)
    while (this.tick < tick) this.step()
  }

  /** The tick after which it has been stepped, and its time on the clock. */
  #from = -1
  #startClock = -1

  #refusedBelow(): boolean {
    return this.#watch !== null && (this.#watch.refused > 0 || this.hosts.some((host) => host.refused > 0) || this.children.some((child) => child !== null && (child.refused > 0 || child.#refusedBelow())))
  }

  /** Counts depend on where particles ended, so that nothing but steps from the beginning tells them. */
  get #endsMatter(): boolean {
    const { motion, needsCensus } = this.program
    return motion !== null && motion.endsEarly && needsCensus
  }

  /** Marks that last, here or in what it wakes, come from everything before. */
  get #lasting(): boolean {
    return this.program.marks === 'lasting' || this.children.some((child) => child !== null && child.#lasting)
  }

  /** @param target where the seek will end; relayed emitters need not be stepped long before it */
  #restart(start: number, target = -1): void {
    this.pool.size = 0
    this.births = this.refused = this.alive = this.#toppedUp = 0
    this.tick = this.#from = -1
    this.#before = this.#now = 0
    this.#queue.restart()
    this.#inbox.clear()
    this.marks?.clear()
    if (this.#watch) this.#watch.refused = 0
    if (start < 0 || this.#endsMatter || this.#lasting) this.#restartChildren(-1, -1)
    else if (this.program.needsCensus || this.setting.tape.withholds) {
      while (this.tick < start) this.#stepWith(false)
      this.#restartChildren(start, target)
    } else {
      this.#jumpTo(start)
      this.births = this.#queue.countThrough(start)
      this.#queue.skipTo(start)
      this.#restartChildren(start, target)
    }
  }

  #jumpTo(tick: number): void {
    this.tick = this.#from = tick
    this.#now = this.#startClock = this.setting.clock.secondsAt(tick)
  }

  /**
   * Relayed emitters start empty, two of their histories before the target: whatever lives there was born within the last one,
   * and in the one before the pool fills, so that a cap which binds is seen.
   */
  #restartChildren(start: number, target: number): void {
    this.#from = start
    const { clock } = this.setting
    for (const host of this.hosts) host.clear()
    for (const child of this.children) {
      if (!child) continue
      child.#restart(-1)
      if (start >= 0) {
        const late = Math.max(start, tickAtOrBefore(clock, clock.secondsAt(target) - 2 * child.program.history, target) - 2)
        child.#jumpTo(late)
        child.#queue.skipTo(late)
        child.#restartChildren(late, target)
      }
    }
  }

  step(): void {
    this.#stepWith(true)
    // One that starts later than this one waits for its time.
    for (const child of this.children) if (child && child.tick < this.tick) child.step()
    for (const host of this.hosts) host.step(this.tick, this.#now)
  }

  #stepWith(moving: boolean): void {
    this.#bury()
    this.tick++
    this.#before = this.#now
    this.#now = this.setting.clock.secondsAt(this.tick)
    if (moving) {
      this.#motion.begin(this.tick, this.#before, this.#now)
      this.events.clear()
      this.marks?.begin(this.tick, this.#now)
      this.#motion.move()
      this.marks?.add(this.events, this.tick, this.#before, this.#now)
      this.#watch?.begin(this.tick, this.#before, this.#now)
      this.#watch?.seen(this.events)
    }
    this.alive = this.pool.countAlive(this.#now)
    this.#queue.open(this.tick)
    if (this.program.relayed) while (this.#inbox.due <= this.#now) this.#bearRelayed()
    else while (this.#queue.next(this.#moment)) this.#bear(moving)
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
    if (this.#refuses()) return
    this.#birth(queue.keyStart, queue.sourceIndex, queue.pass, queue.ordinal, moving)
  }

  /** A relay orders a birth; it waits until it is due. */
  order(_relay: ResolvedRelay, firing: Firing): boolean {
    const { delaySeconds } = this.program
    return this.#inbox.put(firing, delaySeconds > 0 ? delaySeconds * this.#launcher.delayShare(firing.key.hi, firing.key.lo, firing.ordinal) : 0)
  }

  /** How many births and effects wait, here and in all that it wakes. */
  get waiting(): number {
    return this.#inbox.count + this.hosts.reduce((sum, host) => sum + host.waiting, 0) + this.children.reduce((sum, child) => sum + (child?.waiting ?? 0), 0)
  }

  /** It and all emitters that its relays wake. */
  nodes(): EmitterRun[] {
    return [this, ...this.children.flatMap((child) => child?.nodes() ?? [])]
  }

  #bearRelayed(): void {
    this.#inbox.take()
    const { taken } = this.#inbox
    // Ordered for before this emitter started: over by the time that counts.
    if (this.#from >= 0 && taken[RELAYED.clock]! <= this.#startClock) {
      this.births++
      return
    }
    if (this.#refuses()) return
    const moment = this.#moment
    moment.clock = taken[RELAYED.clock]!
    const { clock } = this.setting
    const step = this.#now - this.#before
    moment.ticks = clock.plain ? moment.clock * clock.rate : step > 0 ? this.tick - 1 + (moment.clock - this.#before) / step : this.tick
    moment.timeline = this.#queue.timelineSecondsAt(moment.clock)
    const { pool } = this
    if (pool.size === pool.capacity) pool.compact(this.#now)
    const i = pool.size++
    pool.keyHi[i] = taken[RELAYED.hi]!
    pool.keyLo[i] = taken[RELAYED.lo]!
    this.#enter(i, this.sources.length - 1, taken[RELAYED.ordinal]!, true, taken)
  }

  /** Whether the cap has no room; the oldest may go for the new one. */
  #refuses(): boolean {
    if (this.alive < this.program.source.numbers.cap) return false
    if (this.program.source.capPolicy === 'skip' || this.program.relayed) {
      this.refused++
      if (this.program.source.capPolicy === 'skip') return true
    }
    this.pool.endOldest(this.#now)
    this.alive--
    return false
  }

  #topUp(moving: boolean): void {
    const moment = this.#moment
    if (!this.#queue.openAtTick(this.tick, moment)) return
    const { launcher, minimum } = { launcher: this.#launcher, minimum: this.program.source.numbers.minimum }
    for (let missing = minimum - this.alive; missing > 0; missing--) {
      launcher.question.ordinal = this.#toppedUp
      launcher.question.burstCount = 0
      this.#birth(this.#topUpKey, this.sources.length - 2, 0, this.#toppedUp++, moving)
    }
  }

  #birth(keys: Uint32Array, sourceIndex: number, pass: number, ordinal: number, moving: boolean): void {
    const { pool } = this
    if (pool.size === pool.capacity) pool.compact(this.#now)
    const i = pool.size++
    keyFrom(keys, pass, ordinal, pool.keyHi, pool.keyLo, i)
    this.#enter(i, sourceIndex, ordinal, moving, null)
  }

  /** A particle whose key stands in slot `i`. */
  #enter(i: number, sourceIndex: number, ordinal: number, moving: boolean, from: Float64Array | null): void {
    const { pool, program } = this
    const moment = this.#moment
    pool.ordinal[i] = ordinal
    pool.source[i] = sourceIndex
    pool.born[i] = moment.clock
    this.#drawLife(i, program.source)
    this.births++
    if (!moving) {
      if (!isDead(pool, i, this.#now)) this.alive++
      return
    }
    this.#launcher.launch(pool, i, moment, from)
    drawLooks(this.looks, pool, i)
    if (pool.turn[i] !== 0 || pool.grow[i] !== 1) this.placedPlainly = false
    if (this.#watch) {
      pool.homeX[i] = pool.x[i]!
      pool.homeY[i] = pool.y[i]!
    }
    this.events.clear()
    this.#motion.first(i, moment.clock, this.tick)
    this.marks?.add(this.events, this.tick, this.#before, this.#now)
    this.#watch?.born(i, this.events)
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
    if (this.#watch) this.#watch.looks = program.looks
    for (let i = 0; i < this.pool.size; i++) drawLooks(this.looks, this.pool, i)
    program.relays.forEach(({ child }, k) => child && this.children[k]?.relook(child))
  }
}
