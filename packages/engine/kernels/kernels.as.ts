/**
 * The innermost loops once more, two particles at a time, in AssemblyScript: `npm run kernels` turns this file into
 * ../src/kernels/binary.ts. Every loop does the arithmetic of its twin in ../src, operation by operation, so that both
 * give the same bits; a particle whose ramp has a point within its cell of the table is left to the twin (`LEFT`).
 * Addresses are bytes in the slab; arguments stand in a block at its beginning, in the order of ../src/kernels/slab.ts.
 */

// prettier-ignore
const enum Words { born, life, x, y, lastX, lastY, vx, vy, scale, scaleFloor, opacity, opacityFloor, angle, spin, ax, ay, tableA, tableB, tints, turns, out, left, homeX, homeY, grow }

/** Numbers follow the addresses. */
const NUMBERS: usize = 128

/** As four float32 each: the texel rectangle of the frame; its pivot as x, x, y, y; its size as w, w, h, h. */
const TEXEL: usize = 512
const PIVOTS: usize = 528
const SIZES: usize = 544

// prettier-ignore
const enum Numbers { time, e, a, gxA, gyA, gxB, gyB, end, originX, originY, back, now, stepSeconds, b, cx, cy, half, strength, perReach, reach, stiff, ma, mb, mc, md, me, mf, scale, shiftX, shiftY, oa, ob, oc, od }

// @ts-ignore: decorator
@inline
function at(word: i32, i: i32): usize {
  return <usize>load<i32>(<usize>word << 2) + (<usize>i << 3)
}
// @ts-ignore: decorator
@inline
function address(word: i32): usize {
  return <usize>load<i32>(<usize>word << 2)
}
// @ts-ignore: decorator
@inline
function num(index: i32): f64 {
  return load<f64>(NUMBERS + (<usize>index << 3))
}
// @ts-ignore: decorator
@inline
function both(index: i32): v128 {
  return v128.load64_splat(NUMBERS + (<usize>index << 3))
}
// @ts-ignore: decorator
@inline
function column(word: i32, o: usize): v128 {
  return v128.load(address(word) + o)
}
// @ts-ignore: decorator
@inline
function firsts(a: v128, b: v128): v128 {
  return v128.shuffle<f64>(a, b, 0, 2)
}
// @ts-ignore: decorator
@inline
function seconds(a: v128, b: v128): v128 {
  return v128.shuffle<f64>(a, b, 1, 3)
}

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

/** One instance. In float32: `table` holds c, s, −s, c at the nearest step, `d` is how far the turn is from there in radians. */
// @ts-ignore: decorator
@inline
function writeQuad(out: usize, place: v128, table: v128, d: v128, scale: v128, tint: i32, opacity: f32): void {
  const across = v128.shuffle<f32>(table, f32x4.neg(table), 2, 3, 4, 5)
  const half = f32x4.mul(d, f32x4.splat(0.5))
  const turned = f32x4.mul(f32x4.add(table, f32x4.mul(d, f32x4.sub(across, f32x4.mul(table, half)))), scale)
  const pivots = f32x4.mul(turned, v128.load(PIVOTS))
  const axes = f32x4.mul(turned, v128.load(SIZES))
  const corner = f32x4.sub(f32x4.sub(place, pivots), v128.shuffle<f64>(pivots, pivots, 1, 1))
  v128.store(out, v128.shuffle<f64>(corner, axes, 0, 2))
  v128.store(out + 16, v128.shuffle<f64>(axes, v128.load(TEXEL), 1, 2))
  store<f64>(out + 32, load<f64>(TEXEL + 8))
  store<i32>(out + 40, tint)
  store<f32>(out + 44, opacity)
}

/**
 * `selectWithLooks` and `drawPlain` for the slots from `from` to `to`, of which the last may be odd: instances to `out`,
 * in order. Visible ones that need the exact pieces are listed at `left` as slot and instance. Returns how many there
 * are, and how many are left, in the upper half. Numbers and addresses are read from the block wherever they are used:
 * there are far more of them than registers, and a register that is put away costs more than a load.
 */
