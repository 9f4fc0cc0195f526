/** From particles to instances. */
import { address, both, column, firsts, num, seconds } from './block.as'
import { FRAME_AT, Numbers, Words } from './layout.as'

/** As four float32 each: the texel rectangle of the frame; its pivot as x, x, y, y; its size as w, w, h, h. */
const TEXEL: usize = FRAME_AT
const PIVOTS: usize = FRAME_AT + 16
const SIZES: usize = FRAME_AT + 32

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
