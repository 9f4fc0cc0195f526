/**
 * Births of plain kinds, one particle at a time over a run of new slots whose keys, times and lives are there:
 * where they stand and where they go, what they look like, and how their first step goes. Twins: launcher.ts,
 * `sampleAppearance`, `dragStepIn`; their formulas are the very same, from portable.ts.
 */
import {
  bandRadius,
  bentFromMiddle,
  bentToLow,
  bentToMiddle,
  besideQuarter,
  boxFactor,
  cosAfter,
  cosSmall,
  dragSeriesSpeed,
  dragSeriesWay,
  expNegative,
  filledToRim,
  nearestQuarter,
  sinAfter,
  sinSmall,
  turnedX,
  turnedY,
  withinTurn,
} from '../src/maths/portable'
import { address, num } from './block.as'
import { Aims, Biases, Birth, Drawn, Fills, Numbers, Shapes, Streams, Words } from './layout.as'

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
  if (bias === Biases.middle) return bentToMiddle(u)
  return bias === Biases.low ? bentToLow(u) : Math.sqrt(u)
}

// @ts-ignore: decorator
@inline
function filled(q: f64, fill: i32): f64 {
  return fill === Fills.even ? q : fill === Fills.core ? q * q : fill === Fills.rim ? filledToRim(q) : 1
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
  const turn = withinTurn(deg)
  const quarter = nearestQuarter(turn)
  const rest = besideQuarter(turn, quarter)
  const sine = sinSmall(rest)
  const cosine = cosSmall(rest)
  c = cosAfter(quarter, cosine, sine)
  s = sinAfter(quarter, cosine, sine)
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
  return bentFromMiddle(a, filled(Math.abs(2 * a - 1), fill))
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
    const factor = fill === Fills.even || rho === 0 ? 1 : boxFactor(rho, filled(rho * rho, fill))
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
  const radius = bandRadius(inner, outer, filled(b, fill))
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
  const across = turnedX(x, y, c, s)
  s = turnedY(x, y, c, s)
  c = across
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
    intoSpace(
      block,
      o,
      speedSpan === 0 ? speedFrom : speedFrom + speedSpan * bent(draw(hi, lo, Streams.speed, 0), speedBias)
    )
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
  store<f64>(address(Words.vx) + o, turnedX(vx, vy, cos, sin))
  store<f64>(address(Words.vy) + o, turnedY(vx, vy, cos, sin))
  const fx = c * side
  store<f64>(address(Words.faceX) + o, turnedX(fx, s, cos, sin))
  store<f64>(address(Words.faceY) + o, turnedY(fx, s, cos, sin))
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
      if (span !== 0) value += span * bent(
        draw(load<u32>(keyHi + (<usize>i << 2)), load<u32>(keyLo + (<usize>i << 2)), stream, 0),
        bias
      )
      if (share) value = load<f64>(before + o) * value
      store<f64>(out + o, value)
    }
    before = out
  }
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
        a = dt * dragSeriesSpeed(z)
        b = dt * dt * dragSeriesWay(z)
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
