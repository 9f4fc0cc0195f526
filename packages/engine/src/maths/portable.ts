/**
 * Functions of numbers that two compilers take: TypeScript for the engine, AssemblyScript for its kernels, where
 * `number` is a float64. So a formula stands once, and twins cannot drift. What is written here keeps to what
 * both understand: function declarations, float64 in and out, no tables, no objects.
 */

/** Taylor series of the sine on ±45°, x in radians; the first term left out is below 1e-17. */
export function sinSmall(x: number): number {
  const q = x * x
  let sum = -1.0 / 1307674368000.0 + q / 355687428096000.0
  sum = 1.0 / 6227020800.0 + q * sum
  sum = -1.0 / 39916800.0 + q * sum
  sum = 1.0 / 362880.0 + q * sum
  sum = -1.0 / 5040.0 + q * sum
  sum = 1.0 / 120.0 + q * sum
  sum = -1.0 / 6.0 + q * sum
  return x * (1.0 + q * sum)
}

/** Taylor series of the cosine on ±45°, x in radians. */
export function cosSmall(x: number): number {
  const q = x * x
  let sum = -1.0 / 87178291200.0 + q / 20922789888000.0
  sum = 1.0 / 479001600.0 + q * sum
  sum = -1.0 / 3628800.0 + q * sum
  sum = 1.0 / 40320.0 + q * sum
  sum = -1.0 / 720.0 + q * sum
  sum = 1.0 / 24.0 + q * sum
  sum = -1.0 / 2.0 + q * sum
  return 1.0 + q * sum
}

/** Degrees from 0 up to 360, which is rounded to for the smallest negative ones. */
export function withinTurn(deg: number): number {
  return deg - 360.0 * Math.floor(deg / 360.0)
}

/** The nearest quarter of a turn, 0 to 4, for degrees of `withinTurn`. */
export function nearestQuarter(turn: number): number {
  return Math.floor(turn / 90.0 + 0.5)
}

/** Radians that are left beside the quarter, −π/4 to π/4. */
export function besideQuarter(turn: number, quarter: number): number {
  return (turn - 90.0 * quarter) * (3.141592653589793 / 180.0)
}

/** Cosine after 0 to 4 quarters, from sine and cosine of what is left. */
export function cosAfter(quarter: number, cosine: number, sine: number): number {
  return quarter === 1.0 ? -sine : quarter === 2.0 ? -cosine : quarter === 3.0 ? sine : cosine
}

/** Sine after 0 to 4 quarters. */
export function sinAfter(quarter: number, cosine: number, sine: number): number {
  return quarter === 1.0 ? cosine : quarter === 2.0 ? -sine : quarter === 3.0 ? -cosine : sine
}

/** A vector turned by an angle of which cosine and sine are known: across. */
export function turnedX(x: number, y: number, cosine: number, sine: number): number {
  return x * cosine - y * sine
}

/** The same: down. */
export function turnedY(x: number, y: number, cosine: number, sine: number): number {
  return x * sine + y * cosine
}

/**
 * e^(−z) for z ≥ 0 by halving to ≤ 1/8, series, and squaring back; relative error below 1e-12 for z ≤ 1000.
 */
export function expNegative(z: number): number {
  if (z > 745.0) return 0.0
  let x = -z
  let halvings = 0
  while (x < -0.125) {
    x *= 0.5
    halvings++
  }
  let sum = 1.0 / 362880.0 + x / 3628800.0
  sum = 1.0 / 40320.0 + x * sum
  sum = 1.0 / 5040.0 + x * sum
  sum = 1.0 / 720.0 + x * sum
  sum = 1.0 / 120.0 + x * sum
  sum = 1.0 / 24.0 + x * sum
  sum = 1.0 / 6.0 + x * sum
  sum = 1.0 / 2.0 + x * sum
  sum = 1.0 + x * sum
  sum = 1.0 + x * sum
  for (; halvings > 0; halvings--) sum *= sum
  return sum
}

/** Σ (−z)ⁿ ÷ (n + 2)!, n from 0: exact to 1e-16 for 0 ≤ z < 0.5. */
export function dragSeriesWay(z: number): number {
  let sum = 1.0 / 6227020800.0 - z * (1.0 / 87178291200.0)
  sum = 1.0 / 479001600.0 - z * sum
  sum = 1.0 / 39916800.0 - z * sum
  sum = 1.0 / 3628800.0 - z * sum
  sum = 1.0 / 362880.0 - z * sum
  sum = 1.0 / 40320.0 - z * sum
  sum = 1.0 / 5040.0 - z * sum
  sum = 1.0 / 720.0 - z * sum
  sum = 1.0 / 120.0 - z * sum
  sum = 1.0 / 24.0 - z * sum
  sum = 1.0 / 6.0 - z * sum
  return 1.0 / 2.0 - z * sum
}

/** Σ (−z)ⁿ ÷ (n + 1)!, n from 0, with one term less. */
export function dragSeriesSpeed(z: number): number {
  let sum = 1.0 / 479001600.0 - z * (1.0 / 6227020800.0)
  sum = 1.0 / 39916800.0 - z * sum
  sum = 1.0 / 3628800.0 - z * sum
  sum = 1.0 / 362880.0 - z * sum
  sum = 1.0 / 40320.0 - z * sum
  sum = 1.0 / 5040.0 - z * sum
  sum = 1.0 / 720.0 - z * sum
  sum = 1.0 / 120.0 - z * sum
  sum = 1.0 / 24.0 - z * sum
  sum = 1.0 / 6.0 - z * sum
  sum = 1.0 / 2.0 - z * sum
  return 1.0 - z * sum
}

/** An even draw bent to the density of a triangle over the range. */
export function bentToMiddle(u: number): number {
  return u < 0.5 ? Math.sqrt(u * 0.5) : 1.0 - Math.sqrt((1.0 - u) * 0.5)
}

/** An even draw bent to a density that falls as 2·(1 − x). */
export function bentToLow(u: number): number {
  return 1.0 - Math.sqrt(1.0 - u)
}

/** The share of the area nearer to the centre, for the fill `rim`. */
export function filledToRim(q: number): number {
  return Math.sqrt(Math.sqrt(q))
}

/** A place on a line that a fill bends from its middle: `filled` is the fill's share of |2a − 1|. */
export function bentFromMiddle(a: number, filled: number): number {
  return 0.5 + (2.0 * a - 1.0 < 0.0 ? -0.5 : 0.5) * filled
}

/** Radius within a band that has the share q of its area inside. */
export function bandRadius(inner: number, outer: number, q: number): number {
  return inner === 0.0 ? Math.sqrt(q) * outer : Math.sqrt(inner * inner + q * (outer * outer - inner * inner))
}

/** How far a place of nested boxes moves out: `rho` is its relative distance, `filled` the fill's share of rho². */
export function boxFactor(rho: number, filled: number): number {
  return Math.sqrt(filled) / rho
}
