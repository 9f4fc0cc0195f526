/** Tells what happens to an emitter's particles: births, contacts, what their relays send. */
import type { EmitterProgram } from '../../program/index.ts'
import {
  EVENT,
  EVENT_KINDS,
  EVENT_ROW,
  type EffectEvents,
  type EventLog,
  type Pool,
} from '../../state/index.ts'
import { Reference } from '../../integrate/index.ts'
import type { SimulationContext } from '../../input/index.ts'
import type { Firing } from './delayedSpawns.ts'

export class ParticleTeller {
  readonly #events: EffectEvents
  readonly #pool: Pool
  readonly #id: string
  readonly #reference: Reference

  constructor(program: EmitterProgram, context: SimulationContext, events: EffectEvents, pool: Pool) {
    this.#events = events
    this.#pool = pool
    this.#id = program.source.id
    this.#reference = new Reference(context, program.source.space)
  }

  /** A tick begins. */
  begin(tick: number): void {
    if (this.#events.open) this.#reference.set(tick)
  }

  /** Newborns from one slot to another, where they were born. */
  births(from: number, to: number): void {
    const events = this.#events
    if (!events.tells(EVENT_KINDS.born)) return
    const { x, y, vx, vy, keyHi, keyLo } = this.#pool
    const m = this.#reference.toWorld
    for (let i = from; i < to; i++) {
      const wx = m.a * vx[i]! + m.c * vy[i]!
      const wy = m.b * vx[i]! + m.d * vy[i]!
      this.#tell(
        EVENT_KINDS.born,
        keyHi[i]!,
        keyLo[i]!,
        m.a * x[i]! + m.c * y[i]! + m.e,
        m.b * x[i]! + m.d * y[i]! + m.f,
        wx,
        wy,
      )
    }
  }

  /** What was met within this tick. */
  contacts(log: EventLog): void {
    if (!this.#events.tells(EVENT_KINDS.contact)) return
    const { rows } = log
    const { keyHi, keyLo } = this.#pool
    for (let n = 0; n < log.count; n++) {
      const o = n * EVENT_ROW
      const i = rows[o + EVENT.slot]!
      const vx = rows[o + EVENT.vx]!
      const vy = rows[o + EVENT.vy]!
      this.#events.push(
        EVENT_KINDS.contact,
        this.#id,
        keyHi[i]!,
        keyLo[i]!,
        rows[o + EVENT.x]!,
        rows[o + EVENT.y]!,
        rows[o + EVENT.nx]!,
        rows[o + EVENT.ny]!,
        Math.sqrt(vx * vx + vy * vy),
        -1,
      )
    }
  }

  /** A relay has sent something for the particle in a slot. */
  relayed(i: number, { x, y, vx, vy }: Firing): void {
    if (!this.#events.tells(EVENT_KINDS.relayed)) return
    const { keyHi, keyLo } = this.#pool
    this.#tell(EVENT_KINDS.relayed, keyHi[i]!, keyLo[i]!, x, y, vx, vy)
  }

  #tell(kind: number, hi: number, lo: number, x: number, y: number, vx: number, vy: number): void {
    const speed = Math.sqrt(vx * vx + vy * vy)
    const by = speed > 0 ? 1 / speed : 0
    this.#events.push(kind, this.#id, hi, lo, x, y, vx * by, vy * by, speed, -1)
  }
}
