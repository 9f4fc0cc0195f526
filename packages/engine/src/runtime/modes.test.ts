import { describe, expect, it } from 'vitest'
import {
  defaultsOf,
  type EmitterChoices,
  type NumbersOf,
  type ResolvedEffect,
  type ResolvedEmitter,
  type Tape,
} from '@gliv/model'
import { compile, createSimulation, emissionEndSeconds, latestEndSeconds, type Simulation } from '../index.ts'
import { RANDOM_GROUP } from '../program/rhythm.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const LIFE = makeType({ life: fixed(50) })

const emitterOf = (
  numbers: Partial<NumbersOf<'emitter'>>,
  more: Partial<Omit<ResolvedEmitter, 'numbers'>> = {},
) => makeEmitter({ cap: 100_000, ...numbers }, { type: LIFE, ...more })
const start = (emitter: ResolvedEmitter, more: Partial<ResolvedEffect> = {}, tape: Tape = []): Simulation =>
  createSimulation(compile(makeEffect([emitter], more)), { tape })
const effectNumbers = (numbers: Partial<NumbersOf<'effect'>>) => ({
  numbers: { ...defaultsOf('effect'), ...numbers },
})

/** Birth times of everything alive, in pool order. */
const times = (simulation: Simulation): number[] => {
  const { pool } = simulation.runs[0]!
  return Array.from(pool.born.subarray(0, pool.size))
}
const birthsAt = (simulation: Simulation, seconds: number): number => {
  simulation.seek(Math.round(seconds * 60))
  return simulation.runs[0]!.births
}

describe('rhythms', () => {
  it('jittered: each birth lies within its own slot', () => {
    const simulation = start(emitterOf({ flow: 40, duration: 5 }, { rhythm: 'jittered' }))
    expect(birthsAt(simulation, 6)).toBe(200)
    times(simulation).forEach((t, n) => {
      expect(t).toBeGreaterThanOrEqual(n / 40)
      expect(t).toBeLessThan((n + 1) / 40)
    })
    expect(new Set(times(simulation).map((t, n) => (t * 40 - n).toFixed(6))).size).toBeGreaterThan(190)
  })

  it('random: sixteen within each sixteen slots, in no order of slots, and never backwards', () => {
    const simulation = start(emitterOf({ flow: 64, duration: 4 }, { rhythm: 'random' }))
    expect(birthsAt(simulation, 5)).toBe(256)
    const all = times(simulation)
    for (let group = 0; group < 16; group++)
      expect(all.filter((t) => Math.floor((t * 64) / RANDOM_GROUP) === group).length).toBe(RANDOM_GROUP)
    expect([...all].sort((a, b) => a - b)).toEqual(all)
    expect(all.some((t, n) => Math.floor(t * 64) !== n)).toBe(true)
  })

  it('with a lane: what has flowed is the area under it', () => {
    // 0 → 60 per second over 2 s in a straight line: 15 t² by time t; ordinal n at √(n ÷ 15).
    const lane = {
      from: 0,
      to: 1,
      seconds: 2,
      points: [
        { at: 0, value: 0, ease: 'linear' as const },
        { at: 1, value: 1, ease: 'linear' as const },
      ],
    }
    const simulation = start(emitterOf({ flow: 60, duration: 2 }, { lanes: { flow: lane } }))
    expect(birthsAt(simulation, 3)).toBe(60)
    times(simulation).forEach((t, n) => expect(t).toBeCloseTo(Math.sqrt(n / 15), 9))
  })
})

