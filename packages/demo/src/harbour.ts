/** On board and on the water: the stove, the wake, seeds in the air, the tow-line, the boat-hook. */
import type { Effect, ParticleType } from '@gliv/document'
import type { Lane } from '@gliv/model'
import { soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const GROW = ramp([0, 0, 'easeOut'], [1, 1])

const softPicture = (name: string, weight: number) => ({ sheet: 'soft', frames: [soft(name).frame], weight })

export const HARBOUR_TYPES: readonly ParticleType[] = [
  type('stove-flame', 'Stove flame', soft('flame'), {
    blend: 'additive',
    tintSpace: 'oklab',
    scaleApart: true,
    numbers: {
      life: range(0.35, 0.7),
      scale: range(0.45, 0.75),
      scaleY: range(0.5, 0.95),
      startAngle: range(-10, 10),
      opacity: range(0.5, 0.85),
      hueSpread: 8,
    },
    ramps: {
      scale: ramp([0, 0.7, 'easeOut'], [0.2, 1], [1, 0.15]),
      scaleY: ramp([0, 0.5, 'easeOut'], [0.4, 1], [1, 0.6]),
      opacity: ramp([0, 0], [0.15, 1], [0.5, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#fff0b8'], [0.35, '#ffab3d'], [1, '#c2361b']),
    },
  }),
  type('stove-spark', 'Stove spark', soft('soft dot'), {
    blend: 'additive',
    forces: ['gravity', 'drag'],
    numbers: {
      life: { from: 0.7, to: 1.7, bias: 'low' },
      scale: range(0.05, 0.11),
      gravity: 60,
      gravityHeading: -80,
      drag: 0.8,
    },
    ramps: {
      opacity: ramp([0, 1], [0.7, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#fff6d8'], [0.4, '#ffb347'], [1, '#d2401c']),
    },
  }),
  type('spark-glow', 'Spark glow', soft('glow'), {
    blend: 'screen',
    numbers: { scale: range(0.3, 0.5), opacity: range(0.25, 0.4) },
    ramps: {
      scale: ramp([0, 1], [1, 0.5]),
      opacity: ramp([0, 1], [0.6, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#ff9c40'], [1, '#a02a14']),
    },
  }),
  type('stove-smoke', 'Stove smoke', soft('puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(1.4, 2.4),
      scale: range(0.55, 0.95),
      scaleFloor: { from: 0.25, to: 0.25 },
      opacity: range(0.14, 0.26),
      startAngle: ANY_ANGLE,
      spin: range(-30, 30),
      gravity: 36,
      gravityHeading: -78,
      drag: 0.8,
    },
    styles: {
      scale: { by: 'ramp', relative: true },
      scaleY: { by: 'ramp', relative: false },
      opacity: { by: 'ramp', relative: false },
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'ease'], [0.25, 1], [0.5, 0.7, 'ease'], [1, 0]),
      tint: tint([0, '#5a4a44'], [1, '#3f4148']),
    },
  }),
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
  type('wake-foam', 'Wake foam', soft('foam'), {
    pictures: [softPicture('foam', 2), softPicture('broken foam', 1)],
    forces: ['drag'],
    numbers: {
      life: range(1.1, 1.9),
      scale: range(0.5, 0.9),
      scaleFloor: fixed(0.2),
      opacity: range(0.35, 0.6),
      startAngle: ANY_ANGLE,
      spin: range(-40, 40),
      drag: 1.6,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0.9], [0.35, 0.7, 'ease'], [1, 0]),
      tint: tint([0, '#f2f8f8'], [1, '#7fa8b4']),
    },
  }),
  type('wake-line', 'Wake line', soft('drop streak'), {
    facing: 'travel',
    forces: ['drag'],
    numbers: { life: range(0.9, 1.4), scale: range(0.5, 0.9), opacity: range(0.25, 0.45), drag: 0.7 },
    ramps: {
      opacity: ramp([0, 0], [0.1, 1], [0.5, 0.7, 'ease'], [1, 0]),
      tint: tint([0, '#dcecee'], [1, '#8fb8c2']),
    },
  }),
  type('tow-arc', 'Arc', soft('bolt'), {
    blend: 'additive',
    facing: 'travel',
    frameChoice: 'fixed',
    numbers: { life: range(0.05, 0.11), scale: range(0.8, 1.15), opacity: range(0.6, 1) },
    ramps: { opacity: ramp([0, 1], [1, 0]), tint: tint([0, '#f4fbff'], [1, '#6fb6ff']) },
  }),
  type('tow-glow', 'Arc glow', soft('glow'), {
    blend: 'screen',
    lifeMode: 'emitter',
    numbers: { scale: fixed(1.1), opacity: range(0.3, 0.5), hueTurn: 40 },
    ramps: { opacity: ramp([0, 0], [0.1, 1], [0.9, 1], [1, 0]), tint: tint([0, '#5aa2f0'], [1, '#3d6fd0']) },
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
    numbers: { life: range(0.3, 0.55), scale: range(0.06, 0.14), gravity: 480 },
    ramps: { opacity: ramp([0, 1], [0.6, 1, 'ease'], [1, 0]), tint: tint([0, '#e8f6fa'], [1, '#8fc3d2']) },
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
  effect('stove-fire', 'Stove fire', 17, 2, [
    emitter('stove-smoke-layer', 'Smoke', 'stove-smoke', {
      shape: 'ellipse',
      rhythm: 'jittered',
      layer: 'behind',
      numbers: {
        flow: 9,
        duration: 2,
        fan: 24,
        speed: range(40, 70),
        shapeWidth: 24,
        shapeHeight: 8,
        offsetY: -34,
      },
    }),
    emitter('stove-flames', 'Flames', 'stove-flame', {
      shape: 'ellipse',
      fill: 'core',
      rhythm: 'jittered',
      lanes: {
        flow: {
          from: 0.6,
          to: 1.4,
          seconds: 2,
          points: [
            { at: 0, value: 0.5, ease: 'ease' },
            { at: 0.3, value: 1, ease: 'ease' },
            { at: 0.7, value: 0, ease: 'ease' },
            { at: 1, value: 0.5, ease: 'linear' },
          ],
        },
      },
      numbers: { flow: 34, duration: 2, fan: 18, speed: range(28, 70), shapeWidth: 44, shapeHeight: 10 },
    }),
    emitter('stove-glows', 'Spark glows', 'spark-glow', { companionOf: 'stove-sparks' }),
    emitter('stove-sparks', 'Sparks', 'stove-spark', {
      shape: 'ellipse',
      rhythm: 'random',
      numbers: {
        flow: 11,
        duration: 2,
        fan: 46,
        speed: range(50, 130),
        shapeWidth: 34,
        shapeHeight: 6,
        offsetY: -10,
      },
    }),
  ]),
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
  effect('boat-wake', 'Wake', 31, 4, [
    emitter('wake-foam-layer', 'Foam', 'wake-foam', {
      shape: 'line',
      layer: 'behind',
      numbers: {
        flow: 0,
        flowPerPx: 0.16,
        duration: 4,
        fan: 360,
        speed: range(4, 22),
        shapeWidth: 26,
        shapeAngle: 90,
        jitterX: 6,
        inherit: 0.12,
      },
    }),
    emitter('wake-left', 'Left wave', 'wake-line', {
      layer: 'behind',
      numbers: {
        flow: 0,
        flowPerPx: 0.09,
        duration: 4,
        heading: -62,
        fan: 16,
        speed: range(26, 40),
        offsetY: -10,
        inherit: 0.2,
      },
    }),
    emitter('wake-right', 'Right wave', 'wake-line', {
      layer: 'behind',
      numbers: {
        flow: 0,
        flowPerPx: 0.09,
        duration: 4,
        heading: 62,
        fan: 16,
        speed: range(26, 40),
        offsetY: 10,
        inherit: 0.2,
      },
    }),
  ]),
  effect('tow-line-spark', 'Tow-line spark', 13, null, [
    emitter('tow-glows', 'Posts', 'tow-glow', {
      shape: 'segment',
      placement: 'inOrder',
      numbers: {
        flow: 0,
        duration: 0.7,
        fan: 0,
        speed: fixed(0),
        endX: 220,
        endY: -36,
        pieceEvery: 110,
        offsetX: -110,
        offsetY: 18,
      },
      bursts: [burst('on', 0, 0, {}, true)],
    }),
    emitter('tow-arcs', 'Arc', 'tow-arc', {
      shape: 'segment',
      placement: 'inOrder',
      aim: 'along',
      along: {
        scale: ramp([0, 0.35, 'easeOut'], [0.5, 1, 'easeIn'], [1, 0.35]),
        thickness: ramp([0, 1]),
        opacity: ramp([0, 1]),
        delay: ramp([0, 0], [1, 1]),
      },
      numbers: {
        flow: 0,
        duration: 0,
        fan: 70,
        speed: range(2, 8),
        endX: 220,
        endY: -36,
        pieceEvery: 12,
        jitterY: 9,
        offsetX: -110,
        offsetY: 18,
        alongDelay: 0.03,
      },
      bursts: [
        burst(
          'crackle',
          0,
          0,
          { burstRepeats: 9, burstInterval: { from: 0.03, to: 0.13, bias: 'low' }, burstChance: 0.85 },
          true,
        ),
      ],
    }),
  ]),
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
