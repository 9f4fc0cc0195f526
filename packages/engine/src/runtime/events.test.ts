import { defaultsOf, EFFECT_EVENTS, type EffectExtras, type ResolvedEffect } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LiveTape } from '../input/index.ts'
import { compile } from '../program/index.ts'
import { EffectEvents, EVENT_LIMIT } from '../state/index.ts'
import { arbitraryEffect, arbitraryTape } from '../testing/arbitrary.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeRelay, makeType } from '../testing/build.ts'
import { stateHash } from './report.ts'
import { createSimulation, type SimulationOptions } from './simulation.ts'

const rowsOf = (events: EffectEvents) =>
  Array.from({ length: events.count }, (_, n) => ({
    tick: events.tick[n]!,
    kind: EFFECT_EVENTS[events.kind[n]!]!,
    effect: events.effect[n]!.id,
    emitter: events.emitter[n]!,
    key: `${events.keyHi[n]} ${events.keyLo[n]}`,
    x: events.x[n]!,
    y: events.y[n]!,
    nx: events.nx[n]!,
    ny: events.ny[n]!,
    speed: events.speed[n]!,
    payload: events.payload[n]!,
  }))

/** All that is told from tick 0 on through a tick. */
const told = (effect: ResolvedEffect, last: number, options: SimulationOptions = {}) => {
  const events = new EffectEvents()
  const simulation = createSimulation(compile(effect), { ...options, events })
  if (!options.live) simulation.begin()
  while (simulation.tick < last) simulation.step()
  return rowsOf(events)
}

const named = (at: number, name = `at ${at}`) => ({ id: name, name, at, payload: '' })

const withExtras = (effect: ResolvedEffect, extras: EffectExtras): ResolvedEffect => ({
  ...effect,
  ...extras,
})

describe('what is told of particles', () => {
  it('each birth once, in the tick after its moment, where it happens', () => {
    const emitter = makeEmitter(
      { flow: 0, offsetX: 7, offsetY: -3, heading: 0, fan: 0, speed: fixed(120) },
      { bursts: [makeBurst('a', 0, 2), makeBurst('b', 0.1, 3)] },
    )
    const born = told(makeEffect([emitter]), 30).filter(({ kind }) => kind === 'born')
    expect(born.map(({ tick }) => tick)).toEqual([0, 0, 6, 6, 6])
    expect(new Set(born.map(({ key }) => key)).size).toBe(5)
    for (const one of born) {
      expect(one).toMatchObject({ x: 7, y: -3, nx: 1, speed: 120, emitter: 'emitter' })
      expect(one.ny).toBeCloseTo(0)
    }
  })

  it('a contact with place, normal and the speed of the fall: v = √(2 g h)', () => {
    const type = makeType(
      { life: fixed(20), gravity: 400, friction: 0, bounce: fixed(0) },
      { forces: ['gravity'], contact: 'end' },
    )
    const emitter = makeEmitter({ flow: 0, speed: fixed(0) }, { type, bursts: [makeBurst('b', 0, 1)] })
    const surfaces = [{ id: 'floor', kind: 'segment' as const, x1: -500, y1: 100, x2: 500, y2: 100 }]
    const [hit, ...more] = told(makeEffect([emitter]), 90, { surfaces }).filter(
      ({ kind }) => kind === 'contact',
    )
    expect(more).toEqual([])
    const falls = Math.sqrt((2 * 100) / 400)
    expect(hit!.tick).toBe(Math.ceil(falls * 60))
    expect(hit!.y).toBeCloseTo(100, 1)
    expect(hit).toMatchObject({ nx: 0, ny: -1 })
    expect(hit!.speed).toBeCloseTo(Math.sqrt(2 * 400 * 100), 0)
  })

  it('what a relay sends, where it happens, with the key of the one that it happened to', () => {
    const first = makeEmitter(
      { flow: 0, heading: 0, fan: 0, speed: fixed(60) },
      {
        id: 'first',
        type: makeType({ life: fixed(0.5) }),
        bursts: [makeBurst('b', 0, 1)],
        relays: [makeRelay('second')],
      },
    )
    const second = makeEmitter({ flow: 0 }, { id: 'second', dormant: true })
    const rows = told(makeEffect([first, second]), 60)
    const birth = rows.find(({ kind, emitter }) => kind === 'born' && emitter === 'first')!
    const relayed = rows.find(({ kind }) => kind === 'relayed')!
    expect(relayed).toMatchObject({ tick: 30, emitter: 'first', key: birth.key })
    expect(relayed.x).toBeCloseTo(30, 5)
    expect(rows.some(({ kind, emitter }) => kind === 'born' && emitter === 'second')).toBe(true)
  })

  it('births are as many as are counted', () => {
    fc.assert(
      fc.property(arbitraryEffect, fc.integer({ min: 0, max: 90 }), (effect, last) => {
        const plain = { ...effect, backwards: false, numbers: { ...effect.numbers, warmUp: 0 } }
        const events = new EffectEvents(['born'])
        const simulation = createSimulation(compile(plain), { events })
        simulation.begin()
        while (simulation.tick < last) simulation.step()
        fc.pre(simulation.program.lastTick === 0 && simulation.program.periodTicks === 0)
        const births = simulation.counts.reduce((sum, count) => sum + count.births, 0)
        expect(events.count).toBe(births)
      }),
      { numRuns: 60 },
    )
  })
})

