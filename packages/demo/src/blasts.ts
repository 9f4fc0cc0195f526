/** Things that burst: cargo, kegs, crates. */
import type { Clip, Effect, Palette, ParticleType } from '@gliv/document'
import { bits, pixels, soft } from './frames.ts'
import { burst, effect, emitter, fixed, ramp, range, tint, type } from './recipe.ts'

const ANY_ANGLE = range(-180, 180)
const GROW = ramp([0, 0, 'easeOut'], [1, 1])
const ALL_ROUND = { flow: 0, duration: 0, fan: 360 }

export const PALETTES: readonly Palette[] = [
  { id: 'keg', name: 'Keg', colours: ['#fff4c2', '#f7b23b', '#d8602a', '#8a2f1d', '#3a1a1c'] },
]

/** The sheet's clips. */
export const PIXEL_CLIPS: readonly Clip[] = [
  {
    id: 'pop',
    name: 'Pop',
    steps: Array.from({ length: 6 }, (_, k) => ({ frame: pixels(`pop ${k + 1}`).frame, hold: 1 })),
    fps: 14,
    play: 'once',
  },
]

export const BLAST_TYPES: readonly ParticleType[] = [
  type('shock', 'Shock', soft('ring'), {
    blend: 'screen',
    numbers: { life: fixed(0.38), scale: fixed(4.6), scaleFloor: fixed(0.3) },
    ramps: {
      scale: ramp([0, 0, 'easeOut'], [1, 1]),
      opacity: ramp([0, 0.9, 'easeOut'], [1, 0]),
      tint: tint([0, '#fff1cf'], [1, '#c96a34']),
    },
  }),
  type('blast-flash', 'Blast flash', soft('glow'), {
    blend: 'additive',
    numbers: { life: fixed(0.2), scale: fixed(6.5), scaleFloor: fixed(2) },
    ramps: {
      scale: ramp([0, 0.6, 'easeOut'], [0.3, 1], [1, 0]),
      opacity: ramp([0, 1, 'easeIn'], [1, 0]),
      tint: tint([0, '#fffbe8'], [1, '#ff8a3a']),
    },
  }),
  type('fireball', 'Fireball', soft('torn puff'), {
    blend: 'additive',
    forces: ['drag'],
    tintSpace: 'oklab',
    numbers: {
      life: { from: 0.35, to: 0.8, bias: 'low' },
      scale: range(0.7, 1.5),
      scaleFloor: fixed(0.25),
      opacity: range(0.6, 0.95),
      startAngle: ANY_ANGLE,
      spin: range(-140, 140),
      drag: 5,
      hueSpread: 12,
      valueSpread: 0.15,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0.9], [0.4, 0.8, 'ease'], [1, 0]),
      tint: tint([0, '#fff6d0'], [0.2, '#ffc24d'], [0.55, '#e2571f'], [1, '#5a1412']),
    },
  }),
  type('blast-spark', 'Blast spark', soft('drop streak'), {
    blend: 'additive',
    facing: 'travel',
    anchor: 'head',
    forces: ['gravity', 'drag'],
    numbers: {
      life: { from: 0.3, to: 1, bias: 'low' },
      scale: range(0.28, 0.6),
      gravity: 420,
      drag: 1.6,
      stretch: 0.35,
      stretchLimit: 3,
    },
    ramps: {
      scale: ramp([0, 1], [1, 0.25]),
      opacity: ramp([0, 1], [0.6, 0.9, 'ease'], [1, 0]),
      tint: tint([0, '#fff8da'], [0.3, '#ffbf52'], [1, '#b3301a']),
    },
  }),
  type('blast-smoke', 'Blast smoke', soft('puff'), {
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.9, 1.5),
      scale: range(0.9, 1.7),
      scaleFloor: fixed(0.35),
      opacity: range(0.5, 0.75),
      startAngle: ANY_ANGLE,
      spin: range(-35, 35),
      gravity: 34,
      gravityHeading: -90,
      drag: 2.6,
      valueSpread: 0.25,
    },
    ramps: {
      scale: GROW,
      opacity: ramp([0, 0, 'ease'], [0.12, 1], [0.8, 0.85, 'ease'], [1, 0]),
      tint: tint([0, '#e0a078'], [0.3, '#b5a29c'], [1, '#8f8c96']),
    },
  }),
  type('keg-pop', 'Pop', pixels('pop 1'), {
    pictures: [{ sheet: 'pixels', frames: [], clip: 'pop', weight: 1 }],
    frameChoice: 'overLife',
    palette: 'keg',
    numbers: { life: fixed(0.42), scale: fixed(3) },
    ramps: { opacity: ramp([0, 1]), tint: tint([0, '#fff4c2'], [1, '#8a2f1d']) },
  }),
  type('keg-stave', 'Stave', pixels('stave'), {
    pictures: [
      { ...pixelsPicture('stave'), weight: 3 },
      { ...pixelsPicture('block'), weight: 1 },
    ],
    palette: 'keg',
    forces: ['gravity'],
    numbers: {
      life: range(0.5, 0.8),
      scale: fixed(2),
      startAngle: ANY_ANGLE,
      spin: { from: -720, to: 720, bias: 'middle' },
      gravity: 760,
    },
    ramps: { opacity: ramp([0, 1]), tint: tint([0, '#fff4c2'], [0.5, '#f7b23b'], [1, '#d8602a']) },
  }),
  type('keg-crumb', 'Keg crumb', pixels('block'), {
    palette: 'keg',
    forces: ['gravity', 'drag'],
    numbers: { life: range(0.25, 0.5), scale: fixed(1), gravity: 520, drag: 1.5 },
    ramps: { opacity: ramp([0, 1]), tint: tint([0, '#fff4c2'], [0.5, '#f7b23b'], [1, '#d8602a']) },
  }),
  type('splinter', 'Splinter', pixels('block'), {
    forces: ['gravity', 'drag'],
    numbers: { life: range(0.7, 1.3), scale: fixed(1), gravity: 520, drag: 0.8 },
    ramps: { scale: ramp([0, 1], [0.7, 1], [1, 0]), opacity: ramp([0, 1], [0.8, 1], [1, 0]) },
  }),
  type('chunk', 'Chunk', bits('chip'), {
    pictures: [
      { ...bitsPicture('chip'), weight: 2 },
      { ...bitsPicture('long chip'), weight: 1 },
    ],
    forces: ['gravity', 'drag'],
    numbers: {
      life: range(0.6, 1.1),
      scale: range(0.5, 1.2),
      startAngle: ANY_ANGLE,
      spin: range(-600, 600),
      gravity: 640,
      drag: 0.5,
      valueSpread: 0.3,
    },
    ramps: { opacity: ramp([0, 1], [0.8, 1], [1, 0]), tint: tint([0, '#8a6a48'], [1, '#4a382a']) },
  }),
]