describe('bursts', () => {
  it('repeat at their interval, spread over their span', () => {
    const burst = makeBurst('b', 0.2, 4, { burstRepeats: 3, burstInterval: fixed(0.5), burstSpan: 0.1 })
    const simulation = start(emitterOf({ flow: 0 }, { bursts: [burst] }))
    simulation.seek(120)
    expect(times(simulation).map((t) => Number(t.toFixed(6)))).toEqual([
      0.2, 0.225, 0.25, 0.275, 0.7, 0.725, 0.75, 0.775, 1.2, 1.225, 1.25, 1.275,
    ])
  })

  it('a span ends when the next repeat begins', () => {
    const burst = makeBurst('b', 0, 2, { burstRepeats: 2, burstInterval: fixed(0.1), burstSpan: 5 })
    const simulation = start(emitterOf({ flow: 0 }, { bursts: [burst] }))
    simulation.seek(400)
    expect(times(simulation).map((t) => Number(t.toFixed(6)))).toEqual([0, 0.05, 0.1, 2.6])
  })

  it('draw time, count and interval from their ranges, ends included, and each whole number about as often', () => {
    const counts = new Map<number, number>()
    for (let salt = 0; salt < 900; salt++) {
      const burst = makeBurst('b', 0, 0, {
        burstAt: { from: 0.1, to: 0.3 },
        burstCount: { from: 2, to: 4 },
        burstRepeats: 2,
        burstInterval: { from: 0.2, to: 0.25 },
      })
      const simulation = start(emitterOf({ flow: 0 }, { salt, bursts: [burst] }))
      simulation.seek(60)
      const all = [...new Set(times(simulation))]
      expect(all.length).toBe(2)
      expect(all[0]).toBeGreaterThanOrEqual(0.1)
      expect(all[0]).toBeLessThanOrEqual(0.3)
      expect(all[1]! - all[0]!).toBeGreaterThan(0.199999)
      expect(all[1]! - all[0]!).toBeLessThan(0.250001)
      const first = times(simulation).filter((t) => t === all[0]).length
      counts.set(first, (counts.get(first) ?? 0) + 1)
    }
    expect([...counts.keys()].sort()).toEqual([2, 3, 4])
    for (const seen of counts.values()) expect(Math.abs(seen - 300)).toBeLessThan(70)
  })

  it('happen by chance, each repeat by its own; what is withheld uses its ordinals', () => {
    const burst = makeBurst('b', 0, 5, { burstRepeats: 1000, burstInterval: fixed(0.01), burstChance: 0.3 })
    const simulation = start(emitterOf({ flow: 0 }, { bursts: [burst] }))
    simulation.seek(660)
    const [run] = simulation.runs
    expect(run!.births + run!.refused).toBe(5000)
    expect(Math.abs(run!.births / 5000 - 0.3)).toBeLessThan(0.05)
    const { pool } = run!
    for (let i = 0; i < pool.size; i++)
      expect(pool.born[i]).toBeCloseTo(Math.floor(pool.ordinal[i]! / 5) * 0.01, 9)
  })

  it('one for each place: as many as the segment has pieces, each at its own', () => {
    const simulation = start(
      emitterOf(
        { flow: 0, endX: 100, endY: 0, pieceEvery: 20, speed: fixed(0) },
        { shape: 'segment', placement: 'inOrder', bursts: [{ ...makeBurst('b', 0, 0), eachPlace: true }] },
      ),
    )
    const { pool } = simulation.runs[0]!
    expect(Array.from(pool.x.subarray(0, pool.size))).toEqual([10, 30, 50, 70, 90])
  })
})

describe('minimum and cap', () => {
  it('keep so many alive while the emitter is open', () => {
    const simulation = start(
      makeEmitter({ flow: 0, minimum: 7, duration: 2 }, { type: makeType({ life: { from: 0.1, to: 0.4 } }) }),
    )
    for (let tick = 0; tick < 120; tick++) {
      expect(simulation.alive).toBe(7)
      simulation.step()
    }
    simulation.seek(160)
    expect(simulation.alive).toBe(0)
  })

  it('skip the new, or end the oldest in birth order', () => {
    const of = (capPolicy: EmitterChoices['capPolicy']) => {
      const simulation = start(makeEmitter({ flow: 10, duration: 10, cap: 4 }, { type: LIFE, capPolicy }))
      simulation.seek(90)
      const { pool } = simulation.runs[0]!
      const now = 90 / 60
      return {
        alive: simulation.alive,
        refused: simulation.runs[0]!.refused,
        ordinals: Array.from(pool.ordinal.subarray(0, pool.size)).filter(
          (_, i) => now - pool.born[i]! < pool.life[i]!,
        ),
      }
    }
    expect(of('skip')).toEqual({ alive: 4, refused: 12, ordinals: [0, 1, 2, 3] })
    expect(of('endOldest')).toEqual({ alive: 4, refused: 0, ordinals: [12, 13, 14, 15] })
  })
})

describe('flow per pixel', () => {
  const across: Tape = [
    { tick: 0, do: 'move', x: 0, y: 0 },
    { tick: 60, do: 'move', x: 300, y: 0 },
  ]
  it('counts by the way travelled and lays births out along it', () => {
    const simulation = start(
      emitterOf({ flow: 0, flowPerPx: 0.1, duration: 10, speed: fixed(0) }),
      {},
      across,
    )
    expect(birthsAt(simulation, 2)).toBe(30)
    const { pool } = simulation.runs[0]!
    for (let i = 0; i < pool.size; i++) expect(pool.x[i]).toBeCloseTo((i + 1) * 10, 6)
  })

  it('a jump, and resting, send nothing out', () => {
    const tape: Tape = [
      ...across,
      { tick: 70, do: 'teleport', x: 900, y: 0 },
      { tick: 100, do: 'move', x: 900, y: 0 },
      { tick: 101, do: 'move', x: 1350, y: 0 },
    ]
    expect(birthsAt(start(emitterOf({ flow: 0, flowPerPx: 0.1, duration: 10 }), {}, tape), 3)).toBe(30)
  })

  it('counts an emitter’s own travel too, and only while it is open', () => {
    const path = {
      closed: false,
      points: [
        { x: 0, y: 0, inX: 0, inY: 0, outX: 0, outY: 0 },
        { x: 200, y: 0, inX: 0, inY: 0, outX: 0, outY: 0 },
      ],
    }
    const travel = { path, mode: 'once' as const, ease: 'linear' as const }
    expect(
      birthsAt(start(emitterOf({ flow: 0, flowPerPx: 0.1, duration: 5, travelSeconds: 1 }, { travel })), 3),
    ).toBe(20)
    expect(
      birthsAt(start(emitterOf({ flow: 0, flowPerPx: 0.1, duration: 0.5, travelSeconds: 1 }, { travel })), 3),
    ).toBe(9)
  })
})

