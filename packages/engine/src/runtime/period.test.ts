import { defaultsOf, type NumbersOf, type ResolvedEffect, type ResolvedEmitter } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import {
  compile,
  createSimulation,
  latestEndSeconds,
  LiveTape,
  loopSecondsOf,
  reportParticles,
  reportRun,
  stateHash,
} from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeRelay, makeType } from '../testing/build.ts'

const PERIOD = 1.5
const periodic = (
  emitters: ResolvedEmitter[],
  numbers: Partial<NumbersOf<'effect'>> = {},
  more: Partial<ResolvedEffect> = {},
): ResolvedEffect =>
  makeEffect(emitters, {
    play: 'period',
    numbers: { ...defaultsOf('effect'), periodSeconds: PERIOD, ...numbers },
    ...more,
  })

const floor = { id: 'floor', kind: 'segment', x1: -500, y1: 60, x2: 500, y2: 60 } as const

/** Everything that can be periodic, at once. */
const everything = (): ResolvedEffect => {
  const lane = {
    from: 0,
    to: 2,
    seconds: PERIOD,
    points: [
      { at: 0, value: 0.2, ease: 'linear' as const },
      { at: 1, value: 1, ease: 'linear' as const },
    ],
  }
  const frames = [{ x: 0, y: 0, w: 4, h: 4, pivotX: 2, pivotY: 2 }]
  const steam = makeEmitter(
    { flow: 17.3, duration: 9 },
    {
      id: 'steam',
      type: makeType(
        { life: { from: 1, to: 4 }, churnRate: 0.7 },
        { forces: ['churn', 'sway', 'drag', 'waver', 'swirl'] },
      ),
    },
  )
  const rain = makeEmitter(
    { flow: 30, duration: 9, heading: 90, jitterX: 80 },
    {
      id: 'rain',
      rhythm: 'random',
      lanes: { speed: lane, gravity: lane },
      relays: [
        makeRelay(
          'splash',
          { launch: 'normal', trigger: 'contact' },
          { relayCount: { from: 1, to: 3 }, relayDelay: { from: 0, to: 0.2 } },
        ),
      ],
      type: makeType(
        { life: fixed(2), gravity: 300, markFade: 0.8 },
        {
          forces: ['gravity'],
          contact: 'end',
          mark: { sheetId: 's', sheet: 0, weight: 1, frameIndices: [0], frames },
        },
      ),
    },
  )
  const splash = makeEmitter(
    { fan: 90, heading: 0, speed: fixed(50) },
    {
      id: 'splash',
      dormant: true,
      type: makeType({ life: fixed(0.4), gravity: 300 }, { forces: ['gravity'] }),
    },
  )
  const blink = makeEmitter(
    { flow: 0 },
    {
      id: 'blink',
      bursts: [
        makeBurst('b', 0.2, 6, { burstRepeats: 3, burstChance: 0.5, burstInterval: { from: 0.2, to: 0.4 } }),
      ],
      type: makeType({ life: fixed(1.7) }),
    },
  )
  const inner = makeEffect(
    [makeEmitter({ flow: 40, duration: 0.3 }, { id: 'i', type: makeType({ life: fixed(0.6) }) })],
    { id: 'inner' },
  )
  return periodic(
    [steam, rain, splash, blink],
    {},
    {
      parts: [
        {
          id: 'p',
          salt: 9,
          mirror: false,
          reversed: false,
          choices: [{ weight: 1, effect: inner }],
          numbers: { ...defaultsOf('part'), partAt: 0.4 },
        },
      ],
    },
  )
}

