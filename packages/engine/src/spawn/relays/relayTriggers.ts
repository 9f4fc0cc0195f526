/** Sees what happens to an emitter's particles, and orders what its relays send for it. */
import { type RelayTrigger, type ResolvedRelay, STREAMS } from '@gliv/model'
import type { EmitterProgram } from '../../program/index.ts'
import { sampleRange, sampleWhole, absorb, sample } from '../../maths/index.ts'
import { EVENT, EVENT_ROW, type EventLog, ENDED, GONE, type Pool } from '../../state/index.ts'
import { Reference, endsByKernel, effectiveInto } from '../../integrate/index.ts'
import { LEFT_AT_ONCE, type Slab } from '../../kernels/index.ts'
import { scaleAndTintAt, type Appearance, fromWhite } from '../../appearance/index.ts'
import type { SimulationContext } from '../../input/index.ts'
import type { ParticleTeller } from './particleTeller.ts'
import type { Firing } from './delayedSpawns.ts'

/** Most firings of one relay by one particle in a tick. */
export const FIRING_LIMIT = 16

/** What a relay hands over to. `order` is one particle or one effect; false when there is no room for it. */
export interface Receiver {
  order(relay: ResolvedRelay, firing: Firing): boolean
}

const u = new Float64Array(2)
const appearance = { scaleX: 1, tint: 0xffffff }

