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
  cue('torch', 'torch', 'torch', { most: 1 }),
  cue('volley', 'volley', 'flare-volley', { most: 2 }),
  cue('blast', 'blast', 'cargo-blast', { most: 2 }),
  cue('slip', 'slip', 'slip', { most: 3 }),
  cue('moths', 'moths', 'lantern-moths', { most: 1 }),
  cue('coin', 'coin', 'coin', { most: 4 }),
  cue('storm', 'storm', 'distant-storm', { most: 1 }),
  cue('fall', 'fall', 'three-landings'),
  cue('smoke', 'smoke', 'funnel-steam', { most: 1 }),
  cue('short circuit', 'short circuit', 'tow-line-spark', { most: 2 }),
  cue('gather', 'gather', 'gathering-ring', { most: 2 }),
  cue('keg', 'keg', 'keg-pop', { most: 3 }),
  cue('break', 'break', 'crate-shatter', { most: 2 }),
  cue('thruster', 'thruster', 'bow-thruster', { most: 1 }),
  cue('sink', 'sink', 'sunk-beat', { most: 3 }),
  cue('rise', 'rise', 'risen-beat', { most: 3 }),
  cue('eddy', 'eddy', 'sink-hole', { most: 1 }),
  cue('seeds', 'seeds', 'seed-fluff', { most: 1 }),
  cue('rain', 'rain', 'canal-rain', { most: 1 }),
  cue('signal', 'signal', 'signal-flare', { most: 2 }),
  cue('stumble', 'stumble', 'hard-landing', { most: 2 }),
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

/** A slip across the deck, a torch, flares over the water, and a crate that goes up. */
const NIGHT_WATCH: StageRecording = {
  id: 'night-watch',
  name: 'night watch',
  ticks: 480,
  presses: [
    press(0, 'left'),
    press(0.25),
    press(0.6, 'right'),
    press(0.66, 'right', 'teleport'),
    press(0.72),
    press(1.6, 'b'),
    press(2.4, 'b', 'up'),
    press(2.5, 'b'),
    press(3.4),
    press(3.8, 'down'),
    press(3.9),
    press(5.8, 'hurt'),
    press(5.9),
  ],
}

/** Off the grating, a jump, down from a low step: three strengths of landing. */
const THREE_LANDINGS: StageRecording = {
  id: 'three-landings',
  name: 'three landings',
  ticks: 360,
  presses: [
    press(0, 'right'),
    press(1, 'right'),
    press(1.7),
    press(2.2, 'jump'),
    press(2.4),
    press(3.4, 'right'),
    press(4.6),
    press(5.2, 'hurt'),
    press(5.3),
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
    { ...newEvent('on-torch', 'hold', 'deckhand', 'torch'), key: 'b', point: 'hand', follows: true },
    { ...newEvent('on-arrives', 'arrives', 'deckhand', 'slip'), point: 'centre' },
    { ...newEvent('on-hurt', 'hurt', 'deckhand', 'blast'), point: 'centre' },
    { ...newEvent('on-coin', 'reaches', 'deckhand', 'coin'), point: 'centre', x: -88, y: 90 },
    { ...newEvent('on-down', 'tap', null, 'volley'), key: 'down', x: 20, y: 30 },
    { ...newEvent('on-signal', 'tap', null, 'signal'), key: 'up', x: -20, y: -60 },
    { ...newEvent('on-moths', 'start', null, 'moths'), x: 79, y: 34 },
    { ...newEvent('on-storm', 'start', null, 'storm') },
  ],
  recordings: [RUN, NIGHT_WATCH],
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
      { id: 'step', kind: 'box', x: 0, y: 98, w: 56, h: 12 },
    ],
    layers: [
      art('iron plates', 0, 0, { tiled: 'both', parallax: 0.6 }),
      art('pipes', 0, -110, { tiled: 'x', parallax: 0.8 }),
      art('boiler', 150, 65),
      art('grating', -140, 17),
      art('engine floor', 0, 130, { tiled: 'x' }),
    ],
    actors: [{ ...deckhand, id: 'stoker', name: 'Stoker', x: -160, y: 10 }],
    recordings: [{ ...RUN, id: 'round', name: 'round' }, THREE_LANDINGS],
    events: [
      { ...newEvent('on-land', 'landing', 'stoker', 'fall'), strongerBy: 240 },
      { ...newEvent('on-start', 'start', null, 'lamp'), x: 150, y: 100 },
      { ...newEvent('on-steam', 'every', null, 'steam'), number: 1.5, x: 120, y: 16 },
      { ...newEvent('on-smoke', 'start', null, 'smoke'), x: 196, y: 16 },
      { ...newEvent('on-short', 'every', null, 'short circuit'), number: 2.4, x: -20, y: -96 },
      { ...newEvent('on-gather', 'every', null, 'gather'), number: 3.2, x: -70, y: 66 },
      { ...newEvent('on-keg', 'every', null, 'keg'), number: 2, x: 62, y: 84 },
      { ...newEvent('on-hurt', 'hurt', 'stoker', 'break'), point: 'centre' },
      { ...newEvent('on-dash', 'dash', 'stoker', 'stumble'), point: 'feet' },
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
      { ...newEvent('on-thruster', 'hold', null, 'thruster'), key: 'a', x: -120, y: 140 },
      { ...newEvent('on-sink', 'every', null, 'sink'), number: 1.6, x: 40, y: 152 },
      { ...newEvent('on-rise', 'every', null, 'rise'), number: 2.6, x: -40, y: 156 },
      { ...newEvent('on-eddy', 'start', null, 'eddy'), x: 130, y: 160 },
      { ...newEvent('on-seeds', 'start', null, 'seeds') },
      { ...newEvent('on-rain', 'tap', null, 'rain'), key: 'b' },
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
          press(1.6, 'right', 'a'),
          press(2.4, 'left', 'down', 'a'),
          press(3, 'left'),
          press(3.6, 'left'),
          press(5, 'b'),
          press(5.1),
        ],
      },
    ],
  },
]