describe('times of the effect', () => {
  it('warm-up: the effect begins as it would be after that long', () => {
    const cold = start(emitterOf({ flow: 20, duration: 9 }))
    const warm = start(emitterOf({ flow: 20, duration: 9 }), effectNumbers({ warmUp: 2 }))
    expect(warm.runs[0]!.births).toBe(41)
    cold.seek(150)
    warm.seek(30)
    expect(times(warm)).toEqual(times(cold))
    expect(Array.from(warm.runs[0]!.pool.x)).toEqual(Array.from(cold.runs[0]!.pool.x))
    expect(emissionEndSeconds(warm.program.effect)).toBeCloseTo(7, 9)
  })

  it('time scale: half as fast, standing still, and by its lane', () => {
    expect(birthsAt(start(emitterOf({ flow: 20, duration: 9 }), effectNumbers({ timeScale: 0.5 })), 2)).toBe(
      21,
    )
    expect(birthsAt(start(emitterOf({ flow: 20, duration: 9 }), effectNumbers({ timeScale: 0 })), 2)).toBe(1)
    // From full speed to none in 2 s: one second has passed by then, and no more after.
    const lanes = {
      timeScale: {
        from: 0,
        to: 1,
        seconds: 2,
        points: [
          { at: 0, value: 1, ease: 'linear' as const },
          { at: 1, value: 0, ease: 'linear' as const },
        ],
      },
    }
    const slowed = start(emitterOf({ flow: 20.1, duration: 9 }), { lanes })
    expect([birthsAt(slowed, 1), birthsAt(slowed, 2), birthsAt(slowed, 8)]).toEqual([16, 21, 21])
    expect(latestEndSeconds(slowed.program.effect)).toBe(Infinity)
  })

  it('a waiting loop begins again when the last particle can be gone', () => {
    const emitter = emitterOf(
      { flow: 0 },
      { bursts: [makeBurst('b', 0.5, 3)], type: makeType({ life: fixed(1) }) },
    )
    const simulation = start(emitter, { play: 'loopWaiting' })
    // Every 1.5 s.
    expect([
      birthsAt(simulation, 0.6),
      birthsAt(simulation, 1.9),
      birthsAt(simulation, 2.1),
      birthsAt(simulation, 15.1),
    ]).toEqual([3, 3, 6, 30])
  })

  it('sustained: start, middle again and again, and the tail after the stop', () => {
    const bursts = [makeBurst('start', 0, 1), makeBurst('middle', 0.6, 10), makeBurst('tail', 1.2, 100)]
    const play = { play: 'sustain' as const, ...effectNumbers({ sustainFrom: 0.5, sustainTo: 1 }) }
    const going = start(emitterOf({ flow: 0 }, { bursts }), play)
    expect([0.4, 0.7, 1.2, 3.7].map((t) => birthsAt(going, t))).toEqual([1, 11, 21, 71])
    // Stopped at 2.3 s: the tail's burst comes 0.2 s later, and nothing after it.
    const stopped = start(emitterOf({ flow: 0 }, { bursts }), play, [{ tick: 138, do: 'stop' }])
    expect([2.4, 2.45, 2.6, 9].map((t) => birthsAt(stopped, t))).toEqual([41, 41, 141, 141])
    expect(going.finished).toBe(false)
  })

  it('life as long as its emitter: all end together', () => {
    const simulation = start(
      makeEmitter({ flow: 20, delay: 0.2, duration: 1 }, { type: makeType({}, { lifeMode: 'emitter' }) }),
    )
    simulation.seek(71)
    expect(simulation.alive).toBe(20)
    simulation.seek(72)
    expect(simulation.alive).toBe(0)
  })

  it('a delay along the shape puts births back by where they are', () => {
    const simulation = start(
      emitterOf(
        { flow: 0, endX: 100, endY: 0, pieceEvery: 25, alongDelay: 1 },
        { shape: 'segment', placement: 'inOrder', bursts: [{ ...makeBurst('b', 0, 0), eachPlace: true }] },
      ),
    )
    expect(birthsAt(simulation, 0.1)).toBe(0)
    expect(birthsAt(simulation, 2)).toBe(4)
    expect(times(simulation)).toEqual([0.125, 0.375, 0.625, 0.875])
  })
})
