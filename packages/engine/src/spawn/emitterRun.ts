/**
 * One emitter running: its pool, stepped tick by tick.
 * A tick: the dead of the last tick leave → forces, motion → births, each with its own shorter step → top-up.
 */
import type { ResolvedRelay } from '@gliv/model'
import { BirthQueue } from './birthQueue.ts'
import { type EmitterProgram, tickAtOrBefore } from '../program/index.ts'
import { EventLog, Pool } from '../state/index.ts'
import { InstanceHost } from './subEffects.ts'
import { KnobDrives } from './knobDrives.ts'
import { Launcher } from './launcher.ts'
import type { Appearance } from '../appearance/index.ts'
import { MarkLog } from '../marks/index.ts'
import { ParticleTeller } from './relays/particleTeller.ts'
import { Motion } from '../integrate/index.ts'
import { Spawner } from './spawner.ts'
import type { Firing } from './relays/delayedSpawns.ts'
import { RelayTriggers } from './relays/relayTriggers.ts'
import type { SimulationContext } from '../input/index.ts'

/** Room for the dead that wait for compaction, which comes at a quarter dead. */
const SLACK = 4 / 3

export class EmitterRun {
  program: EmitterProgram
  appearance: Appearance
  readonly pool: Pool
  /** Names of the sources in reports; the pool's `source` column counts in it. */
  readonly sources: readonly string[]
  tick = -1
  readonly context: SimulationContext
  /** What knobs do to it; null when there are none for it. */
  readonly knobs: KnobDrives | null
  /** What happened at surfaces in this tick. */
  readonly events: EventLog
  /** What its contacts have left behind. */
  readonly marks: MarkLog | null
  /** What its relays wake, in the order of the relays; null where that is an effect. */
  readonly children: readonly (EmitterRun | null)[]
  /** Effects that its relays set off. */
  readonly hosts: readonly InstanceHost[]
  readonly #triggers: RelayTriggers | null
  readonly #teller: ParticleTeller | null
  readonly #queue: BirthQueue
  readonly #spawner: Spawner
  readonly #motion: Motion
  /** Seconds on the clock at the last tick and at this one. */
  #before = 0
  #now = 0

  constructor(program: EmitterProgram, context: SimulationContext) {
    this.knobs = program.drives.length > 0 || program.colourKnob !== null ? new KnobDrives(context) : null
    if (this.knobs) program = this.knobs.bind(program)
    this.program = program
    this.appearance = program.appearance
    this.context = context
    this.pool = Pool.make(
      Math.ceil(program.aliveBound * SLACK) + 8,
      program.motion !== null || program.relays.length > 0,
    )
    this.children = program.relays.map(({ child }) => (child ? new EmitterRun(child, context) : null))
    const hosts = program.relays.map(({ relay, inner }) =>
      inner ? new InstanceHost(relay, inner, context, context.makeSubEffect) : null,
    )
    this.hosts = hosts.filter((host) => host !== null)
    const receivers = program.relays.flatMap(({ relay }, k) => {
      const to = this.children[k] ?? hosts[k]
      return to ? [{ relay, to }] : []
    })
    this.#teller = context.events && new ParticleTeller(program, context, context.events, this.pool)
    this.#triggers =
      receivers.length > 0 ? new RelayTriggers(program, context, this.pool, receivers, this.#teller) : null
    this.marks = program.marks === 'none' ? null : new MarkLog(program, context, this.pool)
    this.events = new EventLog(
      this.marks === null && !receivers.some(({ relay }) => relay.trigger === 'contact'),
      context.events,
    )
    const launcher = new Launcher(program, context)
    this.#queue = new BirthQueue(program, context, launcher)
    this.#motion = new Motion(program, context, this.pool, this.events, () => this.stepStartSeconds)
    this.#spawner = new Spawner(program, context, this.pool, {
      queue: this.#queue,
      launcher,
      motion: this.#motion,
      events: this.events,
      marks: this.marks,
      triggers: this.#triggers,
      teller: this.#teller,
    })
    this.sources = [...this.#queue.schedule.sources.map((s) => s.id), 'travel', 'topUp', 'relay']
  }

  get births(): number {
    return this.#spawner.births
  }

  get refused(): number {
    return this.#spawner.refused
  }

