import { DEFAULT_ALONG, DEFAULT_RAMPS, type PieceFit, type Ramp, type ResolvedType } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

/** Pieces of 32 px on a way of 341.8 px to the right; the frames of the test type are 8 × 8 with the pivot inside. */
const laid = (pieceFit: PieceFit, type: ResolvedType = makeType({ life: fixed(1) }), thickness?: Ramp) => {
  const burst = { ...makeBurst('b', 0, 1), eachPlace: true }
  const emitter = makeEmitter(
    { flow: 0, speed: fixed(0), endX: 341.8, endY: 0, pieceEvery: 32 },
    {
      shape: 'segment',
      placement: 'inOrder',
      pieceFit,
      bursts: [burst],
      type,
      along: thickness ? { ...DEFAULT_ALONG, thickness } : DEFAULT_ALONG,
    },
  )
  const simulation = createSimulation(compile(makeEffect([emitter])))
  simulation.seek(1)
  const { f32, count } = simulation.frame(1)
  const rows = Array.from({ length: count }, (_, k) => ({
    across: f32[k * 12 + 2]!,
    down: f32[k * 12 + 5]!,
    texels: f32[k * 12 + 8]!,
  }))
  return { particles: reportRun(simulation).particles, rows }
}

const xs = (fit: PieceFit): number[] => laid(fit).particles.map(({ x }) => x)

describe('pieces along a segment', () => {
  it('spread over it, as before: 34.18 px apart', () => {
    const places = xs('spread')
    expect(places).toHaveLength(10)
    places.forEach((x, k) => expect(x).toBeCloseTo((k + 0.5) * 34.18, 9))
  })

  it('lie just so far apart from A', () => {
    const places = xs('exact')
    expect(places).toHaveLength(10)
    places.forEach((x, k) => expect(x).toBeCloseTo((k + 0.5) * 32, 9))
  })

  it('go on to B, and the last one is cut there', () => {
    const { particles, rows } = laid('cut')
    expect(particles).toHaveLength(11)
    particles.forEach(({ x }, k) => expect(x).toBeCloseTo((k + 0.5) * 32, 9))
    const keep = (341.8 - 320) / 32
    rows.forEach(({ texels, across }, k) => {
      expect(texels).toBeCloseTo(8 * (k === 10 ? keep : 1), 5)
      expect(across).toBeCloseTo(8 * (k === 10 ? keep : 1), 5)
    })
  })

  it('fill it, each stretched alike', () => {
    const { particles, rows } = laid('stretch')
    expect(particles).toHaveLength(11)
    particles.forEach(({ x, scaleX, scaleY }, k) => {
      expect(x).toBeCloseTo(((k + 0.5) * 341.8) / 11, 9)
      expect([scaleX, scaleY]).toEqual([expect.closeTo(341.8 / 11 / 32, 9), 1])
    })
    expect(rows[3]!.across).toBeCloseTo((8 * 341.8) / 11 / 32, 4)
  })

  it('get thinner along it without getting shorter', () => {
    const taper: Ramp = {
      points: [
        { at: 0, value: 1, ease: 'linear' },
        { at: 1, value: 0, ease: 'linear' },
      ],
    }
    const { rows } = laid('spread', undefined, taper)
    rows.forEach(({ across, down }, k) => {
      expect(across).toBeCloseTo(8, 5)
      expect(down).toBeCloseTo(8 * (1 - (k + 0.5) / 10), 5)
    })
  })
})

describe('facing along the shape', () => {
  it('follows the path whatever the aim and the fan are, mirrored with the effect', () => {
    const type = makeType({ life: fixed(1) }, { facing: 'path', ramps: DEFAULT_RAMPS })
    const emitter = makeEmitter(
      { flow: 0, speed: fixed(50), fan: 360, endX: 100, endY: 100 },
      { shape: 'segment', bursts: [makeBurst('b', 0, 5)], type },
    )
    const angles = (mirror: boolean): number[] => {
      const simulation = createSimulation(compile(makeEffect([emitter])), { mirror })
      simulation.seek(3)
      return reportRun(simulation).particles.map((p) => p.angleDeg)
    }
    for (const angle of angles(false)) expect(angle).toBeCloseTo(45, 3)
    for (const angle of angles(true)) expect(angle).toBeCloseTo(-45, 3)
  })
})
