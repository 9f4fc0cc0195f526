/** The effects of Last Ferry and their particle types. */
import type { Effect, ParticleType } from '@gliv/document'
import { bits, soft } from './frames.ts'
import { burst, by, effect, emitter, fixed, ramp, range, relay, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const FADE_OUT = ramp([0, 1], [0.35, 1, 'ease'], [1, 0])
const GROW = ramp([0, 0, 'easeOut'], [1, 1])
const SHRINK = ramp([0, 1, 'easeIn'], [1, 0])

export const TYPES: readonly ParticleType[] = [
  type('steam', 'Steam', soft('puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(1.8, 2.8),
      scale: range(0.9, 1.35),
      scaleFloor: range(0.16, 0.22),
      opacity: range(0.45, 0.7),
      startAngle: ANY_ANGLE,
      spin: range(-40, 40),
      gravity: 26,
      gravityHeading: -62,
      drag: 0.7,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'easeOut'], [0.12, 1], [0.4, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#fff6ea'], [0.3, '#d9dce0'], [1, '#7d8794']),
    },
  }),
  type('wisp', 'Wisp', soft('torn puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(1.2, 2),
      scale: range(0.5, 0.8),
      scaleFloor: fixed(0.1),
      opacity: range(0.25, 0.45),
      startAngle: ANY_ANGLE,
      spin: range(-90, 90),
      gravity: 40,
      gravityHeading: -55,
      drag: 0.9,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'easeOut'], [0.1, 1, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#a7b1bb']),
    },
  }),
  type('dust', 'Dust', soft('torn puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.5, 0.9),
      scale: range(0.45, 0.8),
      scaleFloor: range(0.12, 0.2),
      opacity: range(0.72, 0.95),
      startAngle: ANY_ANGLE,
      spin: range(-120, 120),
      gravity: 26,
      gravityHeading: -90,
      drag: 4.2,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0.95], [0.65, 0.85, 'ease'], [1, 0]),
      tint: tint([0, '#f4e3c2'], [1, '#cdbb9e']),
    },
  }),
  type('grit', 'Grit', bits('chip'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.35, 0.75),
      scale: range(0.3, 0.7),
      startAngle: ANY_ANGLE,
      spin: range(-700, 700),
      gravity: 620,
      drag: 0.6,
    },
    ramps: { opacity: ramp([0, 1], [0.7, 1], [1, 0]), tint: tint([0, '#f0dcb4'], [1, '#c4b08e']) },
  }),
  type('flash', 'Flash', soft('glow'), {
    blend: 'additive',
    numbers: { life: fixed(0.28), scale: fixed(5.2), scaleFloor: fixed(1.5) },
    ramps: {
      scale: ramp([0, 0.5, 'easeOut'], [0.25, 1, 'easeIn'], [1, 0.2]),
      opacity: SHRINK,
      tint: tint([0, '#fff7e0'], [1, '#ff9a4a']),
    },
  }),
  type('star', 'Star', soft('spark'), {
    blend: 'additive',
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.8, 1.2),
      scale: range(0.3, 0.62),
      scaleFloor: fixed(0.05),
      startAngle: ANY_ANGLE,
      spin: range(-160, 160),
      gravity: 70,
      drag: 2.1,
    },
    ramps: {
      scale: ramp([0, 0.6, 'easeOut'], [0.12, 1, 'linear'], [1, 0.25]),
      opacity: FADE_OUT,
      tint: tint([0, '#fff3cf'], [0.25, '#ffb24a'], [0.65, '#f0552a'], [1, '#7a1420']),
    },
  }),
  type('halo', 'Halo', soft('soft dot'), {
    blend: 'additive',
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.45, 0.75),
      scale: range(0.9, 1.7),
      opacity: range(0.12, 0.26),
      gravity: 70,
      drag: 2.1,
    },
    ramps: { scale: ramp([0, 1], [1, 0.4]), opacity: FADE_OUT, tint: tint([0, '#ffb050'], [1, '#b02a18']) },
  }),
  type('falling-ember', 'Falling ember', bits('ember'), {
    blend: 'additive',
    forces: ['gravity', 'drag'],
    numbers: { life: range(0.6, 1), scale: range(0.5, 1.1), gravity: 95, drag: 0.9 },
    ramps: {
      scale: ramp([0, 1], [1, 0.3]),
      opacity: ramp([0, 0], [0.08, 1], [0.5, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#ffe2a0'], [0.4, '#ff7a2e'], [1, '#8c1d1d']),
    },
  }),
  type('flare-smoke', 'Flare smoke', soft('puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(1, 1.4),
      scale: range(0.9, 1.6),
      scaleFloor: fixed(0.3),
      opacity: range(0.34, 0.48),
      startAngle: ANY_ANGLE,
      spin: range(-30, 30),
      gravity: 14,
      gravityHeading: -90,
      drag: 2.4,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'ease'], [0.12, 1], [0.85, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#f0a070'], [0.35, '#c0a0a0'], [1, '#a39cae']),
    },
  }),
  type('near-drop', 'Near drop', soft('drop streak'), {
    numbers: {
      life: range(0.66, 0.8),
      scale: range(0.7, 1.05),
      opacity: range(0.66, 0.95),
      startAngle: fixed(101),
    },
    ramps: { opacity: ramp([0, 0], [0.08, 1], [0.9, 1], [1, 0]), tint: tint([0, '#e9f5fb'], [1, '#c3dbe8']) },
  }),
  type('far-drop', 'Far drop', soft('drop streak'), {
    numbers: {
      life: range(0.95, 1.15),
      scale: range(0.35, 0.55),
      opacity: range(0.4, 0.6),
      startAngle: fixed(99),
    },
    ramps: { opacity: ramp([0, 0], [0.08, 1], [0.9, 1], [1, 0]), tint: tint([0, '#cfe3ee'], [1, '#aac6d6']) },
  }),
]

