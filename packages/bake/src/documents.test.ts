/**
 * Random kits, valid and broken, through the whole of the core: read, resolve, compile, step, seek, paint.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { KitRefusal, readKit, resolveEffect } from '@gliv/document'
import { compile, createSimulation, reportRun } from '@gliv/engine'
import {
  arbitraryTape,
  emitterChoices,
  number,
  numbersOf,
  typeChoices,
  typeRamps,
} from '../../engine/src/testing/arbitrary.ts'
import { createCanvas, paintFrame, prepareSheet, toStraight } from '@gliv/paint'
import { INSTANCE_WORDS, type NumbersOf, PLAYS, Refusal } from '@gliv/model'
import { maskReader } from './index.ts'

const PIXELS = makeDemo()
const sheetIds = PIXELS.kit.sheetOrder
const read = maskReader(() => PIXELS.pictures)
const sheets = sheetIds.map(() => prepareSheet(2, 2, new Uint8Array(16).fill(200), 'nearest'))

const picture = fc.constantFrom(...sheetIds).chain((sheet) =>
  fc.record({
    sheet: fc.constant(sheet),
    frames: fc.array(fc.nat({ max: PIXELS.kit.sheets[sheet]!.frames.length - 1 }), {
      minLength: 1,
      maxLength: 4,
    }),
    weight: number(0.1, 4),
  }),
)
const type = fc.record({
  choices: typeChoices,
  ramps: typeRamps,
  numbers: numbersOf('type'),
  pictures: fc.array(picture, { minLength: 1, maxLength: 3 }),
})
const emitter = fc.record({
  choices: emitterChoices,
  numbers: numbersOf('emitter'),
  salt: fc.nat(),
  bursts: fc.array(fc.record({ numbers: numbersOf('burst'), eachPlace: fc.boolean() }), { maxLength: 2 }),
  mask: fc.record({
    sheet: fc.constant('pixels'),
    frame: fc.nat({ max: 3 }),
    part: fc.constantFrom('area', 'edge', 'edgeOut'),
    keepColours: fc.boolean(),
  }),
  companion: fc.boolean(),
})

/** Limits of changing values have an order. */
const inOrder = (n: NumbersOf<'type'>): NumbersOf<'type'> => ({
  ...n,
  scaleLow: Math.min(n.scaleLow, n.scaleHigh),
  scaleHigh: Math.max(n.scaleLow, n.scaleHigh),
  opacityLow: Math.min(n.opacityLow, n.opacityHigh),
  opacityHigh: Math.max(n.opacityLow, n.opacityHigh),
})

/** Stages without sentences: these name cues, and cues name effects. */
const NO_EVENTS = {
  cues: [],
  stages: Object.fromEntries(
    Object.values(PIXELS.kit.stages).map(({ id, name, surfaces }) => [id, { id, name, surfaces }]),
  ),
}

/** Plain data, as a file would hold it. */
const kit = fc
  .record({
    types: fc.array(type, { minLength: 1, maxLength: 2 }),
    emitters: fc.array(emitter, { minLength: 1, maxLength: 3 }),
    play: fc.constantFrom(...PLAYS.filter((play) => play !== 'period')),
    numbers: numbersOf('effect'),
    seed: fc.nat(),
  })
  .map(({ types, emitters, play, numbers, seed }) => ({
    ...(JSON.parse(JSON.stringify(PIXELS.kit)) as typeof PIXELS.kit),
    types: Object.fromEntries(
      types.map(({ choices, ...t }, i) => [
        `t${i}`,
        {
          id: `t${i}`,
          name: `Type ${i}`,
          palette: i === 0 ? 'keg' : null,
          ...choices,
          ...t,
          numbers: inOrder(t.numbers),
        },
      ]),
    ),
    typeOrder: types.map((_, i) => `t${i}`),
    effects: {
      e: {
        id: 'e',
        name: 'E',
        seed,
        play,
        numbers,
        lanes: {},
        emitterOrder: emitters.map((_, i) => `m${i}`),
        emitters: Object.fromEntries(
          emitters.map(({ choices, companion, bursts, ...m }, i) => [
            `m${i}`,
            {
              id: `m${i}`,
              name: `M${i}`,
              type: `t${i % types.length}`,
              muted: false,
              companionOf: companion && i > 0 ? 'm0' : null,
              ...choices,
              ...m,
              bursts: bursts.map((b, k) => ({ id: `b${k}`, ...b })),
            },
          ]),
        ),
      },
    },
    effectOrder: ['e'],
    ...NO_EVENTS,
  }))

