import { describe, expect, it } from 'vitest'
import { defaultsOf, type Fill, type ShapeKind, STREAMS } from '@gliv/model'
import { draw, keyInto, SHAPE_SAMPLERS } from './index.ts'

const numbers = { ...defaultsOf('emitter'), shapeWidth: 120, shapeHeight: 40, shapeRadius: 50 }

const places = (shape: ShapeKind, fill: Fill, count: number): [number, number][] => {
  const key = { hi: 0, lo: 0 }
  const out = new Float64Array(2)
  return Array.from({ length: count }, (_, n) => {
    keyInto(key, 9, 1234, 0, 0, n)
    SHAPE_SAMPLERS[shape](numbers, fill, draw(key.hi, key.lo, STREAMS.place, 0), draw(key.hi, key.lo, STREAMS.place, 1), out)
    return [out[0]!, out[1]!]
  })
}

/** Σ (seen − expected)² ÷ expected over equally likely cells. */
const chiSquare = (cells: readonly number[], count: number): number => {
  const expected = count / cells.length
  return cells.reduce((sum, seen) => sum + (seen - expected) ** 2 / expected, 0)
}
/** Quantile at 1 in 10,000 by Wilson and Hilferty's cube approximation. */
const limit = (freedom: number): number => freedom * (1 - 2 / (9 * freedom) + 3.72 * Math.sqrt(2 / (9 * freedom))) ** 3

const histogram = (values: readonly number[], cells: number): number[] => {
  const counts = Array.from({ length: cells }, () => 0)
  for (const v of values) counts[Math.min(cells - 1, Math.floor(v * cells))]!++
  return counts
}

describe('density of shapes, by chi-square', () => {
  const COUNT = 40_000
  // Each fill's stated share within the relative radius ρ: ρ² for even, ρ⁸ for rim.
  const share = { even: (rho: number) => rho ** 2, rim: (rho: number) => rho ** 8 } as const

  it.each(['even', 'rim'] as const)('a circle filled %s', (fill) => {
    const all = places('circle', fill, COUNT)
    const rings = histogram(all.map(([x, y]) => share[fill](Math.hypot(x, y) / 50)), 20)
    const sectors = histogram(all.map(([x, y]) => Math.atan2(y, x) / (2 * Math.PI) + 0.5), 24)
    expect(chiSquare(rings, COUNT)).toBeLessThan(limit(19))
    expect(chiSquare(sectors, COUNT)).toBeLessThan(limit(23))
  })

  it.each(['even', 'rim'] as const)('a rectangle filled %s', (fill) => {
    const all = places('rectangle', fill, COUNT)
    const shells = histogram(all.map(([x, y]) => share[fill](Math.max(Math.abs(x) / 60, Math.abs(y) / 20))), 20)
    expect(chiSquare(shells, COUNT)).toBeLessThan(limit(19))
    if (fill === 'even') {
      const cells = histogram(all.map(([x, y]) => (Math.floor(((x + 60) / 120) * 8) + Math.min(0.999, (y + 20) / 40)) / 8), 64)
      expect(chiSquare(cells, COUNT)).toBeLessThan(limit(63))
    }
  })

  it('a point has no extent', () => {
    expect(new Set(places('point', 'even', 50).map(String))).toEqual(new Set(['0,0']))
  })
})

describe('draws', () => {
  it('are uniform and unrelated between streams and neighbours', () => {
    const key = { hi: 0, lo: 0 }
    const a: number[] = []
    const pairs: number[] = []
    let last = 0
    for (let n = 0; n < 40_000; n++) {
      keyInto(key, 3, 55, 0, 0, n)
      const u = draw(key.hi, key.lo, 4, 0)
      const v = draw(key.hi, key.lo, 5, 0)
      a.push(u)
      pairs.push((Math.floor(u * 16) + v) / 16)
      last += (u - 0.5) * (v - 0.5)
    }
    expect(chiSquare(histogram(a, 64), 40_000)).toBeLessThan(limit(63))
    expect(chiSquare(histogram(pairs, 256), 40_000)).toBeLessThan(limit(255))
    expect(Math.abs(last / 40_000)).toBeLessThan(0.002)
  })
})
