/** Births that relays have ordered, by the time they are due; those of the same time in the order of their orders. */
import type { Key } from '../random.ts'

/** Numbers of a row: see `RELAYED`. */
const ROW = 13

/** Where things stand in a row. Places and velocities are the world's. */
export const RELAYED = {
  /** Seconds on the clock. */
  clock: 0,
  /** Counts all orders, which settles ties. */
  serial: 1,
  hi: 2,
  lo: 3,
  /** Number within its firing. */
  ordinal: 4,
  x: 5,
  y: 6,
  /** Unit vector that headings count from. */
  alongX: 7,
  alongY: 8,
  /** Velocity that it takes along. */
  vx: 9,
  vy: 10,
  /** 0xbbggrr. */
  colour: 11,
  /** Factor of its size. */
  size: 12,
} as const

/** One thing to be born, in the world. */
export interface Firing {
  clock: number
  readonly key: Key
  ordinal: number
  x: number
  y: number
  alongX: number
  alongY: number
  vx: number
  vy: number
  colour: number
  size: number
}

/** More than this many cannot wait at once. */
const WAITING_LIMIT = 65_536

/** A heap in columns: nothing is allocated once it has grown. */
export class Inbox {
  /** The order that `take` gave. */
  readonly taken = new Float64Array(ROW)
  readonly #next = new Float64Array(ROW)
  count = 0
  #rows = new Float64Array(ROW * 32)
  #serial = 0

  clear(): void {
    this.count = this.#serial = 0
  }

  /** Seconds on the clock at which the first order is due; Infinity when none waits. */
  get due(): number {
    return this.count > 0 ? this.#rows[0]! : Infinity
  }

  /** Takes an order in, put off by `later` seconds; false when too many wait. */
  put(firing: Firing, later: number): boolean {
    if (this.count >= WAITING_LIMIT) return false
    const next = this.#next
    next[RELAYED.clock] = firing.clock + later
    next[RELAYED.hi] = firing.key.hi
    next[RELAYED.lo] = firing.key.lo
    next[RELAYED.ordinal] = firing.ordinal
    next[RELAYED.x] = firing.x
    next[RELAYED.y] = firing.y
    next[RELAYED.alongX] = firing.alongX
    next[RELAYED.alongY] = firing.alongY
    next[RELAYED.vx] = firing.vx
    next[RELAYED.vy] = firing.vy
    next[RELAYED.colour] = firing.colour
    next[RELAYED.size] = firing.size
    if ((this.count + 1) * ROW > this.#rows.length) {
      const grown = new Float64Array(this.#rows.length * 2)
      grown.set(this.#rows)
      this.#rows = grown
    }
    next[RELAYED.serial] = this.#serial++
    let at = this.count++
    this.#write(at, next)
    while (at > 0) {
      const above = (at - 1) >> 1
      if (!this.#before(at, above)) break
      this.#swap(at, above)
      at = above
    }
    return true
  }

  /** Removes the first order, into `taken`. */
  take(): void {
    this.taken.set(this.#rows.subarray(0, ROW))
    this.count--
    if (this.count === 0) return
    this.#rows.copyWithin(0, this.count * ROW, (this.count + 1) * ROW)
    let at = 0
    for (;;) {
      let least = at
      for (let child = 2 * at + 1; child <= 2 * at + 2 && child < this.count; child++) if (this.#before(child, least)) least = child
      if (least === at) return
      this.#swap(at, least)
      at = least
    }
  }

  #before(a: number, b: number): boolean {
    const rows = this.#rows
    const [ca, cb] = [rows[a * ROW]!, rows[b * ROW]!]
    return ca < cb || (ca === cb && rows[a * ROW + 1]! < rows[b * ROW + 1]!)
  }

  #write(at: number, row: Float64Array): void {
    this.#rows.set(row, at * ROW)
  }

  #swap(a: number, b: number): void {
    const rows = this.#rows
    for (let k = 0; k < ROW; k++) {
      const held = rows[a * ROW + k]!
      rows[a * ROW + k] = rows[b * ROW + k]!
      rows[b * ROW + k] = held
    }
  }
}
