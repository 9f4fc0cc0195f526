/** What Last Ferry is heard and felt with: sounds, screen events and named moments of its effects. */
import { newScreenEvent, newSoundUse } from '@gliv/document'
import type { EffectExtras, EffectSound, ScreenEvent, ScreenKind } from '@gliv/model'
import type { SoundName } from './sounds.ts'

const heard = (sound: SoundName, at: number, more: Partial<EffectSound> = {}): EffectSound => ({
  ...newSoundUse(`${sound}-${at}-${more.on ?? 'time'}`, sound, at),
  ...more,
})
const goesOn = (sound: SoundName, more: Partial<EffectSound> = {}): EffectSound =>
  heard(sound, 0, { loops: true, byPlace: true, most: 2, ...more })

const felt = (
  kind: ScreenKind,
  at: number,
  amount: number,
  more: Partial<ScreenEvent> = {},
): ScreenEvent => ({
  ...newScreenEvent(`${kind}-${at}`, kind, at),
  amount,
  ...more,
})

/** Faster or slower each time, so that a row of them does not sound like a machine. */
const VARIED = { speedFrom: 0.88, speedTo: 1.14, byPlace: true }

export const VOICES: Readonly<Record<string, EffectExtras>> = {
  'cargo-blast': {
    sounds: [
      heard('thump', 0, { gain: 1.3, speedFrom: 0.7, speedTo: 0.8 }),
      heard('crackle', 0.12, { gain: 0.7 }),
      heard('creak', 0.3, { gain: 0.4, ...VARIED }),
    ],
    screen: [
      felt('flash', 0, 0.7, { seconds: 0.1, colour: '#fff4d8' }),
      felt('freeze', 0.02, 4),
      felt('shake', 0, 9, { seconds: 0.5 }),
      felt('zoom', 0, 1.05, { seconds: 0.3 }),
    ],
    events: [{ id: 'blown', name: 'cargo blown', at: 0.05, payload: 'crate' }],
  },
  'keg-pop': {
    sounds: [heard('thump', 0, { gain: 0.8, speedFrom: 1.2, speedTo: 1.5 })],
    screen: [felt('shake', 0, 4, { seconds: 0.25 })],
  },
  'signal-flare': {
    sounds: [heard('thump', 0, { gain: 0.7, ...VARIED }), heard('hiss', 0.05, { gain: 0.35 })],
    screen: [felt('flash', 0, 0.28, { seconds: 0.22, colour: '#ffd9a0' })],
  },
  'flare-volley': { sounds: [heard('whoosh', 0, { speedFrom: 0.7, speedTo: 0.9, gain: 0.7 })] },
  'stove-fire': { sounds: [goesOn('crackle', { gain: 0.5 })] },
  torch: {
    sounds: [
      heard('whoosh', 0, { gain: 0.6 }),
      goesOn('crackle', { gain: 0.45, speedFrom: 1.1, speedTo: 1.3 }),
    ],
  },
  'funnel-steam': { sounds: [goesOn('hiss', { gain: 0.16, speedFrom: 0.6, speedTo: 0.6 })] },
  'kettle-steam': { sounds: [goesOn('hiss', { gain: 0.22, speedFrom: 1.1, speedTo: 1.1 })] },
  'pier-dust': { sounds: [heard('thump', 0, { gain: 0.55, ...VARIED })] },
  'three-landings': {
    sounds: [
      heard('thump', 0, { gain: 0.8, speedFrom: 0.85, speedTo: 1 }),
      heard('creak', 0.06, { gain: 0.35, ...VARIED }),
    ],
    screen: [felt('shake', 0, 2.5, { seconds: 0.2 })],
    events: [{ id: 'landed', name: 'landed', at: 0, payload: '' }],
  },
  'hard-landing': { sounds: [heard('creak', 0.05, { gain: 0.5, ...VARIED })] },
  'mud-splat': {
    sounds: [
      heard('splash', 0, { gain: 0.7, speedFrom: 0.6, speedTo: 0.75 }),
      heard('thump', 0, {
        on: 'contact',
        emitter: 'mud-blobs',
        gain: 0.12,
        most: 3,
        speedFrom: 1.6,
        speedTo: 2.4,
      }),
    ],
    screen: [felt('freeze', 0, 3)],
  },
  'hook-swipe': { sounds: [heard('whoosh', 0, VARIED)] },
  'boat-wake': { sounds: [goesOn('hiss', { gain: 0.12, speedFrom: 0.4, speedTo: 0.4 })] },
  'bow-thruster': {
    sounds: [heard('splash', 0, { gain: 0.5 }), goesOn('hiss', { gain: 0.3, speedFrom: 0.5, speedTo: 0.5 })],
  },
  'sunk-beat': { sounds: [heard('splash', 0, { gain: 0.8, ...VARIED })] },
  'risen-beat': { sounds: [heard('splash', 0.9, { gain: 0.6, ...VARIED })] },
  'sink-hole': { sounds: [goesOn('hiss', { gain: 0.14, speedFrom: 0.3, speedTo: 0.3 })] },
  'tow-line-spark': {
    sounds: [heard('zap', 0, { gain: 0.7, ...VARIED })],
    screen: [felt('flash', 0, 0.15, { seconds: 0.12, colour: '#bfe0ff' })],
  },
  'canal-rain': { sounds: [goesOn('hiss', { gain: 0.2, speedFrom: 0.8, speedTo: 0.8 })] },
  'distant-storm': {
    sounds: [
      goesOn('hiss', { gain: 0.24, speedFrom: 0.7, speedTo: 0.7 }),
      heard('thump', 1.1, { gain: 0.5, speedFrom: 0.35, speedTo: 0.45 }),
    ],
    screen: [felt('flash', 1, 0.22, { seconds: 0.3, colour: '#dfe9ff' })],
  },
  coin: {
    sounds: [heard('chime', 0, { gain: 0.7 })],
    events: [{ id: 'counted', name: 'coin counted', at: 0.3, payload: '1' }],
  },
  'gathering-ring': {
    sounds: [
      heard('whoosh', 0, { gain: 0.4, speedFrom: 0.3, speedTo: 0.3 }),
      heard('bell', 1.36, { gain: 0.5 }),
    ],
    screen: [felt('tint', 1.36, 0.16, { seconds: 0.4, colour: '#bff4e2' })],
    events: [{ id: 'gathered', name: 'gathered', at: 1.36, payload: '' }],
  },
  slip: {
    sounds: [heard('zap', 0, { gain: 0.5, speedFrom: 1.5, speedTo: 1.8 }), heard('whoosh', 0.02, VARIED)],
  },
  'lantern-moths': { sounds: [heard('bell', 0, { gain: 0.12, speedFrom: 1.9, speedTo: 2 })] },
}
