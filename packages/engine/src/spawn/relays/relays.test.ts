import {
  type NumbersOf,
  type RelayTrigger,
  type ResolvedEmitter,
  type ResolvedPart,
  defaultsOf,
} from '@gliv/model'
import { describe, expect, it } from 'vitest'
import {
  compile,
  createSimulation,
  reportParticles,
  reportRun,
  type SimulationOptions,
  stateHash,
  updateSimulation,
} from '../../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeRelay, makeType } from '../../testing/build.ts'

const FLOOR = { id: 'floor', kind: 'segment', x1: -5000, y1: 50, x2: 5000, y2: 50 } as const

/** A spark that lives for a second and hands over to embers that live for two. */
const family = (
  trigger: RelayTrigger,
  numbers: Partial<NumbersOf<'relay'>> = {},
  more: Partial<ResolvedEmitter> = {},
  relay = {},
): ResolvedEmitter[] => {
  const child = makeEmitter(
    { fan: 0, heading: 0, speed: fixed(40) },
    { id: 'ember', dormant: true, salt: 5, type: makeType({ life: fixed(2) }) },
  )
  const parent = makeEmitter(
    { flow: 0, fan: 0, heading: 0, speed: fixed(100) },
    {
      id: 'spark',
      bursts: [makeBurst('b', 0.005, 3)],
      type: makeType({ life: fixed(1) }),
      relays: [makeRelay('ember', { trigger, ...relay }, numbers)],
      ...more,
    },
  )
  return [parent, child]
}

const run = (emitters: ResolvedEmitter[], tick: number, options: SimulationOptions = {}) => {
  const simulation = createSimulation(compile(makeEffect(emitters)), options)
  while (simulation.tick < tick) simulation.step()
  return {
    simulation,
    report: reportRun(simulation),
    embers: reportParticles(simulation).filter((p) => p.emitterId === 'ember'),
  }
}

