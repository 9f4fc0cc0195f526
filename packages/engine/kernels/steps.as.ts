/** Counting and moving. */
import { address, both, column, entries, num } from './block.as'
import { Numbers, Words } from './layout.as'
import { known, shareOf, speeds, stepAxis } from './pairs.as'

/** Particles that live at `time`, from a slot on. */
export function countAlive(from: i32, size: i32): i32 {
  const time = both(Numbers.time)
  const born = address(Words.born)
  const life = address(Words.life)
  let sum = i64x2.splat(0)
  let i = from
  for (; i + 1 < size; i += 2) {
    const o = <usize>i << 3
    sum = i64x2.sub(sum, f64x2.lt(f64x2.sub(time, v128.load(born + o)), v128.load(life + o)))
  }
  let alive = <i32>(i64x2.extract_lane(sum, 0) + i64x2.extract_lane(sum, 1))
  if (i < size && num(Numbers.time) - load<f64>(born + (<usize>i << 3)) < load<f64>(life + (<usize>i << 3))) alive++
  return alive
}

/**
 * Slots whose life ends after `time` and by `now`, or was ended by what they met; to `left`. Returns how
 * many.
 */
export function ends(from: i32, to: i32): i32 {
  const before = both(Numbers.time), now = both(Numbers.now)
  const ended = f64x2.splat(-1)
  const firstLeft = address(Words.left)
  let left = firstLeft
  for (let i = from; i < to; i += 2) {
    const life = column(Words.life, <usize>i << 3)
    const end = f64x2.add(column(Words.born, <usize>i << 3), life)
    let mask = i64x2.bitmask(v128.or(f64x2.eq(life, ended), v128.and(f64x2.le(end, now), f64x2.gt(end, before))))
    if (i + 1 >= to) mask &= 1
    if (mask & 1) {
      store<i32>(left, i)
      left += 4
    }
    if (mask & 2) {
      store<i32>(left, i + 1)
      left += 4
    }
  }
  return <i32>((left - firstLeft) >> 2)
}

// @ts-ignore: decorator
@inline
function stepPair(o: usize, r: v128, ramped: bool, gxA: v128, gyA: v128, gxB: v128, gyB: v128): void {
  const a = both(Numbers.a), e = both(Numbers.e)
  stepAxis(address(Words.x) + o, address(Words.lastX) + o, address(Words.vx) + o, false, r, ramped, a, e, gxA, gxB)
  stepAxis(address(Words.y) + o, address(Words.lastY) + o, address(Words.vy) + o, false, r, ramped, a, e, gyA, gyB)
}

/** Two pairs under the same acceleration. */
// @ts-ignore: decorator
@inline
function stepFour(
  o: usize,
  r: v128,
  r2: v128,
  ramped: bool,
  a: v128,
  e: v128,
  gxA: v128,
  gyA: v128,
  gxB: v128,
  gyB: v128
): void {
  const x = address(Words.x) + o, lastX = address(Words.lastX) + o, vx = address(Words.vx) + o
  stepAxis(x, lastX, vx, false, r, ramped, a, e, gxA, gxB)
  stepAxis(x, lastX, vx, true, r2, ramped, a, e, gxA, gxB)
  const y = address(Words.y) + o, lastY = address(Words.lastY) + o, vy = address(Words.vy) + o
  stepAxis(y, lastY, vy, false, r, ramped, a, e, gyA, gyB)
  stepAxis(y, lastY, vy, true, r2, ramped, a, e, gyA, gyB)
}

/** `moveFreely`; of an odd number of slots the last pair takes in the one behind. */
export function moveFreely(from: i32, to: i32): void {
  const one = both(Numbers.one)
  const a = both(Numbers.a), e = both(Numbers.e)
  const gxA = both(Numbers.gxA), gyA = both(Numbers.gyA), gxB = both(Numbers.gxB), gyB = both(Numbers.gyB)
  let i = from
  for (; i + 3 < to; i += 4) stepFour(<usize>i << 3, one, one, false, a, e, gxA, gyA, gxB, gyB)
  for (; i < to; i += 2) steadyPair(<usize>i << 3, one, false)
}

/** `moveRamped`, likewise. Pairs that need the exact pieces are left; returns how many. */
export function moveRamped(from: i32, to: i32): i32 {
  const firstLeft = address(Words.left)
  let left = firstLeft
  const a = both(Numbers.a), e = both(Numbers.e)
  const gxA = both(Numbers.gxA), gyA = both(Numbers.gyA), gxB = both(Numbers.gxB), gyB = both(Numbers.gyB)
  let i = from
  for (; i + 3 < to; i += 4) {
    const o = <usize>i << 3
    const tA = shareOf(address(Words.born) + o, address(Words.life) + o, false)
    const tB = shareOf(address(Words.born) + o, address(Words.life) + o, true)
    const entry = entries(tA, tB)
    const r = speeds(i32x4.extract_lane(entry, 0), i32x4.extract_lane(entry, 1), tA)
    const r2 = speeds(i32x4.extract_lane(entry, 2), i32x4.extract_lane(entry, 3), tB)
    if (known(f64x2.add(r, r2))) stepFour(o, r, r2, true, a, e, gxA, gyA, gxB, gyB)
    else {
      left = stepKnown(i, r, left)
      left = stepKnown(i + 2, r2, left)
    }
  }
  for (; i < to; i += 2) left = stepKnown(i, speedOf(i), left)
  return <i32>((left - firstLeft) >> 2)
}

/** A pair's speed from its ramp's table; not a number where a point lies in the cell. */
function speedOf(i: i32): v128 {
  const o = <usize>i << 3
  const t = shareOf(address(Words.born) + o, address(Words.life) + o, false)
  const entry = entries(t, t)
  return speeds(i32x4.extract_lane(entry, 0), i32x4.extract_lane(entry, 1), t)
}

/** A pair whose speed is known, or a place in the list of those that are left. */
function stepKnown(i: i32, r: v128, left: usize): usize {
  if (known(r)) {
    steadyPair(<usize>i << 3, r, true)
    return left
  }
  store<i32>(left, i)
  return left + 4
}

// @ts-ignore: decorator
@inline
function steadyPair(o: usize, r: v128, ramped: bool): void {
  stepPair(o, r, ramped, both(Numbers.gxA), both(Numbers.gyA), both(Numbers.gxB), both(Numbers.gyB))
}