export class RelayTriggers {
  /** Set anew when the looks change. */
  appearance: Appearance
  refused = 0
  readonly #program: EmitterProgram
  readonly #relays: readonly { readonly relay: ResolvedRelay; readonly to: Receiver }[]
  readonly #pool: Pool
  readonly #reference: Reference
  readonly #teller: ParticleTeller | null
  readonly #firing: Firing = {
    clock: 0,
    key: { hi: 0, lo: 0 },
    ordinal: 0,
    x: 0,
    y: 0,
    alongX: 1,
    alongY: 0,
    vx: 0,
    vy: 0,
    colour: 0xffffff,
    size: 1,
  }
  readonly #has: ReadonlySet<RelayTrigger>
  /** Something may happen to a particle at any moment of its life, not only at its end. */
  readonly #onTheWay: boolean
  readonly #slowest: number
  #before = 0
  #now = 0

  constructor(
    program: EmitterProgram,
    context: SimulationContext,
    pool: Pool,
    relays: readonly { readonly relay: ResolvedRelay; readonly to: Receiver }[],
    teller: ParticleTeller | null,
  ) {
    this.#teller = teller
    this.#program = program
    this.appearance = program.appearance
    this.#pool = pool
    this.#relays = relays
    this.#reference = new Reference(context, program.source.space)
    this.#has = new Set(relays.map(({ relay }) => relay.trigger))
    this.#onTheWay = (['everyPx', 'everySeconds', 'slow'] as const).some((trigger) => this.#has.has(trigger))
    this.#slowest = Math.max(
      0,
      ...relays.filter(({ relay }) => relay.trigger === 'slow').map(({ relay }) => relay.numbers.relaySlow),
    )
  }

  /** A tick begins. Seconds on the clock. */
  begin(tick: number, before: number, now: number): void {
    this.#reference.set(tick)
    this.#before = before
    this.#now = now
  }

  /** After the step of those that lived when the tick began. */
  afterStep(events: EventLog): void {
    this.#contacts(events)
    const pool = this.#pool
    const before = this.#before
    if (this.#onTheWay) for (let i = 0; i < pool.size; i++) this.#see(i, before)
    else if (pool.slab) this.#seeEnds(pool.slab)
    else {
      const { born, life, size } = pool
      const now = this.#now
      for (let i = 0; i < size; i++) {
        const end = born[i]! + life[i]!
        // Most live on, or were over before.
        if (life[i] === ENDED || (end <= now && end > before)) this.#see(i, before)
      }
    }
  }

  /** The kernel finds those whose end came. */
  #seeEnds(slab: Slab): void {
    const { size } = this.#pool
    for (let from = 0; from < size; from += LEFT_AT_ONCE) {
      const count = endsByKernel(
        slab,
        this.#pool,
        from,
        Math.min(size, from + LEFT_AT_ONCE),
        this.#before,
        this.#now,
      )
      for (let k = 0; k < count; k++) this.#see(slab.left[k]!, this.#before)
    }
  }

  /** After a newborn's first step. */
  born(i: number, events: EventLog): void {
    const pool = this.#pool
    pool.travelled[i] = pool.hits[i] = 0
    const clock = pool.born[i]!
    if (this.#has.has('slow')) {
      effectiveInto(this.#program, pool, i, 0, u)
      pool.fast[i] = this.#speed() >= this.#slowest ? 1 : 0
    }
    if (this.#has.has('birth')) this.#fire('birth', i, 0, clock, pool.homeX[i]!, pool.homeY[i]!, true)
    this.#contacts(events)
    this.#see(i, clock)
  }

  #speed(): number {
    return Math.sqrt(u[0]! * u[0]! + u[1]! * u[1]!) / this.#reference.unit
  }

  /** One particle's step from `start` to the tick: its way, its age, its speed, its end. */
  #see(i: number, start: number): void {
    const pool = this.#pool
    const life = pool.life[i]!
    if (life === GONE || this.#now - pool.born[i]! < 0) return
    const ended = life === ENDED
    const end = ended ? this.#now : pool.born[i]! + life
    if (end <= start && !ended) return
    // Share of the step that it still lived through.
    const lived = ended || end > this.#now ? 1 : (end - start) / (this.#now - start)
    this.#onWay(i, start, lived, Math.min(this.#now, end))
    if (end > this.#now) return
    if (this.#has.has('end')) this.#fireOnWay('end', i, 0, start, lived)
    if (ended) pool.life[i] = GONE
  }

  /** What happens while it lives. @param until seconds on the clock up to which it lived */
  #onWay(i: number, start: number, lived: number, until: number): void {
    if (this.#has.has('everyPx')) this.#along(i, start, lived)
    if (this.#has.has('everySeconds')) this.#inTime(i, start, until)
    if (this.#has.has('slow')) this.#slowing(i)
  }

  #along(i: number, start: number, lived: number): void {
    const pool = this.#pool
    const dx = pool.x[i]! - pool.lastX[i]!
    const dy = pool.y[i]! - pool.lastY[i]!
    const way = Math.sqrt(dx * dx + dy * dy) / this.#reference.unit
    const from = pool.travelled[i]!
    pool.travelled[i] = from + way * lived
    if (way === 0) return
    for (const { relay } of this.#relays) {
      if (relay.trigger !== 'everyPx') continue
      const { relayPx } = relay.numbers
      const last = Math.floor((from + way * lived) / relayPx)
      for (let n = Math.max(Math.floor(from / relayPx) + 1, last - FIRING_LIMIT + 1); n <= last; n++)
        this.#fireOnWay('everyPx', i, n, start, (n * relayPx - from) / way, relay)
    }
  }

  #inTime(i: number, start: number, until: number): void {
    const born = this.#pool.born[i]!
    for (const { relay } of this.#relays) {
      if (relay.trigger !== 'everySeconds') continue
      const every = relay.numbers.relaySeconds
      const last = Math.floor((until - born) / every)
      for (let n = Math.max(Math.floor((start - born) / every) + 1, last - FIRING_LIMIT + 1); n <= last; n++)
        this.#fireOnWay(
          'everySeconds',
          i,
          n,
          start,
          this.#now > start ? (born + n * every - start) / (this.#now - start) : 1,
          relay,
        )
    }
  }

  /** Once each time that it falls below a speed. */
  #slowing(i: number): void {
    const pool = this.#pool
    effectiveInto(this.#program, pool, i, this.#now - pool.born[i]!, u)
    const speed = this.#speed()
    for (const { relay } of this.#relays)
      if (relay.trigger === 'slow' && speed < relay.numbers.relaySlow && pool.fast[i] === 1)
        this.#fireOnWay('slow', i, pool.hits[i]!, this.#now, 1, relay)
    pool.fast[i] = speed >= this.#slowest ? 1 : 0
  }

  #contacts(events: EventLog): void {
    if (!this.#has.has('contact')) return
    const { rows } = events
    for (let n = 0; n < events.count; n++) {
      const o = n * EVENT_ROW
      const i = rows[o + EVENT.slot]!
      const pool = this.#pool
      this.#look(i, rows[o + EVENT.clock]! - pool.born[i]!)
      const f = this.#firing
      f.x = rows[o + EVENT.x]!
      f.y = rows[o + EVENT.y]!
      f.vx = rows[o + EVENT.vx]!
      f.vy = rows[o + EVENT.vy]!
      for (const target of this.#relays)
        if (target.relay.trigger === 'contact')
          this.#send(
            target,
            i,
            pool.hits[i]!,
            rows[o + EVENT.clock]!,
            rows[o + EVENT.nx]!,
            rows[o + EVENT.ny]!,
          )
      pool.hits[i]!++
    }
  }

  /** At a share of the way of this step. */
  #fireOnWay(
    trigger: RelayTrigger,
    i: number,
    n: number,
    start: number,
    share: number,
    only?: ResolvedRelay,
  ): void {
    const pool = this.#pool
    const x = pool.lastX[i]! + (pool.x[i]! - pool.lastX[i]!) * share
    const y = pool.lastY[i]! + (pool.y[i]! - pool.lastY[i]!) * share
    this.#fire(trigger, i, n, start + (this.#now - start) * share, x, y, false, only)
  }

  /** @param x place in the particle's own space */
  #fire(
    trigger: RelayTrigger,
    i: number,
    n: number,
    clock: number,
    x: number,
    y: number,
    newborn: boolean,
    only?: ResolvedRelay,
  ): void {
    const pool = this.#pool
    const f = this.#firing
    const m = this.#reference.toWorld
    f.x = m.a * x + m.c * y + m.e
    f.y = m.b * x + m.d * y + m.f
    this.#look(i, newborn ? 0 : clock - pool.born[i]!)
    f.vx = m.a * u[0]! + m.c * u[1]!
    f.vy = m.b * u[0]! + m.d * u[1]!
    const length = Math.sqrt(f.vx * f.vx + f.vy * f.vy)
    for (const target of this.#relays)
      if (target.relay.trigger === trigger && (only === undefined || target.relay === only))
        this.#send(target, i, n, clock, length > 0 ? f.vx / length : 0, length > 0 ? f.vy / length : -1)
  }

  /** Velocity, tint and scale at an age. */
  #look(i: number, age: number): void {
    const pool = this.#pool
    // What has ended is read as it was at its end.
    const life = pool.life[i]!
    if (life < 0) pool.life[i] = Math.max(1e-9, age * (1 + 1e-9))
    effectiveInto(this.#program, pool, i, age, u)
    scaleAndTintAt(this.appearance, pool, i, age, appearance)
    pool.life[i] = life
  }

  /**
   * Orders the particles of one firing; (nx, ny) is the surface's normal, or the travel where there is none.
   */
  #send(
    { relay, to }: { readonly relay: ResolvedRelay; readonly to: Receiver },
    i: number,
    n: number,
    clock: number,
    nx: number,
    ny: number,
  ): void {
    const pool = this.#pool
    const f = this.#firing
    const { numbers, launch } = relay
    const { key } = f
    key.hi = pool.keyHi[i]!
    key.lo = pool.keyLo[i]!
    absorb(key, relay.salt)
    absorb(key, n)
    const { hi, lo } = key
    if (numbers.relayChance < 1 && sample(hi, lo, STREAMS.relayChance, 0) >= numbers.relayChance) return
    this.#teller?.relayed(i, f)
    const { vx, vy } = f
    const speed = Math.sqrt(vx * vx + vy * vy)
    f.alongX = launch === 'world' ? 1 : launch === 'normal' || speed === 0 ? nx : vx / speed
    f.alongY = launch === 'world' ? 0 : launch === 'normal' || speed === 0 ? ny : vy / speed
    f.vx = vx * numbers.relayVelocity
    f.vy = vy * numbers.relayVelocity
    f.colour = fromWhite(appearance.tint, numbers.relayTint)
    f.size = 1 + (appearance.scaleX - 1) * numbers.relayScale
    const count = sampleWhole(numbers.relayCount, STREAMS.relayCount, hi, lo)
    for (let k = 0; k < count; k++) {
      key.hi = hi
      key.lo = lo
      absorb(key, k)
      f.ordinal = k
      f.clock = clock + sampleRange(numbers.relayDelay, STREAMS.relayDelay, key.hi, key.lo)
      if (!to.order(relay, f)) this.refused++
    }
    f.vx = vx
    f.vy = vy
  }
}
