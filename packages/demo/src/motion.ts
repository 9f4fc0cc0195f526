/**
 * What the night does to things: mud, the sink-hole, moths around the lantern, the sunk and risen beat, a
 * volley.
 */
import { type Effect, type ParticleType, type Stage, newPart } from '@gliv/document'
import { bits, soft } from './frames.ts'
import { burst, corner, effect, emitter, fixed, ramp, range, relay, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const ONCE = { flow: 0, duration: 0 }
const SQUASHED = {
  scale: { by: 'ramp', relative: false },
  scaleY: { by: 'ramp', relative: false },
  opacity: { by: 'ramp', relative: false },
} as const

/** An ellipse around the lantern that is not quite one. */
const AROUND_THE_LANTERN = {
  closed: true,
  points: [corner(-46, 4, 0, -26), corner(2, -34, 30, -4), corner(50, 0, 4, 28), corner(-6, 30, -34, 6)],
}

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
      opacity: range(0.3, 0.5),
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      scaleY: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#d3e6ef'], [1, '#7fa3b6']),
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
    ramps: { opacity: ramp([0, 1], [0.9, 1, 'ease'], [1, 0]), tint: tint([0, '#7a5a3e'], [1, '#4d392a']) },
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
    ramps: { opacity: ramp([0, 1], [0.7, 1], [1, 0]), tint: tint([0, '#6a5038'], [1, '#4a3727']) },
  }),
  type('sink-dash', 'Dash', soft('drop streak'), {
    blend: 'screen',
    forces: ['pull', 'swirl', 'drag', 'limit'],
    facing: 'travel',
    swirlFalloff: 'near',
    numbers: {
      life: range(2, 3),
      scale: range(0.2, 0.42),
      opacity: range(0.4, 0.8),
      pull: 260,
      pullX: 0,
      pullY: 0,
      pullEnd: 7,
      swirl: 340,
      swirlX: 0,
      swirlY: 0,
      swirlReach: 60,
      drag: 0.9,
      limit: 320,
      stretch: 0.35,
      stretchLimit: 2.4,
    },
    ramps: {
      opacity: ramp([0, 0], [0.12, 1], [0.9, 1], [1, 0]),
      tint: tint([0, '#9fd6e6'], [0.6, '#4f86c4'], [1, '#2a2f66']),
    },
  }),
  type('sink-swirl', 'Sink swirl', soft('crescent'), {
    blend: 'screen',
    numbers: {
      life: fixed(1.2),
      scale: range(0.5, 0.9),
      scaleFloor: fixed(0.1),
      startAngle: ANY_ANGLE,
      spin: range(300, 460),
      opacity: range(0.15, 0.28),
    },
    ramps: {
      scale: ramp([0, 1, 'easeIn'], [1, 0]),
      opacity: ramp([0, 0], [0.3, 1], [1, 0]),
      tint: tint([0, '#7fb8d6'], [1, '#26305e']),
    },
  }),
  type('moth', 'Moth', bits('long chip'), {
    forces: ['churn', 'rail', 'waver', 'drag'],
    facing: 'travel',
    scaleApart: true,
    rail: AROUND_THE_LANTERN,
    churnSpace: 'emitter',
    wavers: { speed: 'walk', heading: 'walk', spin: 'sine', scale: 'sine', opacity: 'walk' },
    numbers: {
      life: range(3.4, 4.6),
      scale: range(0.5, 0.75),
      scaleY: range(0.35, 0.6),
      churn: 120,
      churnSize: 26,
      churnRate: 1.2,
      churnOctaves: 2,
      drag: 3,
      waverSpin: 24,
      waverSpinRate: 5,
      waverScale: 0.35,
      waverScaleRate: 7,
      waverOpacity: 0.25,
      waverOpacityRate: 5,
    },
    ramps: { opacity: ramp([0, 0], [0.08, 1], [0.9, 1], [1, 0]), tint: tint([0, '#f2dfb4'], [1, '#c9a878']) },
  }),
  type('kettle-steam', 'Kettle steam', soft('torn puff'), {
    forces: ['gravity', 'drag', 'churn', 'sway'],
    churnSpace: 'emitter',
    numbers: {
      life: range(1.2, 1.9),
      scale: range(0.35, 0.6),
      scaleFloor: fixed(0.08),
      opacity: range(0.25, 0.45),
      startAngle: ANY_ANGLE,
      spin: range(-50, 50),
      gravity: 34,
      gravityHeading: -90,
      drag: 0.9,
      churn: 70,
      churnSize: 40,
      churnRate: 0.8,
      sway: 5,
      swayRate: 0.6,
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 0, 'easeOut'], [0.15, 1, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#aab4bd']),
    },
  }),
  type('lantern-light', 'Lantern light', soft('glow'), {
    blend: 'additive',
    forces: ['waver'],
    lifeMode: 'emitter',
    numbers: {
      scale: fixed(2.2),
      opacity: fixed(0.5),
      waverOpacity: 0.25,
      waverOpacityRate: 6,
      waverScale: 0.06,
      waverScaleRate: 4,
    },
    ramps: {
      opacity: ramp([0, 0], [0.05, 1], [0.95, 1], [1, 0]),
      tint: tint([0, '#ffb861'], [1, '#ff9a45']),
    },
  }),
  type('sunk-bubble', 'Bubble', soft('ring'), {
    forces: ['turn', 'brake', 'thrust'],
    thrustEnd: 'reverse',
    numbers: {
      life: range(0.8, 1.1),
      scale: range(0.08, 0.2),
      turn: range(120, 200),
      brake: 40,
      thrust: -90,
      opacity: range(0.5, 0.9),
    },
    ramps: {
      scale: ramp([0, 0.4, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1], [0.6, 1, 'ease'], [1, 0]),
      tint: tint([0, '#e6f6fb'], [1, '#5f9fb8']),
    },
  }),
  type('sunk-ripple', 'Ripple', soft('ring'), {
    scaleApart: true,
    styles: SQUASHED,
    numbers: {
      life: fixed(1),
      scale: range(1.1, 1.7),
      scaleFloor: fixed(0.1),
      scaleY: range(0.3, 0.5),
      scaleYFloor: fixed(0.03),
      opacity: fixed(0.6),
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      scaleY: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#cfe7ef'], [1, '#4b7f95']),
    },
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
      scale: range(0.12, 0.22),
      opacity: range(0.2, 0.35),
      startAngle: ANY_ANGLE,
      windSpeed: 30,
      windCarry: 1.5,
      drag: 1,
    },
    ramps: {
      scale: ramp([0, 0.4, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#a98a76'], [1, '#4a4650']),
    },
  }),
]

