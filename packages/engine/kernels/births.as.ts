/**
 * Births of plain kinds, one particle at a time over a run of new slots whose keys, times and lives are
 * there: where they
 * stand and where they go, what they look like, and how their first step goes. Twins: launch.ts, `drawLooks`,
 * `dragStepIn`.
 */
import { address, num } from './block.as'
import { Aims, Biases, Birth, Drawn, Fills, Numbers, Shapes, Streams, Words } from './layout.as'

const DEG: f64 = 3.141592653589793 / 180.0

// @ts-ignore: decorator
@inline
function mix(h: u32): u32 {
  h ^= h >>> 16
  h *= 0x85ebca6b
  h ^= h >>> 13
  h *= 0xc2b2ae35
  return h ^ (h >>> 16)
}

/** The `k`-th draw of a stream for a key. */
// @ts-ignore: decorator
@inline
function draw(hi: u32, lo: u32, stream: i32, k: i32): f64 {
  return <f64>mix(mix(lo ^ (<u32>(stream * 8 + k + 1) * 0x9e3779b1)) + hi) / 4294967296.0
}

// @ts-ignore: decorator
@inline
function bent(u: f64, bias: i32): f64 {
  if (bias === Biases.even) return u
  if (bias === Biases.middle) return u < 0.5 ? Math.sqrt(u * 0.5) : 1 - Math.sqrt((1 - u) * 0.5)
  return bias === Biases.low ? 1 - Math.sqrt(1 - u) : Math.sqrt(u)
}

// @ts-ignore: decorator
@inline
function filled(q: f64, fill: i32): f64 {
  return fill === Fills.even ? q : fill === Fills.core ? q * q : fill === Fills.rim ? Math.sqrt(Math.sqrt(q)) : 1
}

/** What the twins keep in pairs: a direction, a place, a normal and a tangent. */
let c: f64 = 0
let s: f64 = 0
let px: f64 = 0
let py: f64 = 0
let nx: f64 = 0
let ny: f64 = 0
let tx: f64 = 0
let ty: f64 = 0

/** `cosSinIn`, to c and s. */
function turnTo(deg: f64): void {
  const turn = deg - 360 * Math.floor(deg / 360)
  const quarter = Math.floor(turn / 90 + 0.5)
  const x = (turn - 90 * quarter) * DEG
  const z = x * x
  const sine = x * (1 + z * (-1.0 / 6 + z * (1.0 / 120 + z * (-1.0 / 5040 + z * (1.0 / 362880 + z * (-1.0 / 39916800 + z * (1.0 / 6227020800 + z * (-1.0 / 1307674368000 + z / 355687428096000))))))))
  const cosine = 1 + z * (-1.0 / 2 + z * (1.0 / 24 + z * (-1.0 / 720 + z * (1.0 / 40320 + z * (-1.0 / 3628800 + z * (1.0 / 479001600 + z * (-1.0 / 87178291200 + z / 20922789888000)))))))
  const q = <i32>quarter & 3
  c = q === 0 ? cosine : q === 1 ? -sine : q === 2 ? -cosine : sine
  s = q === 0 ? sine : q === 1 ? cosine : q === 2 ? -sine : -cosine
}

/** Towards a point seen from the origin; the heading stays where there is no way. */
// @ts-ignore: decorator
@inline
function toward(x: f64, y: f64): void {
  const length = Math.sqrt(x * x + y * y)
  if (length === 0) return
  c = x / length
  s = y / length
}

// @ts-ignore: decorator
@inline
function own(block: usize, index: i32): f64 {
  return load<f64>(block + (<usize>index << 3))
}

function bendLine(fill: i32, a: f64): f64 {
  if (fill === Fills.even || fill === Fills.outline) return a
  const side = 2 * a - 1
  return 0.5 + (side < 0 ? -0.5 : 0.5) * filled(Math.abs(side), fill)
}

/** The samplers of shapes.ts. */
function sample(block: usize, a: f64, b: f64): void {
  const shape = <i32>own(block, Birth.shape)
  const fill = <i32>own(block, Birth.fill)
  const p0 = own(block, Birth.p0), p1 = own(block, Birth.p1), p2 = own(block, Birth.p2), p3 = own(block, Birth.p3)
  if (shape === Shapes.point) {
    px = py = nx = ny = ty = 0
    tx = 1
  } else if (shape === Shapes.line) {
    const t = bendLine(fill, a)
    px = p0 + p2 * t
    py = p1 + p3 * t
    tx = own(block, Birth.p4)
    ty = own(block, Birth.p5)
    nx = ty
    ny = -tx
  } else if (shape === Shapes.box) {
    const x = 2 * a - 1, y = 2 * b - 1
    const rho = Math.max(Math.abs(x), Math.abs(y))
    const factor = fill === Fills.even || rho === 0 ? 1 : Math.sqrt(filled(rho * rho, fill)) / rho
    px = (x * factor * p0) / 2
    py = (y * factor * p1) / 2
    const length = Math.sqrt(px * px + py * py)
    nx = length > 0 ? px / length : 0
    ny = length > 0 ? py / length : 0
    tx = -ny
    ty = nx
  } else sampleBand(block, shape, fill, a, b)
}

