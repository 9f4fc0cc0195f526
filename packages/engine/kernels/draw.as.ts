/** From particles to instances. */
import { address, after, both, column, lines, appearanceEntries, wholes } from './block.as'
import { FRAME_AT, Numbers, SMALL_AT, Words } from './layout.as'

/**
 * As four float32 each: the texel rectangle of the frame; its pivot as x, x, y, y; its size as w, w, h, −h.
 */
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
  return narrow(
    f64x2.add(floorA, f64x2.mul(f64x2.sub(v128.load(starts), floorA), rampA)),
    f64x2.add(floorB, f64x2.mul(f64x2.sub(v128.load(starts, 16), floorB), rampB))
  )
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
  return v128.bitselect(
    v128.bitselect(one, share, f64x2.lt(one, share)),
    f64x2.splat(0),
    f64x2.gt(since, f64x2.splat(0))
  )
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

/**
 * Lists those of four that the tables do not know. @param rows how many instances stand before the first of
 * the four
 */
export function leave(left: usize, slot: i32, rows: i32, mask: i32, unknown: i32): usize {
  for (let lane = 0; lane < 4; lane++) {
    if ((unknown >> lane) & 1) {
      store<i32>(left, slot + lane)
      store<i32>(left + 4, rows)
      left += 8
    }
    rows += (mask >> lane) & 1
  }
  return left
}

/**
 * `selectWithLooks` and `drawPlain` for the slots from `from` to `to`, four at a time: instances to `out`, in
 * order.
 * Visible ones that need the exact pieces are listed at `left` as slot and instance. Returns how many there
 * are, and how
 * many are left, in the upper half. Numbers and addresses are read from the block wherever they are used:
 * there are far
 * more of them than registers, and a register that is put away costs more than a load. What lies after the
 * last slot is
 * read and not used.
 */
// @ts-ignore: decorator
@inline
function draw(from: i32, to: i32, back: bool): i32 {
  let out = address(Words.out)
  const firstOut = out
  let left = address(Words.left)
  const firstLeft = left
  for (let i = from; i < to; i += 4) {
    const o = <usize>i << 3, p = o + 16
    const ageA = f64x2.sub(both(Numbers.time), column(Words.born, o))
    const ageB = f64x2.sub(both(Numbers.time), after(Words.born, o))
    const lifeA = column(Words.life, o), lifeB = after(Words.life, o)
    const zero = f64x2.splat(0)
    let mask = i32x4.bitmask(
      v128.shuffle<i32>(
        v128.and(f64x2.ge(ageA, zero), f64x2.lt(ageA, lifeA)),
        v128.and(f64x2.ge(ageB, zero), f64x2.lt(ageB, lifeB)),
        0,
        2,
        4,
        6
      )
    )
    if (i + 4 > to) mask &= (1 << (to - i)) - 1
    if (mask === 0) continue
    const uA = f64x2.div(ageA, lifeA), uB = f64x2.div(ageB, lifeB)
    const cell = appearanceEntries(uA, uB)
    const cells = address(Words.appearance)
    const l0 = cells + <usize>i32x4.extract_lane(cell, 0)
    const l1 = cells + <usize>i32x4.extract_lane(cell, 1)
    const l2 = cells + <usize>i32x4.extract_lane(cell, 2)
    const l3 = cells + <usize>i32x4.extract_lane(cell, 3)
    const size = ramped(
      Words.scaleFloor,
      Words.scale,
      o,
      lines(v128.load(l0), v128.load(l1), uA),
      lines(v128.load(l2), v128.load(l3), uB)
    )
    const opacity = ramped(
      Words.opacityFloor,
      Words.opacity,
      o,
      lines(v128.load(l0, 16), v128.load(l1, 16), uA),
      lines(v128.load(l2, 16), v128.load(l3, 16), uB)
    )
    const tints = v128.load32_lane(
      l3,
      v128.load32_lane(l2, v128.load32_lane(l1, v128.load32_zero(l0, 32), 1, 32), 2, 32),
      3,
      32
    )
    // What the tables cannot say is not a number (ramps) or 0 (tints); known tints are opaque, so that their
    // highest bit is set.
    const sum = f32x4.add(size, opacity)
    const unknown = mask & ~i32x4.bitmask(v128.and(f32x4.eq(sum, sum), tints))
    const next = drawQuads(
      o,
      p,
      back,
      ageA,
      ageB,
      size,
      v128.shuffle<f32>(tints, opacity, 0, 4, 1, 5),
      v128.shuffle<f32>(tints, opacity, 2, 6, 3, 7),
      out,
      mask
    )
    if (unknown !== 0) left = leave(left, i, <i32>((out - firstOut) / ROW), mask, unknown)
    out = next
  }
  return (<i32>((left - firstLeft) >> 3) << 16) | <i32>((out - firstOut) / ROW)
}

/** At a tick. */
export function drawPlain(from: i32, to: i32): i32 {
  return draw(from, to, false)
}

/** Between two ticks. */
export function drawBetween(from: i32, to: i32): i32 {
  return draw(from, to, true)
}