const beat = [
  emitter('sunk-ripples', 'Ripples', 'sunk-ripple', {
    numbers: { ...ONCE, fan: 0, speed: fixed(0) },
    bursts: [burst('sink', 0, 1, { burstRepeats: 3, burstInterval: fixed(0.16) })],
  }),
  emitter('sunk-bubbles', 'Bubbles', 'sunk-bubble', {
    shape: 'ellipse',
    fill: 'rim',
    aim: 'outward',
    numbers: { ...ONCE, fan: 40, speed: range(50, 120), shapeWidth: 24, shapeHeight: 9 },
    bursts: [burst('sink', 0, 26, { burstSpan: 0.3 })],
  }),
]

export const MOTION: readonly Effect[] = [
  effect('mud-splat', 'Mud splat', 19, null, [
    emitter('mud-crumbs', 'Crumbs', 'mud-crumb', {
      dormant: true,
      numbers: { ...ONCE, heading: 0, fan: 130, speed: range(40, 130) },
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
  effect(
    'sink-hole',
    'Sink-hole',
    29,
    3,
    [
      emitter('sink-swirls', 'Swirls', 'sink-swirl', {
        shape: 'circle',
        numbers: { flow: 7, duration: 3, fan: 360, speed: range(0, 6), shapeRadius: 10 },
      }),
      emitter('sink-dashes', 'Dashes', 'sink-dash', {
        shape: 'ring',
        fill: 'outline',
        rhythm: 'jittered',
        aim: 'inward',
        numbers: { flow: 42, duration: 3, fan: 60, speed: range(20, 60), shapeInner: 90, shapeRadius: 150 },
      }),
    ],
    { numbers: { warmUp: 3 } },
  ),
  effect(
    'lantern-moths',
    'Lantern moths',
    37,
    4,
    [
      emitter('lantern', 'Light', 'lantern-light', {
        numbers: { flow: 0, duration: 4, fan: 0, speed: fixed(0) },
        bursts: [burst('on', 0, 1)],
      }),
      emitter('moths', 'Moths', 'moth', {
        shape: 'circle',
        space: 'carried',
        rhythm: 'jittered',
        numbers: {
          flow: 2.5,
          duration: 4,
          fan: 360,
          speed: range(0, 30),
          shapeRadius: 12,
          offsetX: -46,
          offsetY: 4,
        },
      }),
    ],
    { numbers: { warmUp: 4 } },
  ),
  effect(
    'kettle-steam',
    'Kettle steam',
    61,
    null,
    [
      emitter('kettle-spout', 'Spout', 'kettle-steam', {
        shape: 'circle',
        numbers: { flow: 19, duration: 2, heading: -70, fan: 18, speed: range(40, 66), shapeRadius: 3 },
      }),
    ],
    { play: 'period', numbers: { periodSeconds: 2 } },
  ),
  effect('sunk-beat', 'Sunk', 43, null, beat),
  effect(
    'risen-beat',
    'Risen',
    43,
    null,
    beat.map((e) => ({ ...e, id: e.id.replace('sunk', 'risen') })),
    { backwards: true },
  ),
  effect('flare-volley', 'Flare volley', 47, null, [
    emitter('volley-trail', 'Trail', 'shell-smoke', {
      dormant: true,
      layer: 'behind',
      numbers: { ...ONCE, fan: 360, speed: range(2, 12) },
    }),
    emitter('volley-shells', 'Shells', 'flare-shell', {
      shape: 'line',
      placement: 'evenly',
      numbers: { ...ONCE, fan: 14, speed: range(330, 400), shapeWidth: 220, offsetY: 150 },
      bursts: [burst('volley', 0, 3, { burstSpan: 0.5 })],
      relays: [
        relay('volley-trail', 'everyPx', { relayPx: 9, relayVelocity: 0.05 }),
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
