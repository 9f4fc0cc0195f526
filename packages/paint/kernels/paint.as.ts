/**
 * The compositor in WebAssembly SIMD: the same arithmetic as src/paint.ts, four channels at once in float32,
 * places in float64. Memory is laid out by src/painter.ts.
 */

const ONE: f32 = 32640
/** 1 ÷ ONE in float32: a product costs less than a quotient. */
const SHARE: f32 = <f32>1 / ONE

/** What was touched, in px: left, top, right, bottom. */
let left: i32 = 0
let top: i32 = 0
let right: i32 = 0
let bottom: i32 = 0

export function boxLeft(): i32 { return left }
export function boxTop(): i32 { return top }
export function boxRight(): i32 { return right }
export function boxBottom(): i32 { return bottom }

/** Nothing is touched yet. */
export function open(width: i32, height: i32): void {
  left = width
  top = height
  right = 0
  bottom = 0
}

/** Clears a rectangle of the canvas. */
export function clear(data: usize, width: i32, x0: i32, y0: i32, x1: i32, y1: i32): void {
  for (let y = y0; y < y1; y++) memory.fill(data + ((y * width + x0) << 3), 0, (x1 - x0) << 3)
}

// @ts-ignore: decorator
@inline
function clamp(value: f64, low: f64, high: f64): f64 {
  return value < low ? low : value > high ? high : value
}

/** The texel under the place. */
// @ts-ignore: decorator
@inline
function nearest(texels: usize, width: i32, u: f64, v: f64, x0: f64, y0: f64, x1: f64, y1: f64): v128 {
  const x = <i32>clamp(Math.floor(u), x0, x1)
  const y = <i32>clamp(Math.floor(v), y0, y1)
  return v128.load(texels + ((y * width + x) << 4))
}

/** The four texels around the place by distance. */
// @ts-ignore: decorator
@inline
function smooth(texels: usize, width: i32, u: f64, v: f64, x0: f64, y0: f64, x1: f64, y1: f64): v128 {
  const x = clamp(u - 0.5, x0, x1)
  const y = clamp(v - 0.5, y0, y1)
  const ix = <i32>x
  const iy = <i32>y
  const fx = <f32>(x - <f64>ix)
  const fy = <f32>(y - <f64>iy)
  const a = texels + ((iy * width + ix) << 4)
  const b = <f64>ix < x1 ? a + 16 : a
  const down = <f64>iy < y1 ? width << 4 : 0
  const gx: f32 = 1 - fx
  const gy: f32 = 1 - fy
  return f32x4.add(
    f32x4.add(
      f32x4.add(
        f32x4.mul(v128.load(a), f32x4.splat(gx * gy)),
        f32x4.mul(v128.load(b), f32x4.splat(fx * gy))
      ),
      f32x4.mul(v128.load(a + down), f32x4.splat(gx * fy))
    ),
    f32x4.mul(v128.load(b + down), f32x4.splat(fx * fy))
  )
}

/** A premultiplied texel through a matrix, within its alpha. */
// @ts-ignore: decorator
@inline
function shifted(t: v128, m: usize): v128 {
  const r = f32x4.extract_lane(t, 0), g = f32x4.extract_lane(t, 1), b = f32x4.extract_lane(t, 2)
  const a = f32x4.extract_lane(t, 3)
  const x = load<f32>(m) * r + load<f32>(m, 4) * g + load<f32>(m, 8) * b
  const y = load<f32>(m, 12) * r + load<f32>(m, 16) * g + load<f32>(m, 20) * b
  const z = load<f32>(m, 24) * r + load<f32>(m, 28) * g + load<f32>(m, 32) * b
  return f32x4(within(x, a), within(y, a), within(z, a), a)
}

// @ts-ignore: decorator
@inline
function within(value: f32, most: f32): f32 {
  return value < 0 ? 0 : value > most ? most : value
}

// @ts-ignore: decorator
@inline
function read(at: usize): v128 {
  return f32x4.convert_i32x4_u(v128.load16x4_u(at))
}

