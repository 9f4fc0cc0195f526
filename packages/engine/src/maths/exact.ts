/**
 * Elementary functions that give the same bits in every JavaScript engine: only + − × ÷ and floor.
 * The built-in sin, cos and exp differ in their last bits between engines, so they are not used in the
 * simulation.
 */
import {
  besideQuarter,
  cosAfter,
  cosSmall,
  dragSeriesSpeed,
  dragSeriesWay,
  expNegative,
  nearestQuarter,
  sinAfter,
  sinSmall,
  withinTurn,
} from './portable.ts'

const DEG = Math.PI / 180

/**
 * Writes cos and sin of an angle in degrees to `out[0]`, `out[1]`. Quarter turns are exact. Error below 1e-15
 * for |deg| ≤ 36,000.
 */
export const cosSinInto = (deg: number, out: Float64Array): void => {
  out[0] = deg
  cosSinIn(out)
}

/** `cosSinInto` for the degrees that stand in `io[0]`. */
export const cosSinIn = (io: Float64Array): void => {
  const turn = withinTurn(io[0]!)
  const quarter = nearestQuarter(turn)
  const rest = besideQuarter(turn, quarter)
  const sine = sinSmall(rest)
  const cosine = cosSmall(rest)
  io[0] = cosAfter(quarter, cosine, sine)
  io[1] = sinAfter(quarter, cosine, sine)
}

const TURN_STEPS = 512
export const TURN_MASK = TURN_STEPS - 1
export const TURNS_PER_DEG = TURN_STEPS / 360
export const RADIANS_PER_TURN_STEP = (2 * Math.PI) / TURN_STEPS
/**
 * 1.5 × 2^52: added to a number and taken away again it rounds to the nearest whole one, a half to the even
 * one; the sum has that number in its lowest bits.
 */
export const INTEGERS = 6_755_399_441_055_744
/** cos and sin of each step. */
export const TURN_TABLE = new Float32Array(TURN_STEPS * 2)
const TURN_PAIRS = new Float64Array(TURN_STEPS * 2)
for (let i = 0; i < TURN_STEPS; i++) {
  const pair = TURN_PAIRS.subarray(i * 2, i * 2 + 2)
  cosSinInto((i * 360) / TURN_STEPS, pair)
  TURN_TABLE.set(pair, i * 2)
}

/**
 * cos and sin for drawing: from the nearest of 512 entries, turned on by the first two terms of the series,
 * error below
 * 5e-8, which a float32 cannot show; quarter turns are exact. For |deg| below 1e9. The table is small enough
 * to stay in
 * the first cache.
 */
export const drawTurnInto = (deg: number, out: Float64Array): void => {
  const place = deg * TURNS_PER_DEG
  const step = place + INTEGERS - INTEGERS
  const d = (place - step) * RADIANS_PER_TURN_STEP
  const half = d * 0.5
  const o = (step & TURN_MASK) * 2
  const c = TURN_PAIRS[o]!
  const s = TURN_PAIRS[o + 1]!
  out[0] = c + d * (-s - c * half)
  out[1] = s + d * (c - s * half)
}

/**
 * Coefficients of one step of x″ = g − k·x′, integrated exactly over `dt` seconds, into `out`:
 * [E, A, B] with v₁ = v·E + g·A and x₁ = x + v·A + g·B, where E = e^(−k·dt), A = (1 − E)/k, B = (dt − A)/k
 * (limits 1, dt, dt²/2 at k = 0). Series below k·dt = 0.5 keep A and B exact to 1e-15.
 */
export const dragStepInto = (drag: number, dt: number, out: Float64Array): void => {
  out[0] = drag
  out[1] = dt
  dragStepIn(out)
}

/** `dragStepInto` for the drag in `io[0]` and the seconds in `io[1]`. */
export const dragStepIn = (io: Float64Array): void => {
  const drag = io[0]!
  const dt = io[1]!
  if (drag === 0) {
    io[0] = 1
    io[2] = (dt * dt) / 2
    return
  }
  const z = drag * dt
  const e = expNegative(z)
  // A = dt·Σ (−z)ⁿ/(n+1)!, B = dt²·Σ (−z)ⁿ/(n+2)! below 0.5.
  const near = z < 0.5
  const a = near ? dt * dragSeriesSpeed(z) : (1 - e) / drag
  const b = near ? dt * dt * dragSeriesWay(z) : (dt - a) / drag
  io[0] = e
  io[1] = a
  io[2] = b
}

/** floor(a·b ÷ c) for whole numbers 0 ≤ a ≤ 2^27, 0 ≤ b ≤ 2^53, 0 < c ≤ 2^39, exactly. */
export const mulDivFloor = (a: number, b: number, c: number): number => {
  const whole = Math.floor(b / c)
  const rest = b - whole * c // < c
  // a·rest does not fit 53 bits; split a into two halves of 14 bits.
  const high = Math.floor(a / 16384)
  const low = a - high * 16384
  const t1 = high * rest
  const q1 = floorDiv(t1, c)
  const t2 = (t1 - q1 * c) * 16384 + low * rest
  return a * whole + q1 * 16384 + floorDiv(t2, c)
}

/** Exact floor of a quotient of whole numbers below 2^53: rounding of the division can be off by one. */
const floorDiv = (n: number, d: number): number => {
  let q = Math.floor(n / d)
  if (q * d > n) q--
  else if ((q + 1) * d <= n) q++
  return q
}

/** atan on 0 to 1 by halving the angle twice and the series; error below 1e-15. */
const atanUnit = (t: number): number => {
  // tan(θ/2) = t ÷ (1 + √(1 + t²)), twice: |t| ≤ 0.2 then.
  let x = t / (1 + Math.sqrt(1 + t * t))
  x /= 1 + Math.sqrt(1 + x * x)
  const q = x * x
  let sum = 0
  for (let n = 12; n >= 0; n--) sum = 1 / (2 * n + 1) - q * sum
  return 4 * x * sum
}

/**
 * Direction of a vector in degrees, from −180 (exclusive) to 180; 0 for a vector without length. Quarter
 * turns are exact.
 */
export const angleOf = (x: number, y: number): number => {
  const ax = Math.abs(x)
  const ay = Math.abs(y)
  if (ax === 0 && ay === 0) return 0
  const eighth = ax >= ay ? atanUnit(ay / ax) / DEG : 90 - atanUnit(ax / ay) / DEG
  const half = x < 0 ? 180 - eighth : eighth
  return y < 0 ? -half : half
}

/**
 * ln(1 + z) ÷ z for z from 0 to about 4, by the series of the inverse hyperbolic tangent; error below 1e-12
 * for z ≤ 1, 1e-6 at 4; 1 at 0.
 */
export const logRatio = (z: number): number => {
  const y = z / (2 + z)
  const q = y * y
  let sum = 0
  for (let n = 16; n >= 0; n--) sum = 1 / (2 * n + 1) + q * sum
  return (2 / (2 + z)) * sum
}
