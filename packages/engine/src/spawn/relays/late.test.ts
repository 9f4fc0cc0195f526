import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, stateHash } from '../../index.ts'
import { fixed, makeEffect, makeEmitter, makeRelay, makeType } from '../../testing/build.ts'

/** Chains of relays with any lives, delays and caps, three deep. */
const chain = fc.record({
  lives: fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 1, max: 20 }))),
  delays: fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 0, max: 8 })),
  counts: fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 })),
  caps: fc.tuple(...[0, 1].map(() => fc.constantFrom(4, 12, 40, 2000))),
  policy: fc.constantFrom('skip' as const, 'endOldest' as const),
  trigger: fc.constantFrom('end' as const, 'birth' as const, 'everySeconds' as const),
  flow: fc.integer({ min: 4, max: 60 }),
  ticks: fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 2, maxLength: 4 }),
})

describe('relayed emitters that start late in a seek', () => {
  it('are as after straight steps, whatever binds', () => {
    fc.assert(
      fc.property(chain, ({ lives, delays, counts, caps, policy, trigger, flow, ticks }) => {
        const type = (k: number) =>
          makeType({ life: fixed(lives[k]! / 10), gravity: 60 }, { forces: ['gravity'] })
        const relay = (to: string, k: number) =>
          makeRelay(
            to,
            { trigger },
            {
              relayDelay: { from: 0, to: delays[k]! / 10 },
              relayCount: fixed(counts[k]!),
              relaySeconds: 0.15,
            },
          )
        const emitters = [
          makeEmitter({ flow, duration: 10 }, { id: 'a', salt: 1, type: type(0), relays: [relay('b', 0)] }),
          makeEmitter(
            { fan: 360, cap: caps[0]! },
            { id: 'b', salt: 2, dormant: true, capPolicy: policy, type: type(1), relays: [relay('c', 1)] },
          ),
          makeEmitter(
            { fan: 360, cap: caps[1]! },
            { id: 'c', salt: 3, dormant: true, capPolicy: policy, type: type(2) },
          ),
        ]
        const program = compile(makeEffect(emitters))
        const jumping = createSimulation(program)
        for (const tick of ticks) {
          jumping.seek(tick)
          const straight = createSimulation(program)
          while (straight.tick < tick) straight.step()
          expect(stateHash(jumping)).toBe(stateHash(straight))
        }
      }),
      {
        numRuns: 120,
        // Begins again one tick after the beginning, whose particle a cap far below knows of.
        examples: [
          [
            {
              lives: [9, 3, 17],
              delays: [2, 0],
              counts: [1, 1],
              caps: [4, 4],
              policy: 'skip',
              trigger: 'end',
              flow: 4,
              ticks: [309, 308],
            },
          ],
        ],
      },
    )
  })
})
