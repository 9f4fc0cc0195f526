/** Forces with a centre, churn, and the step that takes in all accelerations. */
import { address, after, both, column, entries, firsts as firstsOf, seconds, wholes } from './block.as'
import { known, shareOf, speeds, stepAxis } from './pairs.as'
import { Central, CHURN_SIDE, Numbers, Push, SMALL_AT, Words } from './layout.as'

/** What `push` is asked for. Bits of a swirl are those of a pull, further on. */
const FADING: i32 = 1 << Push.fading
const SPRING: i32 = 1 << Push.spring
const MODE: i32 = FADING | SPRING
const HOME: i32 = 1 << Push.home
const ON: i32 = 1 << Push.pull
const SWIRL: i32 = Push.swirl - Push.pull
const OCTAVES: i32 = Push.octaves
const ADDED: i32 = 1 << Push.added
const KEPT: i32 = 1 << Push.kept
const RAMPED: i32 = 1 << Push.ramped

/** Bytes of a row of the field, and of a point. */
const FIELD_ROW: usize = (CHURN_SIDE + 1) * 16

/** What a way of (dx, dy) to the centre is multiplied by. @param at index of the force's first number */
// @ts-ignore: decorator
@inline
function strengthAt(dx: v128, dy: v128, at: i32, mode: i32): v128 {
  if (mode === SPRING) return both(at + Central.Stiff)
  const square = f64x2.add(f64x2.mul(dx, dx), f64x2.mul(dy, dy))
  const d = f64x2.sqrt(square)
  const one = both(Numbers.one), perReach = both(at + Central.PerReach)
  const k = f64x2.div(both(at + Central.Strength), f64x2.pmax(one, d))
  if (mode === FADING) return v128.and(
    f64x2.mul(k, f64x2.sub(one, f64x2.mul(d, perReach))),
    f64x2.lt(d, both(at + Central.Reach))
  )
  return f64x2.div(k, f64x2.add(one, f64x2.mul(f64x2.mul(square, perReach), perReach)))
}

/** A point of the field, between two layers. */
// @ts-ignore: decorator
@inline
function point(here: usize, next: usize, still: bool): v128 {
  const a = v128.load(here)
  return still ? a : f64x2.add(a, f64x2.mul(f64x2.sub(v128.load(next), a), both(Numbers.between)))
}

/** The field in a cell. @param t share of the cell across and down */
// @ts-ignore: decorator
@inline
function fieldAt(here: usize, next: usize, tx: v128, ty: v128, still: bool): v128 {
  const f00 = point(here, next, still), f01 = point(here + FIELD_ROW, next + FIELD_ROW, still)
  const top = f64x2.add(f00, f64x2.mul(f64x2.sub(point(here + 16, next + 16, still), f00), tx))
  const bottom = f64x2.sub(
    f64x2.add(f01, f64x2.mul(f64x2.sub(point(here + FIELD_ROW + 16, next + FIELD_ROW + 16, still), f01), tx)),
    top
  )
  return f64x2.add(top, f64x2.mul(bottom, ty))
}

/**
 * From places in the field to where cells lie in a layer, in bytes: (64 × row + row + column) × 16, both from
 * 0 to 63.
 */
// @ts-ignore: decorator
@inline
function cellsAt(x: v128, x2: v128, y: v128, y2: v128): v128 {
  const mask = v128.load32_splat(SMALL_AT + 16), integers = both(Numbers.integers)
  const across = v128.and(wholes(f64x2.add(x, integers), f64x2.add(x2, integers)), mask)
  const down = v128.and(wholes(f64x2.add(y, integers), f64x2.add(y2, integers)), mask)
  return i32x4.shl(i32x4.add(i32x4.add(i32x4.shl(down, 6), down), across), 4)
}

/** One coordinate of a place, brought into the field. @param u, v, w indices of a row of the map */
// @ts-ignore: decorator
@inline
function mapped(x: v128, y: v128, u: i32, v: i32, w: i32, shift: i32): v128 {
  return f64x2.add(
    f64x2.mul(
      f64x2.add(f64x2.add(f64x2.mul(both(u), x), f64x2.mul(both(v), y)), both(w)),
      both(Numbers.scale)
    ),
    both(shift)
  )
}

