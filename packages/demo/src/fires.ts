/** Things that burn: the stove, a torch. Many soft flames over one another, so that no single one is seen. */
import type { Effect, Emitter, Knob, ParticleType } from '@gliv/document'
import { soft } from './frames.ts'
import { burst, by, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)

export const FIRE_TYPES: readonly ParticleType[] = [
  type('fire-body', 'Fire body', soft('torn puff'), {
    blend: 'additive',
    tintSpace: 'oklab',
    forces: ['gravity', 'drag', 'churn'],
    churnSpace: 'emitter',
    numbers: {
      life: range(0.45, 0.85),
      scale: range(0.34, 0.62),
      scaleFloor: fixed(0.08),
      opacity: range(0.2, 0.34),
      startAngle: ANY_ANGLE,
      spin: range(-110, 110),
      gravity: 150,
      gravityHeading: -90,
      drag: 1.4,
      churn: 120,
      churnSize: 34,
      churnRate: 1.6,
      hueSpread: 6,
    },
    ramps: {
      scale: ramp([0, 0.55, 'easeOut'], [0.25, 1, 'easeIn'], [1, 0.1]),
      opacity: ramp([0, 0, 'easeOut'], [0.14, 1], [0.5, 0.75, 'ease'], [1, 0]),
      tint: tint([0, '#fff2c4'], [0.22, '#ffc04f'], [0.55, '#f46a22'], [1, '#7c1414']),
    },
  }),
  type('fire-heart', 'Fire heart', soft('glow'), {
    blend: 'additive',
    forces: ['gravity'],
    numbers: {
      life: range(0.22, 0.4),
      scale: range(0.28, 0.5),
      opacity: range(0.3, 0.5),
      gravity: 120,
      gravityHeading: -90,
    },
    ramps: {
      scale: ramp([0, 0.7, 'easeOut'], [0.3, 1], [1, 0.3]),
      opacity: ramp([0, 0], [0.2, 1, 'ease'], [1, 0]),
      tint: tint([0, '#fffbe4'], [1, '#ffb040']),
    },
  }),
  type('fire-light', 'Light of a fire', soft('glow'), {
    blend: 'additive',
    forces: ['waver'],
    numbers: {
      life: range(0.5, 0.8),
      scale: range(2.3, 2.9),
      opacity: range(0.05, 0.09),
      waverOpacity: 0.4,
      waverOpacityRate: 7,
    },
    ramps: {
      opacity: ramp([0, 0, 'ease'], [0.4, 1, 'ease'], [1, 0]),
      tint: tint([0, '#ff9a3c'], [1, '#e4581c']),
    },
  }),
  type('fire-spark', 'Fire spark', soft('soft dot'), {
    blend: 'additive',
    forces: ['gravity', 'drag', 'churn'],
    numbers: {
      life: { from: 0.6, to: 1.6, bias: 'low' },
      scale: range(0.04, 0.1),
      gravity: 70,
      gravityHeading: -82,
      drag: 0.9,
      churn: 160,
      churnSize: 40,
      churnRate: 1,
    },
    ramps: {
      opacity: ramp([0, 1], [0.7, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#fff6d8'], [0.4, '#ffb347'], [1, '#d2401c']),
    },
  }),
  type('spark-glow', 'Spark glow', soft('glow'), {
    blend: 'screen',
    numbers: { scale: range(0.25, 0.42), opacity: range(0.25, 0.4) },
    ramps: {
      scale: ramp([0, 1], [1, 0.5]),
      opacity: ramp([0, 1], [0.6, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#ff9c40'], [1, '#a02a14']),
    },
  }),
  type('fire-smoke', 'Fire smoke', soft('puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.9, 1.5),
      scale: range(0.6, 1),
      scaleFloor: fixed(0.25),
      opacity: range(0.16, 0.28),
      startAngle: ANY_ANGLE,
      spin: range(-30, 30),
      gravity: 40,
      gravityHeading: -80,
      drag: 0.8,
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 0, 'ease'], [0.25, 1], [0.5, 0.7, 'ease'], [1, 0]),
      tint: tint([0, '#c08c6c'], [1, '#a4a6b0']),
    },
  }),
]

interface Hearth {
  readonly id: string
  readonly width: number
  /** Of everything, against the stove's. */
  readonly size: number
  readonly seconds: number
}

/** Smoke, light, body, heart and sparks over a hearth. */
const flames = ({ id, width, size, seconds }: Hearth): readonly Emitter[] => {
  const wide = { shape: 'ellipse', fill: 'core', rhythm: 'jittered' } as const
  const hotter = { flow: by('heat', 0.15, 1.85), speed: by('heat', 0.6, 1.4) }
  const at = { duration: seconds, shapeHeight: 8 * size }
  return [
    emitter(`${id}-smoke`, 'Smoke', 'fire-smoke', {
      ...wide,
      layer: 'behind',
      numbers: {
        ...at,
        flow: 8,
        fan: 24,
        speed: range(40 * size, 70 * size),
        shapeWidth: width * 0.6,
        offsetY: -34 * size,
      },
    }),
    emitter(`${id}-light`, 'Light', 'fire-light', {
      ...wide,
      drives: { opacity: by('heat', 0.2, 1.8) },
      layer: 'behind',
      numbers: { ...at, flow: 6, fan: 0, speed: fixed(0), shapeWidth: 6, offsetY: -16 * size },
    }),
    emitter(`${id}-body`, 'Body', 'fire-body', {
      ...wide,
      drives: { ...hotter, scale: by('heat', 0.7, 1.3) },
      numbers: { ...at, flow: 78 * size, fan: 24, speed: range(26 * size, 78 * size), shapeWidth: width },
    }),
    emitter(`${id}-heart`, 'Heart', 'fire-heart', {
      ...wide,
      drives: { ...hotter, scale: by('heat', 0.7, 1.3) },
      numbers: {
        ...at,
        flow: 30 * size,
        fan: 20,
        speed: range(14 * size, 40 * size),
        shapeWidth: width * 0.6,
        offsetY: -3,
      },
    }),
    emitter(`${id}-glows`, 'Spark glows', 'spark-glow', { companionOf: `${id}-sparks` }),
    emitter(`${id}-sparks`, 'Sparks', 'fire-spark', {
      ...wide,
      drives: { ...hotter },
      rhythm: 'random',
      numbers: {
        ...at,
        flow: 12 * size,
        fan: 46,
        speed: range(50 * size, 130 * size),
        shapeWidth: width * 0.8,
        offsetY: -10 * size,
      },
    }),
  ]
}

/** How hot it burns. */
const HEAT: readonly Knob[] = [{ id: 'heat', name: 'heat', low: 0, high: 1, start: 0.5 }]

export const FIRES: readonly Effect[] = [
  effect('stove-fire', 'Stove fire', 17, 2, flames({ id: 'stove', width: 46, size: 1, seconds: 2 }), {
    knobs: HEAT,
  }),
  effect(
    'torch',
    'Torch',
    71,
    null,
    [
      ...flames({ id: 'torch', width: 12, size: 0.6, seconds: 3 }),
      emitter('torch-catch', 'Catching fire', 'fire-heart', {
        numbers: { flow: 0, duration: 0, fan: 360, speed: range(20, 90) },
        bursts: [burst('catch', 0, 14)],
      }),
      emitter('torch-burst', 'First sparks', 'fire-spark', {
        numbers: { flow: 0, duration: 0, heading: -90, fan: 140, speed: range(60, 190) },
        bursts: [burst('catch', 0.02, 16)],
      }),
    ],
    { play: 'sustain', knobs: HEAT, numbers: { sustainFrom: 0.4, sustainTo: 2.4 } },
  ),
]
