/** On board and on the water: the stove, the wake, seeds in the air, the tow-line, the boat-hook. */
import type { Effect, ParticleType } from '@gliv/document'
import type { Lane } from '@gliv/model'
import { soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

export const HARBOUR_TYPES: readonly ParticleType[] = [
  type('seed', 'Seed', soft('fluff'), {
    tintPick: 'list',
    pickColours: ['#ffffff', '#f3ead6', '#dfe6e8'],
    forces: ['wind', 'sway', 'waver'],
    windMode: 'carry',
    axes: { gravity: 'world', wind: 'world', drift: 'world', sway: 'world' },
    numbers: {
      life: range(7, 9),
      scale: { from: 0.3, to: 0.85, bias: 'low' },
      startAngle: range(-25, 25),
      spin: range(-18, 18),
      opacity: range(0.5, 0.9),
      windSpeed: 110,
      windCarry: 0.9,
      windHeading: -8,
      sway: 10,
      swayRate: 0.35,
      swayHeading: 90,
      waverSpin: 14,
      waverSpinRate: 0.8,
    },
    ramps: { opacity: ramp([0, 0], [0.05, 1], [0.92, 1, 'ease'], [1, 0]) },
  }),
  type('swipe-blade', 'Blade', soft('crescent'), {
    blend: 'screen',
    facing: 'travel',
    numbers: { life: fixed(0.2), scale: fixed(1), startAngle: fixed(-90), opacity: fixed(0.6) },
    ramps: {
      scale: ramp([0, 1, 'easeIn'], [1, 0.35]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#7fc4d6']),
    },
  }),
  type('swipe-drop', 'Swipe drop', soft('soft dot'), {
    forces: ['gravity'],
    numbers: { life: range(0.28, 0.44), scale: range(0.1, 0.2), gravity: 480 },
    ramps: { opacity: ramp([0, 1], [0.85, 1, 'ease'], [1, 0]), tint: tint([0, '#ffffff'], [1, '#cfeaf2']) },
  }),
]

/** Down from behind, up in front: the way of the boat-hook's end, a third of a circle. */
const SWING = { shapeRadius: 74, shapeArc: 150, shapeAngle: -20 }

/** Two gusts in each pass. */
const GUSTS: Lane = {
  from: 0.4,
  to: 2.2,
  seconds: 4,
  points: [
    { at: 0, value: 0.1, ease: 'ease' },
    { at: 0.18, value: 0.9, ease: 'ease' },
    { at: 0.42, value: 0.05, ease: 'ease' },
    { at: 0.62, value: 0.6, ease: 'ease' },
    { at: 1, value: 0.1, ease: 'linear' },
  ],
}

export const HARBOUR: readonly Effect[] = [
  effect(
    'seed-fluff',
    'Seed fluff',
    23,
    4,
    [
      emitter('seeds-far', 'Far seeds', 'seed', {
        lanes: { windSpeed: GUSTS },
        shape: 'viewEdge',
        side: 'left',
        rhythm: 'random',
        order: 'byScale',
        layer: 'behind',
        numbers: {
          flow: 5,
          duration: 4,
          heading: 6,
          fan: 10,
          speed: range(60, 110),
          edgeDepth: 30,
          edgeOutset: 12,
        },
      }),
      emitter('seeds-near', 'Near seeds', 'seed', {
        lanes: { windSpeed: GUSTS },
        shape: 'viewEdge',
        side: 'left',
        rhythm: 'random',
        order: 'byScale',
        numbers: {
          flow: 2,
          duration: 4,
          heading: 10,
          fan: 16,
          speed: range(90, 150),
          edgeDepth: 40,
          edgeOutset: 16,
        },
      }),
    ],
    { numbers: { warmUp: 8 } },
  ),
  effect('hook-swipe', 'Boat-hook swipe', 3, null, [
    emitter('swipe-blades', 'Blade', 'swipe-blade', {
      shape: 'ring',
      fill: 'outline',
      placement: 'inOrder',
      aim: 'along',
      space: 'carried',
      along: {
        scale: ramp([0, 0.15, 'easeOut'], [0.7, 1, 'linear'], [1, 0.8]),
        thickness: ramp([0, 1]),
        opacity: ramp([0, 0.2, 'easeOut'], [0.8, 1]),
        delay: ramp([0, 0, 'easeIn'], [1, 1]),
      },
      numbers: { flow: 0, duration: 0, fan: 0, speed: fixed(30), places: 30, alongDelay: 0.16, ...SWING },
      bursts: [burst('swing', 0, 30)],
    }),
    emitter('swipe-drops', 'Drops', 'swipe-drop', {
      shape: 'ring',
      fill: 'outline',
      aim: 'along',
      along: {
        scale: ramp([0, 1]),
        thickness: ramp([0, 1]),
        opacity: ramp([0, 1]),
        delay: ramp([0, 0, 'easeIn'], [1, 1]),
      },
      numbers: { flow: 0, duration: 0, fan: 30, speed: range(60, 200), alongDelay: 0.16, ...SWING },
      bursts: [burst('swing', 0, 14)],
    }),
  ]),
]