describe('an effect with a period', () => {
  it('has equal hashes at W, W + P and W + 2P, by seeks and by steps', () => {
    const program = compile(everything())
    const simulation = createSimulation(program, { surfaces: [floor] })
    const ticks = PERIOD * 60
    for (const w of [0, 1, 33, 89]) {
      simulation.seek(w)
      const first = reportRun(simulation)
      expect(first.particles.length).toBeGreaterThan(60)
      expect(first.marks.length).toBeGreaterThan(5)
      for (const round of [1, 2, 7]) {
        simulation.seek(w + round * ticks)
        expect(stateHash(simulation)).toBe(first.stateHash)
      }
    }
    const stepped = createSimulation(program, { surfaces: [floor] })
    const hashes: string[] = []
    for (; stepped.tick < 3 * ticks; stepped.step()) hashes.push(stateHash(stepped))
    expect(hashes.slice(ticks, 2 * ticks)).toEqual(hashes.slice(0, ticks))
    expect(hashes.slice(2 * ticks)).toEqual(hashes.slice(0, ticks))
    expect(new Set(hashes).size).toBe(ticks)
  })

  it('truly comes back: one that runs on without being led back is where it was, to a rounding', () => {
    const program = compile(everything())
    const live = createSimulation(program, { live: new LiveTape({}, undefined, [floor]) })
    const led = createSimulation(program, { surfaces: [floor] })
    const ticks = PERIOD * 60
    for (const tick of [ticks, ticks + 1, ticks + 40, 2 * ticks, 3 * ticks + 17]) {
      while (live.tick < tick) live.step()
      led.seek(tick)
      const [a, b] = [reportParticles(live), reportParticles(led)]
      expect(a.length).toBe(b.length)
      const byKey = new Map(b.map((p) => [`${p.emitterId} ${p.key} ${p.ageSeconds.toFixed(4)}`, p]))
      for (const p of a) {
        const q = byKey.get(`${p.emitterId} ${p.key} ${p.ageSeconds.toFixed(4)}`)
        expect(q).toBeDefined()
        expect(
          Math.abs(p.x - q!.x) + Math.abs(p.y - q!.y) + Math.abs(p.bornSeconds - q!.bornSeconds),
        ).toBeLessThan(1e-6)
      }
    }
  })

  it('sends out whole numbers, spread evenly over the seam', () => {
    const effect = periodic([
      makeEmitter({ flow: 10.4, duration: 5 }, { type: makeType({ life: fixed(3) }) }),
    ])
    const simulation = createSimulation(compile(effect))
    const born = [...new Set(reportParticles(simulation).map((p) => p.bornSeconds.toFixed(6)))]
      .map(Number)
      .sort((a, b) => a - b)
    expect(born).toHaveLength(16)
    born.forEach((at, n) => expect(at).toBeCloseTo((n * PERIOD) / 16, 5))
    expect(loopSecondsOf(effect)).toBe(PERIOD)
    expect(latestEndSeconds(effect)).toBeGreaterThan(0)
  })

  it('refuses by name what cannot come back', () => {
    const mark = {
      sheetId: 's',
      sheet: 0,
      weight: 1,
      frameIndices: [0],
      frames: [{ x: 0, y: 0, w: 4, h: 4, pivotX: 2, pivotY: 2 }],
    }
    const said = (
      emitters: ResolvedEmitter[],
      numbers: Partial<NumbersOf<'effect'>> = {},
      more: Partial<ResolvedEffect> = {},
    ): string => {
      try {
        compile(periodic(emitters, numbers, more))
      } catch (error) {
        return (error as Error).message
      }
      return ''
    }
    expect(said([makeEmitter({})])).toBe('')
    expect(said([makeEmitter({})], { periodSeconds: 1.01 })).toMatch(
      /1\.01 s is 60\.6 ticks; use whole ticks, for example 1\.01666/,
    )
    expect(said([makeEmitter({})], { timeScale: 2 })).toContain('its time runs at 2')
    expect(
      said(
        [makeEmitter({})],
        {},
        {
          lanes: { timeScale: { from: 0, to: 1, seconds: 1, points: [{ at: 0, value: 1, ease: 'linear' }] } },
        },
      ),
    ).toContain('its time scale has a lane; remove it')
    expect(said([makeEmitter({}, { name: 'Mud', type: makeType({}, { contact: 'end', mark }) })])).toContain(
      '"Mud": its marks last for ever',
    )
    expect(said([makeEmitter({ cap: 3 }, { name: 'Few' })])).toContain('"Few": its cap of 3 may be reached')
    expect(said([makeEmitter({ minimum: 3 })])).toContain('minimum')
    expect(said([makeEmitter({ flowPerPx: 1, cap: 100_000 })])).toContain('way travelled')
    expect(() =>
      createSimulation(compile(periodic([makeEmitter({})])), { tape: [{ tick: 3, do: 'stop' }] }),
    ).toThrow(/a tape would break; leave the tape out/)
  })
})
