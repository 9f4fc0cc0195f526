import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EASES, type Ease, type Ramp } from '@gliv/model'
import { compileRamp, compileTint, rampAt, tintAt } from './ramp.ts'

/** The slow truth: the definition, point by point. */
const SLOW: Record<Ease, (t: number) => number> = {
  linear: (t) => t,
  easeIn: (t) => t * t,
  easeOut: (t) => 1 - (1 - t) ** 2,
  ease: (t) => t * t * (3 - 2 * t),
  step: () => 0,
}
const slow = ({ points }: Ramp, u: number): number => {
  let i = points.length - 1
  while (i > 0 && points[i]!.at > u) i--
  const a = points[i]!
  const b = points[i + 1]
  if (u < a.at || !b || b.at === a.at) return a.value
  return a.value + (b.value - a.value) * SLOW[a.ease]((u - a.at) / (b.at - a.at))
}

const arbitraryRamp: fc.Arbitrary<Ramp> = fc
  .array(fc.record({ at: fc.integer({ min: 0, max: 1000 }), value: fc.double({ min: 0, max: 1, noNaN: true }), ease: fc.constantFrom(...EASES) }), { minLength: 1, maxLength: 12 })
  .map((points) => ({ points: points.map((p) => ({ ...p, at: p.at / 1000 })).sort((a, b) => a.at - b.at) }))

describe('ramps', () => {
  it('equal their definition at random places, for every ease', () => {
    fc.assert(
      fc.property(arbitraryRamp, fc.double({ min: 0, max: 1, noNaN: true }), (ramp, u) => {
        expect(Math.abs(rampAt(compileRamp(ramp), u) - slow(ramp, u))).toBeLessThan(1e-12)
      }),
      { numRuns: 4000 },
    )
  })

  it('linear and stepped pieces are exact at their points', () => {
    const ramp = compileRamp({ points: [{ at: 0, value: 0.25, ease: 'linear' }, { at: 0.5, value: 0.75, ease: 'step' }, { at: 0.8, value: 0.1, ease: 'linear' }] })
    expect([0, 0.25, 0.5, 0.79, 0.8, 1].map((u) => rampAt(ramp, u))).toEqual([0.25, 0.5, 0.75, 0.75, 0.1, 0.1])
  })

  it('a tint mixes its channels in sRGB', () => {
    const tint = compileTint({ points: [{ at: 0, colour: '#000000', ease: 'linear' }, { at: 1, colour: '#ff8040', ease: 'linear' }] })
    // 127.5, 64, 32: rounded half up.
    expect(tintAt(tint, 0.5)).toEqual([128, 64, 32])
    expect(tintAt(tint, 1)).toEqual([255, 128, 64])
    const held = compileTint({ points: [{ at: 0.2, colour: '#010203', ease: 'step' }, { at: 0.6, colour: '#fffefd', ease: 'linear' }] })
    expect([0, 0.59, 0.6, 1].map((u) => tintAt(held, u))).toEqual([[1, 2, 3], [1, 2, 3], [255, 254, 253], [255, 254, 253]])
  })
})
