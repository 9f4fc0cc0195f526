import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FILLS, FORCE_KINDS, SHAPE_KINDS, type ResolvedEffect, type Tape } from '@gliv/model'
import { compile, createSimulation, INSTANCE_FLOATS_FINITE, reportRun, stateHash, updateSimulation } from './testing/all.ts'
import { makeBurst, makeEffect, makeEmitter, makeType } from './testing/build.ts'

const range = (min: number, max: number) => fc.tuple(fc.double({ min, max, noNaN: true }), fc.double({ min, max, noNaN: true })).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }))
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })

const arbitraryEmitter = (id: string) =>
  fc
    .record({
      numbers: fc.record({ flow: number(0, 160), delay: number(0, 0.6), duration: number(0, 1.5), cap: fc.constantFrom(8, 30, 5000), heading: number(-360, 360), fan: number(0, 360), speed: range(-50, 400), shapeRadius: number(0, 90), offsetX: number(-100, 100) }),
      shape: fc.constantFrom(...SHAPE_KINDS),
      fill: fc.constantFrom(...FILLS),
      bursts: fc.array(fc.tuple(number(0, 1), fc.integer({ min: 0, max: 25 })), { maxLength: 3 }),
      type: fc.record({ life: range(0.02, 1.2), scale: range(0, 3), opacity: range(0, 1), spin: range(-500, 500), startAngle: range(-180, 180), gravity: number(-500, 500), drag: number(0, 9) }),
      forces: fc.subarray([...FORCE_KINDS]),
      salt: fc.nat(),
    })
    .map(({ numbers, shape, fill, bursts, type, forces, salt }) =>
      makeEmitter(numbers, { id, salt, shape, fill, bursts: bursts.map(([at, count], i) => makeBurst(`b${i}`, at, count)), type: makeType(type, { forces }) }),
    )

const arbitraryEffect: fc.Arbitrary<ResolvedEffect> = fc
  .record({ one: arbitraryEmitter('one'), two: arbitraryEmitter('two'), loop: fc.boolean(), every: number(0.2, 2), seed: fc.nat(), rate: fc.constantFrom(60, 60, 30, 144) })
  .map(({ one, two, loop, every, seed, rate }) => makeEffect([one, two], { seed, rate, play: loop ? 'loop' : 'once', numbers: { loopSeconds: every } }))

const arbitraryTape: fc.Arbitrary<Tape> = fc
  .array(
    fc.record({
      tick: fc.integer({ min: 0, max: 150 }),
      what: fc.oneof(
        fc.record({ do: fc.constantFrom('move' as const, 'teleport' as const), x: number(-300, 300), y: number(-300, 300) }),
        fc.record({ do: fc.constant('emit' as const), on: fc.boolean() }),
        fc.record({ do: fc.constant('stop' as const) }),
      ),
    }),
    { maxLength: 6 },
  )
  .map((rows) => rows.map(({ tick, what }) => ({ tick, ...what })).sort((a, b) => a.tick - b.tick))

describe('seek and horizon restart', () => {
  it('equal straight steps at random ticks, with random effects and tapes', () => {
    fc.assert(
      fc.property(arbitraryEffect, arbitraryTape, fc.array(fc.integer({ min: 0, max: 240 }), { minLength: 2, maxLength: 6 }), (effect, tape, ticks) => {
        const program = compile(effect)
        const jumping = createSimulation(program, { tape })
        for (const tick of ticks) {
          jumping.seek(tick)
          const straight = createSimulation(program, { tape })
          while (straight.tick < tick) straight.step()
          expect(reportRun(jumping)).toEqual(reportRun(straight))
        }
      }),
      { numRuns: 150 },
    )
  })

  it('never yields a broken number, and keeps caps', () => {
    fc.assert(
      fc.property(arbitraryEffect, arbitraryTape, fc.integer({ min: 0, max: 200 }), (effect, tape, tick) => {
        const simulation = createSimulation(compile(effect), { tape })
        simulation.seek(tick)
        expect(INSTANCE_FLOATS_FINITE(simulation.frame(0.5))).toBe(true)
        for (const run of simulation.runs) expect(run.alive).toBeLessThanOrEqual(run.program.source.numbers.cap)
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
      fc.property(arbitraryEffect, arbitraryEffect, fc.integer({ min: 0, max: 160 }), fc.nat({ max: 4 }), (before, other, tick, what) => {
        const simulation = createSimulation(compile(before))
        simulation.seek(tick)
        const [one, two] = before.emitters
        const [from] = other.emitters
        // A piece of another effect replaces one piece of this one.
        const changed = [
          { ...one!, numbers: from!.numbers },
          { ...one!, type: { ...one!.type, numbers: { ...one!.type.numbers, scale: from!.type.numbers.scale, spin: from!.type.numbers.spin } } },
          { ...one!, type: from!.type },
          { ...one!, bursts: from!.bursts },
          { ...one!, shape: from!.shape, fill: from!.fill },
        ][what]!
        const after = { ...before, emitters: [changed, two!] }
        updateSimulation(simulation, after)
        const fresh = createSimulation(compile(after))
        fresh.seek(tick)
        expect(reportRun(simulation)).toEqual(reportRun(fresh))
      }),
      { numRuns: 150 },
    )
  })

  it('do only the work that the table says', () => {
    const effect = makeEffect([makeEmitter({}, { id: 'one' }), makeEmitter({}, { id: 'two' })])
    const simulation = createSimulation(compile(effect))
    simulation.seek(40)
    const [one, two] = effect.emitters
    const withScale = { ...effect, emitters: [{ ...one!, type: makeType({ scale: { from: 2, to: 3 } }) }, two!] }
    expect(updateSimulation(simulation, withScale)).toEqual({ rerun: 0, relooked: 1, kept: 1 })
    expect(updateSimulation(simulation, { ...withScale, emitters: [withScale.emitters[0]!, { ...two!, numbers: { ...two!.numbers, fan: 90 } }] })).toEqual({ rerun: 1, relooked: 0, kept: 1 })
  })
})
