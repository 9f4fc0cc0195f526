import { type ForceKind, PROPERTIES } from '@gliv/model'
import fc from 'fast-check'
import { afterEach, describe, expect, it } from 'vitest'
import { allowKernels, compile, createSimulation, reportRun, type Simulation, slabOf } from '../testing/all.ts'
import { arbitraryEffect, ramp } from '../testing/arbitrary.ts'
import { makeEffect, makeEmitter, makeType } from '../testing/build.ts'

afterEach(() => allowKernels(true))

/** One simulation over kernels and one over the loops in TypeScript. */
const twins = (effect: Parameters<typeof compile>[0]): [Simulation, Simulation] => {
  const program = compile(effect)
  allowKernels(true)
  const fast = createSimulation(program)
  allowKernels(false)
  return [fast, createSimulation(program)]
}

const pixels = (simulation: Simulation, alpha: number): Uint32Array => {
  const frame = simulation.frame(alpha)
  return frame.u32.slice(0, frame.count * 12)
}

const expectTwins = ([fast, plain]: [Simulation, Simulation], ticks: number): void => {
  for (let tick = 0; tick <= ticks; tick++) {
    fast.step()
    plain.step()
    if (tick % 5 === 0) for (const alpha of [1, 0.3]) expect(pixels(fast, alpha)).toEqual(pixels(plain, alpha))
  }
  expect(reportRun(fast)).toEqual(reportRun(plain))
}

describe('kernels and the loops in TypeScript', () => {
  it('are there in Node, and can be left out', () => {
    const [fast, plain] = twins(makeEffect([makeEmitter({ flow: 10 })]))
    expect([slabOf(fast.runs[0]!.pool.all) !== null, slabOf(plain.runs[0]!.pool.all)]).toEqual([true, null])
  })

  it('give the same bits over random effects', () => {
    fc.assert(
      fc.property(arbitraryEffect, (effect) => expectTwins(twins(effect), 70)),
      { numRuns: 60 },
    )
  })

  it('give the same bits for plain particles with any ramps, pull, swirl and churn, and for odd counts', () => {
    const forces = fc.subarray<ForceKind>(['gravity', 'drag', 'pull', 'swirl', 'churn'])
    const falloff = fc.constantFrom('steady', 'fading', 'near', 'spring')
    fc.assert(
      fc.property(ramp, ramp, ramp, forces, falloff, falloff, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 90 }), (speed, opacity, scale, kinds, pullFalloff, swirlFalloff, churnOctaves, flow) => {
        const type = makeType({ life: { from: 0.3, to: 0.9 }, scale: { from: 0.5, to: 2 }, spin: { from: -300, to: 300 }, drag: 1.5, pullReach: 60, churnOctaves, swirlX: PROPERTIES.swirlX.soft[0] / 10 })
        const made = { ...type, forces: kinds, pullFalloff, swirlFalloff, ramps: { ...type.ramps, speed, opacity, scale } }
        expectTwins(twins(makeEffect([makeEmitter({ flow, fan: 360 }, { type: made })])), 60)
      }),
      { numRuns: 80 },
    )
  })
})
