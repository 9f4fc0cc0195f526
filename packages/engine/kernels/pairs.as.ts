/** What the steps of pairs have in common. */
import { address, both, lines } from './block.as'
import { Numbers, Words } from './layout.as'

/**
 * One step of a pair along one axis: `gA` and `gB` are what its acceleration adds to velocity and way.
 * Columns are asked
 * for by address, so that two pairs share them; `second` means the pair after.
 */
// @ts-ignore: decorator
@inline
export function stepAxis(
  way: usize,
  last: usize,
  speed: usize,
  second: bool,
  r: v128,
  ramped: bool,
  a: v128,
  e: v128,
  gA: v128,
  gB: v128
): void {
  const u = second ? v128.load(speed, 16) : v128.load(speed)
  const p = second ? v128.load(way, 16) : v128.load(way)
  const forth = f64x2.mul(u, a)
  const to = ramped ? f64x2.add(p, f64x2.mul(r, f64x2.add(forth, gB))) : f64x2.add(f64x2.add(p, forth), gB)
  const after = f64x2.add(f64x2.mul(u, e), gA)
  if (second) {
    v128.store(last, p, 16)
    v128.store(way, to, 16)
    v128.store(speed, after, 16)
  } else {
    v128.store(last, p)
    v128.store(way, to)
    v128.store(speed, after)
  }
}

/** Neither of a pair is not a number. */
// @ts-ignore: decorator
@inline
export function known(r: v128): bool {
  return i64x2.bitmask(f64x2.eq(r, r)) === 3
}

/** How much of its life a pair has behind it when the step begins, from 0 to 1. */
// @ts-ignore: decorator
@inline
export function shareOf(born: usize, life: usize, second: bool): v128 {
  const age = f64x2.sub(both(Numbers.time), second ? v128.load(born, 16) : v128.load(born))
  const share = f64x2.div(age, second ? v128.load(life, 16) : v128.load(life))
  return f64x2.pmin(both(Numbers.one), f64x2.pmax(f64x2.splat(0), share))
}

/**
 * The speed ramp of a pair, from its table; not a number where a point lies in a cell. @param e0, e1 where in
 * the table, in bytes
 */
// @ts-ignore: decorator
@inline
export function speeds(e0: i32, e1: i32, t: v128): v128 {
  const table = address(Words.speeds)
  return lines(v128.load(table + <usize>e0), v128.load(table + <usize>e1), t)
}
