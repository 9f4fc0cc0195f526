/** Draw order inside an emitter: the visible are in birth order; other orders sort them. */
import { type Order, STREAMS } from '@gliv/model'
import type { VisibleColumns } from './visibleColumns.ts'
import type { Pool } from '../state/index.ts'
import { sample } from '../maths/index.ts'

/** Drawn first for small values. Equal ones keep their birth order. */
const RANKS = {
  oldest: (_pool, _v, _i, k) => -k,
  byY: (pool, _v, i) => pool.y[i]!,
  byScale: (_pool, v, _i, k) => v.scale[k]!,
  byDepth: (pool, _v, i) => -sample(pool.keyHi[i]!, pool.keyLo[i]!, STREAMS.depth, 0),
  shuffled: (pool, _v, i) => sample(pool.keyHi[i]!, pool.keyLo[i]!, STREAMS.order, 0),
} as const satisfies Record<
  Exclude<Order, 'newest'>,
  (pool: Pool, v: VisibleColumns, i: number, k: number) => number
>

let ranks = new Float64Array(0)
let order = new Int32Array(0)
let spare = new Int32Array(0)
let copy = new Float64Array(0)
let slots = new Int32Array(0)

const makeRoom = (count: number): void => {
  if (ranks.length >= count) return
  const room = Math.max(256, count, ranks.length * 2)
  ranks = new Float64Array(room)
  copy = new Float64Array(room)
  order = new Int32Array(room)
  spare = new Int32Array(room)
  slots = new Int32Array(room)
}

/** Merge sort from the bottom, without allocation: runs of 1, 2, 4 … become one. */
const sortOrder = (count: number): void => {
  for (let width = 1; width < count; width *= 2) {
    for (let low = 0; low < count; low += 2 * width) {
      const middle = Math.min(low + width, count)
      const high = Math.min(low + 2 * width, count)
      let a = low
      let b = middle
      for (let to = low; to < high; to++) {
        const first = a < middle && (b >= high || ranks[order[a]!]! <= ranks[order[b]!]!)
        spare[to] = first ? order[a++]! : order[b++]!
      }
    }
    const sorted = spare
    spare = order
    order = sorted
  }
}

const rearrange = (column: Float64Array, count: number): void => {
  for (let k = 0; k < count; k++) copy[k] = column[order[k]!]!
  for (let k = 0; k < count; k++) column[k] = copy[k]!
}

/** Rearranges the visible, scales included. */
export const orderVisible = (kind: Exclude<Order, 'newest'>, pool: Pool, v: VisibleColumns): void => {
  const { count } = v
  makeRoom(count)
  const rank = RANKS[kind]
  for (let k = 0; k < count; k++) {
    ranks[k] = rank(pool, v, v.slot[k]!, k)
    order[k] = k
  }
  sortOrder(count)
  for (let k = 0; k < count; k++) slots[k] = v.slot[order[k]!]!
  for (let k = 0; k < count; k++) v.slot[k] = slots[k]!
  rearrange(v.u, count)
  rearrange(v.age, count)
  rearrange(v.scale, count)
  rearrange(v.scaleY, count)
}
