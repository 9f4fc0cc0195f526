/** Forces with a centre, churn, and the step that takes in all accelerations. */
import { address, both, column, entries, num, lines } from './block.as'
import { Numbers, SMALL_AT, Words } from './layout.as'

/** What `push` does, as bits; forces/told.ts says which. */
const MODE: i32 = 3
const FADING: i32 = 1
const SPRING: i32 = 2
const HOME: i32 = 4
const ON: i32 = 8
const SWIRL: i32 = 4
const OCTAVES: i32 = 8
const ADDED: i32 = 1 << 11
const KEPT: i32 = 1 << 12
const RAMPED: i32 = 1 << 13

/** Bytes of a row of the field, and of a point. */
const FIELD_ROW: usize = 65 * 16

/** Numbers of a force with a centre, behind its `x`. */
const STRENGTH: i32 = 2
const PER_REACH: i32 = 3
const REACH: i32 = 4
const STIFF: i32 = 5

/** What a way of (dx, dy) to the centre is multiplied by. @param at index of the force's first number */
// @ts-ignore: decorator
@inline
function strengthAt(dx: v128, dy: v128, at: i32, mode: i32): v128 {
  if (mode === SPRING) return both(at + STIFF)
  const square = f64x2.add(f64x2.mul(dx, dx), f64x2.mul(dy, dy))
  const d = f64x2.sqrt(square)
  const one = both(Numbers.one), perReach = both(at + PER_REACH)
  const k = f64x2.div(both(at + STRENGTH), f64x2.pmax(one, d))
  if (mode === FADING) return v128.and(f64x2.mul(k, f64x2.sub(one, f64x2.mul(d, perReach))), f64x2.lt(d, both(at + REACH)))
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
  const bottom = f64x2.sub(f64x2.add(f01, f64x2.mul(f64x2.sub(point(here + FIELD_ROW + 16, next + FIELD_ROW + 16, still), f01), tx)), top)
  return f64x2.add(top, f64x2.mul(bottom, ty))
}

/** One step of the pair at `o`, or of one axis of it. @param to where it comes to */
// @ts-ignore: decorator
@inline
function moveTo(way: usize, last: usize, speed: usize, to: v128, after: v128): void {
  v128.store(last, v128.load(way))
  v128.store(way, to)
  v128.store(speed, after)
}

/**
 * Pull, swirl and churn, in this order, and the step: `addCentral`, the pass of churn.ts and `Motion.#accelerate` for pairs
 * of slots. Each force starts from place and velocity as they are before. With a speed ramp pairs that need its exact
 * pieces are left; returns how many.
 * @param news newborns: each pair has its own coefficients of the step, at `firsts`, and all the ramp's first value
 * @param still the field is that of the moment, so that nothing lies between two layers
 */
