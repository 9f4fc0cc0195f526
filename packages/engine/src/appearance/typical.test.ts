import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compile } from '../program/index.ts'
import { createSimulation, reportParticles } from '../runtime/index.ts'
import { makeEffect, makeEmitter, makeType } from '../testing/build.ts'
import { typicalAt } from './typical.ts'

describe('the typical particle', () => {
  const type = makeType({
    life: { from: 1, to: 1 },
    scale: { from: 0.5, to: 1.5 },
    opacity: { from: 0.2, to: 0.8 },
    startAngle: { from: 10, to: 30 },
    spin: { from: 40, to: 80 },
  })

  it('has drawn the middle of its ranges, or one end of all', () => {
    expect(typicalAt(type, 0, 'least').scale).toBe(0.5)
    expect(typicalAt(type, 0, 'middle').scale).toBe(1)
    expect(typicalAt(type, 0, 'most').scale).toBe(1.5)
    expect(typicalAt(type, 0.5).angle).toBeCloseTo(20 + 60 * 0.5, 12)
  })

  it('is what a particle reports whose ranges are no wider than a number', () => {
    const same = makeType({
      life: { from: 2, to: 2 },
      scale: { from: 0.7, to: 0.7 },
      opacity: { from: 0.6, to: 0.6 },
      spin: { from: 33, to: 33 },
    })
    const simulation = createSimulation(compile(makeEffect([makeEmitter({}, { type: same })])))
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 115 }), (tick) => {
        simulation.seek(tick)
        const [row] = reportParticles(simulation)
        const typical = typicalAt(same, row!.ageSeconds / row!.lifeSeconds)
        expect(row!.scaleX).toBeCloseTo(typical.scale, 12)
        expect(row!.opacity).toBeCloseTo(typical.opacity, 12)
        expect(row!.frame).toBe(typical.frame)
        expect(row!.tint).toBe(`#${typical.tint.map((v) => v.toString(16).padStart(2, '0')).join('')}`)
      }),
      { numRuns: 20 },
    )
  })

  it('shows the last frame at the end of its life, not the first again', () => {
    const film = makeType(
      {},
      {
        frameChoice: 'overLife',
        pictures: [
          {
            sheetId: 's',
            sheet: 0,
            weight: 1,
            frameIndices: [0, 1, 2],
            frames: [0, 1, 2].map((k) => ({ x: k * 4, y: 0, w: 4, h: 4, pivotX: 2, pivotY: 2 })),
          },
        ],
      },
    )
    expect([0, 0.5, 1].map((life) => typicalAt(film, life).frame)).toEqual([0, 1, 2])
  })
})
