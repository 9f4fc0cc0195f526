import { FLAT_RAMP, type Ramp } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { movePoints, removePoints } from './rampMaths.ts'

const ramp = (...points: readonly (readonly [number, number])[]): Ramp => ({
  points: points.map(([at, value]) => ({ at, value, ease: 'linear' })),
})
const places = ({ points }: Ramp) => points.map(({ at, value }) => [at, value])

describe('points that are chosen together', () => {
  const four = ramp([0, 0], [0.3, 0.5], [0.5, 0.9], [1, 0.2])

  it('move as one, in time no further than the points around them', () => {
    expect(places(movePoints(four, [1, 2], 0.1, 0.05))).toEqual([
      [0, 0],
      [0.4, 0.55],
      [0.6, 0.95],
      [1, 0.2],
    ])
    expect(places(movePoints(four, [1, 2], 2, 0))[2]![0]).toBe(1)
    expect(places(movePoints(four, [1, 2], 2, 0))[1]![0]).toBeCloseTo(0.8, 9)
    expect(places(movePoints(four, [1, 2], -2, 0))[1]![0]).toBe(0)
  })

  it('keep their order whatever they are moved by, and their values stay within 0 and 1', () => {
    let seed = 7
    const roll = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647
    for (let k = 0; k < 300; k++) {
      const count = 2 + Math.floor(roll() * 6)
      const at = Array.from({ length: count }, () => Math.round(roll() * 1000) / 1000).sort((a, b) => a - b)
      const start = ramp(...at.map((a) => [a, roll()] as const))
      const chosen = start.points.flatMap((_, i) => (roll() < 0.5 ? [i] : []))
      const moved = movePoints(start, chosen, roll() * 4 - 2, roll() * 4 - 2)
      const ats = moved.points.map((p) => p.at)
      expect(ats).toEqual(ats.toSorted((a, b) => a - b))
      for (const p of moved.points) expect(p.value >= 0 && p.value <= 1 && p.at >= 0 && p.at <= 1).toBe(true)
      start.points.forEach((p, i) => chosen.includes(i) || expect(moved.points[i]).toEqual(p))
    }
  })

  it('go together, and one always stays', () => {
    expect(places(removePoints(four, [1, 2]))).toEqual([
      [0, 0],
      [1, 0.2],
    ])
    expect(removePoints(four, [0, 1, 2, 3]).points).toHaveLength(1)
    expect(removePoints(FLAT_RAMP, [0])).toEqual(FLAT_RAMP)
  })
})
