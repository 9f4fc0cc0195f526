/**
 * Elementary functions that give the same bits in every JavaScript engine: only + − × ÷ and floor.
 * The built-in sin, cos and exp differ in their last bits between engines, so they are not used in the
 * simulation.
 */

const DEG = Math.PI / 180

/** Taylor series of sin and cos on ±45°, where the first term left out is below 1e-17. */
const sinSmall = (x: number): number => {
  const q = x * x
  return (
    x *
    (1 +
      q *
        (-1 / 6 +
          q *
            (1 / 120 +
              q *
                (-1 / 5040 +
                  q *
                    (1 / 362880 +
                      q *
                        (-1 / 39916800 +
                          q * (1 / 6227020800 + q * (-1 / 1307674368000 + q / 355687428096000))))))))
  )
}
const cosSmall = (x: number): number => {
  const q = x * x
  return (
    1 +
    q *
      (-1 / 2 +
        q *
          (1 / 24 +
            q *
              (-1 / 720 +
                q *
                  (1 / 40320 +
                    q * (-1 / 3628800 + q * (1 / 479001600 + q * (-1 / 87178291200 + q / 20922789888000)))))))
  )
}

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
  const deg = io[0]!
  const turn = deg - 360 * Math.floor(deg / 360)
  const quarter = Math.floor(turn / 90 + 0.5)
  const x = (turn - 90 * quarter) * DEG
  const s = sinSmall(x)
  const c = cosSmall(x)
  const q = quarter & 3
  io[0] = q === 0 ? c : q === 1 ? -s : q === 2 ? -c : s
  io[1] = q === 0 ? s : q === 1 ? c : q === 2 ? -s : -c
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
 * e^(−z) for z ≥ 0 by halving to ≤ 1/8, series, and squaring back; relative error below 1e-12 for z ≤ 1000.
 */
export const expNegative = (z: number): number => {
  if (z > 745) return 0
  let x = -z
  let halvings = 0
  while (x < -0.125) {
    x *= 0.5
    halvings++
  }
  let sum =
    1 +
    x *
      (1 +
        x *
          (1 / 2 +
            x *
              (1 / 6 +
                x *
                  (1 / 24 +
                    x *
                      (1 / 120 +
                        x * (1 / 720 + x * (1 / 5040 + x * (1 / 40320 + x * (1 / 362880 + x / 3628800)))))))))
  for (; halvings > 0; halvings--) sum *= sum
  return sum
}

/** 1 ÷ (n + 1)! for n from 0: the series below 0.5 is exact to 1e-16 with these. */
const SERIES = new Float64Array(14)
for (let n = 0, factorial = 1; n < SERIES.length; n++) {
  factorial *= n + 1
  SERIES[n] = 1 / factorial
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
  let a: number
  let b: number
  if (z < 0.5) {
    // A = dt·Σ (−z)ⁿ/(n+1)!, B = dt²·Σ (−z)ⁿ/(n+2)!
    let sumA = 1
    let sumB = 0.5
    if (z > 0) {
      sumA = 0
      sumB = 0
      for (let n = SERIES.length - 2; n >= 0; n--) {
        sumA = SERIES[n]! - z * sumA
        sumB = SERIES[n + 1]! - z * sumB
      }
    }
    a = dt * sumA
    b = dt * dt * sumB
  } else {
    a = (1 - e) / drag
    b = (dt - a) / drag
  }
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
