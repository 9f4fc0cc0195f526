import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compilePalette, nearestIn } from '@gliv/base'
import { EASES, type Ease, type Ramp } from '@gliv/model'
import { compileIntegral, compileRamp, drawTableOf, integralAt, rampAt, TABLE_CELLS } from './ramp.ts'
import { channelsAt, compileTint, tintAt, tintTableOf } from './tint.ts'

/** The slow truth: the definition, point by point. */
const SLOW: Record<Ease, (t: number) => number> = {
  linear: (t) => t,
  easeIn: (t) => t * t,
  easeOut: (t) => 1 - (1 - t) ** 2,
  ease: (t) => t * t * (3 - 2 * t),
  step: () => 0,
  // Without handles.
  free: (t) => t,
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
  .array(
    fc.record({
      at: fc.integer({ min: 0, max: 1000 }),
      value: fc.double({ min: 0, max: 1, noNaN: true }),
      ease: fc.constantFrom(...EASES),
    }),
    { minLength: 1, maxLength: 12 },
  )
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
    const ramp = compileRamp({
      points: [
        { at: 0, value: 0.25, ease: 'linear' },
        { at: 0.5, value: 0.75, ease: 'step' },
        { at: 0.8, value: 0.1, ease: 'linear' },
      ],
    })
    expect([0, 0.25, 0.5, 0.79, 0.8, 1].map((u) => rampAt(ramp, u))).toEqual([
      0.25, 0.5, 0.75, 0.75, 0.1, 0.1,
    ])
  })

  it('a tint mixes its channels in sRGB', () => {
    const tint = compileTint({
      points: [
        { at: 0, colour: '#000000', ease: 'linear' },
        { at: 1, colour: '#ff8040', ease: 'linear' },
      ],
    })
    // 127.5, 64, 32: rounded half up.
    expect(tintAt(tint, 0.5)).toEqual([128, 64, 32])
    expect(tintAt(tint, 1)).toEqual([255, 128, 64])
    const held = compileTint({
      points: [
        { at: 0.2, colour: '#010203', ease: 'step' },
        { at: 0.6, colour: '#fffefd', ease: 'linear' },
      ],
    })
    expect([0, 0.59, 0.6, 1].map((u) => tintAt(held, u))).toEqual([
      [1, 2, 3],
      [1, 2, 3],
      [255, 254, 253],
      [255, 254, 253],
    ])
  })
})

describe('the area under a ramp', () => {
  it('is that of many thin slices, for every ease, and goes on with the last value', () => {
    fc.assert(
      fc.property(arbitraryRamp, fc.double({ min: 0, max: 1.5, noNaN: true }), (ramp, u) => {
        const compiled = compileRamp(ramp)
        const slices = 4000
        let sum = 0
        for (let k = 0; k < slices; k++)
          sum += rampAt(compiled, Math.min(1, ((k + 0.5) / slices) * u)) * (u / slices)
        expect(Math.abs(integralAt(compileIntegral(compiled), u) - sum)).toBeLessThan(2e-3)
      }),
      { numRuns: 60 },
    )
  })
})

describe('free handles', () => {
  it('follow the cubic Bézier curve within 1e-3, bulges and steep parts included', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(share, share, share, share, share, share, share, (v0, v1, x1, y1, x2, y2, t) => {
        const compiled = compileRamp({
          points: [
            { at: 0.2, value: v0, ease: 'free', handles: [x1, y1, x2, y2] },
            { at: 0.9, value: v1, ease: 'linear' },
          ],
        })
        const s = 1 - t
        const x = 3 * s * s * t * x1 + 3 * s * t * t * x2 + t ** 3
        const y = s ** 3 * v0 + 3 * s * s * t * y1 + 3 * s * t * t * y2 + t ** 3 * v1
        // Off the curve by less than 1e-3 in value, or as little in time where it is steep.
        const near = [-1e-3, -5e-4, 0, 5e-4, 1e-3].map((d) =>
          rampAt(compiled, Math.min(1, Math.max(0, 0.2 + 0.7 * x + d))),
        )
        expect(Math.min(...near) - 1e-3).toBeLessThanOrEqual(y)
        expect(Math.max(...near) + 1e-3).toBeGreaterThanOrEqual(y)
      }),
    )
  })
})

describe('tints', () => {
  it('mixed in OKLab meet their stops and pass the middle that the definition gives', () => {
    const tint = compileTint(
      {
        points: [
          { at: 0, colour: '#ff0000', ease: 'linear' },
          { at: 1, colour: '#0000ff', ease: 'linear' },
        ],
      },
      'oklab',
    )
    expect([tintAt(tint, 0), tintAt(tint, 1)]).toEqual([
      [255, 0, 0],
      [0, 0, 255],
    ])
    // CSS mixes red and blue in OKLab to #8c53a2.
    expect(tintAt(tint, 0.5).map((c, i) => Math.abs(c - [0x8c, 0x53, 0xa2][i]!) <= 1)).toEqual([
      true,
      true,
      true,
    ])
  })

  it('locked to a palette show nothing but its colours, in hard steps', () => {
    const palette = compilePalette(['#000000', '#808080', '#ffffff'])
    const ramp = {
      points: [
        { at: 0, colour: '#000000', ease: 'linear' as const },
        { at: 1, colour: '#ffffff', ease: 'linear' as const },
      ],
    }
    const locked = compileTint(ramp, 'srgb', palette)
    const free = compileTint(ramp)
    for (let k = 0; k <= 997; k++) {
      const colour = tintAt(locked, k / 997)
      expect([
        [0, 0, 0],
        [128, 128, 128],
        [255, 255, 255],
      ]).toContainEqual(colour)
      expect(palette.colours[nearestIn(palette, channelsAt(free, k / 997))]).toEqual(colour)
    }
  })
})

describe('the drawing table', () => {
  const valueAt = (ramp: Ramp, u: number): number => {
    const table = drawTableOf(compileRamp(ramp))
    const cell = Math.floor(u * TABLE_CELLS) * 2
    const value = table[cell]! + table[cell + 1]! * u
    return Number.isNaN(value) ? rampAt(compileRamp(ramp), u) : value
  }
  it('is exact for straight and held ways, and within 1e-3 for eases over a twentieth of the life', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...EASES),
        fc.integer({ min: 0, max: 18 }),
        fc.double({ min: 0, max: 0.999999, noNaN: true }),
        (ease, from, u) => {
          const ramp: Ramp = {
            points: [
              { at: from / 20, value: 0.1, ease },
              { at: (from + 1) / 20, value: 0.9, ease: 'linear' },
            ],
          }
          const off = Math.abs(valueAt(ramp, u) - rampAt(compileRamp(ramp), u))
          expect(off).toBeLessThan(ease === 'linear' || ease === 'step' ? 1e-12 : 1e-3)
        },
      ),
    )
  })

  it('of a tint is off by one step at most, and hard where the ramp is', () => {
    const tint = compileTint({
      points: [
        { at: 0, colour: '#102030', ease: 'linear' },
        { at: 0.3, colour: '#ff8040', ease: 'step' },
        { at: 0.7, colour: '#000000', ease: 'linear' },
      ],
    })
    const table = tintTableOf(tint)
    for (let k = 0; k < 5000; k++) {
      const word = table[Math.floor((k / 5000) * TABLE_CELLS)]!
      if (word !== 0)
        tintAt(tint, k / 5000).forEach((channel, c) =>
          expect(Math.abs(((word >> (8 * c)) & 255) - channel)).toBeLessThanOrEqual(1),
        )
    }
  })
})
