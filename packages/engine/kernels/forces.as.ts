/** Forces with a centre, and churn. */
import { address, both, column } from './block.as'
import { Numbers, NUMBERS_AT, Words } from './layout.as'

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

/** Two numbers of the block that follow one another. */
// @ts-ignore: decorator
@inline
function beside(index: i32): v128 {
  return v128.load(NUMBERS_AT + (<usize>index << 3))
}

/** The field in a cell between two layers. */
// @ts-ignore: decorator
@inline
function cellAt(here: usize, next: usize, cell: i32, t: v128): v128 {
  const a = v128.load(here + (<usize>cell << 4))
  return here === next ? a : f64x2.add(a, f64x2.mul(f64x2.sub(v128.load(next + (<usize>cell << 4)), a), t))
}

/** The pass of churn.ts without a ramp and without turning. @param here, next addresses of two layers of the field, 64 × 64 pairs; the same one twice where it is the moment's own */
export function churn(from: i32, to: i32, here: usize, next: usize, octaves: i32): void {
  for (let i = from; i < to; i++) {
    const o = <usize>i << 3
    const half = both(Numbers.half)
    const px = f64x2.add(v128.load64_splat(address(Words.x) + o), f64x2.mul(v128.load64_splat(address(Words.vx) + o), half))
    const py = f64x2.add(v128.load64_splat(address(Words.y) + o), f64x2.mul(v128.load64_splat(address(Words.vy) + o), half))
    // Rows of the affine map lie side by side.
    const place = f64x2.add(f64x2.add(f64x2.mul(beside(Numbers.ma), px), f64x2.mul(beside(Numbers.mc), py)), beside(Numbers.me))
    let s = f64x2.add(f64x2.mul(place, both(Numbers.scale)), beside(Numbers.shiftX))
    const share = both(Numbers.between)
    let f = f64x2.splat(0)
    let weight = both(Numbers.strength)
    for (let octave = 0; octave < octaves; octave++) {
      const corner = f64x2.floor(s)
      const t = f64x2.sub(s, corner)
      const tx = v128.shuffle<f64>(t, t, 0, 0)
      const cell = f64x2.add(corner, both(Numbers.integers))
      const x0 = i32x4.extract_lane(cell, 0), y0 = i32x4.extract_lane(cell, 2)
      const row = (y0 & 63) << 6, below = ((y0 + 1) & 63) << 6, left = x0 & 63, right = (x0 + 1) & 63
      const f00 = cellAt(here, next, row + left, share), f10 = cellAt(here, next, row + right, share)
      const f01 = cellAt(here, next, below + left, share), f11 = cellAt(here, next, below + right, share)
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
