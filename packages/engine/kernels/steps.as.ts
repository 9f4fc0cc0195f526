/** Counting and moving. */
import { address, both, column, firsts, num, seconds } from './block.as'
import { Numbers, Words } from './layout.as'

/** Particles that live at `time`, from slot 0. */
export function countAlive(size: i32): i32 {
  const time = both(Numbers.time)
  const born = address(Words.born)
  const life = address(Words.life)
  let sum = i64x2.splat(0)
  let i = 0
  for (; i + 1 < size; i += 2) {
    const o = <usize>i << 3
    sum = i64x2.sub(sum, f64x2.lt(f64x2.sub(time, v128.load(born + o)), v128.load(life + o)))
  }
  let alive = <i32>(i64x2.extract_lane(sum, 0) + i64x2.extract_lane(sum, 1))
  if (i < size && num(Numbers.time) - load<f64>(born + (<usize>i << 3)) < load<f64>(life + (<usize>i << 3))) alive++
  return alive
}

/** One step of a pair: `gA` and `gB` are what its acceleration adds to velocity and way. */
// @ts-ignore: decorator
@inline
function stepPair(o: usize, r: v128, ramped: bool, gxA: v128, gyA: v128, gxB: v128, gyB: v128): void {
  const u = column(Words.vx, o), v = column(Words.vy, o)
  const px = column(Words.x, o), py = column(Words.y, o)
  const a = both(Numbers.a), e = both(Numbers.e)
  v128.store(address(Words.lastX) + o, px)
  v128.store(address(Words.lastY) + o, py)
  if (ramped) {
    v128.store(address(Words.x) + o, f64x2.add(px, f64x2.mul(r, f64x2.add(f64x2.mul(u, a), gxB))))
    v128.store(address(Words.y) + o, f64x2.add(py, f64x2.mul(r, f64x2.add(f64x2.mul(v, a), gyB))))
  } else {
    v128.store(address(Words.x) + o, f64x2.add(f64x2.add(px, f64x2.mul(u, a)), gxB))
    v128.store(address(Words.y) + o, f64x2.add(f64x2.add(py, f64x2.mul(v, a)), gyB))
  }
  v128.store(address(Words.vx) + o, f64x2.add(f64x2.mul(u, e), gxA))
  v128.store(address(Words.vy) + o, f64x2.add(f64x2.mul(v, e), gyA))
}

/** `Motion.#moveFreely` for an even number of slots. */
export function moveFreely(from: i32, to: i32): void {
  for (let i = from; i < to; i += 2) steadyPair(<usize>i << 3, f64x2.splat(1), false)
}

/** `Motion.#moveRamped` for an even number of slots. Pairs that need the exact pieces are left; returns how many. */
export function moveRamped(from: i32, to: i32): i32 {
  const firstLeft = address(Words.left)
  let left = firstLeft
  for (let i = from; i < to; i += 2) {
    const r = speedAt(<usize>i << 3)
    if (i64x2.all_true(f64x2.eq(r, r))) steadyPair(<usize>i << 3, r, true)
    else {
      store<i32>(left, i)
      left += 4
    }
  }
  return <i32>((left - firstLeft) >> 2)
}

// @ts-ignore: decorator
@inline
function steadyPair(o: usize, r: v128, ramped: bool): void {
  stepPair(o, r, ramped, both(Numbers.gxA), both(Numbers.gyA), both(Numbers.gxB), both(Numbers.gyB))
}

/** `Motion.#accelerate` for an even number of slots; with a speed ramp pairs that need its exact pieces are left. Returns how many. */
export function accelerate(from: i32, to: i32, ramped: bool): i32 {
  const firstLeft = address(Words.left)
  let left = firstLeft
  for (let i = from; i < to; i += 2) {
    const o = <usize>i << 3
    let r = f64x2.splat(1)
    if (ramped) {
      r = speedAt(o)
      if (!i64x2.all_true(f64x2.eq(r, r))) {
        store<i32>(left, i)
        left += 4
        continue
      }
    }
    const gx = column(Words.ax, o), gy = column(Words.ay, o)
    const a = both(Numbers.a), b = both(Numbers.b)
    stepPair(o, r, ramped, f64x2.mul(gx, a), f64x2.mul(gy, a), f64x2.mul(gx, b), f64x2.mul(gy, b))
  }
  return <i32>((left - firstLeft) >> 2)
}

/** The speed ramp at the step's start: from its table, or its end; not a number where a point lies in the cell. */
// @ts-ignore: decorator
@inline
function speedAt(o: usize): v128 {
  const since = f64x2.div(f64x2.sub(both(Numbers.time), column(Words.born, o)), column(Words.life, o))
  const t = v128.bitselect(since, f64x2.splat(0), f64x2.gt(since, f64x2.splat(0)))
  const cell = i32x4.trunc_sat_f64x2_s_zero(f64x2.mul(t, f64x2.splat(1024)))
  const p = v128.load(address(Words.tableA) + (<usize>(i32x4.extract_lane(cell, 0) & 1023) << 4))
  const q = v128.load(address(Words.tableA) + (<usize>(i32x4.extract_lane(cell, 1) & 1023) << 4))
  return v128.bitselect(both(Numbers.end), f64x2.add(firsts(p, q), f64x2.mul(seconds(p, q), t)), f64x2.ge(t, f64x2.splat(1)))
}
