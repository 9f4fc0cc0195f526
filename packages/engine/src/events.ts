/** What happened to particles within a tick, for relays and marks: rows in columns that are filled again each tick. */

/** Numbers of a row. */
const ROW = 10
/** x, y, normal x, normal y, vx, vy, share of the tick, slot, surface, kind. */
export const EVENT = { x: 0, y: 1, nx: 2, ny: 3, vx: 4, vy: 5, at: 6, slot: 7, surface: 8, kind: 9 } as const

export class EventLog {
  /** World places and velocities. */
  rows = new Float64Array(ROW * 16)
  count = 0
  /** Nobody reads it. */
  readonly unread: boolean

  constructor(unread: boolean) {
    this.unread = unread
  }

  clear(): void {
    this.count = 0
  }

  /** Index of a fresh row. */
  row(): number {
    const o = this.count++ * ROW
    if (o + ROW > this.rows.length) {
      const grown = new Float64Array(this.rows.length * 2)
      grown.set(this.rows)
      this.rows = grown
    }
    return o
  }

  /** @param gone share of the particle's own step until then */
  contact(slot: number, gone: number, way: Float64Array, hit: Float64Array, v: Float64Array, surface: number): void {
    if (this.unread) return
    const o = this.row()
    const { rows } = this
    rows[o] = way[0]!
    rows[o + 1] = way[1]!
    rows[o + 2] = hit[1]!
    rows[o + 3] = hit[2]!
    rows[o + 4] = v[0]! + v[2]! * gone
    rows[o + 5] = v[1]! + v[3]! * gone
    rows[o + 6] = way[4]!
    rows[o + 7] = slot
    rows[o + 8] = surface
    rows[o + 9] = 0
  }
}
