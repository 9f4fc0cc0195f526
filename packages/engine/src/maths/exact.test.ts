import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cosSinInto, dragStepInto, drawTurnInto, mulDivFloor } from './exact.ts'
import { expNegative } from './portable.ts'

describe('elementary functions', () => {
  it('turns agree with the built-in functions to 5e-15, and quarter turns are exact', () => {
    const out = new Float64Array(2)
    for (let deg = -720; deg <= 720; deg += 0.37) {
      cosSinInto(deg, out)
      expect(Math.abs(out[0]! - Math.cos((deg * Math.PI) / 180))).toBeLessThan(5e-15)
      expect(Math.abs(out[1]! - Math.sin((deg * Math.PI) / 180))).toBeLessThan(5e-15)
    }
    for (const [deg, c, s] of [
      [0, 1, 0],
      [90, 0, 1],
      [180, -1, 0],
      [270, 0, -1],
      [-90, 0, -1],
    ] as const) {
      cosSinInto(deg, out)
      expect(Math.abs(out[0]! - c) + Math.abs(out[1]! - s)).toBe(0)
    }
  })

  it('turns for drawing are right to 8e-8, and quarter turns exact, many times around', () => {
    const out = new Float64Array(2)
    for (let deg = -100_000; deg <= 100_000; deg += 37.713) {
      drawTurnInto(deg, out)
      expect(Math.abs(out[0]! - Math.cos((deg * Math.PI) / 180))).toBeLessThan(8e-8)
      expect(Math.abs(out[1]! - Math.sin((deg * Math.PI) / 180))).toBeLessThan(8e-8)
    }
    for (const deg of [-360, -90, 0, 90, 180, 270, 36_090]) {
      drawTurnInto(deg, out)
      expect([...out].map((v) => Math.round(v) - v)).toEqual([0, 0])
    }
  })

  it('e^(−z) is right to 1e-12', () => {
    for (let z = 0; z < 40; z += 0.173)
      expect(Math.abs(expNegative(z) / Math.exp(-z) - 1)).toBeLessThan(1e-12)
    expect(expNegative(800)).toBe(0)
  })

  it('the drag step is continuous where its series hands over, and has its limit at no drag', () => {
    const out = new Float64Array(3)
    dragStepInto(0, 0.25, out)
    expect([...out]).toEqual([1, 0.25, 0.03125])
    const dt = 1 / 60
    for (const drag of [1e-9, 0.5, 29.999, 30.001, 500]) {
      dragStepInto(drag, dt, out)
      const e = Math.exp(-drag * dt)
      expect(out[0]).toBeCloseTo(e, 12)
      expect(out[1]).toBeCloseTo(drag < 1e-6 ? dt : -Math.expm1(-drag * dt) / drag, 12)
    }
  })

  it('a·b ÷ c is floored exactly, far beyond 53 bits', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 ** 27 }),
        fc.maxSafeNat(),
        fc.integer({ min: 1, max: 2 ** 37 }),
        (a, b, c) => {
          const exact = (BigInt(a) * BigInt(b)) / BigInt(c)
          fc.pre(exact < 2n ** 53n)
          expect(BigInt(mulDivFloor(a, b, c))).toBe(exact)
        },
      ),
      { numRuns: 3000 },
    )
  })
})