describe('relays fire at their times and places', () => {
  it('at the birth, at the end', () => {
    for (const [trigger, clock, x] of [
      ['birth', 0.005, 0],
      ['end', 1.005, 100],
    ] as const) {
      const { embers } = run(family(trigger), 70)
      expect(embers).toHaveLength(3)
      for (const p of embers) {
        expect(p.bornSeconds).toBeCloseTo(clock, 9)
        expect(p.x).toBeCloseTo(x + 40 * (70 / 60 - clock), 6)
      }
    }
  })

  it('every so many pixels and seconds, on the way itself', () => {
    const { embers } = run(family('everyPx', { relayPx: 7 }), 70)
    expect(embers).toHaveLength(3 * Math.floor(100 / 7))
    for (const [k, p] of embers.filter((_, i) => i % 3 === 0).entries()) {
      expect(p.bornSeconds).toBeCloseTo(0.005 + (7 * (k + 1)) / 100, 9)
      expect(p.x - 40 * p.ageSeconds).toBeCloseTo(7 * (k + 1), 6)
    }
    const seconds = run(family('everySeconds', { relaySeconds: 0.13 }), 70).embers
    expect(seconds).toHaveLength(3 * Math.floor(1 / 0.13))
    expect(seconds[0]!.bornSeconds).toBeCloseTo(0.135, 9)
  })

  it('at a contact, along the normal; and when it gets slow', () => {
    const type = makeType(
      { life: fixed(1), gravity: 0, bounce: fixed(1), friction: 0 },
      { contact: 'bounce' },
    )
    const emitters = family(
      'contact',
      {},
      { type, numbers: { ...makeEmitter({ flow: 0, fan: 0, heading: 90, speed: fixed(100) }).numbers } },
      { launch: 'normal' },
    )
    const { embers } = run(emitters, 59, { surfaces: [FLOOR] })
    expect(embers).toHaveLength(3)
    for (const p of embers) {
      expect(p.bornSeconds).toBeCloseTo(0.505, 6)
      expect([p.vx, p.vy].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([0, -40])
    }
    const slow = run(
      family(
        'slow',
        { relaySlow: 40 },
        { type: makeType({ life: fixed(1), brake: 100 }, { forces: ['brake'] }) },
      ),
      70,
    ).embers
    expect(slow).toHaveLength(3)
    expect(slow[0]!.bornSeconds).toBeCloseTo(37 / 60, 2)
  })

  it('with delay, chance and count', () => {
    const delayed = run(
      family('birth', { relayDelay: { from: 0.2, to: 0.4 }, relayCount: fixed(4) }),
      70,
    ).embers
    expect(delayed).toHaveLength(12)
    for (const p of delayed) expect(p.bornSeconds).toBeGreaterThanOrEqual(0.205)
    for (const p of delayed) expect(p.bornSeconds).toBeLessThanOrEqual(0.405)
    expect(new Set(delayed.map((p) => p.bornSeconds)).size).toBe(12)
    let fired = 0
    for (let seed = 0; seed < 200; seed++)
      fired += run(family('birth', { relayChance: 0.3 }), 2, { seed }).embers.length
    expect(fired / 600).toBeGreaterThan(0.24)
    expect(fired / 600).toBeLessThan(0.36)
  })

  it('hands over velocity, tint and scale', () => {
    const red = makeType(
      { life: fixed(1), scale: fixed(3) },
      { ramps: { ...makeType().ramps, tint: { points: [{ at: 0, colour: '#ff0000', ease: 'linear' }] } } },
    )
    const [ember] = run(
      family(
        'birth',
        { relayVelocity: 0.5, relayTint: 1, relayScale: 1 },
        { type: red },
        { launch: 'world' },
      ),
      3,
    ).embers
    expect(ember!.vx).toBeCloseTo(40 + 50, 9)
    expect([ember!.tint, ember!.scaleX]).toEqual(['#ff0000', 3])
    const [half] = run(family('birth', { relayTint: 0.5, relayScale: 0.5 }, { type: red }), 3).embers
    expect([half!.tint, half!.scaleX]).toEqual(['#ff8080', 2])
  })

  it('launches along the travel, mirrored and turned with the effect', () => {
    const emitters = family(
      'birth',
      {},
      { numbers: makeEmitter({ flow: 0, fan: 0, heading: -90, speed: fixed(100) }).numbers },
    )
    const [up] = run(emitters, 3).embers
    expect(Math.abs(up!.vx) < 1e-9 && up!.vy).toBeCloseTo(-40, 9)
    const aside = emitters.map((e) =>
      e.id === 'ember' ? { ...e, numbers: { ...e.numbers, heading: 90 } } : e,
    )
    expect(run(aside, 3).embers[0]!.vx).toBeCloseTo(40, 9)
    expect(run(aside, 3, { mirror: true }).embers[0]!.vx).toBeCloseTo(-40, 9)
    expect(run(aside, 3, { rotate: 90 }).embers[0]!.vy).toBeCloseTo(40, 9)
    for (const space of ['carried', 'pinned'] as const) {
      const other = aside.map((e) => (e.id === 'ember' ? { ...e, space } : e))
      const [p] = run(other, 30, { rotate: 30, mirror: true, x: 50 }).embers
      const [q] = run(aside, 30, { rotate: 30, mirror: true, x: 50 }).embers
      expect(Math.hypot(p!.x - q!.x, p!.y - q!.y)).toBeLessThan(1e-6)
    }
  })
})

describe('chains', () => {
  const chain = (length: number): ResolvedEmitter[] =>
    Array.from({ length: length + 1 }, (_, i) =>
      makeEmitter(
        { flow: i === 0 ? 4 : 0, speed: fixed(30) },
        {
          id: `e${i}`,
          dormant: i > 0,
          salt: i,
          type: makeType({ life: { from: 0.2, to: 0.4 } }),
          relays: i < length ? [makeRelay(`e${i + 1}`, {}, { relayCount: fixed(2) })] : [],
        },
      ),
    )

  it('go four deep, and are refused by name beyond', () => {
    const simulation = createSimulation(compile(makeEffect(chain(4))))
    while (simulation.tick < 200) simulation.step()
    const births = reportRun(simulation).emitters.map((e) => e.births)
    expect(births).toEqual([4, 8, 16, 32, 64])
    expect(reportRun(simulation).emitters.map((e) => e.relayed)).toEqual([0, 8, 16, 32, 64])
    expect(() => compile(makeEffect(chain(5)))).toThrow(/hand over more than 4 times .*e0|Emitter → Emitter/)
  })

  it('seek to the same state as steps do, and count in full when asked to', () => {
    for (const tick of [30, 77, 61, 140, 90]) {
      const emitters = chain(3)
      const seeking = createSimulation(compile(makeEffect(emitters, { play: 'loop' })))
      seeking.seek(400)
      seeking.seek(tick + 300)
      const straight = createSimulation(compile(makeEffect(emitters, { play: 'loop' })))
      while (straight.tick < tick + 300) straight.step()
      expect(stateHash(seeking)).toBe(stateHash(straight))
      seeking.seekFully(tick + 300)
      expect(reportRun(seeking)).toEqual(reportRun(straight))
    }
  })

  it('a cap that binds in a relayed emitter is kept by seeks too, and what it swallows is counted', () => {
    for (const capPolicy of ['skip', 'endOldest'] as const) {
      const [parent, child] = family(
        'everyPx',
        { relayPx: 3 },
        {
          bursts: [],
          numbers: { ...makeEmitter({ flow: 20, fan: 360, speed: fixed(100), duration: 9 }).numbers },
        },
      )
      const emitters = [parent!, { ...child!, capPolicy, numbers: { ...child!.numbers, cap: 60 } }]
      const seeking = createSimulation(compile(makeEffect(emitters)))
      seeking.seek(300)
      const { simulation, report } = run(emitters, 300)
      expect(stateHash(seeking)).toBe(stateHash(simulation))
      expect(report.emitters[1]!.alive).toBe(60)
      expect(report.emitters[1]!.refused).toBeGreaterThan(100)
    }
  })

  it('an edit of what is relayed touches only its tree', () => {
    const other = makeEmitter({}, { id: 'other' })
    const effect = makeEffect([...family('end'), other])
    const simulation = createSimulation(compile(effect))
    simulation.seek(80)
    const appearance = {
      ...effect,
      emitters: effect.emitters.map((e) =>
        e.id === 'ember' ? { ...e, type: makeType({ life: fixed(2), scale: fixed(4) }) } : e,
      ),
    }
    expect(updateSimulation(simulation, appearance)).toEqual({ rerun: 0, relooked: 1, kept: 1 })
    expect(reportParticles(simulation).find((p) => p.emitterId === 'ember')!.scaleX).toBe(4)
    const motion = {
      ...appearance,
      emitters: appearance.emitters.map((e) =>
        e.id === 'ember' ? { ...e, numbers: { ...e.numbers, speed: fixed(7) } } : e,
      ),
    }
    expect(updateSimulation(simulation, motion)).toEqual({ rerun: 1, relooked: 0, kept: 1 })
    const fresh = createSimulation(compile(motion))
    fresh.seek(80)
    expect(stateHash(simulation)).toBe(stateHash(fresh))
  })
})

describe('effects inside effects', () => {
  const inner = makeEffect(
    [
      makeEmitter(
        { flow: 0, fan: 0, heading: 0, speed: fixed(60) },
        { id: 'i', bursts: [makeBurst('b', 0, 2)], type: makeType({ life: fixed(0.5) }) },
      ),
    ],
    { id: 'inner' },
  )
  const part = (numbers: Partial<NumbersOf<'part'>>, more: Partial<ResolvedPart> = {}): ResolvedPart => ({
    id: 'p',
    salt: 3,
    mirror: false,
    reversed: false,
    choices: [{ weight: 1, effect: inner }],
    numbers: { ...defaultsOf('part'), ...numbers },
    ...more,
  })
  const playing = (p: ResolvedPart, tick: number, options: SimulationOptions = {}, more = {}) => {
    const simulation = createSimulation(compile(makeEffect([], { parts: [p], ...more })), options)
    simulation.seek(tick)
    const stepped = createSimulation(compile(makeEffect([], { parts: [p], ...more })), options)
    while (stepped.tick < tick) stepped.step()
    expect(stateHash(simulation)).toBe(stateHash(stepped))
    return reportParticles(simulation)
  }

  it('a part plays at its time and place, at its own pace, placed with the whole', () => {
    expect(playing(part({ partAt: 0.5 }), 29)).toHaveLength(0)
    expect(playing(part({ partAt: 0.5, partX: 20 }), 42)[0]!.x).toBeCloseTo(20 + 60 * 0.2, 6)
    expect(playing(part({ partTime: 2 }), 6)[0]!.x).toBeCloseTo(60 * 0.2, 6)
    expect(playing(part({ partAt: 0.5 }), 61)).toHaveLength(0)
    const [p] = playing(part({ partX: 20, partRotate: 90, partScale: 2 }), 12, {
      x: 100,
      mirror: true,
      scale: 3,
    })
    expect([p!.x, p!.y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([100 - 60, 60 * 0.2 * 6])
  })

  it('is chosen by weight, and again in each pass of a loop', () => {
    const other = { ...inner, id: 'other', emitters: [{ ...inner.emitters[0]!, id: 'o' }] }
    let others = 0
    for (let seed = 0; seed < 300; seed++)
      others +=
        playing(
          part(
            {},
            {
              choices: [
                { weight: 3, effect: inner },
                { weight: 1, effect: other },
              ],
            },
          ),
          2,
          { seed },
        )[0]!.emitterId === 'o'
          ? 1
          : 0
    expect(others / 300).toBeGreaterThan(0.18)
    expect(others / 300).toBeLessThan(0.33)
    const looping = { play: 'loop' as const, numbers: { ...defaultsOf('effect'), loopSeconds: 0.4 } }
    expect(playing(part({ partAt: 0.1 }), 100, {}, looping).length).toBeGreaterThanOrEqual(2)
  })

  it('a relay sets off a whole effect where it happens, and no more than it may', () => {
    const bursting = (relayInstances: number) => {
      const [parent] = family('end', { relayInstances }, {}, { emitter: null, effect: inner })
      return [parent!]
    }
    const { simulation } = run(bursting(16), 70)
    expect(simulation.alive).toBe(6)
    const [p] = reportParticles(simulation)
    expect(p!.x).toBeCloseTo(100 + 60 * ((70 - 61) / 60), 6)
    expect(run(bursting(2), 70).simulation.alive).toBe(4)
    const seeking = createSimulation(compile(makeEffect(bursting(16))))
    seeking.seek(75)
    expect(stateHash(seeking)).toBe(stateHash(run(bursting(16), 75).simulation))
    while (!simulation.finished) simulation.step()
    expect(simulation.tick / 60).toBeLessThan(1.7)
  })
})
