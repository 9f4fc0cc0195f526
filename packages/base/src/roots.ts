/** Roots by + − × ÷ alone, so that every JavaScript engine gives the same bits. */

/** Third root of x from 1e-6 to 1e6 by Newton's method, relative error below 1e-15; 0 for x ≤ 0. */
export const cubeRoot = (x: number): number => nthRoot(x, 3)

/**
 * n-th root of x from 1e-6 to 1e6, n from 2 to 12, by Newton's method from above, where it falls steadily: 200
 * rounds are enough. 0 for x ≤ 0.
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
