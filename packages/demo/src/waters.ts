/** Water: the wake, what sinks and rises, the bow thruster, the sink-hole. */
import type { Effect, ParticleType } from '@gliv/document'
import { soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const ONCE = { flow: 0, duration: 0 }
const GROW = ramp([0, 0, 'easeOut'], [1, 1])
const softPicture = (name: string, weight: number) => ({ sheet: 'soft', frames: [soft(name).frame], weight })
const SQUASHED = {
  scale: { by: 'ramp', relative: false },
  scaleY: { by: 'ramp', relative: false },
  opacity: { by: 'ramp', relative: false },
} as const

/** To thousandths, as one would type it. */
const neat = (value: number): number => Math.round(value * 1000) / 1000

/** Flat on the water: half as high as it is wide. */
const flat = (from: number, to: number, share = 0.32) => ({
  scale: range(from, to),
  scaleFloor: fixed(neat(from * 0.2)),
  scaleY: range(neat(from * share), neat(to * share)),
  scaleYFloor: fixed(neat(from * share * 0.2)),
})

export const WATER_TYPES: readonly ParticleType[] = [
  type('wake-foam', 'Wake foam', soft('foam'), {
    pictures: [softPicture('foam', 2), softPicture('broken foam', 2), softPicture('torn puff', 1)],
    scaleApart: true,
    styles: SQUASHED,
    forces: ['drag'],
    numbers: { life: range(1.3, 2.4), ...flat(0.55, 1.15, 0.4), opacity: range(0.4, 0.7), drag: 1.6 },
    ramps: {
      scale: GROW,
      scaleY: GROW,
      opacity: ramp([0, 0], [0.06, 0.95], [0.4, 0.6, 'ease'], [1, 0]),
      tint: tint([0, '#f6fbfb'], [1, '#a8c9d2']),
    },
  }),
  type('wake-line', 'Wake line', soft('drop streak'), {
    facing: 'travel',
    forces: ['drag'],
    numbers: { life: range(1.2, 1.9), scale: range(0.7, 1.25), opacity: range(0.22, 0.42), drag: 0.7 },
    ramps: {
      scale: ramp([0, 0.5, 'easeOut'], [1, 1]),
      opacity: ramp([0, 0], [0.12, 1], [0.5, 0.6, 'ease'], [1, 0]),
      tint: tint([0, '#eef7f8'], [1, '#9fc4cd']),
    },
  }),
  type('wake-spray', 'Spray', soft('soft dot'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.3, 0.6),
      scale: range(0.05, 0.14),
      opacity: range(0.5, 0.9),
      gravity: 320,
      drag: 0.8,
    },
    ramps: {
      opacity: ramp([0, 1], [0.5, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#bcd8e0']),
    },
  }),
  type('mist', 'Mist', soft('puff'), {
    forces: ['drag', 'gravity'],
    numbers: {
      life: range(0.6, 1.1),
      scale: range(0.35, 0.7),
      scaleFloor: fixed(0.1),
      opacity: range(0.14, 0.26),
      startAngle: ANY_ANGLE,
      spin: range(-40, 40),
      drag: 2,
      gravity: 20,
      gravityHeading: -90,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'easeOut'], [0.15, 1, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#c4dbe2']),
    },
  }),
  type('thruster-jet', 'Jet', soft('torn puff'), {
    forces: ['drag', 'churn'],
    churnSpace: 'emitter',
    numbers: {
      life: range(0.5, 0.95),
      scale: range(0.3, 0.58),
      scaleFloor: fixed(0.1),
      opacity: range(0.25, 0.42),
      startAngle: ANY_ANGLE,
      spin: range(-160, 160),
      drag: 2.4,
      churn: 160,
      churnSize: 30,
      churnRate: 1.4,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'easeOut'], [0.08, 1], [0.5, 0.6, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [0.5, '#cfe6ea'], [1, '#8fb6bf']),
    },
  }),
  type('sunk-bubble', 'Bubble', soft('ring'), {
    forces: ['turn', 'brake', 'thrust'],
    thrustEnd: 'reverse',
    numbers: {
      life: range(0.8, 1.2),
      scale: range(0.07, 0.2),
      turn: range(120, 200),
      brake: 40,
      thrust: -90,
      opacity: range(0.6, 1),
    },
    ramps: {
      scale: ramp([0, 0.4, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1], [0.6, 1, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#a6d2e0']),
    },
  }),
  type('sunk-ripple', 'Ripple', soft('ring'), {
    scaleApart: true,
    styles: SQUASHED,
    numbers: { life: fixed(1.1), ...flat(1.3, 2, 0.3), opacity: range(0.7, 0.9) },
    ramps: {
      scale: GROW,
      scaleY: GROW,
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#f2fbfd'], [1, '#86b8c8']),
    },
  }),
  type('sunk-foam', 'Boil', soft('foam'), {
    scaleApart: true,
    styles: SQUASHED,
    forces: ['drag'],
    numbers: { life: range(0.7, 1.2), ...flat(0.4, 0.8, 0.42), opacity: range(0.5, 0.8), drag: 3 },
    ramps: {
      scale: GROW,
      scaleY: GROW,
      opacity: ramp([0, 0.9], [0.4, 0.6, 'ease'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#9cc4cf']),
    },
  }),
  type('sink-dash', 'Dash', soft('drop streak'), {
    blend: 'screen',
    forces: ['pull', 'swirl', 'drag', 'limit'],
    facing: 'travel',
    numbers: {
      life: range(0.9, 1.5),
      scale: range(0.22, 0.46),
      opacity: range(0.6, 0.95),
      pull: 170,
      pullX: 0,
      pullY: 0,
      pullEnd: 8,
      swirl: 24,
      swirlX: 0,
      swirlY: 0,
      drag: 0.8,
      limit: 170,
      stretch: 0.3,
      stretchLimit: 2.2,
    },
    ramps: {
      opacity: ramp([0, 0], [0.15, 1], [0.9, 1], [1, 0]),
      tint: tint([0, '#f2fdff'], [0.6, '#a6dcf0'], [1, '#7f9bf0']),
    },
  }),
  type('sink-swirl', 'Closing ring', soft('ring'), {
    scaleApart: true,
    styles: SQUASHED,
    blend: 'screen',
    numbers: { life: range(1.1, 1.4), ...flat(1.6, 2.3, 0.24), opacity: range(0.5, 0.7) },
    ramps: {
      scale: ramp([0, 1, 'easeIn'], [1, 0]),
      scaleY: ramp([0, 1, 'easeIn'], [1, 0]),
      opacity: ramp([0, 0], [0.3, 1, 'ease'], [0.85, 0.9], [1, 0]),
      tint: tint([0, '#cdeef8'], [0.6, '#86c2ee'], [1, '#6f7ae0']),
    },
  }),
  type('sink-glow', 'Pale deep', soft('glow'), {
    scaleApart: true,
    styles: SQUASHED,
    blend: 'screen',
    numbers: { life: range(0.9, 1.4), ...flat(1.6, 2.2, 0.3), opacity: range(0.25, 0.36) },
    ramps: {
      scale: ramp([0, 1], [1, 0.5]),
      scaleY: ramp([0, 1], [1, 0.5]),
      opacity: ramp([0, 0, 'ease'], [0.5, 1, 'ease'], [1, 0]),
      tint: tint([0, '#9fe0f4'], [1, '#6f80e8']),
    },
  }),
]

const beat = [
  emitter('sunk-boil', 'Boil', 'sunk-foam', {
    shape: 'ellipse',
    fill: 'core',
    layer: 'behind',
    numbers: { ...ONCE, fan: 360, speed: range(6, 40), shapeWidth: 34, shapeHeight: 10 },
    bursts: [burst('sink', 0, 16, { burstSpan: 0.25 })],
  }),
  emitter('sunk-ripples', 'Ripples', 'sunk-ripple', {
    numbers: { ...ONCE, fan: 0, speed: fixed(0) },
    bursts: [burst('sink', 0, 1, { burstRepeats: 4, burstInterval: fixed(0.15) })],
  }),
  emitter('sunk-bubbles', 'Bubbles', 'sunk-bubble', {
    shape: 'ellipse',
    fill: 'rim',
    aim: 'outward',
    numbers: { ...ONCE, fan: 40, speed: range(50, 120), shapeWidth: 24, shapeHeight: 9 },
    bursts: [burst('sink', 0, 30, { burstSpan: 0.3 })],
  }),
]

/** Waves that leave the hull on one side. */
const wave = (id: string, name: string, side: 1 | -1) =>
  emitter(id, name, 'wake-line', {
    layer: 'behind',
    numbers: {
      flow: 0,
      flowPerPx: 0.16,
      duration: 4,
      heading: 180 - 9 * side,
      fan: 8,
      speed: range(16, 52),
      offsetY: 5 + 3 * side,
      jitterX: 10,
      jitterY: 2,
      inherit: 0.05,
    },
  })

export const WATERS: readonly Effect[] = [
  effect('boat-wake', 'Wake', 31, 4, [
    emitter('wake-foam-layer', 'Foam', 'wake-foam', {
      shape: 'line',
      layer: 'behind',
      numbers: {
        flow: 0,
        flowPerPx: 0.5,
        duration: 4,
        fan: 360,
        speed: range(4, 22),
        shapeWidth: 14,
        shapeAngle: 90,
        jitterX: 8,
        inherit: 0.12,
      },
    }),
    wave('wake-left', 'Left wave', -1),
    wave('wake-right', 'Right wave', 1),
    emitter('wake-spray-layer', 'Spray', 'wake-spray', {
      shape: 'line',
      numbers: {
        flow: 0,
        flowPerPx: 0.4,
        duration: 4,
        heading: -78,
        fan: 70,
        speed: range(40, 110),
        shapeWidth: 10,
        shapeAngle: 90,
        inherit: 0.5,
      },
    }),
  ]),
  effect('sunk-beat', 'Sunk', 43, null, beat),
  effect(
    'risen-beat',
    'Risen',
    43,
    null,
    beat.map((e) => ({ ...e, id: e.id.replace('sunk', 'risen') })),
    { backwards: true },
  ),
  effect(
    'bow-thruster',
    'Bow thruster',
    83,
    null,
    [
      emitter('thruster-foam', 'Foam', 'wake-foam', {
        shape: 'ellipse',
        layer: 'behind',
        rhythm: 'jittered',
        numbers: {
          flow: 26,
          duration: 3,
          heading: 0,
          fan: 30,
          speed: range(30, 90),
          shapeWidth: 10,
          shapeHeight: 8,
          offsetX: 14,
          offsetY: 6,
        },
      }),
      emitter('thruster-jet', 'Jet', 'thruster-jet', {
        shape: 'circle',
        rhythm: 'jittered',
        numbers: { flow: 70, duration: 3, heading: 0, fan: 20, speed: range(120, 260), shapeRadius: 4 },
      }),
      emitter('thruster-mist', 'Mist', 'mist', {
        shape: 'circle',
        numbers: {
          flow: 18,
          duration: 3,
          heading: -24,
          fan: 50,
          speed: range(50, 120),
          shapeRadius: 8,
          offsetX: 22,
        },
      }),
      emitter('thruster-spray', 'Spray', 'wake-spray', {
        shape: 'circle',
        rhythm: 'random',
        numbers: { flow: 60, duration: 3, heading: -18, fan: 56, speed: range(110, 250), shapeRadius: 5 },
      }),
    ],
    { play: 'sustain', numbers: { sustainFrom: 0.3, sustainTo: 2.3 } },
  ),
  effect(
    'sink-hole',
    'Sink-hole',
    29,
    3,
    [
      emitter('sink-deep', 'Pale deep', 'sink-glow', {
        shape: 'circle',
        layer: 'behind',
        numbers: { flow: 5, duration: 3, fan: 360, speed: range(0, 4), shapeRadius: 8 },
      }),
      emitter('sink-swirls', 'Swirls', 'sink-swirl', {
        shape: 'circle',
        numbers: { flow: 9, duration: 3, fan: 360, speed: range(0, 6), shapeRadius: 10 },
      }),
      emitter('sink-dashes', 'Dashes', 'sink-dash', {
        shape: 'ellipse',
        fill: 'rim',
        rhythm: 'jittered',
        aim: 'inward',
        numbers: { flow: 64, duration: 3, fan: 40, speed: range(10, 40), shapeWidth: 150, shapeHeight: 34 },
      }),
    ],
    { numbers: { warmUp: 3 } },
  ),
]