/**
 * A pair's step along both axes. @param r speed ramp, if it has a say @param a, b, e coefficients of the step
 */
// @ts-ignore: decorator
@inline
function stepPair(o: usize, second: bool, ramped: bool, r: v128, gx: v128, gy: v128, a: v128, b: v128, e: v128): void {
  stepAxis(
    address(Words.x) + o,
    address(Words.lastX) + o,
    address(Words.vx) + o,
    second,
    r,
    ramped,
    a,
    e,
    f64x2.mul(gx, a),
    f64x2.mul(gx, b)
  )
  stepAxis(
    address(Words.y) + o,
    address(Words.lastY) + o,
    address(Words.vy) + o,
    second,
    r,
    ramped,
    a,
    e,
    f64x2.mul(gy, a),
    f64x2.mul(gy, b)
  )
}

/**
 * A pair whose speed is known, or a place in the list of those that are left, which keep their accelerations.
 */
function stepKnown(i: i32, r: v128, gx: v128, gy: v128, left: usize): usize {
  const o = <usize>i << 3
  if (known(r)) {
    stepPair(o, false, true, r, gx, gy, both(Numbers.a), both(Numbers.b), both(Numbers.e))
    return left
  }
  v128.store(address(Words.ax) + o, gx)
  v128.store(address(Words.ay) + o, gy)
  store<i32>(left, i)
  return left + 4
}

/** Accelerations of the two pairs at hand. */
let gx: v128 = f64x2.splat(0)
let gy: v128 = f64x2.splat(0)
let gx2: v128 = f64x2.splat(0)
let gy2: v128 = f64x2.splat(0)

/** What has been added so far: the steady forces, or the columns. */
// @ts-ignore: decorator
@inline
function begin(o: usize, forces: i32): void {
  if (forces & ADDED) {
    gx = column(Words.ax, o)
    gy = column(Words.ay, o)
    gx2 = after(Words.ax, o)
    gy2 = after(Words.ay, o)
  } else {
    gx = gx2 = both(Numbers.gx)
    gy = gy2 = both(Numbers.gy)
  }
}

/**
 * Pull, or the same a quarter further round. @param at index of the force's first number @param forces its
 * own bits, from 0 on @param h how far velocities lead
 */
// @ts-ignore: decorator
@inline
function addCentral(o: usize, at: i32, forces: i32, around: bool, half: v128, half2: v128): void {
  let cx = both(at + Central.X), cy = both(at + Central.Y), cx2 = cx, cy2 = cy
  if (forces & HOME) {
    cx = column(Words.homeX, o)
    cy = column(Words.homeY, o)
    cx2 = after(Words.homeX, o)
    cy2 = after(Words.homeY, o)
  }
  const dx = f64x2.sub(f64x2.sub(cx, column(Words.x, o)), f64x2.mul(column(Words.vx, o), half))
  const dx2 = f64x2.sub(f64x2.sub(cx2, after(Words.x, o)), f64x2.mul(after(Words.vx, o), half2))
  const dy = f64x2.sub(f64x2.sub(cy, column(Words.y, o)), f64x2.mul(column(Words.vy, o), half))
  const dy2 = f64x2.sub(f64x2.sub(cy2, after(Words.y, o)), f64x2.mul(after(Words.vy, o), half2))
  let k = strengthAt(dx, dy, at, forces & MODE), k2 = strengthAt(dx2, dy2, at, forces & MODE)
  if (!around) {
    gx = f64x2.add(gx, f64x2.mul(dx, k))
    gy = f64x2.add(gy, f64x2.mul(dy, k))
    gx2 = f64x2.add(gx2, f64x2.mul(dx2, k2))
    gy2 = f64x2.add(gy2, f64x2.mul(dy2, k2))
    return
  }
  // What was born mirrored turns the other way.
  k = v128.xor(k, v128.and(column(Words.effectScale, o), both(Numbers.sign)))
  k2 = v128.xor(k2, v128.and(after(Words.effectScale, o), both(Numbers.sign)))
  gx = f64x2.add(gx, f64x2.mul(dy, k))
  gy = f64x2.sub(gy, f64x2.mul(dx, k))
  gx2 = f64x2.add(gx2, f64x2.mul(dy2, k2))
  gy2 = f64x2.sub(gy2, f64x2.mul(dx2, k2))
}

