/** The night around the ferry: moths at the lantern, steam of the kettle, the tow-line, a storm far off. */
import type { Effect, ParticleType } from '@gliv/document'
import { soft } from './frames.ts'
import { burst, corner, effect, emitter, fixed, ramp, range, relay, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const STILL = { flow: 0, fan: 0, speed: fixed(0) }

/** An ellipse around the lantern that is not quite one. */
const AROUND_THE_LANTERN = {
  closed: true,
  points: [corner(-46, 4, 0, -26), corner(2, -34, 30, -4), corner(50, 0, 4, 28), corner(-6, 30, -34, 6)],
}

const steam = (
  life: [number, number],
  scale: [number, number],
  opacity: [number, number],
  churn: number,
) => ({
  forces: ['gravity', 'drag', 'churn', 'sway'] as const,
  churnSpace: 'emitter' as const,
  numbers: {
    life: range(...life),
    scale: range(...scale),
    scaleFloor: fixed(0.06),
    opacity: range(...opacity),
    startAngle: ANY_ANGLE,
    spin: range(-50, 50),
    gravity: 34,
    gravityHeading: -90,
    drag: 0.9,
    churn,
    churnSize: 40,
    churnRate: 0.8,
    sway: 5,
    swayRate: 0.6,
  },
  ramps: {
    scale: ramp([0, 0, 'easeOut'], [1, 1]),
    opacity: ramp([0, 0, 'easeOut'], [0.12, 1, 'ease'], [1, 0]),
    tint: tint([0, '#ffffff'], [1, '#d3dae0']),
  },
})

/** Rain at a depth: the farther, the fainter, shorter and slower. */
const rain = (id: string, name: string, near: number): ParticleType =>
  type(id, name, soft('drop streak'), {
    numbers: {
      life: range(0.5 + 0.3 * (1 - near), 0.64 + 0.4 * (1 - near)),
      scale: range(0.36 + 0.36 * near, 0.5 + 0.56 * near),
      opacity: range(0.7 + 0.2 * near, 0.84 + 0.16 * near),
      startAngle: fixed(110),
    },
    ramps: {
      opacity: ramp([0, 0], [0.08, 1], [0.9, 1], [1, 0]),
      tint: tint([0, '#dbeaf4'], [1, '#a9c3d6']),
    },
  })

export const NIGHT_TYPES: readonly ParticleType[] = [
  type('moth', 'Moth', soft('moth'), {
    scaleApart: true,
    forces: ['churn', 'drag', 'waver', 'rail'],
    rail: AROUND_THE_LANTERN,
    churnSpace: 'emitter',
    wavers: { speed: 'walk', heading: 'walk', spin: 'sine', scale: 'sine', opacity: 'walk' },
    numbers: {
      life: range(3.4, 4.6),
      scale: range(0.28, 0.44),
      scaleY: range(0.3, 0.46),
      opacity: range(0.8, 1),
      churn: 150,
      churnSize: 26,
      churnRate: 1.2,
      churnOctaves: 2,
      drag: 3,
      waverSpin: 24,
      waverSpinRate: 5,
      waverScale: 0.5,
      waverScaleRate: 9,
      waverOpacity: 0.25,
      waverOpacityRate: 5,
    },
    ramps: {
      opacity: ramp([0, 0], [0.08, 1], [0.9, 1], [1, 0]),
      tint: tint([0, '#fff4d6'], [1, '#f0cf98']),
    },
  }),
  type('moth-glow', 'Lit wing', soft('glow'), {
    blend: 'additive',
    numbers: { scale: range(0.25, 0.4), opacity: range(0.25, 0.45) },
    ramps: { opacity: ramp([0, 0], [0.1, 1], [0.9, 1], [1, 0]), tint: tint([0, '#ffcf86'], [1, '#ff9f48']) },
  }),
  type('lantern-light', 'Lantern light', soft('glow'), {
    blend: 'additive',
    forces: ['waver'],
    lifeMode: 'emitter',
    numbers: {
      scale: fixed(3),
      opacity: fixed(0.42),
      waverOpacity: 0.2,
      waverOpacityRate: 6,
      waverScale: 0.06,
      waverScaleRate: 4,
    },
    ramps: {
      opacity: ramp([0, 0], [0.05, 1], [0.95, 1], [1, 0]),
      tint: tint([0, '#ffb861'], [1, '#ff9a45']),
    },
  }),
  type('lantern-wick', 'Wick', soft('glow'), {
    blend: 'additive',
    lifeMode: 'emitter',
    forces: ['waver'],
    numbers: { scale: fixed(0.55), opacity: fixed(0.95), waverOpacity: 0.12, waverOpacityRate: 9 },
    ramps: {
      opacity: ramp([0, 0], [0.05, 1], [0.95, 1], [1, 0]),
      tint: tint([0, '#fff8e2'], [1, '#ffe2a6']),
    },
  }),
  type('kettle-steam', 'Kettle steam', soft('torn puff'), steam([1.3, 2.1], [0.4, 0.75], [0.32, 0.5], 70)),
  type('kettle-jet', 'Jet', soft('soft dot'), steam([0.3, 0.6], [0.3, 0.6], [0.3, 0.5], 30)),
  type('kettle-wisp', 'Thin wisp', soft('puff'), steam([1.8, 2.6], [0.6, 1], [0.14, 0.24], 100)),
  type('tow-arc', 'Arc', soft('bolt'), {
    blend: 'additive',
    facing: 'travel',
    frameChoice: 'fixed',
    numbers: { life: range(0.06, 0.13), scale: range(0.9, 1.4), opacity: range(0.8, 1) },
    ramps: { opacity: ramp([0, 1], [1, 0]), tint: tint([0, '#ffffff'], [1, '#8ac6ff']) },
  }),
  type('tow-haze', 'Arc haze', soft('glow'), {
    blend: 'additive',
    numbers: { life: range(0.12, 0.22), scale: range(0.35, 0.6), opacity: range(0.2, 0.36) },
    ramps: { opacity: ramp([0, 1], [1, 0]), tint: tint([0, '#bfe0ff'], [1, '#4f86ff']) },
  }),
  type('tow-spark', 'Falling spark', soft('soft dot'), {
    blend: 'additive',
    forces: ['gravity', 'drag'],
    facing: 'travel',
    numbers: {
      life: { from: 0.25, to: 0.7, bias: 'low' },
      scale: range(0.05, 0.1),
      gravity: 420,
      drag: 0.6,
      stretch: 0.3,
      stretchLimit: 3,
    },
    ramps: {
      opacity: ramp([0, 1], [0.6, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [0.4, '#bfe0ff'], [1, '#6f8cff']),
    },
  }),
  type('tow-glow', 'Arc glow', soft('glow'), {
    blend: 'additive',
    lifeMode: 'emitter',
    numbers: { scale: fixed(1.3), opacity: range(0.45, 0.65), hueTurn: 40 },
    ramps: { opacity: ramp([0, 0], [0.1, 1], [0.9, 1], [1, 0]), tint: tint([0, '#9fd0ff'], [1, '#5f8fff']) },
  }),
  rain('storm-far', 'Far rain', 0),
  rain('storm-middle', 'Rain between', 0.5),
  rain('storm-near', 'Near rain', 1),
  type('storm-veil', 'Veil of rain', soft('puff'), {
    forces: ['wind'],
    windMode: 'carry',
    numbers: {
      life: range(2.4, 3.6),
      scale: range(3, 5),
      opacity: range(0.04, 0.08),
      startAngle: ANY_ANGLE,
      windSpeed: 60,
      windCarry: 1,
      windHeading: 180,
    },
    ramps: {
      opacity: ramp([0, 0, 'ease'], [0.4, 1, 'ease'], [1, 0]),
      tint: tint([0, '#c6d6e2'], [1, '#9fb4c4']),
    },
  }),
]

/** Rain over the whole view, at a depth from 0 (far) to 1. */
const sheet = (id: string, name: string, typeId: string, near: number, flow: number, to?: string) =>
  emitter(id, name, typeId, {
    shape: 'rectangle',
    rhythm: 'jittered',
    layer: near < 0.4 ? 'behind' : 'front',
    relays: to ? [relay(to, 'end', { relayChance: 0.6 }, 'world')] : [],
    numbers: {
      flow,
      duration: 3,
      heading: 110,
      fan: 2,
      speed: range(420 + 330 * near, 500 + 400 * near),
      shapeWidth: 980,
      shapeHeight: 40,
      offsetX: 90,
      offsetY: -230,
    },
  })

const LINE = { endX: 220, endY: -36, offsetX: -110, offsetY: 18 }
const ALONG = {
  scale: ramp([0, 0.5, 'easeOut'], [0.5, 1, 'easeIn'], [1, 0.5]),
  thickness: ramp([0, 1]),
  opacity: ramp([0, 1]),
  delay: ramp([0, 0], [1, 1]),
}
const CRACKLE = {
  burstRepeats: 9,
  burstInterval: { from: 0.03, to: 0.13, bias: 'low' as const },
  burstChance: 0.85,
}

const onLine = (
  id: string,
  name: string,
  typeId: string,
  fan: number,
  speed: [number, number],
  every: number,
  jitterY: number,
) =>
  emitter(id, name, typeId, {
    shape: 'segment',
    placement: 'inOrder',
    aim: 'along',
    along: ALONG,
    numbers: {
      flow: 0,
      duration: 0,
      fan,
      speed: range(...speed),
      pieceEvery: every,
      jitterY,
      alongDelay: 0.03,
      ...LINE,
    },
    bursts: [burst('crackle', 0, 0, CRACKLE, true)],
  })

export const NIGHT: readonly Effect[] = [
  effect('tow-line-spark', 'Tow-line spark', 13, null, [
    emitter('tow-glows', 'Posts', 'tow-glow', {
      shape: 'segment',
      placement: 'inOrder',
      numbers: { ...STILL, duration: 0.8, pieceEvery: 110, ...LINE },
      bursts: [burst('on', 0, 0, {}, true)],
    }),
    onLine('tow-hazes', 'Haze', 'tow-haze', 0, [0, 0], 16, 6),
    onLine('tow-arcs', 'Arc', 'tow-arc', 76, [2, 8], 9, 9),
    emitter('tow-sparks', 'Falling sparks', 'tow-spark', {
      shape: 'segment',
      rhythm: 'random',
      numbers: { flow: 80, duration: 0.7, heading: 90, fan: 220, speed: range(20, 120), ...LINE },
    }),
  ]),
  effect(
    'lantern-moths',
    'Lantern moths',
    37,
    4,
    [
      emitter('lantern', 'Light', 'lantern-light', {
        numbers: { ...STILL, duration: 4 },
        bursts: [burst('on', 0, 1)],
      }),
      emitter('lantern-wick', 'Wick', 'lantern-wick', {
        numbers: { ...STILL, duration: 4 },
        bursts: [burst('on', 0, 1)],
      }),
      emitter('moth-glows', 'Lit wings', 'moth-glow', { companionOf: 'moths' }),
      emitter('moths', 'Moths', 'moth', {
        shape: 'circle',
        space: 'carried',
        rhythm: 'jittered',
        numbers: {
          flow: 3.5,
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
      emitter('kettle-thin', 'Thin wisps', 'kettle-wisp', {
        shape: 'circle',
        layer: 'behind',
        numbers: {
          flow: 8,
          duration: 2,
          heading: -74,
          fan: 26,
          speed: range(26, 48),
          shapeRadius: 5,
          offsetY: -8,
        },
      }),
      emitter('kettle-spout', 'Steam', 'kettle-steam', {
        shape: 'circle',
        numbers: { flow: 30, duration: 2, heading: -70, fan: 18, speed: range(40, 70), shapeRadius: 3 },
      }),
      emitter('kettle-jet', 'Jet', 'kettle-jet', {
        shape: 'circle',
        numbers: { flow: 40, duration: 2, heading: -66, fan: 10, speed: range(70, 110), shapeRadius: 2 },
      }),
    ],
    { play: 'period', numbers: { periodSeconds: 2 } },
  ),
  effect(
    'distant-storm',
    'Distant storm',
    107,
    3,
    [
      emitter('storm-veils', 'Veils', 'storm-veil', {
        shape: 'rectangle',
        layer: 'behind',
        numbers: {
          flow: 7,
          duration: 3,
          fan: 360,
          speed: range(4, 14),
          shapeWidth: 760,
          shapeHeight: 240,
          offsetY: -20,
        },
      }),
      sheet('storm-far-sheet', 'Far rain', 'storm-far', 0, 420),
      sheet('storm-middle-sheet', 'Rain between', 'storm-middle', 0.5, 300),
      emitter('storm-rings', 'Rings on the water', 'splash-ring', { dormant: true, numbers: { ...STILL } }),
      sheet('storm-near-sheet', 'Near rain', 'storm-near', 1, 170, 'storm-rings'),
    ],
    { numbers: { warmUp: 2 } },
  ),
]
