/** Signs that a game gives: a coin that is counted, something that gathers, a slip from here to there, landings. */
import { type Effect, type ParticleType, newPart } from '@gliv/document'
import { bits, soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const ONCE = { flow: 0, duration: 0 }
const STILL = { ...ONCE, fan: 0, speed: fixed(0) }

export const SIGN_TYPES: readonly ParticleType[] = [
  type('coin-glint', 'Glint', soft('spark'), {
    blend: 'additive',
    numbers: {
      life: range(0.3, 0.6),
      scale: range(0.3, 0.7),
      startAngle: range(-20, 20),
      spin: range(-60, 60),
    },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [0.35, 1, 'easeIn'], [1, 0]),
      opacity: ramp([0, 1], [1, 0.6]),
      tint: tint([0, '#ffffff'], [1, '#ffd65a']),
    },
  }),
  type('coin-face', 'Coin', soft('coin'), {
    scaleApart: true,
    forces: ['gravity', 'drag'],
    numbers: {
      life: fixed(0.6),
      scale: fixed(0.62),
      scaleY: fixed(0.62),
      opacity: fixed(1),
      gravity: 560,
      drag: 0.4,
    },
    ramps: {
      // It turns: its width goes to and fro.
      scale: ramp(
        [0, 1, 'ease'],
        [0.2, 0.2, 'ease'],
        [0.4, 1, 'ease'],
        [0.6, 0.2, 'ease'],
        [0.8, 1, 'ease'],
        [1, 0.4],
      ),
      scaleY: ramp([0, 0.8, 'easeOut'], [0.15, 1], [1, 1]),
      opacity: ramp([0, 1], [0.85, 1, 'ease'], [1, 0]),
      tint: tint([0, '#fff0a8'], [0.5, '#ffcf3f'], [1, '#e39a1c']),
    },
  }),
  type('coin-ring', 'Count ring', soft('ring'), {
    blend: 'additive',
    numbers: { life: fixed(0.4), scale: fixed(1.1), scaleFloor: fixed(0.2), opacity: fixed(0.8) },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#fff4c0'], [1, '#ffbe3a']),
    },
  }),
  type('gather-mote', 'Mote', soft('soft dot'), {
    blend: 'additive',
    forces: ['pull', 'swirl', 'drag', 'limit'],
    facing: 'travel',
    numbers: {
      life: range(0.8, 1.3),
      scale: range(0.08, 0.18),
      opacity: range(0.7, 1),
      pull: 420,
      pullX: 0,
      pullY: 0,
      pullEnd: 6,
      swirl: 220,
      swirlX: 0,
      swirlY: 0,
      drag: 1.2,
      limit: 300,
      stretch: 0.3,
      stretchLimit: 2.5,
    },
    ramps: {
      opacity: ramp([0, 0, 'ease'], [0.3, 1], [0.9, 1], [1, 0]),
      tint: tint([0, '#bfe8ff'], [0.6, '#9af0d0'], [1, '#ffffff']),
    },
  }),
  type('gather-ring', 'Closing ring', soft('ring'), {
    blend: 'additive',
    numbers: { life: fixed(0.7), scale: range(2.3, 2.7), opacity: fixed(0.55) },
    ramps: {
      scale: ramp([0, 1, 'easeIn'], [1, 0.08]),
      opacity: ramp([0, 0, 'ease'], [0.5, 1], [1, 0.9]),
      tint: tint([0, '#5fb7e8'], [1, '#e8fff8']),
    },
  }),
  type('gather-core', 'Core', soft('glow'), {
    blend: 'additive',
    numbers: { life: fixed(1.5), scale: fixed(1.9), opacity: fixed(0.9) },
    ramps: {
      scale: ramp([0, 0.08, 'easeIn'], [0.85, 0.64], [0.92, 1], [1, 0]),
      opacity: ramp([0, 0, 'easeIn'], [0.85, 1], [1, 0]),
      tint: tint([0, '#5fd0ff'], [0.85, '#d8fff2'], [1, '#ffffff']),
    },
  }),
  type('slip-piece', 'Piece of the slip', soft('bolt'), {
    blend: 'additive',
    facing: 'travel',
    frameChoice: 'fixed',
    numbers: { life: range(0.16, 0.3), scale: range(0.9, 1.5), opacity: range(0.7, 1) },
    ramps: {
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#ffffff'], [0.4, '#c9a6ff'], [1, '#5c3cc8']),
    },
  }),
  type('slip-mote', 'Slip mote', soft('soft dot'), {
    blend: 'additive',
    forces: ['drag', 'gravity'],
    numbers: {
      life: range(0.4, 0.7),
      scale: range(0.12, 0.24),
      opacity: range(0.8, 1),
      drag: 3,
      gravity: 60,
      gravityHeading: -90,
    },
    ramps: { opacity: ramp([0, 1], [0.8, 0.9, 'ease'], [1, 0]), tint: tint([0, '#ffffff'], [1, '#c3a4ff']) },
  }),
  type('slip-flash', 'Slip flash', soft('glow'), {
    blend: 'additive',
    numbers: { life: fixed(0.26), scale: fixed(1.7), opacity: fixed(0.9) },
    ramps: {
      scale: ramp([0, 0.3, 'easeOut'], [0.3, 1], [1, 0.2]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#ffffff'], [1, '#8a5cf0']),
    },
  }),
  type('landing-shock', 'Shock', soft('drop streak'), {
    facing: 'travel',
    forces: ['drag'],
    numbers: { life: range(0.25, 0.5), scale: range(0.6, 1.1), opacity: range(0.5, 0.8), drag: 3 },
    ramps: { opacity: ramp([0, 1, 'ease'], [1, 0]), tint: tint([0, '#ffffff'], [1, '#e6d8bc']) },
  }),
  type('landing-crack', 'Flying splinter', bits('long chip'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.4, 0.9),
      scale: range(0.5, 1.1),
      startAngle: ANY_ANGLE,
      spin: range(-800, 800),
      gravity: 700,
      drag: 0.5,
    },
    ramps: { opacity: ramp([0, 1], [0.75, 1], [1, 0]), tint: tint([0, '#e8d3ac'], [1, '#a08a68']) },
  }),
]

