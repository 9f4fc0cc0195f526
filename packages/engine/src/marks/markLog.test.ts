import type { NumbersOf, Surface, Tape, TypeChoices } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, type SimulationOptions } from '../index.ts'
import { fixed, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const FLOOR: Surface = { id: 'floor', kind: 'segment', x1: -30, y1: 50, x2: 500, y2: 50 }
const frames = [
  { x: 0, y: 0, w: 16, h: 4, pivotX: 8, pivotY: 2 },
  { x: 16, y: 0, w: 16, h: 4, pivotX: 8, pivotY: 2 },
]
const mark = { sheetId: 'splats', sheet: 0, weight: 1, frameIndices: [4, 7], frames }

const rain = (
  numbers: Partial<NumbersOf<'type'>> = {},
  choices: Partial<TypeChoices> = {},
  options: SimulationOptions = {},
) => {
  const type = makeType(
    { life: fixed(2), gravity: 400, ...numbers },
    { forces: ['gravity'], contact: 'end', mark, ...choices },
  )
  const emitter = makeEmitter(
    { flow: 10, duration: 9, speed: fixed(0), jitterX: 200, offsetX: 100 },
    { type },
  )
  return createSimulation(compile(makeEffect([emitter])), { surfaces: [FLOOR], ...options })
}

describe('marks', () => {
  it('are left where particles hit, one for each contact, and last', () => {
    const simulation = rain()
    while (simulation.tick < 300) simulation.step()
    const { emitters, marks } = reportRun(simulation)
    const fallen = emitters[0]!.births - emitters[0]!.alive
    expect(marks.length).toBeGreaterThan(30)
    expect(marks.length).toBeLessThanOrEqual(fallen)
    for (const m of marks)
      expect([m.y, m.angleDeg, m.opacity, m.scale, m.sheetId]).toEqual([
        expect.closeTo(50, 5),
        0,
        1,
        1,
        'splats',
      ])
    expect(new Set(marks.map((m) => m.frame))).toEqual(new Set([4, 7]))
  })

  it('are the same after a seek, whether they last, fade or are capped', () => {
    for (const numbers of [{}, { markFade: 0.7 }, { markCap: 9 }, { markFade: 2, markCap: 5 }]) {
      const stepped = rain(numbers)
      while (stepped.tick < 310) stepped.step()
      const seeking = rain(numbers)
      seeking.seek(500)
      seeking.seek(310)
      expect(reportRun(seeking).marks).toEqual(reportRun(stepped).marks)
    }
    const capped = rain({ markCap: 9 })
    capped.seek(400)
    expect(capped.marks).toBe(9)
    const fading = rain({ markFade: 0.7 })
    fading.seek(400)
    expect(fading.marks).toBeLessThanOrEqual(8)
    for (const m of reportRun(fading).marks)
      expect(m.opacity).toBeCloseTo(1 - (400 / 60 - m.bornSeconds) / 0.7, 9)
  })

  it('that last are the newest ones whatever moment is gone back to, however few or many may be there', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.integer({ min: 0, max: 700 }), { minLength: 2, maxLength: 5 }),
        fc.boolean(),
        (markCap, ticks, moving) => {
          const surfaces = [{ ...FLOOR, id: 'floor' }]
          const tape: Tape = moving
            ? [
                { tick: 100, do: 'surfaces', surfaces },
                { tick: 600, do: 'surfaces', surfaces: [{ ...FLOOR, y1: 90, y2: 90 }] },
              ]
            : []
          const seeking = rain({ markCap }, {}, { tape })
          for (const tick of ticks) {
            seeking.seek(tick)
            const stepped = rain({ markCap }, {}, { tape })
            while (stepped.tick < tick) stepped.step()
            expect(reportRun(seeking).marks).toEqual(reportRun(stepped).marks)
            expect(reportRun(seeking).stateHash).toBe(reportRun(stepped).stateHash)
          }
        },
      ),
      { numRuns: 25 },
    )
  })

  it('draw scale, angle, opacity and colour from their ranges, and take the particle’s tint', () => {
    const red = {
      ...makeType().ramps,
      tint: { points: [{ at: 0, colour: '#ff8000', ease: 'linear' as const }] },
    }
    const simulation = rain(
      {
        markScale: { from: 1, to: 2 },
        markAngle: { from: -20, to: 20 },
        markOpacity: { from: 0.2, to: 0.4 },
        markTint: 1,
      },
      { ramps: red, markColours: ['#ffffff', '#800000'] } as never,
    )
    simulation.seek(400)
    const { marks } = reportRun(simulation)
    expect(new Set(marks.map((m) => m.tint))).toEqual(new Set(['#ff8000', '#800000']))
    for (const m of marks) {
      expect(m.scale).toBeGreaterThanOrEqual(1)
      expect(m.scale).toBeLessThanOrEqual(2)
      expect(Math.abs(m.angleDeg)).toBeLessThanOrEqual(20)
      expect(m.opacity).toBeGreaterThanOrEqual(0.2)
      expect(m.opacity).toBeLessThanOrEqual(0.4)
    }
    expect(new Set(marks.map((m) => m.scale)).size).toBe(marks.length)
  })

  it('are cut off at the surface’s outline where that is wanted: nothing lies over it', () => {
    for (const turned of [0, 180]) {
      const numbers = { markAngle: { from: turned, to: turned }, markScale: { from: 2, to: 2 } }
      const whole = rain(numbers)
      const inside = rain(numbers, { markClip: 'body' })
      whole.seek(400)
      inside.seek(400)
      const [a, b] = [whole.frame(1, undefined, 'marks'), inside.frame(1, undefined, 'marks')]
      expect(b.count).toBe(a.count)
      for (let k = 0; k < b.count; k++) {
        const o = k * 12
        const ends = (f32: Float32Array): number[] =>
          [f32[o + 1]!, f32[o + 1]! + f32[o + 5]!].sort((p, q) => p - q)
        // Frames are 4 px high with the pivot in the middle, twice as large here.
        expect(ends(a.f32).map((y) => Math.round(y))).toEqual([46, 54])
        expect(ends(b.f32).map((y) => Math.round(y))).toEqual([50, 54])
        expect(b.f32[o + 9]).toBe(2)
      }
    }
  })

  it('are cut off where their surface ends, and lie below the particles', () => {
    const simulation = rain({}, {}, { surfaces: [{ ...FLOOR, x1: 98, x2: 104 }] })
    simulation.seek(530)
    const { marks } = reportRun(simulation)
    expect(marks.length).toBeGreaterThan(0)
    const frame = simulation.frame()
    expect(frame.batches[0]!.layer).toBe('marks')
    expect(frame.batches[0]!.count).toBe(marks.length)
    for (let k = 0; k < marks.length; k++) {
      const o = k * 12
      const [left, width] = [frame.f32[o]!, frame.f32[o + 2]!]
      expect(left).toBeGreaterThanOrEqual(98 - 1e-4)
      expect(left + width).toBeLessThanOrEqual(104 + 1e-4)
      // Cut, not squeezed: as many texels as pixels.
      expect(frame.f32[o + 8]).toBeCloseTo(width, 4)
    }
    expect(simulation.frame(1, undefined, 'marks').count).toBe(marks.length)
    expect(simulation.frame(1, undefined, 'particles').batches[0]!.layer).toBe('front')
  })

  it('go with a surface that moves', () => {
    const lift = { ...FLOOR, y1: 20, y2: 20 }
    const tape = [
      { tick: 0, do: 'surfaces', surfaces: [FLOOR] },
      { tick: 120, do: 'surfaces', surfaces: [FLOOR] },
      { tick: 180, do: 'surfaces', surfaces: [lift] },
    ] as const
    const simulation = rain({}, {}, { tape })
    simulation.seek(150)
    for (const m of reportRun(simulation).marks) expect(m.y).toBeCloseTo(35, 5)
    simulation.seek(400)
    for (const m of reportRun(simulation).marks) expect(m.y).toBeCloseTo(20, 5)
  })
})