// @ts-ignore: decorator
@inline
function pushAll(from: i32, to: i32, forces: i32, news: bool, still: bool): i32 {
  const firstLeft = address(Words.left)
  let left = firstLeft
  let firsts = address(Words.firsts)
  const octaves = (forces >> OCTAVES) & 7
  const here = address(Words.field), next = address(Words.nextField)
  for (let i = from; i < to; i += 2) {
    const o = <usize>i << 3
    let a: v128, b: v128, e: v128, half: v128
    if (news) {
      e = v128.load(firsts)
      a = v128.load(firsts, 16)
      b = v128.load(firsts, 32)
      half = f64x2.mul(a, both(Numbers.halved))
      firsts += 48
    } else {
      e = both(Numbers.e)
      a = both(Numbers.a)
      b = both(Numbers.b)
      half = both(Numbers.half)
    }
    const x = column(Words.x, o), y = column(Words.y, o)
    const hx = f64x2.mul(column(Words.vx, o), half), hy = f64x2.mul(column(Words.vy, o), half)
    let gx = both(Numbers.gx), gy = both(Numbers.gy)
    if (forces & ADDED) {
      gx = column(Words.ax, o)
      gy = column(Words.ay, o)
    }
    if (forces & ON) {
      let dx = both(Numbers.pullX), dy = both(Numbers.pullY)
      if (forces & HOME) {
        dx = column(Words.homeX, o)
        dy = column(Words.homeY, o)
      }
      dx = f64x2.sub(f64x2.sub(dx, x), hx)
      dy = f64x2.sub(f64x2.sub(dy, y), hy)
      const k = strengthAt(dx, dy, Numbers.pullX, forces & MODE)
      gx = f64x2.add(gx, f64x2.mul(dx, k))
      gy = f64x2.add(gy, f64x2.mul(dy, k))
    }
    if (forces & (ON << SWIRL)) {
      let dx = both(Numbers.swirlX), dy = both(Numbers.swirlY)
      if (forces & (HOME << SWIRL)) {
        dx = column(Words.homeX, o)
        dy = column(Words.homeY, o)
      }
      dx = f64x2.sub(f64x2.sub(dx, x), hx)
      dy = f64x2.sub(f64x2.sub(dy, y), hy)
      // What was born mirrored turns the other way.
      const k = v128.xor(strengthAt(dx, dy, Numbers.swirlX, (forces >> SWIRL) & MODE), v128.and(column(Words.grow, o), both(Numbers.sign)))
      gx = f64x2.add(gx, f64x2.mul(dy, k))
      gy = f64x2.sub(gy, f64x2.mul(dx, k))
    }
    if (octaves !== 0) {
      const px = f64x2.add(x, hx), py = f64x2.add(y, hy)
      const scale = both(Numbers.scale)
      let sx = f64x2.add(f64x2.mul(f64x2.add(f64x2.add(f64x2.mul(both(Numbers.ma), px), f64x2.mul(both(Numbers.mc), py)), both(Numbers.me)), scale), both(Numbers.shiftX))
      let sy = f64x2.add(f64x2.mul(f64x2.add(f64x2.add(f64x2.mul(both(Numbers.mb), px), f64x2.mul(both(Numbers.md), py)), both(Numbers.mf)), scale), both(Numbers.shiftY))
      let fA = f64x2.splat(0), fB = f64x2.splat(0)
      let weight = both(Numbers.churnStrength)
      for (let octave = octaves; octave > 0; octave--) {
        const x0 = f64x2.floor(sx), y0 = f64x2.floor(sy)
        const tx = f64x2.sub(sx, x0), ty = f64x2.sub(sy, y0)
        // Columns and rows from 0 to 63, and what that is in bytes: (64 × row + row + column) × 16.
        const across = v128.and(v128.shuffle<i32>(f64x2.add(x0, both(Numbers.integers)), f64x2.add(y0, both(Numbers.integers)), 0, 2, 4, 6), v128.load32_splat(SMALL_AT + 16))
        const down = v128.shuffle<i32>(across, across, 2, 3, 2, 3)
        const cell = i32x4.shl(i32x4.add(i32x4.add(i32x4.shl(down, 6), down), across), 4)
        const cA = <usize>i32x4.extract_lane(cell, 0), cB = <usize>i32x4.extract_lane(cell, 1)
        fA = f64x2.add(fA, f64x2.mul(weight, fieldAt(here + cA, next + cA, v128.shuffle<f64>(tx, tx, 0, 0), v128.shuffle<f64>(ty, ty, 0, 0), still)))
        fB = f64x2.add(fB, f64x2.mul(weight, fieldAt(here + cB, next + cB, v128.shuffle<f64>(tx, tx, 1, 1), v128.shuffle<f64>(ty, ty, 1, 1), still)))
        sx = f64x2.add(sx, sx)
        sy = f64x2.add(sy, sy)
        weight = f64x2.mul(weight, both(Numbers.halved))
      }
      gx = f64x2.add(gx, v128.shuffle<f64>(fA, fB, 0, 2))
      gy = f64x2.add(gy, v128.shuffle<f64>(fA, fB, 1, 3))
    }
    if (forces & KEPT) {
      v128.store(address(Words.ax) + o, gx)
      v128.store(address(Words.ay) + o, gy)
      continue
    }
    const u = column(Words.vx, o), v = column(Words.vy, o)
    const lastX = column(Words.x, o), lastY = column(Words.y, o)
    const gxB = f64x2.mul(gx, b), gyB = f64x2.mul(gy, b)
    let toX = f64x2.add(f64x2.add(lastX, f64x2.mul(u, a)), gxB), toY = f64x2.add(f64x2.add(lastY, f64x2.mul(v, a)), gyB)
    if (forces & RAMPED) {
      let r: v128
      if (news) r = both(Numbers.ramp)
      else {
        const t = f64x2.pmin(both(Numbers.one), f64x2.pmax(f64x2.splat(0), f64x2.div(f64x2.sub(both(Numbers.time), column(Words.born, o)), column(Words.life, o))))
        const entry = entries(t, t)
        const table = address(Words.speeds)
        r = lines(v128.load(table + <usize>i32x4.extract_lane(entry, 0)), v128.load(table + <usize>i32x4.extract_lane(entry, 1)), t)
        if (i64x2.bitmask(f64x2.eq(r, r)) !== 3) {
          store<i32>(left, i)
          left += 4
          v128.store(address(Words.ax) + o, gx)
          v128.store(address(Words.ay) + o, gy)
          continue
        }
      }
      toX = f64x2.add(lastX, f64x2.mul(r, f64x2.add(f64x2.mul(u, a), gxB)))
      toY = f64x2.add(lastY, f64x2.mul(r, f64x2.add(f64x2.mul(v, a), gyB)))
    }
    moveTo(address(Words.x) + o, address(Words.lastX) + o, address(Words.vx) + o, toX, f64x2.add(f64x2.mul(u, e), f64x2.mul(gx, a)))
    moveTo(address(Words.y) + o, address(Words.lastY) + o, address(Words.vy) + o, toY, f64x2.add(f64x2.mul(v, e), f64x2.mul(gy, a)))
  }
  return <i32>((left - firstLeft) >> 2)
}

/** All over a tick. @param forces see the bits above */
export function push(from: i32, to: i32, forces: i32): i32 {
  return address(Words.field) === address(Words.nextField) ? pushAll(from, to, forces, false, true) : pushAll(from, to, forces, false, false)
}

/** Newborns, whose coefficients `coefficients` has worked out. */
export function pushFirst(from: i32, to: i32, forces: i32): void {
  pushAll(from, to, forces, true, false)
}

/** from + (to − from) × t for an even count of numbers. */
export function between(from: usize, to: usize, t: f64, out: usize, count: i32): void {
  const share = f64x2.splat(t)
  for (const end = out + (<usize>count << 3); out < end; out += 16, from += 16, to += 16) {
    const a = v128.load(from)
    v128.store(out, f64x2.add(a, f64x2.mul(f64x2.sub(v128.load(to), a), share)))
  }
}