/** The field where two pairs are half-way through the step, octave by octave. */
// @ts-ignore: decorator
@inline
function addChurn(o: usize, octaves: i32, half: v128, half2: v128, still: bool): void {
  const here = address(Words.field), next = address(Words.nextField)
  const px = f64x2.add(column(Words.x, o), f64x2.mul(column(Words.vx, o), half))
  const py = f64x2.add(column(Words.y, o), f64x2.mul(column(Words.vy, o), half))
  const px2 = f64x2.add(after(Words.x, o), f64x2.mul(after(Words.vx, o), half2))
  const py2 = f64x2.add(after(Words.y, o), f64x2.mul(after(Words.vy, o), half2))
  let sx = mapped(px, py, Numbers.ma, Numbers.mc, Numbers.me, Numbers.shiftX)
  let sy = mapped(px, py, Numbers.mb, Numbers.md, Numbers.mf, Numbers.shiftY)
  let sx2 = mapped(px2, py2, Numbers.ma, Numbers.mc, Numbers.me, Numbers.shiftX)
  let sy2 = mapped(px2, py2, Numbers.mb, Numbers.md, Numbers.mf, Numbers.shiftY)
  let fA = f64x2.splat(0), fB = fA, fC = fA, fD = fA
  let weight = both(Numbers.churnStrength)
  for (let octave = octaves; octave > 0; octave--) {
    const cx = f64x2.floor(sx), cy = f64x2.floor(sy), cx2 = f64x2.floor(sx2), cy2 = f64x2.floor(sy2)
    const tx = f64x2.sub(sx, cx), ty = f64x2.sub(sy, cy), tx2 = f64x2.sub(sx2, cx2), ty2 = f64x2.sub(sy2, cy2)
    const cells = cellsAt(cx, cx2, cy, cy2)
    const A = <usize>i32x4.extract_lane(cells, 0)
    const B = <usize>i32x4.extract_lane(cells, 1)
    const C = <usize>i32x4.extract_lane(cells, 2)
    const D = <usize>i32x4.extract_lane(cells, 3)
    fA = f64x2.add(
      fA,
      f64x2.mul(
        weight,
        fieldAt(here + A, next + A, v128.shuffle<f64>(tx, tx, 0, 0), v128.shuffle<f64>(ty, ty, 0, 0), still)
      )
    )
    fB = f64x2.add(
      fB,
      f64x2.mul(
        weight,
        fieldAt(here + B, next + B, v128.shuffle<f64>(tx, tx, 1, 1), v128.shuffle<f64>(ty, ty, 1, 1), still)
      )
    )
    fC = f64x2.add(
      fC,
      f64x2.mul(
        weight,
        fieldAt(
          here + C,
          next + C,
          v128.shuffle<f64>(tx2, tx2, 0, 0),
          v128.shuffle<f64>(ty2, ty2, 0, 0),
          still
        )
      )
    )
    fD = f64x2.add(
      fD,
      f64x2.mul(
        weight,
        fieldAt(
          here + D,
          next + D,
          v128.shuffle<f64>(tx2, tx2, 1, 1),
          v128.shuffle<f64>(ty2, ty2, 1, 1),
          still
        )
      )
    )
    sx = f64x2.add(sx, sx)
    sy = f64x2.add(sy, sy)
    sx2 = f64x2.add(sx2, sx2)
    sy2 = f64x2.add(sy2, sy2)
    weight = f64x2.mul(weight, both(Numbers.halved))
  }
  gx = f64x2.add(gx, firstsOf(fA, fB))
  gy = f64x2.add(gy, seconds(fA, fB))
  gx2 = f64x2.add(gx2, firstsOf(fC, fD))
  gy2 = f64x2.add(gy2, seconds(fC, fD))
}