/** Four channels, cut to whole numbers. */
// @ts-ignore: decorator
@inline
function write(at: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_u(value)
  v128.store64_lane(at, i16x8.narrow_i32x4_u(whole, whole), 0)
}

const HALF = f32x4.splat(0.5)
const FULL = f32x4.splat(ONE)
/** Colour from the first, alpha from the second. */
// @ts-ignore: decorator
@inline
function withAlpha(colour: v128, d: v128): v128 {
  return v128.shuffle<i32>(colour, d, 0, 1, 2, 7)
}

/** Blends a source s in canvas units onto the pixel at `at`: 0 normal, 1 additive, 2 screen, 3 multiply. */
// @ts-ignore: decorator
@inline
function blend(kind: i32, at: usize, s: v128): void {
  const d = read(at)
  if (kind == 0) {
    const a = f32x4.extract_lane(s, 3)
    const keep = f32x4.splat((ONE - a) * SHARE)
    write(at, f32x4.add(f32x4.add(s, f32x4.mul(d, keep)), HALF))
  } else if (kind == 1) {
    const sum = f32x4.min(FULL, f32x4.add(f32x4.add(d, s), HALF))
    write(at, withAlpha(sum, d))
  } else if (kind == 2) {
    const keep = f32x4.mul(f32x4.sub(FULL, s), f32x4.splat(SHARE))
    write(at, withAlpha(f32x4.add(f32x4.add(s, f32x4.mul(d, keep)), HALF), d))
  } else {
    const a = f32x4.extract_lane(s, 3)
    const keep = f32x4.mul(f32x4.add(f32x4.splat(ONE - a), s), f32x4.splat(SHARE))
    const colour = f32x4.add(f32x4.mul(d, keep), HALF)
    const under = f32x4.extract_lane(d, 3)
    const grey = (f32x4.extract_lane(s, 0) + f32x4.extract_lane(s, 1) + f32x4.extract_lane(s, 2)) / <f32>3
    const alpha = under + (ONE - under) * ((a - grey) * SHARE) + <f32>0.5
    write(at, f32x4.replace_lane(colour, 3, alpha))
  }
}

/** Where a row's pixels may lie within the quad, with a pixel of slack; the exact test is made for each. */
// @ts-ignore: decorator
@inline
function from(start: f64, slope: f64, low: f64): f64 {
  return slope == 0 ? low : Math.max(low, Math.floor(Math.min(-start / slope, (1 - start) / slope)) - 1)
}
// @ts-ignore: decorator
@inline
function until(start: f64, slope: f64, high: f64): f64 {
  if (slope == 0) return start < 0 || start >= 1 ? -1 : high
  return Math.min(high, Math.ceil(Math.max(-start / slope, (1 - start) / slope)) + 1)
}

/** One row of a quad. */
// @ts-ignore: decorator
@inline
function row(
  kind: i32, isSmooth: bool, at: usize, width: i32, texels: usize, texelWidth: i32, matrix: usize, k: v128,
  s0: f64, sx: f64, t0: f64, tx: f64, fx: f64, fy: f64, fw: f64, fh: f64
): void {
  const x1 = fx + fw - 1
  const y1 = fy + fh - 1
  const first = from(t0, tx, from(s0, sx, 0))
  const end = <i32>until(t0, tx, until(s0, sx, <f64>width))
  for (let x = <i32>first; x < end; x++) {
    const s = s0 + <f64>x * sx
    const t = t0 + <f64>x * tx
    if (s < 0 || s >= 1 || t < 0 || t >= 1) continue
    const u = fx + s * fw
    const v = fy + t * fh
    let texel = isSmooth
      ? smooth(texels, texelWidth, u, v, fx, fy, x1, y1)
      : nearest(texels, texelWidth, u, v, fx, fy, x1, y1)
    if (f32x4.extract_lane(texel, 3) == 0) continue
    if (matrix) texel = shifted(texel, matrix)
    blend(kind, at + (x << 3), f32x4.mul(texel, k))
  }
}