const ALL_ROUND = { flow: 0, duration: 0, fan: 360 }

export const EFFECTS: readonly Effect[] = [
  effect('funnel-steam', 'Funnel steam', 7, 3, [
    emitter('steam-body', 'Steam', 'steam', {
      shape: 'circle',
      numbers: { flow: 16, duration: 3, heading: -84, fan: 26, speed: range(58, 96), shapeRadius: 7 },
    }),
    emitter('steam-wisps', 'Wisps', 'wisp', {
      shape: 'circle',
      fill: 'rim',
      numbers: { flow: 9, duration: 3, heading: -80, fan: 52, speed: range(60, 118), shapeRadius: 9 },
    }),
  ]),
  effect('pier-dust', 'Pier dust', 12, null, [
    emitter('dust-cloud', 'Cloud', 'dust', {
      shape: 'rectangle',
      numbers: {
        flow: 0,
        duration: 0,
        heading: -90,
        fan: 176,
        speed: range(40, 210),
        shapeWidth: 52,
        shapeHeight: 5,
      },
      bursts: [burst('land', 0, 22)],
    }),
    emitter('dust-grit', 'Grit', 'grit', {
      shape: 'rectangle',
      numbers: {
        flow: 0,
        duration: 0,
        heading: -90,
        fan: 130,
        speed: range(70, 240),
        shapeWidth: 40,
        shapeHeight: 3,
      },
      bursts: [burst('land', 0, 18), burst('patter', 0.07, 6)],
    }),
  ]),
  effect(
    'signal-flare',
    'Signal flare burst',
    41,
    null,
    [
      emitter('flare-smoke-ring', 'Smoke', 'flare-smoke', {
        shape: 'circle',
        fill: 'rim',
        numbers: { ...ALL_ROUND, delay: 0.1, speed: range(60, 150), shapeRadius: 16 },
        bursts: [burst('pop', 0, 20)],
      }),
      emitter('flare-halos', 'Halos', 'halo', {
        colourKnob: 'flare-colour',
        numbers: { ...ALL_ROUND, speed: range(90, 330) },
        bursts: [burst('pop', 0, 34)],
      }),
      emitter('flare-stars', 'Stars', 'star', {
        colourKnob: 'flare-colour',
        shape: 'circle',
        fill: 'rim',
        numbers: { ...ALL_ROUND, speed: range(150, 390), shapeRadius: 8 },
        bursts: [burst('pop', 0, 110)],
      }),
      emitter('flare-crown', 'Crown', 'star', {
        colourKnob: 'flare-colour',
        shape: 'circle',
        fill: 'rim',
        numbers: {
          ...ALL_ROUND,
          delay: 0.16,
          heading: -90,
          fan: 150,
          speed: range(120, 230),
          shapeRadius: 30,
        },
        bursts: [burst('pop', 0, 36)],
      }),
      emitter('flare-embers', 'Embers', 'falling-ember', {
        colourKnob: 'flare-colour',
        shape: 'circle',
        numbers: {
          ...ALL_ROUND,
          flow: 90,
          delay: 0.08,
          duration: 0.45,
          speed: range(20, 130),
          shapeRadius: 46,
        },
      }),
      emitter('flare-flash', 'Flash', 'flash', {
        numbers: { ...ALL_ROUND, fan: 0, speed: fixed(0) },
        bursts: [burst('pop', 0, 1)],
      }),
    ],
    { knobs: [{ id: 'flare-colour', name: 'colour', colour: '#ffffff' }] },
  ),
  effect(
    'canal-rain',
    'Canal rain',
    3,
    2,
    [
      emitter('rain-far', 'Far rain', 'far-drop', {
        drives: { flow: by('rain-wetness', 0.1, 1.9), speed: by('rain-wetness', 0.85, 1.15) },
        shape: 'rectangle',
        numbers: {
          flow: 300,
          duration: 2,
          heading: 99,
          fan: 1.5,
          speed: range(380, 440),
          shapeWidth: 860,
          shapeHeight: 30,
          offsetX: 40,
          offsetY: -230,
        },
      }),
      emitter('rain-rings', 'Splash rings', 'splash-ring', {
        dormant: true,
        numbers: { flow: 0, fan: 0, speed: fixed(0) },
      }),
      emitter('rain-near', 'Near rain', 'near-drop', {
        relays: [relay('rain-rings', 'end', {}, 'world')],
        drives: { flow: by('rain-wetness', 0.1, 1.9), speed: by('rain-wetness', 0.85, 1.15) },
        shape: 'rectangle',
        numbers: {
          flow: 210,
          duration: 2,
          heading: 101,
          fan: 2,
          speed: range(600, 720),
          shapeWidth: 900,
          shapeHeight: 40,
          offsetX: 50,
          offsetY: -240,
        },
      }),
    ],
    { knobs: [{ id: 'rain-wetness', name: 'wetness', low: 0, high: 1, start: 0.5 }] },
  ),
]