function sampleBand(block: usize, shape: i32, fill: i32, a: f64, b: f64): void {
  const band = shape === Shapes.band
  const p0 = own(block, Birth.p0), p1 = own(block, Birth.p1)
  const inner = band ? p0 : 0, outer = band ? p1 : 1
  const q = filled(b, fill)
  const radius = inner === 0 ? Math.sqrt(q) * outer : Math.sqrt(inner * inner + q * (outer * outer - inner * inner))
  turnTo((band ? own(block, Birth.p2) : 0) + a * (band ? own(block, Birth.p3) : 360))
  px = c * radius
  py = s * radius
  nx = c
  ny = s
  if (!band) {
    nx = px * p1
    ny = py * p0
    const length = Math.sqrt(nx * nx + ny * ny)
    px *= p0
    py *= p1
    nx = length > 0 ? nx / length : 0
    ny = length > 0 ? ny / length : 0
  }
  tx = -ny
  ty = nx
}

/** Which way out, to c and s. */
function aimAt(block: usize, hi: u32, lo: u32): void {
  const aim = <i32>own(block, Birth.aim)
  const fan = own(block, Birth.fan)
  if (aim === Aims.ball) {
    const z = 2 * draw(hi, lo, Streams.ball, 0) - 1
    const flat = Math.sqrt(1 - z * z)
    turnTo(360 * draw(hi, lo, Streams.fan, 0))
    c *= flat
    s *= flat
    return
  }
  const by = fan !== 0 ? fan * (draw(hi, lo, Streams.fan, 0) - 0.5) : 0
  if (aim === Aims.direction) {
    turnTo(fan !== 0 ? own(block, Birth.heading) + by : own(block, Birth.heading))
    return
  }
  turnTo(own(block, Birth.heading))
  if (aim === Aims.outward) toward(px, py)
  else if (aim === Aims.inward) toward(-px, -py)
  else if (aim === Aims.along) toward(tx, ty)
  else if (aim === Aims.normal) toward(nx, ny)
  else toward(own(block, Birth.targetX) - px, own(block, Birth.targetY) - py)
  if (fan === 0) return
  const x = c, y = s
  turnTo(by)
  const turnedX = x * c - y * s
  s = y * c + x * s
  c = turnedX
}

/**
 * `Launcher.launch` for slots whose places are drawn at random, while nothing of the effect or the emitter
 * moves.
 */
export function launch(from: i32, to: i32): void {
  const block = address(Words.birth)
  const speedFrom = own(block, Birth.speedFrom), speedSpan = own(block, Birth.speedSpan)
  const speedBias = <i32>own(block, Birth.speedBias)
  const jitterX = own(block, Birth.jitterX), jitterY = own(block, Birth.jitterY)
  const jitters = jitterX > 0 || jitterY > 0
  for (let i = from; i < to; i++) {
    const hi = load<u32>(address(Words.keyHi) + (<usize>i << 2)), lo = load<u32>(address(Words.keyLo) + (<usize>i << 2))
    const o = <usize>i << 3
    const a = draw(hi, lo, Streams.place, 0)
    sample(block, a, draw(hi, lo, Streams.place, 1))
    store<f64>(address(Words.along) + o, a)
    store<u32>(address(Words.colour) + (<usize>i << 2), 0xffffff)
    if (jitters) {
      px += (2 * draw(hi, lo, Streams.jitter, 0) - 1) * jitterX
      py += (2 * draw(hi, lo, Streams.jitter, 1) - 1) * jitterY
    }
    aimAt(block, hi, lo)
    intoSpace(block, o, speedSpan === 0 ? speedFrom : speedFrom + speedSpan * bent(draw(hi, lo, Streams.speed, 0), speedBias))
  }
}

