/** From particles to instances. */
import { address, after, both, column, firsts, num, seconds, wholes } from './block.as'
import { FRAME_AT, Numbers, SMALL_AT, Words } from './layout.as'

/** As four float32 each: the texel rectangle of the frame; its pivot as x, x, y, y; its size as w, w, h, h. */
const TEXEL: usize = FRAME_AT
const PIVOTS: usize = FRAME_AT + 16
const SIZES: usize = FRAME_AT + 32

/** Two pairs of float64 as four float32. */
// @ts-ignore: decorator
@inline
function narrow(a: v128, b: v128): v128 {
  return v128.shuffle<f64>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 2)
}

/** floor + (start − floor) × ramp of two pairs. */
// @ts-ignore: decorator
@inline
function ramped(floorWord: i32, startWord: i32, o: usize, rampA: v128, rampB: v128): v128 {
  const floors = address(floorWord) + o, starts = address(startWord) + o
  const floorA = v128.load(floors), floorB = v128.load(floors, 16)
  return narrow(f64x2.add(floorA, f64x2.mul(f64x2.sub(v128.load(starts), floorA), rampA)), f64x2.add(floorB, f64x2.mul(f64x2.sub(v128.load(starts, 16), floorB), rampB)))
}

/** A ramp's table, pairs of offset and slope, at two shares of life. */
// @ts-ignore: decorator
@inline
function rampAt(table: usize, c0: i32, c1: i32, u: v128): v128 {
  const p = v128.load(table + (<usize>c0 << 4)), q = v128.load(table + (<usize>c1 << 4))
  return f64x2.add(firsts(p, q), f64x2.mul(seconds(p, q), u))
}

/** Where a pair is between the last two ticks. */
// @ts-ignore: decorator
@inline
function between(word: i32, lastWord: i32, o: usize, t: v128): v128 {
  const now = column(word, o)
  return f64x2.add(now, f64x2.mul(f64x2.sub(column(lastWord, o), now), t))
}

/** How far back in its last step a pair is shown. */
// @ts-ignore: decorator
@inline
function backShare(o: usize): v128 {
  const past = f64x2.sub(both(Numbers.now), column(Words.born, o))
  const step = both(Numbers.stepSeconds)
  const since = v128.bitselect(step, past, f64x2.lt(step, past))
  const share = f64x2.div(both(Numbers.back), since)
  const one = both(Numbers.one)
  return v128.bitselect(v128.bitselect(one, share, f64x2.lt(one, share)), f64x2.splat(0), f64x2.gt(since, f64x2.splat(0)))
}

/** Places of two pairs, seen from the frame's origin. */
// @ts-ignore: decorator
@inline
function placed(a: v128, b: v128, origin: i32): v128 {
  return narrow(f64x2.sub(a, both(origin)), f64x2.sub(b, both(origin)))
}

/** Angle of a pair in steps of the table of turns. */
// @ts-ignore: decorator
@inline
function turns(angle: v128, spin: v128, age: v128): v128 {
  return f64x2.mul(f64x2.add(angle, f64x2.mul(spin, age)), both(Numbers.perDeg))
}

/** Bytes of an instance. */
const ROW: usize = 48

/** Place and axes of an instance, and the texels of its frame. */
// @ts-ignore: decorator
@inline
function put(out: usize, front: v128, second: v128, lane: u8): void {
  v128.store(out, front)
  if (lane === 0) v128.store64_lane(out + 16, second, 0)
  else v128.store64_lane(out + 16, second, 1)
  v128.store(out + 24, v128.load(TEXEL))
}

// @ts-ignore: decorator
@inline
function putLook(out: usize, tint: i32, opacity: v128, lane: u8): void {
  store<i32>(out + 40, tint)
  if (lane === 0) v128.store32_lane(out + 44, opacity, 0)
  else if (lane === 1) v128.store32_lane(out + 44, opacity, 1)
  else if (lane === 2) v128.store32_lane(out + 44, opacity, 2)
  else v128.store32_lane(out + 44, opacity, 3)
}