describe('order and silence', () => {
  it('rows come in the order of ticks; after a seek the same as with straight steps', () => {
    fc.assert(
      fc.property(arbitraryEffect, arbitraryTape, fc.integer({ min: 0, max: 100 }), (effect, tape, from) => {
        const extras = { events: [named(0), named(0.4), named(1)] }
        const straight = told(withExtras(effect, extras), from + 40, { tape })
        const ticks = straight.map(({ tick }) => tick)
        expect(ticks).toEqual([...ticks].sort((a, b) => a - b))
        const events = new EffectEvents()
        const jumped = createSimulation(compile(withExtras(effect, extras)), { tape, events })
        jumped.seek(200)
        jumped.seek(from)
        expect(events.count).toBe(0)
        while (jumped.tick < from + 40) jumped.step()
        expect(rowsOf(events)).toEqual(straight.filter(({ tick }) => tick > from))
      }),
      { numRuns: 80 },
    )
  })

  it('listening changes nothing', () => {
    fc.assert(
      fc.property(arbitraryEffect, arbitraryTape, fc.integer({ min: 1, max: 100 }), (effect, tape, last) => {
        const heard = createSimulation(compile(effect), { tape, events: new EffectEvents() })
        const unheard = createSimulation(compile(effect), { tape })
        heard.begin()
        for (; heard.tick < last; heard.step()) unheard.step()
        expect(stateHash(heard)).toBe(stateHash(unheard))
      }),
      { numRuns: 60 },
    )
  })

  it('what nobody wants is not told; what finds no room is counted', () => {
    const effect = makeEffect([makeEmitter({ flow: 9000, cap: 20_000, duration: 100 })])
    const few = new EffectEvents(['finished'])
    const quiet = createSimulation(compile(effect), { events: few })
    for (let n = 0; n < 10; n++) quiet.step()
    expect(few.count).toBe(0)
    const all = new EffectEvents(['born'])
    const loud = createSimulation(compile(effect), { events: all })
    const firstBirths = loud.counts[0]!.births
    for (let n = 0; n < 600; n++) loud.step()
    expect(all.count).toBe(EVENT_LIMIT)
    expect(all.lost).toBe(loud.counts[0]!.births - firstBirths - EVENT_LIMIT)
    all.clear()
    loud.step()
    expect([all.count, all.lost]).toEqual([150, 0])
  })
})

describe('moments of the timeline', () => {
  const moments = (effect: ResolvedEffect, last: number, options?: SimulationOptions) =>
    told(effect, last, options)
      .filter(({ kind }) => kind === 'named')
      .map(({ tick, payload }) => [tick, payload])

  it('come once, in their tick; what stands at 0 comes with the first', () => {
    const effect = withExtras(makeEffect([makeEmitter()]), { events: [named(0), named(0.5), named(0.26)] })
    expect(moments(effect, 200)).toEqual([
      [0, 0],
      [16, 2],
      [30, 1],
    ])
  })

  it('come again in each pass of a loop', () => {
    const effect = withExtras(
      makeEffect([makeEmitter()], { play: 'loop', numbers: { ...defaultsOf('effect'), loopSeconds: 1 } }),
      {
        events: [named(0.25)],
      },
    )
    expect(moments(effect, 200).map(([tick]) => tick)).toEqual([15, 75, 135, 195])
  })

  it('in the middle of a sustained effect again and again, and after the stop those of its tail', () => {
    const numbers = { ...defaultsOf('effect'), sustainFrom: 0.5, sustainTo: 1 }
    const effect = withExtras(makeEffect([makeEmitter()], { play: 'sustain', numbers }), {
      events: [named(0.25), named(0.75), named(1.25)],
    })
    const tape = [{ tick: 100, do: 'stop' as const }]
    expect(moments(effect, 200, { tape })).toEqual([
      [15, 0],
      [45, 1],
      [75, 1],
      [115, 2],
    ])
  })

  it('of a sound only what is bound to a time and not muted', () => {
    const sound = {
      id: 's',
      sound: 'bell',
      emitter: null,
      named: '',
      loops: false,
      byPlace: false,
      muted: false,
      ...{ gain: 1, pan: 0, speedFrom: 1, speedTo: 1, most: 4 },
    }
    const effect = withExtras(makeEffect([makeEmitter()]), {
      sounds: [
        { ...sound, on: 'time', at: 0.1 },
        { ...sound, on: 'born', at: 0 },
        { ...sound, on: 'time', at: 0.2, muted: true },
      ],
      screen: [{ id: 'f', kind: 'flash', at: 0.1, amount: 1, seconds: 0.1, colour: '#ffffff' }],
    })
    const rows = told(effect, 60).filter(({ kind }) => kind === 'sound' || kind === 'screen')
    expect(rows.map(({ tick, kind, payload }) => [tick, kind, payload])).toEqual([
      [6, 'sound', 0],
      [6, 'screen', 0],
    ])
  })

  it('the end of emission and the end are told once; a game hears the first tick, too', () => {
    const emitter = makeEmitter(
      { flow: 0 },
      { type: makeType({ life: fixed(0.5) }), bursts: [makeBurst('b', 0, 1), makeBurst('c', 0.5, 1)] },
    )
    const effect = withExtras(makeEffect([emitter]), { events: [named(0)] })
    const ends = (options: SimulationOptions) =>
      told(effect, 120, options)
        .filter(({ kind }) => kind !== 'born')
        .map(({ tick, kind }) => [tick, kind])
    const wanted = [
      [0, 'named'],
      [31, 'emissionEnded'],
      [60, 'finished'],
    ]
    expect(ends({})).toEqual(wanted)
    expect(ends({ live: new LiveTape({}) })).toEqual(wanted)
  })
})
