import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, Simulation } from '../index.ts'
import { defaultsOf } from '@gliv/model'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

/** ceil of a ratio of whole numbers, exactly. */
const births = (flowMilli: number, durationMicro: number): number =>
  Number((BigInt(flowMilli) * BigInt(durationMicro) + 999_999_999n) / 1_000_000_000n)

const run = (flow: number, seconds: number, more: Parameters<typeof makeEmitter>[0] = {}): Simulation => {
  const type = makeType({ life: fixed(0.1) })
  const simulation = createSimulation(
    compile(makeEffect([makeEmitter({ flow, duration: seconds, cap: 100_000, ...more }, { type })])),
  )
  return simulation
}

describe('flow', () => {
  const rates = [
    0.5,
    7.3,
    8.3,
    ...Array.from({ length: 100 }, (_, i) => Number((0.3 + i * 5.977 + (i % 7) * 0.111).toFixed(3))),
  ]
  it.each(rates)(
    '%s per second gives the exact count after a minute and at every second on the way',
    (rate) => {
      const simulation = run(rate, 60)
      for (let second = 1; second <= 60; second++) {
        while (simulation.tick < second * 60) simulation.step()
        // Ordinal n is born at n ÷ rate: those with n ≤ rate × second, cut at the half-open end.
        const due = Math.min(
          Number((BigInt(Math.round(rate * 1000)) * BigInt(second)) / 1000n) + 1,
          births(Math.round(rate * 1000), 60_000_000),
        )
        expect(simulation.runs[0]!.births).toBe(due)
      }
    },
  )

  it('is born at delay + n ÷ flow, with no clumps at ticks', () => {
    const simulation = run(600, 1, { delay: 0.05 })
    simulation.seek(6)
    const { pool } = simulation.runs[0]!
    for (let i = 0; i < pool.size; i++) expect(pool.born[i]).toBeCloseTo(0.05 + pool.ordinal[i]! / 600, 12)
    expect(pool.size).toBe(31)
  })

  it('of none, or for no time, sends out nothing', () => {
    for (const simulation of [run(0, 5), run(10, 0)]) {
      simulation.seek(300)
      expect(simulation.runs[0]!.births).toBe(0)
    }
  })
})

describe('births of a tick', () => {
  it('are the same taken together and one by one', () => {
    for (const play of ['once', 'loop', 'period'] as const)
      for (const rhythm of ['even', 'jittered', 'random'] as const) {
        const reports = [false, true].map((alone) => {
          // A lane at 1 changes no life, but every birth must then be asked when it is.
          const type = makeType({ life: { from: 0.02, to: 0.4, bias: 'low' } })
          const emitter = makeEmitter(
            { flow: 310, duration: 600, cap: 5000 },
            {
              type,
              rhythm,
              lanes: alone
                ? { life: { from: 1, to: 1, seconds: 1, points: [{ at: 0, value: 1, ease: 'linear' }] } }
                : {},
            },
          )
          const effect = makeEffect([emitter], { play })
          const simulation = createSimulation(
            compile({ ...effect, numbers: { ...effect.numbers, loopSeconds: 0.51, periodSeconds: 0.5 } }),
          )
          for (let tick = 1; tick <= 70; tick++) simulation.step()
          expect(simulation.runs[0]!.births).toBeGreaterThan(200)
          return reportRun(simulation)
        })
        expect(reports[0]).toEqual(reports[1])
      }
  })

  it('move on from the first that lives: those that ended first are left out until the pool is put together', () => {
    // None is born or ends at a tick itself, where a rounding decides.
    const simulation = run(593.7, 2, { delay: 0.0031 })
    const { pool } = simulation.runs[0]!
    let most = 0
    for (let tick = 1; tick <= 60; tick++) {
      const before = simulation.frame(1).count
      simulation.step()
      expect(simulation.frame(0).count).toBe(before)
      for (let i = 0; i < pool.first; i++)
        expect(simulation.clockSeconds - 1 / 60 - pool.born[i]!).toBeGreaterThanOrEqual(pool.life[i]!)
      most = Math.max(most, pool.first)
    }
    expect(most).toBeGreaterThan(5)
  })
})