  get alive(): number {
    return this.#spawner.alive
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
  get placedPlainly(): boolean {
    return this.#spawner.placedPlainly
  }

  /** Seconds that the last step took on the clock. */
  get stepSeconds(): number {
    return this.context.clock.stepTo(this.tick)
  }

  /**
   * Brings the emitter, and all that its relays wake, to a tick. Goes on from where it is when that is
   * shorter than a restart;
   * else it starts again from one history before. Where births can be refused, a census without motion counts
   * up to there.
   * A relayed emitter whose cap binds depends on all that was before: then everything is stepped from the
   * beginning.
   */
  seek(tick: number): void {
    const { clock } = this.context
    if (tick < 0) return this.#restart(-1)
    const start = tickAtOrBefore(clock, clock.secondsAt(tick) - this.program.history, tick) - 2
    const back = tick < this.tick
    if ((back || this.tick < start) && this.#seekByLastMarks(tick)) return
    if (back || (this.tick < start && !this.#lasting)) {
      this.#restart(Math.max(-1, start), tick)
      while (this.tick < tick) this.step()
      if (this.#from < 0 || !this.#refusedBelow()) return
      this.#restart(-1)
    }
    while (this.tick < tick) this.step()
  }

  /**
   * Marks that last come from everything before, but no more than the newest `markCap` of them are there: it starts so
   * late that as many were left since its state is whole, further and further back until they are.
   * @returns whether that was enough; else everything is to be stepped
   */
  #seekByLastMarks(tick: number): boolean {
    const { marks, program, context } = this
    if (
      !marks ||
      program.marks !== 'lasting' ||
      this.#endsMatter ||
      this.children.some(Boolean) ||
      this.hosts.length > 0
    )
      return false
    const { clock } = context
    const now = clock.secondsAt(tick)
    for (let back = 1; back < 1e9; back *= 2) {
      const whole = tickAtOrBefore(clock, now - back * program.history, tick)
      const start = tickAtOrBefore(clock, clock.secondsAt(whole) - program.history, whole) - 2
      if (start <= 0) break
      this.#restart(start, tick, true)
      while (this.tick < tick) this.step()
      const since = clock.secondsAt(whole)
      const left = marks.leftSince(since)
      if (left === marks.cap) return true
      // So rarely that there have hardly been so many.
      if (left * now < marks.cap * (now - since)) break
    }
    if (this.#from >= 0) this.#restart(-1)
    return false
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
    return (
      this.#triggers !== null &&
      (this.#triggers.refused > 0 ||
        this.hosts.some((host) => host.refused > 0) ||
        this.children.some((child) => child !== null && (child.refused > 0 || child.#refusedBelow())))
    )
  }

  /** Counts depend on where particles ended, so that nothing but steps from the beginning tells them. */
  get #endsMatter(): boolean {
    const { motion, needsCountReplay } = this.program
    return motion !== null && motion.endsEarly && needsCountReplay
  }

  /** Marks that last, here or in what it wakes, come from everything before. */
  get #lasting(): boolean {
    return this.program.marks === 'lasting' || this.children.some((child) => child !== null && child.#lasting)
  }

  /**
   * @param target where the seek will end; relayed emitters need not be stepped long before it
   * @param late begins there although its marks last
   */
  #restart(start: number, target = -1, late = false): void {
    this.pool.empty()
    this.tick = this.#from = -1
    this.#before = this.#now = 0
    this.#queue.restart()
    this.#spawner.clear()
    this.marks?.clear()
    if (this.#triggers) this.#triggers.refused = 0
    if (start < 0 || this.#endsMatter || (this.#lasting && !late)) this.#restartChildren(-1, -1)
    else if (this.program.needsCountReplay || this.context.tape.hasEmitToggle) {
      while (this.tick < start) this.#stepWith(false)
      this.#restartChildren(start, target)
    } else {
      this.#jumpTo(start)
      this.#spawner.births = this.#queue.countThrough(start)
      this.#queue.skipTo(start)
      this.#restartChildren(start, target)
    }
  }

  #jumpTo(tick: number): void {
    this.tick = this.#from = tick
    this.#now = this.#startClock = this.context.clock.secondsAt(tick)
  }

  /**
   * Relayed emitters start empty, two of their histories before the target: whatever lives there was born
   * within the last one,
   * and in the one before the pool fills, so that a cap which binds is seen.
   */
  #restartChildren(start: number, target: number): void {
    this.#from = start
    const { clock } = this.context
    for (const host of this.hosts) host.clear()
    for (const child of this.children) {
      if (!child) continue
      child.#restart(-1)
      if (start >= 0) {
        const late = Math.max(
          start,
          tickAtOrBefore(clock, clock.secondsAt(target) - 2 * child.program.history, target) - 2,
        )
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
    this.knobs?.begin(this.tick)
    this.#before = this.#now
    this.#now = this.context.clock.secondsAt(this.tick)
    if (moving) {
      this.pool.skipDead(this.#before)
      this.#motion.begin(this.tick, this.#before, this.#now)
      this.events.clear()
      this.marks?.begin(this.tick, this.#now)
      this.#teller?.begin(this.tick)
      this.#motion.move()
      this.#teller?.contacts(this.events)
      this.marks?.add(this.events, this.tick, this.#before, this.#now)
      this.#triggers?.begin(this.tick, this.#before, this.#now)
      this.#triggers?.afterStep(this.events)
    }
    this.#spawner.alive = this.pool.countAlive(this.#now)
    this.#spawner.spawnDue(
      this.tick,
      this.#before,
      this.#now,
      moving,
      this.#from >= 0 ? this.#startClock : -1,
    )
  }

  /** Compacts when a quarter is dead, or when the pool has no room left for a tick's births. */
  #bury(): void {
    const { pool } = this
    const dead = pool.size - this.alive
    if (dead * 4 >= pool.size && dead > 0) pool.compact(this.#now)
  }

  /** A relay orders a birth. */
  order(_relay: ResolvedRelay, firing: Firing): boolean {
    return this.#spawner.order(firing)
  }

  /** How many births and effects wait, here and in all that it wakes. */
  get waiting(): number {
    return (
      (this.#spawner.delayed?.count ?? 0) +
      this.hosts.reduce((sum, host) => sum + host.waiting, 0) +
      this.children.reduce((sum, child) => sum + (child?.waiting ?? 0), 0)
    )
  }

  /** Frees its pool and those of all that it wakes and plays, at once. */
  dispose(): void {
    for (const node of this.nodes()) {
      for (const host of node.hosts) host.clear()
      node.pool.release()
    }
  }

  /** It and all emitters that its relays wake. */
  nodes(): EmitterRun[] {
    return [this, ...this.children.flatMap((child) => child?.nodes() ?? [])]
  }

  /**
   * Takes over new looks without stepping: ramps are read at output, drawn values are drawn again from the
   * keys.
   */
  replaceAppearance(next: EmitterProgram): void {
    const program = this.knobs?.bind(next) ?? next
    this.knobs?.begin(this.tick)
    this.program = program
    this.appearance = program.appearance
    if (this.#triggers) this.#triggers.appearance = program.appearance
    this.#spawner.replaceProgram(program)
    program.relays.forEach(({ child }, k) => child && this.children[k]?.replaceAppearance(child))
  }
}
