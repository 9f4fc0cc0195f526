import { EffectEvents, eventNumber } from '@gliv/engine'
import type { EffectEventKind, EffectSound, ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { kindsHeard } from './bound.ts'
import { SoundDesk, TickClock } from './desk.ts'
import { AudioOutlet } from './outlet.ts'

/** What the graph was asked to do. */
interface Call {
  readonly sound: string
  readonly start: number
  readonly offset: number
  readonly loop: boolean
  rate: number
  gain: number
  pan: number
  stop: number
  end: () => void
}

/** As much of Web Audio as the desk uses, written down instead of heard. */
const fakeContext = () => {
  const calls: Call[] = []
  const param = (value: number) => ({
    value,
    setValueAtTime: () => {},
    linearRampToValueAtTime: () => {},
  })
  const context = {
    currentTime: 0,
    destination: {},
    createGain: () => ({
      kind: 'gain',
      gain: param(1),
      connect(to: object) {
        Object.assign(this, { to })
      },
      disconnect: () => {},
    }),
    createStereoPanner: () => ({ kind: 'pan', pan: param(0), connect: () => {} }),
    createBufferSource: () => {
      const source = {
        buffer: null as { name: string; duration: number } | null,
        loop: false,
        playbackRate: param(1),
        onended: null as (() => void) | null,
        to: null as { gain: { value: number }; to: { pan?: { value: number } } } | null,
        connect(to: never) {
          source.to = to
        },
        disconnect: () => {},
        start(at: number, offset = 0) {
          const call: Call = {
            sound: source.buffer!.name,
            start: at,
            offset,
            loop: source.loop,
            rate: source.playbackRate.value,
            gain: source.to!.gain.value,
            pan: source.to!.to.pan?.value ?? 0,
            stop: Infinity,
            end: () => source.onended?.(),
          }
          calls.push(call)
          source.stop = (when: number) => void (call.stop = when)
        },
        stop: (_when: number) => {},
      }
      return source
    },
  }
  return { context: context as unknown as BaseAudioContext & { currentTime: number }, calls }
}

const use = (more: Partial<EffectSound> = {}): EffectSound => ({
  ...{ id: 'use', sound: 'thump', on: 'contact', emitter: null, named: '', loops: false, byPlace: false },
  ...{ muted: false, at: 0, gain: 1, pan: 0, speedFrom: 1, speedTo: 1, most: 4 },
  ...more,
})

const effectWith = (...sounds: EffectSound[]): ResolvedEffect =>
  ({
    id: 'landing',
    sounds,
    events: [{ id: 'n', name: 'peak', at: 0.5, payload: '' }],
    emitters: [],
    parts: [],
  }) as unknown as ResolvedEffect

const happened = (effect: ResolvedEffect, ...rows: [EffectEventKind, number, number?, number?][]) => {
  const events = new EffectEvents()
  events.nowEffect = effect
  for (const [kind, tick, x = 0, payload = -1] of rows) {
    events.nowTick = tick
    events.push(eventNumber(kind), kind === 'contact' ? 'mud' : '', 0, 0, x, 0, 0, 0, 0, payload)
  }
  return events
}

const make = () => {
  const { context, calls } = fakeContext()
  const desk = new SoundDesk(
    new AudioOutlet(context, (sound) =>
      sound === 'gone' ? undefined : ({ name: sound, duration: 2 } as unknown as AudioBuffer),
    ),
  )
  return { desk, calls, context }
}
const OWNER = {}
const HEARING = { timeOf: (tick: number) => tick / 60 }

describe('the sound desk', () => {
  it('plays what is bound to what happened, at the time of its tick', () => {
    const { desk, calls } = make()
    const effect = effectWith(
      use(),
      use({ id: 'b', sound: 'hiss', on: 'named', named: 'peak' }),
      use({ id: 'c', sound: 'bell', on: 'time' }),
      use({ id: 'd', sound: 'never', emitter: 'other' }),
      use({ id: 'e', sound: 'never', muted: true }),
      use({ id: 'f', sound: 'gone' }),
    )
    desk.hear(OWNER, happened(effect, ['sound', 0, 0, 2], ['contact', 12], ['named', 30, 0, 0]), HEARING)
    expect(calls.map(({ sound, start }) => [sound, start])).toEqual([
      ['bell', 0],
      ['thump', 0.2],
      ['hiss', 0.5],
    ])
  })

  it('no more at a time than it says; one that has ended makes room', () => {
    const { desk, calls } = make()
    const effect = effectWith(use({ most: 2 }))
    const three = happened(effect, ['contact', 1], ['contact', 2], ['contact', 3])
    desk.hear(OWNER, three, HEARING)
    expect(calls).toHaveLength(2)
    calls[0]!.end()
    desk.hear(OWNER, happened(effect, ['contact', 4]), HEARING)
    expect(calls).toHaveLength(3)
    expect(desk.voices).toBe(2)
  })

  it('pans by place in the view, louder by the root of the strength, slower in slow motion, and varies its speed', () => {
    const { desk, calls } = make()
    const effect = effectWith(use({ byPlace: true, speedFrom: 0.5, speedTo: 1.5, most: 32 }))
    const rows = Array.from(
      { length: 20 },
      (_, n) => ['contact', n, n * 20] as [EffectEventKind, number, number],
    )
    desk.hear(OWNER, happened(effect, ...rows), {
      ...HEARING,
      view: { x: 0, w: 400 },
      strength: 4,
      pace: 0.1,
    })
    expect(calls[0]!.pan).toBe(-1)
    expect(calls[10]!.pan).toBe(0)
    expect(calls[15]!.pan).toBeCloseTo(0.5)
    expect(calls[0]!.gain).toBe(2)
    const rates = calls.map(({ rate }) => rate * 10)
    expect(Math.min(...rates)).toBeGreaterThanOrEqual(0.5)
    expect(Math.max(...rates)).toBeLessThanOrEqual(1.5)
    expect(new Set(rates).size).toBe(20)
  })

  it('a loop goes on until the effect no longer sends out, or its owner is gone; others end by themselves', () => {
    const { desk, calls } = make()
    const effect = effectWith(use({ on: 'time', loops: true }), use({ id: 'once' }))
    desk.hear(OWNER, happened(effect, ['sound', 0, 0, 0], ['contact', 0]), HEARING)
    desk.hear(OWNER, happened(effect, ['emissionEnded', 60]), HEARING)
    expect(calls.map(({ loop, stop }) => [loop, stop < Infinity])).toEqual([
      [true, true],
      [false, false],
    ])
    expect(calls[0]!.stop).toBeCloseTo(1.03)
    desk.hear(OWNER, happened(effect, ['sound', 61, 0, 0]), HEARING)
    desk.release({})
    expect(calls[2]!.stop).toBe(Infinity)
    desk.release(OWNER)
    expect(calls[2]!.stop).toBeLessThan(Infinity)
    desk.hush()
    expect(desk.voices).toBe(0)
    expect(calls[1]!.stop).toBeLessThan(Infinity)
  })

  it('a loop that began before the moment gone to sounds on from where it would be', () => {
    const { desk, calls } = make()
    const effect = effectWith(use({ on: 'time', at: 1, loops: true }), use({ id: 'b', on: 'time', at: 0 }))
    desk.resume(OWNER, effect, 4.5, HEARING, 0)
    expect(calls.map(({ offset, loop }) => [offset, loop])).toEqual([[1.5, true]])
  })

  it('wants no more kinds than its sounds wait for', () => {
    expect(kindsHeard(effectWith(use()))).toEqual(['contact'])
    expect(kindsHeard(effectWith(use({ on: 'time', loops: true })))).toEqual([
      'sound',
      'emissionEnded',
      'finished',
    ])
    expect(kindsHeard(effectWith())).toEqual([])
  })
})

describe('ticks on a running clock', () => {
  it('are evenly apart although they are made two at a time, and never in the past', () => {
    const clock = new TickClock()
    const times: number[] = []
    // Pictures 33 ms apart make two ticks each.
    for (let picture = 0; picture < 30; picture++)
      for (const tick of [2 * picture, 2 * picture + 1]) {
        const now = picture / 30
        const at = clock.timeOf(tick, now, 1 / 60)
        expect(at).toBeGreaterThanOrEqual(now)
        expect(at - now).toBeLessThan(0.05)
        times.push(at)
      }
    for (let k = 1; k < times.length; k++) expect(times[k]! - times[k - 1]!).toBeCloseTo(1 / 60, 6)
  })

  it('are set anew after a hitch', () => {
    const clock = new TickClock()
    clock.timeOf(0, 0, 1 / 60)
    expect(clock.timeOf(1, 5, 1 / 60)).toBe(5)
    expect(clock.timeOf(2, 5.01, 1 / 60)).toBeCloseTo(5 + 1 / 60)
    expect(clock.timeOf(300, 5.02, 1 / 60)).toBe(5.02)
  })
})
