/** Stages of Last Ferry in motion: who is on them, what happens, and a run on the pier. */
import { newActor, newEvent, type Stage } from '@gliv/document'
import { type ActorKey, type Cue, keyBit, type StageLayer, type StageRecording } from '@gliv/model'

const layer = (id: string, name: string, more: Partial<StageLayer>): StageLayer => ({
  id,
  name,
  kind: 'gradient',
  colour: '#0d1226',
  foot: '#33406b',
  sheet: null,
  frame: 0,
  x: 0,
  y: 0,
  scale: 1,
  parallax: 1,
  tiled: 'none',
  front: false,
  ...more,
})

const cue = (id: string, name: string, effect: string, more: Partial<Cue> = {}): Cue => ({
  id,
  name,
  effects: [effect],
  strength: 1,
  chance: 1,
  most: 16,
  ...more,
})

/** What can happen in Last Ferry by name. */
export const CUES: readonly Cue[] = [
  cue('land', 'land', 'pier-dust'),
  cue('swipe', 'swipe', 'hook-swipe', { most: 2 }),
  cue('lamp', 'lamp', 'stove-fire', { most: 1 }),
  cue('mud', 'mud', 'mud-splat', { most: 3 }),
  cue('steam', 'steam', 'kettle-steam', { most: 2 }),
]

const press = (seconds: number, ...keys: ActorKey[]): readonly [number, number] => [
  Math.round(seconds * 60),
  keys.reduce((bits, key) => bits | keyBit(key), 0),
]

const RUN: StageRecording = {
  id: 'jump-and-turn',
  name: 'jump and turn',
  ticks: 300,
  presses: [
    press(0, 'right'),
    press(0.5, 'right', 'jump'),
    press(0.6, 'right'),
    press(1.5),
    press(1.8, 'attack'),
    press(1.9),
    press(2.3, 'left'),
    press(2.7, 'left', 'jump'),
    press(2.8, 'left'),
    press(3.6),
    press(3.8, 'a'),
    press(4.6),
  ],
}

const deckhand = { ...newActor('deckhand', 'walker', -60, 90), name: 'Deckhand' }

/** What stands on the pier beside its surfaces. */
export const PIER: Partial<Stage> = {
  layers: [
    layer('sky', 'sky', {}),
    layer('moon', 'moon', {
      kind: 'picture',
      sheet: 'soft',
      frame: 0,
      x: 190,
      y: -120,
      scale: 1.1,
      parallax: 0.2,
    }),
  ],
  actors: [deckhand, { ...newActor('dummy', 'target', 40, 90), name: 'Straw man' }],
  events: [
    { ...newEvent('on-land', 'landing', 'deckhand', 'land'), strongerBy: 340 },
    { ...newEvent('on-attack', 'frame', 'deckhand', 'swipe'), point: 'hand', number: 2 },
    { ...newEvent('on-struck', 'struck', 'dummy', 'mud'), point: 'centre' },
    { ...newEvent('on-lamp', 'hold', 'deckhand', 'lamp'), key: 'a', point: 'hand', follows: true },
  ],
  recordings: [RUN],
}

/** Stages that are made for being looked at. */
export const MORE_STAGES: readonly Stage[] = [
  {
    id: 'engine-room',
    name: 'The engine room',
    surfaces: [
      { id: 'floor', kind: 'box', x: -320, y: 110, w: 640, h: 40 },
      { id: 'boiler', kind: 'box', x: 90, y: 20, w: 120, h: 90 },
      { id: 'walk', kind: 'segment', x1: -240, y1: 10, x2: -40, y2: 10, oneWay: true },
    ],
    layers: [layer('iron', 'iron wall', { colour: '#1b1512', foot: '#4a3022' })],
    actors: [{ ...newActor('stoker', 'walker', -160, 110), name: 'Stoker' }],
    events: [
      { ...newEvent('on-land', 'landing', 'stoker', 'land'), strongerBy: 340 },
      { ...newEvent('on-start', 'start', null, 'lamp'), x: 150, y: 100 },
      { ...newEvent('on-steam', 'every', null, 'steam'), number: 1.5, x: 120, y: 16 },
    ],
  },
  {
    id: 'open-canal',
    name: 'The open canal',
    surfaces: [
      {
        id: 'bank',
        kind: 'polygon',
        points: [
          [-400, 140],
          [-220, 100],
          [-160, 140],
        ],
      },
      {
        id: 'far-bank',
        kind: 'polygon',
        points: [
          [180, 140],
          [260, 96],
          [400, 140],
        ],
      },
    ],
    layers: [layer('dusk', 'dusk', { colour: '#27314f', foot: '#b97a5a' })],
    actors: [
      { ...newActor('moth', 'flyer', 0, 20), name: 'Moth', points: [{ name: 'centre', x: 0, y: -12 }] },
    ],
    events: [{ ...newEvent('on-strike', 'strikes', 'moth', 'mud'), point: null }],
  },
]