describe('bursts', () => {
  it('come at their tick, those at 0 at tick 0, and count exactly', () => {
    const emitter = makeEmitter(
      { flow: 0, delay: 0.1 },
      { bursts: [makeBurst('a', 0, 5), makeBurst('b', 0.25, 7), makeBurst('c', 0.2500001, 2)] },
    )
    const simulation = createSimulation(
      compile(
        makeEffect([emitter, makeEmitter({ flow: 0 }, { id: 'second', bursts: [makeBurst('now', 0, 3)] })]),
      ),
    )
    const seen: number[] = []
    for (let tick = 0; tick <= 30; tick++) {
      simulation.seek(tick)
      seen.push(simulation.runs[0]!.births)
      expect(simulation.runs[1]!.births).toBe(3)
    }
    // 0.1 s is tick 6; 0.35 s is tick 21; 0.3500001 s lies after tick 21 (it rounds to the same microsecond),
    // so they share it.
    expect([seen[5], seen[6], seen[20], seen[21], seen[22]]).toEqual([0, 5, 5, 14, 14])
  })

  it('keep their draws when another burst is removed', () => {
    const keys = (bursts: Parameters<typeof makeBurst>[0][]) => {
      const emitter = makeEmitter({ flow: 0 }, { bursts: bursts.map((id) => makeBurst(id, 0, 4)) })
      const { pool } = createSimulation(compile(makeEffect([emitter]))).runs[0]!
      return new Set(Array.from({ length: pool.size }, (_, i) => `${pool.keyHi[i]} ${pool.keyLo[i]}`))
    }
    const both = keys(['first', 'second'])
    expect(both.size).toBe(8)
    for (const key of keys(['second'])) expect(both.has(key)).toBe(true)
  })
})

describe('loops', () => {
  it('repeat births exactly, with fresh draws, and cut what lies past the end', () => {
    const emitter = makeEmitter(
      { flow: 7.3, duration: 9, cap: 50_000 },
      { type: makeType({ life: fixed(0.2) }), bursts: [makeBurst('b', 0.4, 3), makeBurst('late', 1.5, 9)] },
    )
    const simulation = createSimulation(
      compile(
        makeEffect([emitter], { play: 'loop', numbers: { ...defaultsOf('effect'), loopSeconds: 0.7 } }),
      ),
    )
    const perRepeat = births(7300, 700_000) + 3
    for (let repeat = 1; repeat <= 40; repeat++) {
      // At the tick on which the next repeat begins, its ordinal 0 is born too.
      simulation.seek(repeat * 42)
      expect(simulation.runs[0]!.births).toBe(perRepeat * repeat + 1)
    }
  })
})

describe('cap', () => {
  it('is never exceeded; refused births use their ordinals', () => {
    const emitter = makeEmitter(
      { flow: 500, duration: 4, cap: 20 },
      { type: makeType({ life: { from: 0.2, to: 0.6 } }) },
    )
    const simulation = createSimulation(compile(makeEffect([emitter])))
    for (let tick = 0; tick < 260; tick++) {
      simulation.seek(tick)
      const [only] = simulation.runs
      expect(only!.alive).toBeLessThanOrEqual(20)
      expect(only!.births + only!.refused).toBe(Math.min(2000, Math.floor((tick * 500) / 60) + 1))
    }
  })

  it('sums that no machine should hold are refused, naming the emitter to lower', () => {
    const big = (id: string, flow: number) =>
      makeEmitter(
        { flow, duration: 100, cap: 100_000 },
        { id, name: id, type: makeType({ life: fixed(60) }) },
      )
    expect(() => compile(makeEffect([big('one', 60_000), big('two', 70_000), big('three', 9_000)]))).toThrow(
      /at most 200000.*lower the cap of "one"/,
    )
  })
})