// @ts-ignore: decorator
@inline
function quads(
  kind: i32, isSmooth: bool, data: usize, width: i32, height: i32, texels: usize, texelWidth: i32,
  instances: usize, count: i32, matrices: usize, leftPx: f64, topPx: f64, zoom: f64
): void {
  for (let i = 0; i < count; i++) {
    const o = instances + i * 48
    const opacity = load<f32>(o, 44)
    if (!(opacity > 0)) continue
    const ox = (<f64>load<f32>(o) + leftPx) * zoom
    const oy = (<f64>load<f32>(o, 4) + topPx) * zoom
    const ax = <f64>load<f32>(o, 8) * zoom, ay = <f64>load<f32>(o, 12) * zoom
    const dx = <f64>load<f32>(o, 16) * zoom, dy = <f64>load<f32>(o, 20) * zoom
    const det = ax * dy - ay * dx
    if (det == 0) continue
    const y0 = Math.max(0, Math.floor(oy + Math.min(Math.min(0, ay), Math.min(dy, ay + dy))))
    const y1 = Math.min(<f64>height, Math.ceil(oy + Math.max(Math.max(0, ay), Math.max(dy, ay + dy))))
    const x0 = Math.max(0, Math.floor(ox + Math.min(Math.min(0, ax), Math.min(dx, ax + dx))))
    const x1 = Math.min(<f64>width, Math.ceil(ox + Math.max(Math.max(0, ax), Math.max(dx, ax + dx))))
    if (!(y0 < y1) || !(x0 < x1)) continue
    left = min(left, <i32>x0)
    top = min(top, <i32>y0)
    right = max(right, <i32>x1)
    bottom = max(bottom, <i32>y1)
    const tint = load<u32>(o, 40)
    const strength = <f64>opacity * 128
    const k = f32x4(
      <f32>((<f64>(tint & 255) / 255) * strength),
      <f32>((<f64>((tint >>> 8) & 255) / 255) * strength),
      <f32>((<f64>((tint >>> 16) & 255) / 255) * strength),
      <f32>strength
    )
    const sx = dy / det, sy = -dx / det, tx = -ay / det, ty = ax / det
    const fx = <f64>load<f32>(o, 24), fy = <f64>load<f32>(o, 28)
    const fw = <f64>load<f32>(o, 32), fh = <f64>load<f32>(o, 36)
    const matrix = matrices ? matrices + i * 36 : 0
    for (let y = <i32>y0; y < <i32>y1; y++) {
      const cy = <f64>y + 0.5 - oy
      row(
        kind, isSmooth, data + ((y * width) << 3), width, texels, texelWidth, matrix, k,
        (0.5 - ox) * sx + cy * sy, sx, (0.5 - ox) * tx + cy * ty, tx, fx, fy, fw, fh
      )
    }
  }
}

/**
 * Paints instances of 12 words onto a canvas of 16 bits a channel.
 * @param matrices nine float32 an instance, or 0
 */
export function paint(
  kind: i32, isSmooth: i32, data: usize, width: i32, height: i32, texels: usize, texelWidth: i32,
  instances: usize, count: i32, matrices: usize, x: f64, y: f64, zoom: f64
): void {
  const d = data, w = width, h = height, t = texels, tw = texelWidth, o = instances, n = count, m = matrices
  if (isSmooth) {
    if (kind == 0) quads(0, true, d, w, h, t, tw, o, n, m, x, y, zoom)
    else if (kind == 1) quads(1, true, d, w, h, t, tw, o, n, m, x, y, zoom)
    else if (kind == 2) quads(2, true, d, w, h, t, tw, o, n, m, x, y, zoom)
    else quads(3, true, d, w, h, t, tw, o, n, m, x, y, zoom)
  } else {
    if (kind == 0) quads(0, false, d, w, h, t, tw, o, n, m, x, y, zoom)
    else if (kind == 1) quads(1, false, d, w, h, t, tw, o, n, m, x, y, zoom)
    else if (kind == 2) quads(2, false, d, w, h, t, tw, o, n, m, x, y, zoom)
    else quads(3, false, d, w, h, t, tw, o, n, m, x, y, zoom)
  }
}