/** The kits have no knobs. */
const strengthsOnly = arbitraryTape.map((tape) =>
  tape.filter((entry) => entry.do !== 'knob' || entry.name === ''),
)

describe('random valid kits', () => {
  it('are read, compiled, stepped, sought and painted: no broken number, caps kept, seek equal to steps, companions on their partners', () => {
    fc.assert(
      fc.property(kit, strengthsOnly, fc.integer({ min: 1, max: 150 }), (data, tape, tick) => {
        const made = readKit(JSON.parse(JSON.stringify(data)))
        const program = compile(resolveEffect(made, made.effects['e']!, read))
        const simulation = createSimulation(program, { tape })
        while (simulation.tick < tick) simulation.step()
        const sought = createSimulation(program, { tape })
        sought.seek(tick)
        const report = reportRun(simulation)
        expect(reportRun(sought)).toEqual(report)
        for (const run of simulation.runs)
          expect(run.alive).toBeLessThanOrEqual(run.program.source.numbers.cap)
        const frame = simulation.frame(0.3)
        for (let i = 0; i < frame.count * INSTANCE_WORDS; i++)
          if (i % INSTANCE_WORDS !== 10) expect(Number.isFinite(frame.f32[i]!)).toBe(true)
        const canvas = createCanvas(24, 24)
        paintFrame(canvas, simulation.frame(1), sheets, { x: -12, y: -12, zoom: 1 })
        expect(toStraight(canvas).length).toBe(24 * 24 * 4)
        const places = (id: string) =>
          report.particles.filter((p) => p.emitterId === id).map((p) => [p.key, p.x, p.y])
        for (const id of made.effects['e']!.emitterOrder)
          if (made.effects['e']!.emitters[id]!.companionOf === 'm0') expect(places(id)).toEqual(places('m0'))
      }),
      { numRuns: 60 },
    )
  })
})

/** Values that no kit may hold, whatever stands there. */
const BROKEN = [null, -1e12, 1e12, 'sideways', [], { from: 9, to: 1 }, Number.MAX_VALUE] as const
type Data = Record<string, unknown>

/** Every place in a tree, leaves and branches alike. */
const placesIn = (value: unknown, path: readonly string[] = []): (readonly string[])[] =>
  typeof value !== 'object' || value === null
    ? [path]
    : [
        ...(path.length > 0 ? [path] : []),
        ...Object.entries(value).flatMap(([key, inner]) => placesIn(inner, [...path, key])),
      ]

describe('random broken kits', () => {
  it('are refused in words that name a place and a rule, or are harmless; nothing else is thrown', () => {
    let refused = 0
    fc.assert(
      fc.property(kit, fc.nat(), fc.constantFrom(...BROKEN), (data, where, value) => {
        const broken = JSON.parse(JSON.stringify(data)) as Data
        const places = placesIn({ types: broken['types'], effects: broken['effects'] })
        const path = places[where % places.length]!
        const holder = path.slice(0, -1).reduce<Data>((o, key) => o[key] as Data, broken)
        holder[path.at(-1)!] = value
        try {
          const made = readKit(broken)
          const effect = made.effects['e']
          if (effect) createSimulation(compile(resolveEffect(made, effect, read))).step()
        } catch (error) {
          refused++
          expect(error).toBeInstanceOf(Refusal)
          expect((error as Refusal).message).toMatch(/\w+.*: .*\w/)
          if (error instanceof KitRefusal)
            for (const problem of error.problems) expect(problem.message.length).toBeGreaterThan(8)
        }
      }),
      // A failure is shrunk for two minutes at most.
      { numRuns: 250, interruptAfterTimeLimit: 120_000 },
    )
    expect(refused).toBeGreaterThan(100)
  })
})