/** The instances of four, whose tints and opacities are there. Returns where the next ones go. */
// @ts-ignore: decorator
@inline
function drawQuads(
  o: usize,
  p: usize,
  back: bool,
  ageA: v128,
  ageB: v128,
  size: v128,
  appearanceLow: v128,
  appearanceHigh: v128,
  out: usize,
  mask: i32
): usize {
  const angles = address(Words.angle) + o, spins = address(Words.spin) + o
  const turnA = turns(v128.load(angles), v128.load(spins), ageA)
  const turnB = turns(v128.load(angles, 16), v128.load(spins, 16), ageB)
  const sumA = f64x2.add(turnA, both(Numbers.integers)), sumB = f64x2.add(turnB, both(Numbers.integers))
  const d = narrow(
    f64x2.mul(f64x2.sub(turnA, f64x2.sub(sumA, both(Numbers.integers))), both(Numbers.perStep)),
    f64x2.mul(f64x2.sub(turnB, f64x2.sub(sumB, both(Numbers.integers))), both(Numbers.perStep))
  )
  const entry = i32x4.shl(v128.and(wholes(sumA, sumB), v128.load32_splat(SMALL_AT + 8)), 3)
  const table = address(Words.turns)
  const r0 = v128.load64_lane(
    table + <usize>i32x4.extract_lane(entry, 1),
    v128.load64_zero(table + <usize>i32x4.extract_lane(entry, 0)),
    1
  )
  const r1 = v128.load64_lane(
    table + <usize>i32x4.extract_lane(entry, 3),
    v128.load64_zero(table + <usize>i32x4.extract_lane(entry, 2)),
    1
  )
  const c = v128.shuffle<f32>(r0, r1, 0, 2, 4, 6), s = v128.shuffle<f32>(r0, r1, 1, 3, 5, 7)
  const half = f32x4.mul(d, v128.load32_splat(SMALL_AT))
  const cos = f32x4.mul(f32x4.sub(c, f32x4.mul(d, f32x4.add(s, f32x4.mul(c, half)))), size)
  const sin = f32x4.mul(f32x4.add(s, f32x4.mul(d, f32x4.sub(c, f32x4.mul(s, half)))), size)
  let x0: v128, y0: v128
  if (back) {
    const tA = backShare(o), tB = backShare(p)
    x0 = placed(between(Words.x, Words.lastX, o, tA), between(Words.x, Words.lastX, p, tB), Numbers.originX)
    y0 = placed(between(Words.y, Words.lastY, o, tA), between(Words.y, Words.lastY, p, tB), Numbers.originY)
  } else {
    x0 = placed(column(Words.x, o), after(Words.x, o), Numbers.originX)
    y0 = placed(column(Words.y, o), after(Words.y, o), Numbers.originY)
  }
  const px = v128.load32_splat(PIVOTS), py = v128.load32_splat(PIVOTS + 8)
  const x = f32x4.add(f32x4.sub(x0, f32x4.mul(cos, px)), f32x4.mul(sin, py))
  const y = f32x4.sub(f32x4.sub(y0, f32x4.mul(sin, px)), f32x4.mul(cos, py))
  const w = v128.load32_splat(SIZES), h = v128.load32_splat(SIZES + 8)
  const ax = f32x4.mul(cos, w), ay = f32x4.mul(sin, w)
  const bx = f32x4.mul(sin, v128.load32_splat(SIZES + 12)), by = f32x4.mul(cos, h)
  const placeLow = v128.shuffle<f32>(x, y, 0, 4, 1, 5), placeHigh = v128.shuffle<f32>(x, y, 2, 6, 3, 7)
  const axisLow = v128.shuffle<f32>(ax, ay, 0, 4, 1, 5), axisHigh = v128.shuffle<f32>(ax, ay, 2, 6, 3, 7)
  const restLow = v128.shuffle<f32>(bx, by, 0, 4, 1, 5), restHigh = v128.shuffle<f32>(bx, by, 2, 6, 3, 7)
  const front0 = v128.shuffle<f64>(placeLow, axisLow, 0, 2), front1 = v128.shuffle<f64>(placeLow, axisLow, 1, 3)
  const front2 = v128.shuffle<f64>(placeHigh, axisHigh, 0, 2), front3 = v128.shuffle<f64>(placeHigh, axisHigh, 1, 3)
  const texel = v128.load(TEXEL)
  if (mask === 15) {
    put(out, front0, restLow, texel, appearanceLow, 0)
    put(out + ROW, front1, restLow, texel, appearanceLow, 1)
    put(out + 2 * ROW, front2, restHigh, texel, appearanceHigh, 0)
    put(out + 3 * ROW, front3, restHigh, texel, appearanceHigh, 1)
    return out + 4 * ROW
  }
  // One that is not visible is written over by the next.
  put(out, front0, restLow, texel, appearanceLow, 0)
  out += <usize>(mask & 1) * ROW
  put(out, front1, restLow, texel, appearanceLow, 1)
  out += <usize>((mask >> 1) & 1) * ROW
  put(out, front2, restHigh, texel, appearanceHigh, 0)
  out += <usize>((mask >> 2) & 1) * ROW
  put(out, front3, restHigh, texel, appearanceHigh, 1)
  return out + <usize>(mask >> 3) * ROW
}

/** An instance: place and axes, the texels of its frame, tint and opacity. */
// @ts-ignore: decorator
@inline
function put(out: usize, front: v128, rest: v128, texel: v128, look: v128, lane: u8): void {
  v128.store(out, front)
  if (lane === 0) v128.store64_lane(out, rest, 0, 16)
  else v128.store64_lane(out, rest, 1, 16)
  v128.store(out, texel, 24)
  if (lane === 0) v128.store64_lane(out, look, 0, 40)
  else v128.store64_lane(out, look, 1, 40)
}