function pixelsPicture(name: string) {
  const { sheet, frame } = pixels(name)
  return { sheet, frames: [frame] }
}

function bitsPicture(name: string) {
  const { sheet, frame } = bits(name)
  return { sheet, frames: [frame] }
}

export const BLASTS: readonly Effect[] = [
  effect('cargo-blast', 'Cargo blast', 41, null, [
    emitter('blast-smoke-layer', 'Smoke', 'blast-smoke', {
      shape: 'circle',
      fill: 'core',
      aim: 'outward',
      numbers: { ...ALL_ROUND, delay: 0.1, fan: 60, speed: range(30, 130), shapeRadius: 30 },
      bursts: [burst('puff', 0, 16, { burstSpan: 0.2 })],
    }),
    emitter('blast-shock', 'Ring', 'shock', {
      numbers: { ...ALL_ROUND, fan: 0, speed: fixed(0) },
      bursts: [burst('bang', 0.02, 1)],
    }),
    emitter('blast-fire', 'Fire', 'fireball', {
      shape: 'circle',
      fill: 'core',
      aim: 'outward',
      numbers: { ...ALL_ROUND, fan: 80, speed: { from: 20, to: 260, bias: 'low' }, shapeRadius: 22 },
      bursts: [burst('bang', 0, range(26, 32))],
    }),
    emitter('blast-chunks', 'Chunks', 'chunk', {
      shape: 'circle',
      aim: 'outward',
      numbers: { ...ALL_ROUND, fan: 40, speed: range(120, 380), shapeRadius: 12 },
      bursts: [burst('bang', 0, 14)],
    }),
    emitter('blast-sparks', 'Sparks', 'blast-spark', {
      shape: 'circle',
      fill: 'rim',
      aim: 'outward',
      numbers: { ...ALL_ROUND, fan: 36, speed: { from: 140, to: 560, bias: 'low' }, shapeRadius: 14 },
      bursts: [
        burst('bang', 0, 60),
        burst('after', 0.08, 6, { burstRepeats: 4, burstInterval: range(0.04, 0.1), burstChance: 0.8 }),
      ],
    }),
    emitter('blast-flash-layer', 'Flash', 'blast-flash', {
      numbers: { ...ALL_ROUND, fan: 0, speed: fixed(0) },
      bursts: [burst('bang', 0, 1)],
    }),
  ]),
  effect('keg-pop', 'Keg pop', 8, null, [
    emitter('keg-staves', 'Staves', 'keg-stave', {
      shape: 'ring',
      placement: 'evenly',
      fill: 'outline',
      aim: 'outward',
      numbers: { ...ALL_ROUND, fan: 0, speed: range(150, 260), shapeRadius: 8 },
      bursts: [burst('pop', 0.05, 12)],
    }),
    emitter('keg-crumbs', 'Crumbs', 'keg-crumb', {
      numbers: { ...ALL_ROUND, speed: range(60, 210) },
      bursts: [burst('pop', 0.03, 16)],
    }),
    emitter('keg-star', 'Star', 'keg-pop', {
      numbers: { ...ALL_ROUND, fan: 0, speed: fixed(0) },
      bursts: [burst('pop', 0, 1)],
    }),
  ]),
  effect(
    'crate-shatter',
    'Crate shatter',
    5,
    null,
    [
      emitter('crate-dust', 'Dust', 'dust', {
        shape: 'rectangle',
        layer: 'behind',
        numbers: { ...ALL_ROUND, speed: range(20, 110), shapeWidth: 30, shapeHeight: 24 },
        bursts: [burst('break', 0, 12)],
      }),
      emitter('crate-grit', 'Grit', 'grit', {
        shape: 'rectangle',
        numbers: {
          ...ALL_ROUND,
          heading: -90,
          fan: 240,
          speed: range(80, 240),
          shapeWidth: 26,
          shapeHeight: 20,
        },
        bursts: [burst('break', 0, 14)],
      }),
      emitter('crate-pixels', 'Pixels', 'splinter', {
        shape: 'picture',
        placement: 'eachOnce',
        aim: 'outward',
        order: 'shuffled',
        mask: { sheet: 'pixels', frame: pixels('crate').frame, part: 'area', keepColours: true },
        numbers: { ...ALL_ROUND, fan: 50, speed: { from: 20, to: 240, bias: 'middle' }, grid: 2 },
        bursts: [burst('break', 0, 0, {}, true)],
      }),
    ],
    { source: pixels('crate') },
  ),
]
