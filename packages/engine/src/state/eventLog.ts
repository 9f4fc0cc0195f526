/**
 * What happened to particles at surfaces within a tick, for relays and marks: rows in columns that are filled
 * again each tick.
 */

import { type EffectEvents, EVENT_KINDS } from './effectEvents.ts'

/** Numbers of a row. */
export const EVENT_ROW = 9
/** Place, normal and velocity in the world, seconds on the clock, slot, index of the edge. */
export const EVENT = { x: 0, y: 1, nx: 2, ny: 3, vx: 4, vy: 5, clock: 6, slot: 7, edge: 8 } as const

export class EventLog {
  rows = new Float64Array(EVENT_ROW * 16)
  count = 0
  readonly #unread: boolean
  readonly #listener: EffectEvents | null

  /**
   * @param unread neither relays nor marks read it
   * @param listener reads it while it is told of contacts
   */
  constructor(unread: boolean, listener: EffectEvents | null) {
    this.#unread = unread
    this.#listener = listener
  }

  clear(): void {
    this.count = 0
  }

  #row(): number {
    const o = this.count++ * EVENT_ROW
    if (o + EVENT_ROW > this.rows.length) {
      const grown = new Float64Array(this.rows.length * 2)
      grown.set(this.rows)
      this.rows = grown
    }
    return o
  }

  /** @param gone share of the particle's own step until then */
  contact(
    slot: number,
    clock: number,
    gone: number,
    way: Float64Array,
    hit: Float64Array,
    v: Float64Array,
    edge: number,
  ): void {
    if (this.#unread && !this.#listener?.tells(EVENT_KINDS.contact)) return
    const o = this.#row()
    const { rows } = this
    rows[o] = way[0]!
    rows[o + 1] = way[1]!
    rows[o + 2] = hit[1]!
    rows[o + 3] = hit[2]!
    rows[o + 4] = v[0]! + v[2]! * gone
    rows[o + 5] = v[1]! + v[3]! * gone
    rows[o + 6] = clock
    rows[o + 7] = slot
    rows[o + 8] = edge
  }
}
