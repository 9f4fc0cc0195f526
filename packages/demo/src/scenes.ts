/** Stages of Last Ferry in motion: who is on them, what happens, and a run on the pier. */
import { backdropFrame, DECKHAND_CLIPS } from './backdrops.ts'
import { newActor, newEvent, type Stage } from '@gliv/document'
import {
  type Actor,
  type ActorKey,
  type Cue,
  keyBit,
  type StageLayer,
  type StageRecording,
} from '@gliv/model'

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
  cue('wake', 'wake', 'boat-wake', { most: 1 }),
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
    press(0.3, 'right', 'jump'),
    press(0.4, 'right'),
    press(0.6),
    press(1.5, 'attack'),
    press(1.6),
    press(2.1, 'left'),
    press(2.7, 'left', 'jump'),
    press(2.8, 'left'),
    press(3.6),
    press(3.8, 'a'),
    press(4.5),
    press(4.6, 'dash'),
    press(4.7),
  ],
}

/** A picture of the backdrop, its middle at (x, y). */
const art = (name: string, x: number, y: number, more: Partial<StageLayer> = {}): StageLayer =>
  layer(name.replaceAll(' ', '-'), name, {
    kind: 'picture',
    sheet: 'backdrops',
    frame: backdropFrame(name),
    x,
    y,
    ...more,
  })

const deckhand: Actor = {
  ...newActor('deckhand', 'walker', -60, 90),
  name: 'Deckhand',
  clips: DECKHAND_CLIPS,
  afterImage: { count: 5, every: 0.04, tint: '#8fb4ff', opacity: 0.5, during: 'dash' },
  points: [
    { name: 'feet', x: 0, y: 0 },
    {
      name: 'hand',
      x: 6,
      y: -21,
      frames: {
        attack: [
          [-14, -8],
          [-14, -8],
          [12, -6],
          [14, 5],
        ],
      },
    },
    { name: 'back', x: -8, y: -24 },
    { name: 'centre', x: 0, y: -20 },
  ],
}

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
      parallax: 0.1,
    }),
    art('far houses', 40, 66, { parallax: 0.3, tiled: 'x' }),
    art('near houses', -60, 96, { parallax: 0.55, tiled: 'x' }),
    art('dark water', 0, 200, { tiled: 'x' }),
    art('buoy', 176, 132),
    art('pier planks', -80, 121),
    art('tarred cargo', -168, 67),
    art('mooring post', 79, 65),
    art('awning', -80, -26),
  ],
  actors: [deckhand, { ...newActor('dummy', 'target', 40, 90), name: 'Straw man' }],
  events: [
    { ...newEvent('on-land', 'landing', 'deckhand', 'land'), strongerBy: 340 },
    { ...newEvent('on-attack', 'frame', 'deckhand', 'swipe'), point: 'hand', number: 3 },
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
    layers: [
      art('iron plates', 0, 0, { tiled: 'both', parallax: 0.6 }),
      art('pipes', 0, -110, { tiled: 'x', parallax: 0.8 }),
      art('boiler', 150, 65),
      art('grating', -140, 17),
      art('engine floor', 0, 130, { tiled: 'x' }),
    ],
    actors: [{ ...deckhand, id: 'stoker', name: 'Stoker', x: -160, y: 110 }],
    recordings: [{ ...RUN, id: 'round', name: 'round' }],
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
    layers: [
      layer('dusk', 'dusk', { colour: '#27314f', foot: '#b97a5a' }),
      art('far houses', 0, 80, { parallax: 0.2, tiled: 'x' }),
      art('canal water', 0, 164, { tiled: 'x' }),
      art('grassy bank', -280, 119),
      { ...art('grassy bank', 290, 119), id: 'far-bank', name: 'far bank' },
      art('reeds', -190, 130, { front: true, parallax: 1.15 }),
      { ...art('reeds', 230, 132), id: 'far-reeds', name: 'far reeds', front: true, parallax: 1.15 },
    ],
    actors: [
      { ...newActor('moth', 'flyer', 0, 20), name: 'Moth', points: [{ name: 'centre', x: 0, y: -12 }] },
    ],
    events: [
      {
        ...newEvent('on-boat', 'along', null, 'wake'),
        number: 90,
        eased: true,
        way: [
          [-300, 138],
          [300, 138],
        ],
      },
      { ...newEvent('on-strike', 'strikes', 'moth', 'mud'), point: null },
    ],
    recordings: [
      {
        id: 'over-the-water',
        name: 'over the water',
        ticks: 400,
        presses: [
          press(0),
          press(0.4, 'right', 'up'),
          press(1.4, 'right'),
          press(2.4, 'left', 'down'),
          press(3.6, 'left'),
          press(5),
        ],
      },
    ],
  },
]
