import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compile } from '../program/index.ts'
import { INSTANCE_FLOATS_FINITE } from '../testing/all.ts'
import { arbitraryEffect, arbitraryTape } from '../testing/arbitrary.ts'
import { makeEffect, makeEmitter, makeType } from '../testing/build.ts'
import { reportRun, stateHash } from './report.ts'
import { createSimulation } from './simulation.ts'
import { updateSimulation } from './update.ts'

describe('seek and horizon restart', () => {
  it('equal straight steps at random ticks, with random effects and tapes', () => {
    fc.assert(
      fc.property(
        arbitraryEffect,
        arbitraryTape,
        fc.array(fc.integer({ min: 0, max: 240 }), { minLength: 2, maxLength: 6 }),
        (effect, tape, ticks) => {
          const program = compile(effect)
          const jumping = createSimulation(program, { tape })
          for (const tick of ticks) {
            jumping.seek(tick)
            const straight = createSimulation(program, { tape })
            while (straight.tick < tick) straight.step()
            expect(reportRun(jumping)).toEqual(reportRun(straight))
          }
        },
      ),
      { numRuns: 150 },
    )
  })

  it('never yields a broken number, and keeps caps', () => {
    fc.assert(
      fc.property(arbitraryEffect, arbitraryTape, fc.integer({ min: 0, max: 200 }), (effect, tape, tick) => {
        const simulation = createSimulation(compile(effect), { tape })
        simulation.seek(tick)
        expect(INSTANCE_FLOATS_FINITE(simulation.frame(0.5))).toBe(true)
        for (const run of simulation.runs)
          expect(run.alive).toBeLessThanOrEqual(run.program.source.numbers.cap)
      }),
      { numRuns: 100 },
    )
  })

  it('gives the same hash every time, and another one for another seed', () => {
    const effect = makeEffect([makeEmitter({ flow: 90, fan: 360 })])
    const hash = (seed: number) => {
      const simulation = createSimulation(compile(effect), { seed })
      simulation.seek(50)
      return stateHash(simulation)
    }
    expect(hash(1)).toBe(hash(1))
    expect(hash(1)).not.toBe(hash(2))
  })
})

describe('edits at a frozen moment', () => {
  it('equal a fresh simulation of the changed effect, whatever changed', () => {
    fc.assert(
      fc.property(
        arbitraryEffect,
        arbitraryEffect,
        fc.integer({ min: 0, max: 160 }),
        fc.nat({ max: 7 }),
        (before, other, tick, what) => {
          const simulation = createSimulation(compile(before))
          simulation.seek(tick)
          const [one, two] = before.emitters
          const [from] = other.emitters
          // A piece of another effect replaces one piece of this one.
          const changed = [
            { ...one!, numbers: from!.numbers },
            {
              ...one!,
              type: {
                ...one!.type,
                numbers: {
                  ...one!.type.numbers,
                  scale: from!.type.numbers.scale,
                  spin: from!.type.numbers.spin,
                },
              },
            },
            { ...one!, type: from!.type },
            { ...one!, bursts: from!.bursts },
            { ...one!, shape: from!.shape, fill: from!.fill, mask: from!.mask },
            { ...one!, type: { ...from!.type, numbers: one!.type.numbers } },
            { ...from!, id: 'one', numbers: one!.numbers },
            { ...one!, lanes: from!.lanes },
          ][what]!
          const after = { ...before, emitters: [changed, two!] }
          updateSimulation(simulation, after)
          const fresh = createSimulation(compile(after))
          fresh.seek(tick)
          expect(reportRun(simulation)).toEqual(reportRun(fresh))
        },
      ),
      { numRuns: 150 },
    )
  })

  it('do only the work that the table says', () => {
    const effect = makeEffect([makeEmitter({}, { id: 'one' }), makeEmitter({}, { id: 'two' })])
    const simulation = createSimulation(compile(effect))
    simulation.seek(40)
    const [one, two] = effect.emitters
    const withScale = {
      ...effect,
      emitters: [{ ...one!, type: makeType({ scale: { from: 2, to: 3 } }) }, two!],
    }
    expect(updateSimulation(simulation, withScale)).toEqual({ rerun: 0, relooked: 1, kept: 1 })
    expect(
      updateSimulation(simulation, {
        ...withScale,
        emitters: [withScale.emitters[0]!, { ...two!, numbers: { ...two!.numbers, fan: 90 } }],
      }),
    ).toEqual({ rerun: 1, relooked: 0, kept: 1 })
  })
})
