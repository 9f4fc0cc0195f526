/** When sounds set in, in samples of a rendered context, against the ticks of what sets them off. */
import { compile, createSimulation, EffectEvents } from '@gliv/engine'
import { type EffectSound, EFFECT_EVENTS, type ResolvedEffect } from '@gliv/model'
import { AudioOutlet, SoundDesk } from '@gliv/sound'
import {
  fixed,
  makeBurst,
  makeEffect,
  makeEmitter,
  makeType,
} from '../../packages/engine/src/testing/build.ts'

const RATE = 48_000

export interface Onsets {
  /** Seconds at which a click sets in. */
  readonly heard: readonly number[]
  /** Seconds of the ticks of what set them off. */
  readonly happened: readonly number[]
}

const use = (id: string, more: Partial<EffectSound>): EffectSound => ({
  ...{ id, sound: 'click', on: 'time', emitter: null, named: '', loops: false, byPlace: false, muted: false },
  ...{ at: 0, gain: 1, pan: 0, speedFrom: 1, speedTo: 1, most: 32 },
  ...more,
})

/** A ball that falls onto a floor and bounces: clicks at a time, at an event by name, and at each contact. */
const bouncing = (): ResolvedEffect => ({
  ...makeEffect([
    makeEmitter(
      { flow: 0, speed: fixed(0) },
      {
        type: makeType(
          { life: fixed(9), gravity: 400, friction: 0, bounce: fixed(0.6), contactRadius: 0 },
          { forces: ['gravity'], contact: 'bounce' },
        ),
        bursts: [makeBurst('b', 0, 1)],
      },
    ),
  ]),
  events: [{ id: 'n', name: 'peak', at: 0.25, payload: '' }],
  sounds: [use('a', { at: 0.1 }), use('b', { on: 'named', named: 'peak' }), use('c', { on: 'contact' })],
})

/** Plays two seconds through the desk of a rendered context, and finds where each click begins. */
export const onsets = async (): Promise<Onsets> => {
  const effect = bouncing()
  const context = new OfflineAudioContext(1, 2 * RATE, RATE)
  const click = context.createBuffer(1, 64, RATE)
  click.getChannelData(0).fill(1)
  const desk = new SoundDesk(new AudioOutlet(context, () => click))
  const events = new EffectEvents()
  const surfaces = [{ id: 'floor', kind: 'segment' as const, x1: -500, y1: 60, x2: 500, y2: 60 }]
  const simulation = createSimulation(compile(effect), { events, surfaces })
  const ticks = new Set<number>()
  const owner = {}
  const hear = (): void => {
    for (let n = 0; n < events.count; n++) {
      const kind = EFFECT_EVENTS[events.kind[n]!]!
      if (kind === 'sound' || kind === 'named' || kind === 'contact') ticks.add(events.tick[n]!)
    }
    desk.hear(owner, events, { timeOf: (tick) => tick / effect.rate })
    events.clear()
  }
  simulation.begin()
  hear()
  while (simulation.tick < 105) {
    simulation.step()
    hear()
  }
  const [samples] = [(await context.startRendering()).getChannelData(0)]
  const heard: number[] = []
  for (let i = 0; i < samples.length; i++)
    if (samples[i]! > 0.5 && (i === 0 || samples[i - 1]! <= 0.5)) heard.push(i / RATE)
  return { heard, happened: [...ticks].sort((a, b) => a - b).map((tick) => tick / effect.rate) }
}