/** Place, velocity and direction as the space wants them, which stands still. */
function intoSpace(block: usize, o: usize, speed: f64): void {
  const x = px + own(block, Birth.offsetX), y = py + own(block, Birth.offsetY)
  if (own(block, Birth.carried) !== 0) {
    store<f64>(address(Words.x) + o, x)
    store<f64>(address(Words.y) + o, y)
    store<f64>(address(Words.vx) + o, c * speed)
    store<f64>(address(Words.vy) + o, s * speed)
    store<f64>(address(Words.faceX) + o, c)
    store<f64>(address(Words.faceY) + o, s)
    store<f64>(address(Words.effectTurnDeg) + o, 0)
    store<f64>(address(Words.effectScale) + o, 1)
    return
  }
  const side = own(block, Birth.side), size = own(block, Birth.size)
  const cos = own(block, Birth.cos), sin = own(block, Birth.sin)
  const lx = x * side * size, ly = y * size
  store<f64>(address(Words.x) + o, own(block, Birth.poseX) + lx * cos - ly * sin)
  store<f64>(address(Words.y) + o, own(block, Birth.poseY) + lx * sin + ly * cos)
  const vx = c * speed * side * size, vy = s * speed * size
  store<f64>(address(Words.vx) + o, vx * cos - vy * sin)
  store<f64>(address(Words.vy) + o, vx * sin + vy * cos)
  const fx = c * side
  store<f64>(address(Words.faceX) + o, fx * cos - s * sin)
  store<f64>(address(Words.faceY) + o, fx * sin + s * cos)
  store<f64>(address(Words.effectTurnDeg) + o, own(block, Birth.rotate))
  store<f64>(address(Words.effectScale) + o, side * size)
}

/** `drawLooks` without ramps along the shape: the drawn columns one after the other. */
export function drawLooks(from: i32, to: i32): void {
  const block = address(Words.birth)
  const count = <i32>own(block, Birth.drawnCount)
  const keyHi = address(Words.keyHi), keyLo = address(Words.keyLo)
  let before: usize = 0
  for (let k = 0; k < count; k++) {
    const row = block + (<usize>(Birth.drawn + k * 6) << 3)
    const out = address(<i32>own(row, Drawn.column))
    const stream = <i32>own(row, Drawn.stream), bias = <i32>own(row, Drawn.bias)
    const first = own(row, Drawn.first), span = own(row, Drawn.span)
    const share = own(row, Drawn.share) !== 0
    for (let i = from; i < to; i++) {
      const o = <usize>i << 3
      let value = first
      if (span !== 0) value += span * bent(draw(load<u32>(keyHi + (<usize>i << 2)), load<u32>(keyLo + (<usize>i << 2)), stream, 0), bias)
      if (share) value = load<f64>(before + o) * value
      store<f64>(out + o, value)
    }
    before = out
  }
}

/** 1 ÷ (n + 1)!, as SERIES in maths.ts. */
// prettier-ignore
// @ts-ignore: decorator
@inline
function series(z: f64, shift: i32): f64 {
  let sum: f64 = 0
  // The same numbers either from the first or from the second on.
  if (shift === 1) sum = 1.0 / 87178291200 - z * sum
  sum = 1.0 / 6227020800 - z * sum
  sum = 1.0 / 479001600 - z * sum
  sum = 1.0 / 39916800 - z * sum
  sum = 1.0 / 3628800 - z * sum
  sum = 1.0 / 362880 - z * sum
  sum = 1.0 / 40320 - z * sum
  sum = 1.0 / 5040 - z * sum
  sum = 1.0 / 720 - z * sum
  sum = 1.0 / 120 - z * sum
  sum = 1.0 / 24 - z * sum
  sum = 1.0 / 6 - z * sum
  sum = 1.0 / 2 - z * sum
  return shift === 1 ? sum : 1 - z * sum
}

function expNegative(z: f64): f64 {
  if (z > 745) return 0
  let x = -z
  let halvings = 0
  while (x < -0.125) {
    x *= 0.5
    halvings++
  }
  let sum = 1 + x * (1 + x * (1.0 / 2 + x * (1.0 / 6 + x * (1.0 / 24 + x * (1.0 / 120 + x * (1.0 / 720 + x * (1.0 / 5040 + x * (1.0 / 40320 + x * (1.0 / 362880 + x / 3628800)))))))))
  for (; halvings > 0; halvings--) sum *= sum
  return sum
}

/** `dragStepIn` for newborns, each from its own birth to `now`: E, A and B of pairs, at `firsts`. */
export function coefficients(from: i32, to: i32): void {
  const drag = num(Numbers.drag)
  let out = address(Words.firsts)
  for (let i = from; i < to; i++) {
    const past = num(Numbers.now) - load<f64>(address(Words.born) + (<usize>i << 3))
    const dt: f64 = past > 0 ? past : 0
    let e: f64 = 1, a = dt, b = (dt * dt) / 2
    if (drag !== 0) {
      const z = drag * dt
      e = expNegative(z)
      if (z < 0.5) {
        a = dt * (z > 0 ? series(z, 0) : 1)
        b = dt * dt * (z > 0 ? series(z, 1) : 0.5)
      } else {
        a = (1 - e) / drag
        b = (dt - a) / drag
      }
    }
    store<f64>(out, e)
    store<f64>(out, a, 16)
    store<f64>(out, b, 32)
    out += ((i - from) & 1) === 0 ? 8 : 40
  }
}
