/**
 * Things that fly and fall: mud, a volley of flares, landings.
 */
import { type Effect, type ParticleType, type Stage, newPart } from '@gliv/document'
import { bits, soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, relay, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const ONCE = { flow: 0, duration: 0 }
const SQUASHED = {
  scale: { by: 'ramp', relative: false },
  scaleY: { by: 'ramp', relative: false },
  opacity: { by: 'ramp', relative: false },
} as const

export const MOTION_TYPES: readonly ParticleType[] = [
  type('splash-ring', 'Splash ring', soft('ring'), {
    scaleApart: true,
    styles: SQUASHED,
    numbers: {
      life: range(0.28, 0.42),
      scale: range(0.3, 0.55),
      scaleFloor: fixed(0.04),
      scaleY: range(0.1, 0.17),
      scaleYFloor: fixed(0.01),
      opacity: range(0.5, 0.8),
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      scaleY: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#eef8fc'], [1, '#b4d2e0']),
    },
  }),
  type('mud-blob', 'Mud blob', bits('ember'), {
    forces: ['gravity', 'drag'],
    contact: 'bounce',
    facing: 'travel',
    mark: { sheet: 'soft', frames: [soft('foam').frame, soft('broken foam').frame] },
    numbers: {
      life: range(1.4, 2.2),
      scale: range(0.8, 1.9),
      gravity: 900,
      drag: 0.3,
      stretch: 0.12,
      stretchLimit: 2,
      bounce: range(0.1, 0.35),
      friction: 0.6,
      contactRadius: 4,
      slowEnd: 18,
      markScale: range(0.25, 0.6),
      markOpacity: range(0.7, 1),
      markCap: 120,
    },
    markColours: ['#ffffff', '#d9c6ae'],
    ramps: { opacity: ramp([0, 1], [0.9, 1, 'ease'], [1, 0]), tint: tint([0, '#d2a878'], [1, '#a98660']) },
  }),
  type('mud-haze', 'Mud haze', soft('torn puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.3, 0.55),
      scale: range(0.3, 0.55),
      scaleFloor: fixed(0.1),
      opacity: range(0.3, 0.5),
      startAngle: ANY_ANGLE,
      gravity: 160,
      drag: 3,
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'ease'], [1, 0]),
      tint: tint([0, '#d6b48a'], [1, '#a98660']),
    },
  }),
  type('mud-crumb', 'Mud crumb', bits('grain'), {
    forces: ['gravity'],
    contact: 'bounce',
    numbers: {
      life: range(0.4, 0.9),
      scale: range(0.4, 1),
      gravity: 900,
      spin: range(-500, 500),
      startAngle: ANY_ANGLE,
      bounce: range(0.2, 0.5),
      friction: 0.4,
    },
    ramps: { opacity: ramp([0, 1], [0.7, 1], [1, 0]), tint: tint([0, '#c49b6c'], [1, '#98774f']) },
  }),
  type('flare-shell', 'Shell', soft('spark'), {
    blend: 'additive',
    forces: ['gravity', 'waver'],
    facing: 'travel',
    numbers: {
      life: range(0.9, 1.2),
      scale: range(0.16, 0.24),
      gravity: 180,
      waverHeading: 12,
      waverHeadingRate: 3,
    },
    ramps: { opacity: ramp([0, 1]), tint: tint([0, '#ffe7b0'], [1, '#ff8a3c']) },
  }),
  type('shell-smoke', 'Shell smoke', soft('puff'), {
    forces: ['wind', 'drag'],
    windMode: 'carry',
    numbers: {
      life: range(0.5, 0.9),
      scale: range(0.22, 0.36),
      opacity: range(0.4, 0.6),
      startAngle: ANY_ANGLE,
      windSpeed: 30,
      windCarry: 1.5,
      drag: 1,
    },
    ramps: {
      scale: ramp([0, 0.4, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#f4cfae'], [1, '#d2ccd8']),
    },
  }),
]

export const MOTION: readonly Effect[] = [
  effect('mud-splat', 'Mud splat', 19, null, [
    emitter('mud-crumbs', 'Crumbs', 'mud-crumb', {
      dormant: true,
      numbers: { ...ONCE, heading: 0, fan: 130, speed: range(40, 130) },
    }),
    emitter('mud-hazes', 'Haze', 'mud-haze', {
      layer: 'behind',
      numbers: { ...ONCE, heading: -90, fan: 150, speed: range(30, 150) },
      bursts: [burst('splat', 0, 10)],
    }),
    emitter('mud-blobs', 'Blobs', 'mud-blob', {
      numbers: { ...ONCE, heading: -78, fan: 74, speed: range(160, 380) },
      bursts: [burst('splat', 0, range(14, 18), { burstSpan: 0.06 })],
      relays: [
        relay(
          'mud-crumbs',
          'contact',
          { relayCount: range(1, 3), relayChance: 0.7, relayTint: 0.4 },
          'normal',
        ),
      ],
    }),
  ]),
  effect('flare-volley', 'Flare volley', 47, null, [
    emitter('volley-trail', 'Trail', 'shell-smoke', {
      dormant: true,
      layer: 'behind',
      numbers: { ...ONCE, fan: 360, speed: range(2, 12) },
    }),
    emitter('volley-muzzles', 'Muzzles', 'flash', {
      shape: 'line',
      placement: 'evenly',
      numbers: { ...ONCE, fan: 0, speed: fixed(0), shapeWidth: 220, offsetY: 150 },
      bursts: [burst('volley', 0, 3, { burstSpan: 0.5 })],
    }),
    emitter('volley-shells', 'Shells', 'flare-shell', {
      shape: 'line',
      placement: 'evenly',
      numbers: { ...ONCE, fan: 14, speed: range(330, 400), shapeWidth: 220, offsetY: 150 },
      bursts: [burst('volley', 0, 3, { burstSpan: 0.5 })],
      relays: [
        relay('volley-trail', 'everyPx', { relayPx: 4, relayVelocity: 0.05 }),
        { ...relay('', 'end', { relayInstances: 8 }, 'world'), emitter: null, effect: 'signal-flare' },
      ],
    }),
  ]),
  effect('hard-landing', 'Hard landing', 53, null, [], {
    parts: [
      { ...newPart('landing-dust', 'pier-dust'), effects: [{ effect: 'pier-dust', weight: 1 }] },
      {
        ...newPart('landing-extra', 'mud-splat'),
        effects: [
          { effect: 'mud-splat', weight: 2 },
          { effect: 'hook-swipe', weight: 1 },
        ],
        numbers: { ...newPart('', '').numbers, partAt: 0.05 },
      },
    ],
  }),
]

export const STAGES: readonly Stage[] = [
  {
    id: 'pier',
    name: 'The pier',
    surfaces: [
      { id: 'deck', kind: 'box', x: -260, y: 90, w: 360, h: 26 },
      { id: 'post', kind: 'box', x: 70, y: 40, w: 18, h: 50 },
      {
        id: 'crate',
        kind: 'polygon',
        points: [
          [-190, 90],
          [-190, 50],
          [-150, 44],
          [-146, 90],
        ],
      },
      { id: 'buoy', kind: 'circle', x: 176, y: 132, r: 22 },
      { id: 'awning', kind: 'segment', x1: -120, y1: -20, x2: -40, y2: -34, oneWay: true },
      { id: 'water', kind: 'segment', x1: -500, y1: 150, x2: 500, y2: 150 },
    ],
  },
  {
    id: 'basin',
    name: 'Lock basin',
    surfaces: [
      {
        id: 'walls',
        kind: 'tiles',
        x: -192,
        y: -64,
        size: 32,
        rows: [
          '#..........#',
          '#..........#',
          '#...--.....#',
          '#..........#',
          '#.....##...#',
          '#....###...#',
          '############',
        ],
      },
    ],
  },
]
