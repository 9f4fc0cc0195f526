/** Loops of random effects: what says that it closes does so, to the bytes or in its figures. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { readKit } from '@gliv/document'
import { Refusal, SHIP_DEFAULTS } from '@gliv/model'
import { LONG } from '../../document/src/testing/long.ts'
import { emitterChoices, numbersOf, typeChoices, typeRamps } from '../../engine/src/testing/arbitrary.ts'
import { drawJob, plainJob } from './index.ts'

const { kit, pictures } = makeDemo()
const sheet = kit.sheetOrder[0]!

const emitter = fc.record({ choices: emitterChoices, numbers: numbersOf('emitter'), salt: fc.nat() })
const effect = fc.record({
  emitters: fc.array(emitter, { minLength: 1, maxLength: 2 }),
  type: fc.record({ choices: typeChoices, ramps: typeRamps, numbers: numbersOf('type') }),
  seed: fc.nat(),
  play: fc.constantFrom('loop' as const, 'once' as const),
  loopSeconds: fc.constantFrom(0.4, 0.75, 1.2),
  loop: fc.constantFrom('auto' as const, 'made' as const, 'faded' as const),
})

type Drawn = typeof effect extends fc.Arbitrary<infer E> ? E : never

const made = ({ emitters, type, seed, play, loopSeconds }: Drawn) => {
  const { numbers } = type
  return readKit({
    ...(JSON.parse(JSON.stringify(kit)) as object),
    cues: [],
    stages: {},
    stageOrder: [],
    ship: undefined,
    types: {
      t: {
        id: 't',
        name: 'T',
        palette: null,
        mark: null,
        pictures: [{ sheet, frames: [0], clip: null, weight: 1 }],
        ...type.choices,
        ramps: type.ramps,
        numbers: {
          ...numbers,
          scaleLow: Math.min(numbers.scaleLow, numbers.scaleHigh),
          scaleHigh: Math.max(numbers.scaleLow, numbers.scaleHigh),
          opacityLow: Math.min(numbers.opacityLow, numbers.opacityHigh),
          opacityHigh: Math.max(numbers.opacityLow, numbers.opacityHigh),
        },
      },
    },
    typeOrder: ['t'],
    effects: {
      e: {
        id: 'e',
        name: 'E',
        seed,
        play,
        numbers: { loopSeconds },
        lanes: {},
        emitterOrder: emitters.map((_, k) => `m${k}`),
        emitters: Object.fromEntries(
          emitters.map(({ choices, numbers: own, salt }, k) => [
            `m${k}`,
            {
              id: `m${k}`,
              name: `M${k}`,
              type: 't',
              salt,
              muted: false,
              companionOf: null,
              ...choices,
              shape: choices.shape === 'picture' ? 'circle' : choices.shape,
              numbers: own,
              bursts: [],
              mask: null,
            },
          ]),
        ),
      },
    },
    effectOrder: ['e'],
  })
}

const RUNS = LONG ? 200 : 40

describe('loops of random effects', () => {
  it('close to the bytes where they say exact or made, and in their figures where they are faded', async () => {
    const kinds = { made: 0, faded: 0, exact: 0, none: 0, refused: 0 }
    await fc.assert(
      fc.asyncProperty(effect, async (drawn) => {
        let file
        try {
          file = { kit: made(drawn), pictures }
        } catch (error) {
          expect(error).toBeInstanceOf(Refusal)
          return
        }
        const settings = {
          ...SHIP_DEFAULTS,
          range: { ...SHIP_DEFAULTS.range, fps: 10 },
          loop: { ...SHIP_DEFAULTS.loop, loop: drawn.loop },
          size: { ...SHIP_DEFAULTS.size, w: 96, h: 96 },
        }
        try {
          const { clips } = await drawJob(file, plainJob(file.kit.effects['e']!, settings))
          for (const { loop, seam } of clips) {
            kinds[loop === false ? 'none' : loop]++
            // Sums of fractions may differ in their last digits.
            if (loop === 'faded') expect(seam.last).toBeLessThanOrEqual(seam.most + 1e-9)
            if (drawn.loop === 'made') expect(loop).toBe('made')
          }
        } catch (error) {
          if (!(error instanceof Refusal)) throw error
          kinds.refused++
          expect(error.message.length).toBeGreaterThan(20)
        }
      }),
      { numRuns: RUNS, interruptAfterTimeLimit: 240_000, ...(LONG ? {} : { seed: 20261128 }) },
    )
    // Always the same forty, so that each kind is among them.
    expect(kinds.made).toBeGreaterThan(1)
    expect(kinds.faded).toBeGreaterThan(1)
  }, 300_000)
})
