/** In which order sampled frames are written, and how long each stays. Pure. */
import type { ShipValues } from '@gliv/model'

type Order = ShipValues<'order'>

/** Orders of `count` frames, as their numbers: one entry each. */
const ORDERS = {
  forward: (count) => upTo(count),
  reversed: (count) => upTo(count).reverse(),
  // The frames at which it turns stand once, so that it can go on for ever.
  backAndForth: (count) => [...upTo(count), ...upTo(Math.max(0, count - 2)).map((k) => count - 2 - k)],
  outThenIn: (count) => [...upTo(count), ...upTo(count).reverse()],
} as const satisfies Record<Order['order'], (count: number) => number[]>

const upTo = (count: number): number[] => Array.from({ length: count }, (_, k) => k)

/** A sampled frame in its place, and for how many frame times it stays. */
export interface Placed {
  readonly index: number
  readonly hold: number
}

/** The frames that are written of `count` sampled ones. */
export const placedIn = (count: number, { order, every }: Order): Placed[] => {
  const kept = upTo(count).filter((k) => k % every === 0)
  return ORDERS[order](kept.length).map((k) => {
    const index = kept[k]!
    return { index, hold: Math.min(every, count - index) }
  })
}

/** How many frames have to be sampled so that `written` are written, as near as the order allows. */
export const sampledFor = (written: number, { order, every }: Order): number => {
  const kept =
    order === 'backAndForth'
      ? Math.ceil(written / 2) + (written > 1 ? 1 : 0)
      : order === 'outThenIn'
        ? Math.ceil(written / 2)
        : written
  return Math.max(1, kept) * every
}
