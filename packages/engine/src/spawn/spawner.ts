/**
 * The births of one emitter. What decides about the next birth is done at once: whether the cap has room,
 * key, time, life.
 * Place, appearance and first step come for all births of a tick together, because long runs over few columns
 * are
 * far cheaper.
 */
import { STREAMS } from '@gliv/model'
import type { BirthQueue } from './birthQueue.ts'
import { type EmitterProgram, withLane, TOP_UP_KEY, MICRO } from '../program/index.ts'
import { sampleRangeInto, keyAfter, startKey } from '../maths/index.ts'
import { type EventLog, isDead, type Pool } from '../state/index.ts'
import { writeAppearanceParameters } from './kernelLaunch.ts'
import type { Launcher } from './launcher.ts'
import { sampleAppearance, samplePicture, type Appearance } from '../appearance/index.ts'
import type { MarkLog } from '../marks/index.ts'
import type { Motion } from '../integrate/index.ts'
import { type Firing, DelayedSpawnHeap, RELAYED } from './relays/delayedSpawns.ts'
import type { ParticleTeller } from './relays/particleTeller.ts'
import type { RelayTriggers } from './relays/relayTriggers.ts'
import type { Moment, SimulationContext } from '../input/index.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

/** What a birth goes through. */
export interface SpawnerParts {
  readonly queue: BirthQueue
  readonly launcher: Launcher
  readonly motion: Motion
  readonly events: EventLog
  readonly marks: MarkLog | null
  readonly triggers: RelayTriggers | null
  readonly teller: ParticleTeller | null
}

export class Spawner {
  births = 0
  refused = 0
  /** Counted by the emitter at each tick, and up and down as births come and the cap ends others. */
  alive = 0
  /** No particle was born turned, scaled or mirrored. */
  placedPlainly = true
  /** What relays have ordered; null for who gets nothing from one. */
  readonly delayed: DelayedSpawnHeap | null
  readonly sourceCount: number
  readonly #pool: Pool
  readonly #context: SimulationContext
  readonly #parts: SpawnerParts
  readonly #topUpKey: Uint32Array
  readonly #moment: Moment = { ticks: 0, clock: 0, timeline: 0 }
  /** Kernels place this tick's. */
  #launched = false
  /** What a birth leads to may decide about the next one. */
  readonly #atOnce: boolean
  /** Lives do not depend on when a birth is. */
  readonly #plainLives: boolean
  #drawn: boolean
  #program: EmitterProgram
  #appearance: Appearance
  #toppedUp = 0
  /** The first slot of this tick's births that have no place yet. */
  #from = 0
  #tick = 0
  #before = 0
  #now = 0

  constructor(program: EmitterProgram, context: SimulationContext, pool: Pool, parts: SpawnerParts) {
    this.#program = program
    this.#appearance = program.appearance
    this.#pool = pool
    this.#context = context
    this.#parts = parts
    this.delayed = program.relayed ? new DelayedSpawnHeap() : null
    this.sourceCount = parts.queue.schedule.sources.length + 3
    this.#topUpKey = startKey(context.seed, program.source.salt, TOP_UP_KEY)
    if (!program.relayed) parts.launcher.writeKernelParameters(pool)
    this.#drawn = pool.slab !== null && writeAppearanceParameters(pool, program.appearance)
    this.#plainLives = program.source.type.lifeMode === 'range' && program.lanes.life === undefined
    this.#atOnce = program.capReachable && (!parts.motion.undisturbed || parts.triggers !== null)
  }

  clear(): void {
    this.births = this.refused = this.alive = this.#toppedUp = 0
    this.delayed?.clear()
  }

