import { DEFAULT_RAMPS, type ResolvedType, type SpreadTarget } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, stateHash } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const SPREADS = { hueSpread: 40, saturationSpread: 0.3, valueSpread: 0.2, hueTurn: 90, life: fixed(2) }
const typeOf = (spreadOn: SpreadTarget, numbers: object = SPREADS): ResolvedType =>
  makeType(numbers, { spreadOn, ramps: DEFAULT_RAMPS })
const run = (...types: ResolvedType[]) => {
  const emitters = types.map((type, k) =>
    makeEmitter({ flow: 0 }, { id: `e${k}`, salt: 77, bursts: [makeBurst('b', 0, 20)], type }),
  )
  const simulation = createSimulation(compile(makeEffect(emitters)))
  simulation.seek(60)
  return simulation
}

describe('spreads that act on pixels', () => {
  it('leave the tint alone and travel beside the instances, as the report says them', () => {
    const simulation = run(typeOf('tint', { life: fixed(2) }), typeOf('pixels'))
    const { batches, batchCount, shifts } = simulation.frame(1)
    expect(batches.slice(0, batchCount).map(({ first, count, shifted }) => [first, count, shifted])).toEqual([
      [0, 20, false],
      [20, 20, true],
    ])
    const { particles } = reportRun(simulation)
    expect(particles[0]).not.toHaveProperty('pixelHueDeg')
    particles.slice(20).forEach((p, k) => {
      expect(p.tint).toBe('#ffffff')
      const o = (20 + k) * 3
      expect([shifts[o], shifts[o + 1], shifts[o + 2]]).toEqual(
        [p.pixelHueDeg!, p.pixelSaturation!, p.pixelValue!].map(Math.fround),
      )
      // Half of the turn is over at half of the life.
      expect(Math.abs(p.pixelHueDeg! - 45)).toBeLessThanOrEqual(40)
      expect(Math.abs(p.pixelSaturation! - 1)).toBeLessThanOrEqual(0.3)
      expect(Math.abs(p.pixelValue! - 1)).toBeLessThanOrEqual(0.2)
    })
    expect(new Set(particles.slice(20).map((p) => p.pixelHueDeg)).size).toBe(20)
  })

  it('are hashed only where they are', () => {
    const plain = (spreadOn: SpreadTarget) => stateHash(run(typeOf(spreadOn, { life: fixed(2) })))
    expect(plain('pixels')).toBe(plain('tint'))
    expect(stateHash(run(typeOf('pixels')))).not.toBe(plain('pixels'))
  })

  it('are there when an effect plays backwards', () => {
    const emitter = makeEmitter({ flow: 0 }, { bursts: [makeBurst('b', 0, 5)], type: typeOf('pixels') })
    const forwards = createSimulation(compile(makeEffect([emitter])))
    const backwards = createSimulation(compile(makeEffect([emitter], { backwards: true })))
    forwards.seek(30)
    const last = compile(makeEffect([emitter], { backwards: true })).lastTick
    backwards.seek(last - 30)
    expect([...backwards.frame(1).shifts.subarray(0, 15)]).toEqual([
      ...forwards.frame(1).shifts.subarray(0, 15),
    ])
  })
})