export function drawPlain(from: i32, to: i32): i32 {
  let out = address(Words.out)
  const firstOut = out
  let left = address(Words.left)
  const firstLeft = left
  for (let i = from; i < to; i += 2) {
    const o = <usize>i << 3
    const lives = column(Words.life, o)
    const births = column(Words.born, o)
    const age = f64x2.sub(both(Numbers.time), births)
    const seen = v128.and(f64x2.ge(age, f64x2.splat(0)), f64x2.lt(age, lives))
    let mask = i64x2.bitmask(seen)
    if (i + 1 >= to) mask &= 1
    if (mask === 0) continue
    const u = f64x2.div(age, lives)
    const cell = i32x4.trunc_sat_f64x2_s_zero(f64x2.mul(u, f64x2.splat(1024)))
    const c0 = <usize>(i32x4.extract_lane(cell, 0) & 1023), c1 = <usize>(i32x4.extract_lane(cell, 1) & 1023)
    const s0 = v128.load(address(Words.tableA) + (c0 << 4)), s1 = v128.load(address(Words.tableA) + (c1 << 4))
    const scaleRamp = f64x2.add(firsts(s0, s1), f64x2.mul(seconds(s0, s1), u))
    const floor = column(Words.scaleFloor, o)
    const scale = f64x2.add(floor, f64x2.mul(f64x2.sub(column(Words.scale, o), floor), scaleRamp))
    const o0 = v128.load(address(Words.tableB) + (c0 << 4)), o1 = v128.load(address(Words.tableB) + (c1 << 4))
    const opacityRamp = f64x2.add(firsts(o0, o1), f64x2.mul(seconds(o0, o1), u))
    const opacityFloor = column(Words.opacityFloor, o)
    const opacity = f32x4.demote_f64x2_zero(f64x2.add(opacityFloor, f64x2.mul(f64x2.sub(column(Words.opacity, o), opacityFloor), opacityRamp)))
    // What the tables cannot say is not a number (ramps) or 0 (tints).
    const known = i64x2.bitmask(v128.and(f64x2.eq(scaleRamp, scaleRamp), f64x2.eq(opacityRamp, opacityRamp)))
    let x = column(Words.x, o), y = column(Words.y, o)
    if (num(Numbers.back) > 0) {
      const past = f64x2.sub(both(Numbers.now), births)
      const step = both(Numbers.stepSeconds)
      const since = v128.bitselect(step, past, f64x2.lt(step, past))
      const share = f64x2.div(both(Numbers.back), since)
      const one = f64x2.splat(1)
      const t = v128.bitselect(v128.bitselect(one, share, f64x2.lt(one, share)), f64x2.splat(0), f64x2.gt(since, f64x2.splat(0)))
      x = f64x2.add(x, f64x2.mul(f64x2.sub(column(Words.lastX, o), x), t))
      y = f64x2.add(y, f64x2.mul(f64x2.sub(column(Words.lastY, o), y), t))
    }
    const place = v128.shuffle<f32>(f32x4.demote_f64x2_zero(f64x2.sub(x, both(Numbers.originX))), f32x4.demote_f64x2_zero(f64x2.sub(y, both(Numbers.originY))), 0, 4, 1, 5)
    const size = f32x4.demote_f64x2_zero(scale)
    const turned = f64x2.mul(f64x2.add(column(Words.angle, o), f64x2.mul(column(Words.spin, o), age)), f64x2.splat(512.0 / 360.0))
    const nearest = f64x2.floor(f64x2.add(turned, f64x2.splat(0.5)))
    const d = f32x4.demote_f64x2_zero(f64x2.mul(f64x2.sub(turned, nearest), f64x2.splat(6.283185307179586 / 512.0)))
    const entry = i32x4.trunc_sat_f64x2_s_zero(nearest)
    if (mask & 1) {
      const tint = load<i32>(address(Words.tints) + (c0 << 2))
      if (!(known & 1) || tint === 0) {
        store<i32>(left, i)
        store<i32>(left + 4, <i32>((out - firstOut) / 48))
        left += 8
      }
      writeQuad(out, place, v128.load(address(Words.turns) + (<usize>(i32x4.extract_lane(entry, 0) & 511) << 4)), v128.shuffle<f32>(d, d, 0, 0, 0, 0), v128.shuffle<f32>(size, size, 0, 0, 0, 0), tint, f32x4.extract_lane(opacity, 0))
      out += 48
    }
    if (mask & 2) {
      const tint = load<i32>(address(Words.tints) + (c1 << 2))
      if (!(known & 2) || tint === 0) {
        store<i32>(left, i + 1)
        store<i32>(left + 4, <i32>((out - firstOut) / 48))
        left += 8
      }
      writeQuad(out, v128.shuffle<f64>(place, place, 1, 1), v128.load(address(Words.turns) + (<usize>(i32x4.extract_lane(entry, 1) & 511) << 4)), v128.shuffle<f32>(d, d, 1, 1, 1, 1), v128.shuffle<f32>(size, size, 1, 1, 1, 1), tint, f32x4.extract_lane(opacity, 1))
      out += 48
    }
  }
  return (<i32>((left - firstLeft) >> 3) << 16) | <i32>((out - firstOut) / 48)
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

/** `addCentral` without a ramp, for an even number of slots. @param mode as MODES in centres.ts */
export function central(from: i32, to: i32, mode: i32, home: bool, around: bool): void {
  for (let i = from; i < to; i += 2) {
    const o = <usize>i << 3
    const cx = home ? column(Words.homeX, o) : both(Numbers.cx)
    const cy = home ? column(Words.homeY, o) : both(Numbers.cy)
    const half = both(Numbers.half)
    const dx = f64x2.sub(f64x2.sub(cx, column(Words.x, o)), f64x2.mul(column(Words.vx, o), half))
    const dy = f64x2.sub(f64x2.sub(cy, column(Words.y, o)), f64x2.mul(column(Words.vy, o), half))
    let k = both(Numbers.stiff)
    if (mode !== 3) {
      const one = f64x2.splat(1)
      const perReach = both(Numbers.perReach)
      const square = f64x2.add(f64x2.mul(dx, dx), f64x2.mul(dy, dy))
      const d = f64x2.sqrt(square)
      k = f64x2.div(both(Numbers.strength), v128.bitselect(d, one, f64x2.gt(d, one)))
      if (mode === 1) k = v128.and(f64x2.mul(k, f64x2.sub(one, f64x2.mul(d, perReach))), f64x2.lt(d, both(Numbers.reach)))
      else if (mode === 2) k = f64x2.div(k, f64x2.add(one, f64x2.mul(f64x2.mul(square, perReach), perReach)))
    }
    const ax = address(Words.ax) + o, ay = address(Words.ay) + o
    if (around) {
      k = v128.bitselect(f64x2.neg(k), k, f64x2.lt(column(Words.grow, o), f64x2.splat(0)))
      v128.store(ax, f64x2.add(v128.load(ax), f64x2.mul(dy, k)))
      v128.store(ay, f64x2.sub(v128.load(ay), f64x2.mul(dx, k)))
    } else {
      v128.store(ax, f64x2.add(v128.load(ax), f64x2.mul(dx, k)))
      v128.store(ay, f64x2.add(v128.load(ay), f64x2.mul(dy, k)))
    }
  }
}

/** The pass of churn.ts without a ramp and without turning. @param field address of the slice of the field, 64 × 64 pairs */
export function churn(from: i32, to: i32, field: usize, octaves: i32): void {
  for (let i = from; i < to; i++) {
    const o = <usize>i << 3
    const half = num(Numbers.half)
    const px = load<f64>(address(Words.x) + o) + load<f64>(address(Words.vx) + o) * half
    const py = load<f64>(address(Words.y) + o) + load<f64>(address(Words.vy) + o) * half
    const sx = (num(Numbers.ma) * px + num(Numbers.mc) * py + num(Numbers.me)) * num(Numbers.scale) + num(Numbers.shiftX)
    const sy = (num(Numbers.mb) * px + num(Numbers.md) * py + num(Numbers.mf)) * num(Numbers.scale) + num(Numbers.shiftY)
    let s = f64x2.replace_lane(f64x2.splat(sx), 1, sy)
    let f = f64x2.splat(0)
    let weight = both(Numbers.strength)
    for (let octave = 0; octave < octaves; octave++) {
      const corner = f64x2.floor(s)
      const t = f64x2.sub(s, corner)
      const tx = v128.shuffle<f64>(t, t, 0, 0)
      const cell = i32x4.trunc_sat_f64x2_s_zero(corner)
      const x0 = i32x4.extract_lane(cell, 0), y0 = i32x4.extract_lane(cell, 1)
      const row = (y0 & 63) << 6, below = ((y0 + 1) & 63) << 6, left = x0 & 63, right = (x0 + 1) & 63
      const f00 = v128.load(field + (<usize>(row + left) << 4)), f10 = v128.load(field + (<usize>(row + right) << 4))
      const f01 = v128.load(field + (<usize>(below + left) << 4)), f11 = v128.load(field + (<usize>(below + right) << 4))
      const top = f64x2.add(f00, f64x2.mul(f64x2.sub(f10, f00), tx))
      const bottom = f64x2.sub(f64x2.add(f01, f64x2.mul(f64x2.sub(f11, f01), tx)), top)
      f = f64x2.add(f, f64x2.mul(weight, f64x2.add(top, f64x2.mul(bottom, v128.shuffle<f64>(t, t, 1, 1)))))
      s = f64x2.add(s, s)
      weight = f64x2.mul(weight, f64x2.splat(0.5))
    }
    const ax = address(Words.ax) + o, ay = address(Words.ay) + o
    store<f64>(ax, load<f64>(ax) + f64x2.extract_lane(f, 0))
    store<f64>(ay, load<f64>(ay) + f64x2.extract_lane(f, 1))
  }
}

/** from + (to − from) × t for an even count of numbers. */
export function between(from: usize, to: usize, t: f64, out: usize, count: i32): void {
  const share = f64x2.splat(t)
  for (const end = out + (<usize>count << 3); out < end; out += 16, from += 16, to += 16) {
    const a = v128.load(from)
    v128.store(out, f64x2.add(a, f64x2.mul(f64x2.sub(v128.load(to), a), share)))
  }
}