/** Lists the visible of four that the tables do not know. */
function leave(left: usize, slot: i32, row: i32, mask: i32, known: i32, t0: i32, t1: i32, t2: i32, t3: i32): usize {
  for (let lane = 0; lane < 4; lane++) {
    if (!((mask >> lane) & 1)) continue
    const tint = lane === 0 ? t0 : lane === 1 ? t1 : lane === 2 ? t2 : t3
    if (!((known >> lane) & 1) || tint === 0) {
      store<i32>(left, slot + lane)
      store<i32>(left + 4, row)
      left += 8
    }
    row++
  }
  return left
}

/**
 * `selectWithLooks` and `drawPlain` for the slots from `from` to `to`, four at a time: instances to `out`, in order.
 * Visible ones that need the exact pieces are listed at `left` as slot and instance. Returns how many there are, and how
 * many are left, in the upper half. Numbers and addresses are read from the block wherever they are used: there are far
 * more of them than registers, and a register that is put away costs more than a load. What lies after the last slot is
 * read and not used.
 */
export function drawPlain(from: i32, to: i32): i32 {
  let out = address(Words.out)
  const firstOut = out
  let left = address(Words.left)
  const firstLeft = left
  for (let i = from; i < to; i += 4) {
    const o = <usize>i << 3, p = o + 16
    const ageA = f64x2.sub(both(Numbers.time), column(Words.born, o)), ageB = f64x2.sub(both(Numbers.time), after(Words.born, o))
    const lifeA = column(Words.life, o), lifeB = after(Words.life, o)
    const zero = f64x2.splat(0)
    let mask = i64x2.bitmask(v128.and(f64x2.ge(ageA, zero), f64x2.lt(ageA, lifeA))) | (i64x2.bitmask(v128.and(f64x2.ge(ageB, zero), f64x2.lt(ageB, lifeB))) << 2)
    if (i + 4 > to) mask &= (1 << (to - i)) - 1
    if (mask === 0) continue
    const uA = f64x2.div(ageA, lifeA), uB = f64x2.div(ageB, lifeB)
    const cell = v128.and(wholes(f64x2.floor(f64x2.mul(uA, both(Numbers.cells))), f64x2.floor(f64x2.mul(uB, both(Numbers.cells)))), v128.load32_splat(SMALL_AT + 4))
    const c0 = i32x4.extract_lane(cell, 0), c1 = i32x4.extract_lane(cell, 1), c2 = i32x4.extract_lane(cell, 2), c3 = i32x4.extract_lane(cell, 3)
    const scaleA = rampAt(address(Words.tableA), c0, c1, uA), scaleB = rampAt(address(Words.tableA), c2, c3, uB)
    const opacityA = rampAt(address(Words.tableB), c0, c1, uA), opacityB = rampAt(address(Words.tableB), c2, c3, uB)
    // What the tables cannot say is not a number (ramps) or 0 (tints).
    const known = i64x2.bitmask(v128.and(f64x2.eq(scaleA, scaleA), f64x2.eq(opacityA, opacityA))) | (i64x2.bitmask(v128.and(f64x2.eq(scaleB, scaleB), f64x2.eq(opacityB, opacityB))) << 2)
    const size = ramped(Words.scaleFloor, Words.scale, o, scaleA, scaleB)
    const opacity = ramped(Words.opacityFloor, Words.opacity, o, opacityA, opacityB)
    const tints = address(Words.tints)
    const t0 = load<i32>(tints + (<usize>c0 << 2)), t1 = load<i32>(tints + (<usize>c1 << 2)), t2 = load<i32>(tints + (<usize>c2 << 2)), t3 = load<i32>(tints + (<usize>c3 << 2))
    // Known tints are opaque, so that their highest bit is set.
    if ((known & mask) !== mask || (t0 & t1 & t2 & t3) >= 0) left = leave(left, i, <i32>((out - firstOut) / ROW), mask, known, t0, t1, t2, t3)
    // One that is not visible is written over by the next.
    const row1 = out + <usize>(mask & 1) * ROW, row2 = row1 + <usize>((mask >> 1) & 1) * ROW, row3 = row2 + <usize>((mask >> 2) & 1) * ROW
    putLook(out, t0, opacity, 0)
    putLook(row1, t1, opacity, 1)
    putLook(row2, t2, opacity, 2)
    putLook(row3, t3, opacity, 3)
    const angles = address(Words.angle) + o, spins = address(Words.spin) + o
    const turnA = turns(v128.load(angles), v128.load(spins), ageA), turnB = turns(v128.load(angles, 16), v128.load(spins, 16), ageB)
    const nearA = f64x2.floor(f64x2.add(turnA, both(Numbers.rounding))), nearB = f64x2.floor(f64x2.add(turnB, both(Numbers.rounding)))
    const perStep = both(Numbers.perStep)
    const d = narrow(f64x2.mul(f64x2.sub(turnA, nearA), perStep), f64x2.mul(f64x2.sub(turnB, nearB), perStep))
    const entry = i32x4.shl(v128.and(wholes(nearA, nearB), v128.load32_splat(SMALL_AT + 8)), 4)
    const table = address(Words.turns)
    const r0 = v128.load(table + <usize>i32x4.extract_lane(entry, 0)), r1 = v128.load(table + <usize>i32x4.extract_lane(entry, 1))
    const r2 = v128.load(table + <usize>i32x4.extract_lane(entry, 2)), r3 = v128.load(table + <usize>i32x4.extract_lane(entry, 3))
    const low = v128.shuffle<f32>(r0, r1, 0, 4, 1, 5), high = v128.shuffle<f32>(r2, r3, 0, 4, 1, 5)
    const c = v128.shuffle<f64>(low, high, 0, 2), s = v128.shuffle<f64>(low, high, 1, 3)
    const half = f32x4.mul(d, v128.load32_splat(SMALL_AT))
    const back = f32x4.neg(s)
    const cos = f32x4.mul(f32x4.add(c, f32x4.mul(d, f32x4.sub(back, f32x4.mul(c, half)))), size)
    const sin = f32x4.mul(f32x4.add(s, f32x4.mul(d, f32x4.sub(c, f32x4.mul(s, half)))), size)
    const across = f32x4.mul(f32x4.add(back, f32x4.mul(d, f32x4.sub(f32x4.neg(c), f32x4.mul(back, half)))), size)
    let x0: v128, y0: v128
    if (num(Numbers.back) > 0) {
      const tA = backShare(o), tB = backShare(p)
      x0 = placed(between(Words.x, Words.lastX, o, tA), between(Words.x, Words.lastX, p, tB), Numbers.originX)
      y0 = placed(between(Words.y, Words.lastY, o, tA), between(Words.y, Words.lastY, p, tB), Numbers.originY)
    } else {
      x0 = placed(column(Words.x, o), after(Words.x, o), Numbers.originX)
      y0 = placed(column(Words.y, o), after(Words.y, o), Numbers.originY)
    }
    const px = v128.load32_splat(PIVOTS), py = v128.load32_splat(PIVOTS + 8)
    const x = f32x4.sub(f32x4.sub(x0, f32x4.mul(cos, px)), f32x4.mul(across, py))
    const y = f32x4.sub(f32x4.sub(y0, f32x4.mul(sin, px)), f32x4.mul(cos, py))
    const w = v128.load32_splat(SIZES), h = v128.load32_splat(SIZES + 8)
    const ax = f32x4.mul(cos, w), ay = f32x4.mul(sin, w)
    const bx = f32x4.mul(across, h), by = f32x4.mul(cos, h)
    const placeLow = v128.shuffle<f32>(x, y, 0, 4, 1, 5), placeHigh = v128.shuffle<f32>(x, y, 2, 6, 3, 7)
    const axisLow = v128.shuffle<f32>(ax, ay, 0, 4, 1, 5), axisHigh = v128.shuffle<f32>(ax, ay, 2, 6, 3, 7)
    const restLow = v128.shuffle<f32>(bx, by, 0, 4, 1, 5), restHigh = v128.shuffle<f32>(bx, by, 2, 6, 3, 7)
    put(out, v128.shuffle<f64>(placeLow, axisLow, 0, 2), restLow, 0)
    put(row1, v128.shuffle<f64>(placeLow, axisLow, 1, 3), restLow, 1)
    put(row2, v128.shuffle<f64>(placeHigh, axisHigh, 0, 2), restHigh, 0)
    put(row3, v128.shuffle<f64>(placeHigh, axisHigh, 1, 3), restHigh, 1)
    out = row3 + <usize>(mask >> 3) * ROW
  }
  return (<i32>((left - firstLeft) >> 3) << 16) | <i32>((out - firstOut) / ROW)
}