  /**
   * The births of a tick. @param over relayed ones up to this moment of the clock are over by the time that
   * counts
   */
  spawnDue(tick: number, before: number, now: number, moving: boolean, over: number): void {
    this.#tick = tick
    this.#before = before
    this.#now = now
    this.#from = this.#pool.size
    const { queue, launcher } = this.#parts
    this.#launched = moving && launcher.leaves(this.#pool, tick)
    queue.open(tick)
    if (this.delayed) while (this.delayed.due <= now) this.#bearRelayed(this.delayed, over)
    else {
      if (this.#launched && this.#plainLives) this.#spawnRun()
      while (queue.next(this.#moment)) this.#bear(moving)
    }
    if (this.#program.source.numbers.minimum > 0) this.#topUp(moving)
    if (moving) this.#settle()
  }

  /** The births of a tick at once, where none decides about another. */
  #spawnRun(): void {
    const { queue } = this.#parts
    const pool = this.#pool
    const { source } = this.#program
    const count = queue.run
    const from = pool.size
    if (count === 0 || this.alive + count > source.numbers.cap || from + count > pool.capacity) return
    pool.size = from + count
    queue.takeRun(count, pool, from)
    pool.source.fill(queue.sourceIndex, from, from + count)
    this.births += count
    for (let i = from; i < from + count; i++) {
      sampleRangeInto(source.type.numbers.life, pool.keyHi, pool.keyLo, i, STREAMS.life, sampled)
      pool.life[i] = sampled[0]!
      if (!isDead(pool, i, this.#now)) this.alive++
    }
  }

  /** One birth that the queue has found, unless the cap has no room. */
  #bear(moving: boolean): void {
    const { queue } = this.#parts
    if (queue.withheld) {
      this.refused++
      return
    }
    if (this.#refuses()) return
    this.#birth(queue.keyStart, queue.sourceIndex, queue.pass, queue.ordinal, moving)
  }

  /** A relay orders a birth; it waits until it is due. */
  order(firing: Firing): boolean {
    const { delaySeconds } = this.#program
    return this.delayed!.put(
      firing,
      delaySeconds > 0
        ? delaySeconds * this.#parts.launcher.delayShare(firing.key.hi, firing.key.lo, firing.ordinal)
        : 0,
    )
  }

  #bearRelayed(delayed: DelayedSpawnHeap, over: number): void {
    delayed.take()
    const { taken } = delayed
    if (taken[RELAYED.clock]! <= over) {
      this.births++
      return
    }
    if (this.#refuses()) return
    const moment = this.#moment
    moment.clock = taken[RELAYED.clock]!
    const { clock } = this.#context
    const step = this.#now - this.#before
    moment.ticks = clock.plain
      ? moment.clock * clock.rate
      : step > 0
        ? this.#tick - 1 + (moment.clock - this.#before) / step
        : this.#tick
    moment.timeline = this.#parts.queue.timelineSecondsAt(moment.clock)
    const i = this.#slot()
    this.#pool.keyHi[i] = taken[RELAYED.hi]!
    this.#pool.keyLo[i] = taken[RELAYED.lo]!
    this.#enter(i, this.sourceCount - 1, taken[RELAYED.ordinal]!, true, taken)
  }

  /** Whether the cap has no room; the oldest may go for the new one. */
  #refuses(): boolean {
    const { source, relayed } = this.#program
    // Only a game that plays it stronger than it was made to be fills the pool with the living.
    if (this.alive === this.#pool.capacity && !this.#pool.grow()) {
      this.refused++
      return true
    }
    if (this.alive < source.numbers.cap) return false
    if (source.capPolicy === 'skip' || relayed) {
      this.refused++
      if (source.capPolicy === 'skip') return true
    }
    this.#pool.endOldest(this.#now)
    this.alive--
    return false
  }

  #topUp(moving: boolean): void {
    const { queue, launcher } = this.#parts
    if (!queue.openAtTick(this.#tick, this.#moment)) return
    for (let missing = this.#program.source.numbers.minimum - this.alive; missing > 0; missing--) {
      launcher.question.ordinal = this.#toppedUp
      launcher.question.burstCount = 0
      this.#birth(this.#topUpKey, this.sourceCount - 2, 0, this.#toppedUp++, moving)
    }
  }

  /** A free slot at the end. Where there is none the dead make room, for which all must have their places. */
  #slot(): number {
    const pool = this.#pool
    if (pool.size === pool.capacity) {
      this.#settle()
      pool.compact(this.#now)
      this.#from = pool.size
    }
    return pool.size++
  }

  #birth(keys: Uint32Array, sourceIndex: number, pass: number, ordinal: number, moving: boolean): void {
    const i = this.#slot()
    const { keyHi, keyLo } = this.#pool
    keyAfter(keys, pass, ordinal, keyHi, keyLo, i)
    this.#enter(i, sourceIndex, ordinal, moving, null)
  }

  /** A particle whose key stands in slot `i`. */
  #enter(i: number, sourceIndex: number, ordinal: number, moving: boolean, from: Float64Array | null): void {
    const pool = this.#pool
    const moment = this.#moment
    pool.ordinal[i] = ordinal
    pool.source[i] = sourceIndex
    pool.born[i] = moment.clock
    this.#drawLife(i)
    this.births++
    if (!isDead(pool, i, this.#now)) this.alive++
    if (!moving) this.#from = pool.size
    else {
      if (!this.#launched) this.#parts.launcher.launch(pool, i, moment, from)
      if (this.#atOnce) this.#settle()
    }
  }

  #drawLife(i: number): void {
    const { source, lanes } = this.#program
    const { type } = source
    const pool = this.#pool
    if (type.lifeMode === 'emitter') {
      const { start, length } = this.#parts.queue.schedule.window
      pool.life[i] = Math.max(1e-3, (start + length) / MICRO - this.#moment.timeline)
      return
    }
    sampleRangeInto(type.numbers.life, pool.keyHi, pool.keyLo, i, STREAMS.life, sampled)
    pool.life[i] = lanes.life ? withLane(lanes.life, sampled[0]!, this.#moment.timeline) : sampled[0]!
  }

  /** Place, appearance and first step of all births since the last time. */
  #settle(): void {
    const pool = this.#pool
    const from = this.#from
    const to = pool.size
    if (from === to) return
    this.#from = to
    if (this.#launched) {
      pool.open(pool.slab!)
      pool.slab!.kernels.launch(from, to)
    }
    this.#parts.teller?.births(from, to)
    this.#look(from, to)
    if (this.placedPlainly) this.#notePlaces(from, to)
    const { motion, triggers: watch } = this.#parts
    if (watch) {
      pool.homeX.set(pool.x.subarray(from, to), from)
      pool.homeY.set(pool.y.subarray(from, to), from)
    }
    if (motion.undisturbed) motion.stepNewborns(from, to, this.#tick)
    if (watch || !motion.undisturbed) for (let i = from; i < to; i++) this.#first(i)
  }

  #notePlaces(from: number, to: number): void {
    const { effectTurnDeg, effectScale } = this.#pool
    // Kernels place all of them alike.
    const last = this.#launched ? from + 1 : to
    for (let i = from; i < last; i++)
      if (effectTurnDeg[i] !== 0 || effectScale[i] !== 1) this.placedPlainly = false
  }

  /** Of one whose step can be met by something, or that may set off something. */
  #first(i: number): void {
    const { events, motion, marks, triggers: watch, teller } = this.#parts
    const pool = this.#pool
    events.clear()
    if (!motion.undisturbed) {
      const lived = !isDead(pool, i, this.#now)
      motion.first(i, pool.born[i]!, this.#tick)
      if (lived && isDead(pool, i, this.#now)) this.alive--
    }
    teller?.contacts(events)
    marks?.add(events, this.#tick, this.#before, this.#now)
    watch?.born(i, events)
  }

  #look(from: number, to: number): void {
    const pool = this.#pool
    if (!this.#drawn) {
      for (let i = from; i < to; i++) sampleAppearance(this.#appearance, pool, i)
      return
    }
    pool.open(pool.slab!)
    pool.slab!.kernels.drawLooks(from, to)
    for (let i = from; i < to; i++) samplePicture(this.#appearance, pool, i)
  }

  /** Takes over a new appearance: all that live are drawn again from their keys. */
  replaceProgram(program: EmitterProgram): void {
    this.#program = program
    this.#appearance = program.appearance
    this.#drawn = this.#pool.slab !== null && writeAppearanceParameters(this.#pool, program.appearance)
    this.#look(0, this.#pool.size)
  }
}
