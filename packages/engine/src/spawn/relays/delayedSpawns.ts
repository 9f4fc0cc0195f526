/**
 * Births that relays have ordered, by the time they are due; those of the same time in the order of their
 * orders.
 */
import type { Key } from '../../maths/index.ts'

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

/** A heap of row numbers over rows that stay where they are: nothing is allocated once it has grown. */
export class DelayedSpawnHeap {
  /** The order that `take` gave. */
  readonly taken = new Float64Array(ROW)
  count = 0
  #rows = new Float64Array(ROW * 32)
  /** The first `count` are the heap; behind them stand the rows that are free. */
  #heap = rowNumbers(32)
  #serial = 0

  clear(): void {
    this.count = this.#serial = 0
  }

  /** Seconds on the clock at which the first order is due; Infinity when none waits. */
  get due(): number {
    return this.count > 0 ? this.#rows[this.#heap[0]! * ROW]! : Infinity
  }

  /** Takes an order in, put off by `later` seconds; false when too many wait. */
  put(firing: Firing, later: number): boolean {
    if (this.count >= WAITING_LIMIT) return false
    if (this.count === this.#heap.length) this.#grow()
    const row = this.#heap[this.count]!
    const rows = this.#rows
    const o = row * ROW
    rows[o + RELAYED.clock] = firing.clock + later
    rows[o + RELAYED.serial] = this.#serial++
    rows[o + RELAYED.hi] = firing.key.hi
    rows[o + RELAYED.lo] = firing.key.lo
    rows[o + RELAYED.ordinal] = firing.ordinal
    rows[o + RELAYED.x] = firing.x
    rows[o + RELAYED.y] = firing.y
    rows[o + RELAYED.alongX] = firing.alongX
    rows[o + RELAYED.alongY] = firing.alongY
    rows[o + RELAYED.vx] = firing.vx
    rows[o + RELAYED.vy] = firing.vy
    rows[o + RELAYED.colour] = firing.colour
    rows[o + RELAYED.size] = firing.size
    this.#rise(this.count++, row)
    return true
  }

  /** Removes the first order, into `taken`. */
  take(): void {
    const heap = this.#heap
    const first = heap[0]!
    for (let k = 0; k < ROW; k++) this.taken[k] = this.#rows[first * ROW + k]!
    const last = heap[--this.count]!
    heap[this.count] = first
    if (this.count > 0) this.#sink(last)
  }

  #grow(): void {
    const rows = new Float64Array(this.#rows.length * 2)
    rows.set(this.#rows)
    this.#rows = rows
    const heap = rowNumbers(this.#heap.length * 2)
    heap.set(this.#heap)
    this.#heap = heap
  }

  /** Puts a row at the end of the heap, and up from there. */
  #rise(at: number, row: number): void {
    const heap = this.#heap
    while (at > 0) {
      const above = (at - 1) >> 1
      if (!this.#before(row, heap[above]!)) break
      heap[at] = heap[above]!
      at = above
    }
    heap[at] = row
  }

  /** Puts a row at the top of the heap, and down from there. */
  #sink(row: number): void {
    const heap = this.#heap
    let at = 0
    for (let child = 1; child < this.count; child = 2 * at + 1) {
      if (child + 1 < this.count && this.#before(heap[child + 1]!, heap[child]!)) child++
      if (!this.#before(heap[child]!, row)) break
      heap[at] = heap[child]!
      at = child
    }
    heap[at] = row
  }

  #before(a: number, b: number): boolean {
    const rows = this.#rows
    const clockA = rows[a * ROW]!
    const clockB = rows[b * ROW]!
    return (
      clockA < clockB ||
      (clockA === clockB && rows[a * ROW + RELAYED.serial]! < rows[b * ROW + RELAYED.serial]!)
    )
  }
}

const rowNumbers = (count: number): Int32Array => Int32Array.from({ length: count }, (_, i) => i)