/** Forces of two pairs, in their order. */
// @ts-ignore: decorator
@inline
function addForces(o: usize, forces: i32, half: v128, half2: v128, still: bool): void {
  begin(o, forces)
  if (forces & ON) addCentral(o, Numbers.pullX, forces, false, half, half2)
  if (forces & (ON << SWIRL)) addCentral(o, Numbers.swirlX, forces >> SWIRL, true, half, half2)
  const octaves = (forces >> OCTAVES) & 7
  if (octaves !== 0) addChurn(o, octaves, half, half2, still)
}

/** Accelerations to the columns. */
// @ts-ignore: decorator
@inline
function keep(o: usize): void {
  const ax = address(Words.ax) + o, ay = address(Words.ay) + o
  v128.store(ax, gx)
  v128.store(ay, gy)
  v128.store(ax, gx2, 16)
  v128.store(ay, gy2, 16)
}

/**
 * The step of the two pairs from slot `i` on. Those that need the exact pieces of the speed ramp are left;
 * returns where the next such goes.
 */
// @ts-ignore: decorator
@inline
function stepOn(i: i32, to: i32, forces: i32, left: usize): usize {
  const o = <usize>i << 3
  const a = both(Numbers.a), b = both(Numbers.b), e = both(Numbers.e)
  if (!(forces & RAMPED)) {
    stepPair(o, false, false, gx, gx, gy, a, b, e)
    stepPair(o, true, false, gx2, gx2, gy2, a, b, e)
    return left
  }
  const t = shareOf(address(Words.born) + o, address(Words.life) + o, false)
  const t2 = shareOf(address(Words.born) + o, address(Words.life) + o, true)
  const entry = entries(t, t2)
  const r = speeds(i32x4.extract_lane(entry, 0), i32x4.extract_lane(entry, 1), t)
  const r2 = speeds(i32x4.extract_lane(entry, 2), i32x4.extract_lane(entry, 3), t2)
  if (!known(f64x2.add(r, r2))) {
    const on = stepKnown(i, r, gx, gy, left)
    return i + 2 < to ? stepKnown(i + 2, r2, gx2, gy2, on) : on
  }
  stepPair(o, false, true, r, gx, gy, a, b, e)
  stepPair(o, true, true, r2, gx2, gy2, a, b, e)
  return left
}

/**
 * Pull, swirl and churn, in this order, and the step: `addCentral`, the pass of churn.ts and `accelerate`,
 * two pairs at a
 * time; the last may take in up to three slots behind `to`. Each force starts from place and velocity as they
 * are before.
 * With a speed ramp pairs that need its exact pieces are left; returns how many.
 * @param still the field is that of the moment, so that nothing lies between two layers
 */
// @ts-ignore: decorator
@inline
function pushAll(from: i32, to: i32, forces: i32, still: bool): i32 {
  const firstLeft = address(Words.left)
  let left = firstLeft
  for (let i = from; i < to; i += 4) {
    const o = <usize>i << 3
    addForces(o, forces, both(Numbers.half), both(Numbers.half), still)
    if (forces & KEPT) keep(o)
    else left = stepOn(i, to, forces, left)
  }
  return <i32>((left - firstLeft) >> 2)
}

/** All over a tick. @param forces see the bits above */
export function push(from: i32, to: i32, forces: i32): i32 {
  return address(Words.field) === address(Words.nextField) ? pushAll(from, to, forces, true) : pushAll(
    from,
    to,
    forces,
    false
  )
}

/**
 * Newborns, each with coefficients of its own, which `coefficients` has worked out, and all with the ramp's
 * first value.
 */
export function pushFirst(from: i32, to: i32, forces: i32): void {
  const r = both(Numbers.ramp), ramped = (forces & RAMPED) !== 0
  let firsts = address(Words.firsts)
  for (let i = from; i < to; i += 4, firsts += 96) {
    const o = <usize>i << 3
    const a = v128.load(firsts, 16), a2 = v128.load(firsts, 64)
    addForces(o, forces, f64x2.mul(a, both(Numbers.halved)), f64x2.mul(a2, both(Numbers.halved)), false)
    stepPair(o, false, ramped, r, gx, gy, a, v128.load(firsts, 32), v128.load(firsts))
    stepPair(o, true, ramped, r, gx2, gy2, a2, v128.load(firsts, 80), v128.load(firsts, 48))
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