/** A path in segments from where one was to where one is: 120 px to the right, as the deckhand slips. */
const WAY = { endX: 120, endY: 0, pieceEvery: 10, jitterY: 8, offsetX: -120 }
const alongWay = (delay: number) => ({
  shape: 'segment' as const,
  placement: 'inOrder' as const,
  aim: 'along' as const,
  along: {
    scale: ramp([0, 0.5, 'easeOut'], [0.5, 1, 'easeIn'], [1, 0.6]),
    thickness: ramp([0, 1]),
    opacity: ramp([0, 0.5], [1, 1]),
    delay: ramp([0, 0], [1, 1]),
  },
  delay,
})

const slipLayer = (
  id: string,
  name: string,
  typeId: string,
  fan: number,
  from: number,
  to: number,
  delay: number,
) => {
  const { delay: _, ...way } = alongWay(delay)
  return emitter(id, name, typeId, {
    ...way,
    numbers: { ...ONCE, fan, speed: range(from, to), alongDelay: delay, ...WAY },
    bursts: [burst('slip', 0, 0, { burstRepeats: 3, burstInterval: fixed(0.04) }, true)],
  })
}

export const SIGNS: readonly Effect[] = [
  effect('coin', 'Coin', 89, null, [
    emitter('coin-rings', 'Ring', 'coin-ring', { numbers: STILL, bursts: [burst('count', 0.02, 1)] }),
    emitter('coin-faces', 'Coin', 'coin-face', {
      numbers: { ...ONCE, heading: -90, fan: 0, speed: fixed(190) },
      bursts: [burst('count', 0, 1)],
    }),
    emitter('coin-glints', 'Glints', 'coin-glint', {
      shape: 'circle',
      fill: 'rim',
      aim: 'outward',
      numbers: { ...ONCE, fan: 30, speed: range(10, 50), shapeRadius: 14, offsetY: -14 },
      bursts: [burst('count', 0.04, 9, { burstSpan: 0.22 })],
    }),
  ]),
  effect('gathering-ring', 'Gathering ring', 97, null, [
    emitter('gather-rings', 'Rings', 'gather-ring', {
      numbers: { ...STILL, delay: 0.1 },
      bursts: [burst('gather', 0, 1, { burstRepeats: 3, burstInterval: fixed(0.34) })],
    }),
    emitter('gather-motes', 'Motes', 'gather-mote', {
      shape: 'ring',
      fill: 'outline',
      rhythm: 'jittered',
      aim: 'inward',
      numbers: { flow: 110, duration: 1.1, fan: 80, speed: range(10, 50), shapeInner: 60, shapeRadius: 92 },
    }),
    emitter('gather-light', 'Core', 'gather-core', { numbers: STILL, bursts: [burst('gather', 0, 1)] }),
    emitter('gather-release', 'Release', 'coin-glint', {
      numbers: { ...ONCE, fan: 360, speed: range(60, 220) },
      bursts: [burst('release', 1.36, 26)],
    }),
  ]),
  effect('slip', 'Slip', 101, null, [
    slipLayer('slip-motes', 'Motes', 'slip-mote', 120, 20, 90, 0.06),
    slipLayer('slip-pieces', 'Way', 'slip-piece', 24, 2, 10, 0.06),
    emitter('slip-leave', 'Where it left', 'slip-flash', {
      numbers: { ...STILL, offsetX: -120 },
      bursts: [burst('slip', 0, 1)],
    }),
    emitter('slip-arrive', 'Where it arrives', 'slip-flash', {
      numbers: STILL,
      bursts: [burst('slip', 0.06, 2, { burstSpan: 0.05 })],
    }),
    emitter('slip-scatter', 'Scatter', 'slip-mote', {
      numbers: { ...ONCE, fan: 360, speed: range(60, 190) },
      bursts: [burst('slip', 0.07, 22)],
    }),
  ]),
  {
    ...effect(
      'three-landings',
      'Landing in three strengths',
      103,
      null,
      [
        emitter('landing-splinters', 'Splinters', 'landing-crack', {
          shape: 'rectangle',
          numbers: {
            ...ONCE,
            heading: -90,
            fan: 120,
            speed: range(110, 300),
            shapeWidth: 34,
            shapeHeight: 3,
          },
          bursts: [burst('hit', 0, 9)],
        }),
        emitter('landing-shock', 'Shock along the planks', 'landing-shock', {
          shape: 'line',
          aim: 'outward',
          layer: 'behind',
          numbers: { ...ONCE, fan: 8, speed: range(90, 220), shapeWidth: 12, offsetY: -2 },
          bursts: [burst('hit', 0, 8)],
        }),
      ],
      {
        parts: [{ ...newPart('landing-cloud', 'pier-dust'), effects: [{ effect: 'pier-dust', weight: 1 }] }],
      },
    ),
    strengthRamps: {
      scale: [
        [0.4, 0.7],
        [1, 1],
        [2, 1.5],
      ],
      speed: [
        [0.4, 0.7],
        [1, 1],
        [2, 1.5],
      ],
    },
  },
]
