/**
 * Techniques: whole layers to start from, by what they look like. Each is set down where it is dropped, with
 * pictures of its
 * own that are changed later, while the motion stays.
 */
import { defaultsOf, type EmitterChoices, type Ease, type TypeChoices } from '@gliv/model'
import type { Emitter, Kit, ParticleType } from './kit.ts'
import { addLayer, type MakeId } from './layers.ts'
import { type Begins, settleIn } from './plays.ts'

/** Pictures that the shelf brings along. */
export const TECHNIQUE_SPRITES = [
  'dot',
  'ring',
  'spark',
  'streak',
  'flake',
  'puff',
  'shard',
  'star',
  'smoke',
] as const
/** Name of a frame that techniques are drawn with; see `TECHNIQUE_SPRITES`. */
export type TechniqueSprite = (typeof TECHNIQUE_SPRITES)[number]

interface Layer {
  readonly name: string
  readonly sprite: TechniqueSprite
  readonly numbers?: Partial<Emitter['numbers']>
  readonly choices?: Partial<EmitterChoices>
  readonly type?: Partial<ParticleType['numbers']>
  readonly typeChoices?: Partial<TypeChoices>
  readonly ramps?: Partial<ParticleType['ramps']>
  /** [at, count] of a burst. */
  readonly burst?: readonly [number, number]
}

export interface Technique {
  readonly name: string
  /** Other words by which people look for it. */
  readonly words: string
  /** How an effect plays that begins with it; once without a word. */
  readonly begins?: Begins
  readonly layers: readonly Layer[]
}

const r = (from: number, to = from) => ({ from, to })
const ramp = (...rows: readonly (readonly [number, number, Ease?])[]) => ({
  points: rows.map(([at, value, ease]) => ({ at, value, ease: ease ?? ('linear' as const) })),
})
const tint = (...rows: readonly (readonly [number, string])[]) => ({
  points: rows.map(([at, colour]) => ({ at, colour, ease: 'linear' as const })),
})

const ONCE = { flow: 0, duration: 0 } as const
const LOOPS: Begins = { play: 'loop' }
const ANY = r(-180, 180)
const FADE = ramp([0, 1], [0.5, 0.9, 'ease'], [1, 0])
const SOFT = ramp([0, 0, 'ease'], [0.15, 1], [0.55, 0.8, 'ease'], [1, 0])
const GROW = ramp([0, 0, 'easeOut'], [1, 1])
const SHRINK = ramp([0, 1, 'easeIn'], [1, 0])
const FIRE = tint([0, '#fff4cf'], [0.25, '#ffc04a'], [0.6, '#e0551e'], [1, '#55130f'])
const HOT = tint([0, '#fff7da'], [0.35, '#ffbd50'], [1, '#b2301b'])
const WATER = tint([0, '#e9f6ff'], [1, '#7fb2d6'])

/**
 * Ready-made emitters for common jobs, by id: what they are called, what a search finds them by, and their layers.
 */
export const TECHNIQUES = {
  blast: {
    name: 'Blast',
    words: 'explosion bomb boom fireball',
    layers: [
      {
        name: 'Smoke',
        sprite: 'smoke',
        numbers: { ...ONCE, delay: 0.06, fan: 360, speed: r(20, 90), shapeRadius: 14 },
        choices: { shape: 'circle', aim: 'outward' },
        burst: [0, 16],
        type: {
          life: r(0.9, 1.7),
          scale: r(1.2, 2.2),
          scaleFloor: r(0.4),
          opacity: r(0.4, 0.65),
          startAngle: ANY,
          spin: r(-30, 30),
          gravity: 30,
          gravityHeading: -90,
          drag: 2.4,
        },
        typeChoices: { forces: ['gravity', 'drag'] },
        ramps: { scale: GROW, opacity: SOFT, tint: tint([0, '#8b5a40'], [0.35, '#55494a'], [1, '#2e2c32']) },
      },
      {
        name: 'Fire',
        sprite: 'puff',
        numbers: { ...ONCE, fan: 360, speed: r(30, 170), shapeRadius: 8 },
        choices: { shape: 'circle', aim: 'outward' },
        burst: [0, 26],
        type: {
          life: r(0.3, 0.7),
          scale: r(0.7, 1.5),
          scaleFloor: r(0.25),
          startAngle: ANY,
          spin: r(-120, 120),
          drag: 4.5,
        },
        typeChoices: { forces: ['drag'], blend: 'additive' },
        ramps: { scale: GROW, opacity: FADE, tint: FIRE },
      },
      {
        name: 'Sparks',
        sprite: 'streak',
        numbers: { ...ONCE, fan: 360, speed: { from: 150, to: 520 } },
        burst: [0, 46],
        type: {
          life: { from: 0.3, to: 0.9, bias: 'low' },
          scale: r(0.4, 0.8),
          gravity: 380,
          drag: 1.6,
          stretch: 0.3,
        },
        typeChoices: { forces: ['gravity', 'drag'], blend: 'additive', facing: 'travel', anchor: 'head' },
        ramps: { scale: ramp([0, 1], [1, 0.3]), opacity: FADE, tint: HOT },
      },
      {
        name: 'Flash',
        sprite: 'dot',
        numbers: { ...ONCE, fan: 0, speed: r(0) },
        burst: [0, 1],
        type: { life: r(0.14), scale: r(6), scaleFloor: r(2) },
        typeChoices: { blend: 'additive' },
        ramps: {
          scale: SHRINK,
          opacity: ramp([0, 1, 'easeIn'], [1, 0]),
          tint: tint([0, '#fffbe6'], [1, '#ff9a45']),
        },
      },
    ],
  },
  ember: {
    name: 'Embers',
    words: 'fire glow ash rise spark',
    begins: LOOPS,
    layers: [
      {
        name: 'Embers',
        sprite: 'dot',
        numbers: { flow: 18, duration: 4, fan: 50, speed: r(15, 50), shapeWidth: 60, shapeHeight: 6 },
        choices: { shape: 'rectangle' },
        type: {
          life: r(1.2, 2.6),
          scale: r(0.12, 0.3),
          gravity: 36,
          gravityHeading: -90,
          churn: 70,
          churnSize: 60,
          waverOpacity: 0.5,
          waverOpacityRate: 6,
        },
        typeChoices: { forces: ['gravity', 'churn', 'waver'], blend: 'additive' },
        ramps: { opacity: SOFT, tint: HOT },
      },
    ],
  },
  flame: {
    name: 'Flame',
    words: 'fire torch burn stove',
    begins: LOOPS,
    layers: [
      {
        name: 'Flame',
        sprite: 'puff',
        numbers: { flow: 48, duration: 4, fan: 24, speed: r(40, 90), shapeWidth: 22, shapeHeight: 4 },
        choices: { shape: 'ellipse', fill: 'core' },
        type: {
          life: r(0.45, 0.9),
          scale: r(0.6, 1.05),
          scaleFloor: r(0.1),
          startAngle: ANY,
          spin: r(-90, 90),
          gravity: 90,
          gravityHeading: -90,
        },
        typeChoices: { forces: ['gravity'], blend: 'additive' },
        ramps: { scale: ramp([0, 0.6, 'easeOut'], [0.25, 1, 'ease'], [1, 0]), opacity: SOFT, tint: FIRE },
      },
    ],
  },
  smoke: {
    name: 'Smoke',
    words: 'steam fog cloud fume',
    begins: LOOPS,
    layers: [
      {
        name: 'Smoke',
        sprite: 'smoke',
        numbers: { flow: 14, duration: 4, fan: 22, speed: r(26, 52), shapeRadius: 6 },
        choices: { shape: 'circle' },
        type: {
          life: r(1.6, 2.6),
          scale: r(1.1, 1.9),
          scaleFloor: r(0.35),
          opacity: r(0.35, 0.6),
          startAngle: ANY,
          spin: r(-24, 24),
          gravity: 18,
          gravityHeading: -90,
          churn: 24,
          churnSize: 90,
        },
        typeChoices: { forces: ['gravity', 'churn'] },
        ramps: { scale: GROW, opacity: SOFT, tint: tint([0, '#b9b1a8'], [1, '#5d5a5c']) },
      },
    ],
  },
  dust: {
    name: 'Dust',
    words: 'landing ground puff step run',
    layers: [
      {
        name: 'Dust',
        sprite: 'puff',
        numbers: { ...ONCE, heading: -90, fan: 150, speed: r(30, 110), shapeWidth: 30, shapeHeight: 3 },
        choices: { shape: 'rectangle' },
        burst: [0, 14],
        type: {
          life: r(0.4, 0.8),
          scale: r(0.5, 1),
          scaleFloor: r(0.3),
          opacity: r(0.4, 0.7),
          startAngle: ANY,
          drag: 4,
          gravity: 30,
        },
        typeChoices: { forces: ['gravity', 'drag'] },
        ramps: { scale: GROW, opacity: FADE, tint: tint([0, '#d8c6a4'], [1, '#9b8a6f']) },
      },
    ],
  },
  drip: {
    name: 'Drip',
    words: 'drop water leak blood',
    begins: LOOPS,
    layers: [
      {
        name: 'Drops',
        sprite: 'dot',
        numbers: { flow: 3, duration: 4, heading: 90, fan: 6, speed: r(0, 12), jitterX: 6 },
        type: { life: r(0.8, 1), scale: r(0.22, 0.34), gravity: 520, stretch: 0.2 },
        typeChoices: { forces: ['gravity'], facing: 'travel' },
        ramps: {
          scale: ramp([0, 0.2, 'easeOut'], [0.2, 1], [1, 1]),
          opacity: ramp([0, 1], [0.9, 1], [1, 0]),
          tint: WATER,
        },
      },
    ],
  },
  rain: {
    name: 'Rain',
    words: 'weather storm shower',
    begins: { play: 'loop', warmUp: 0.8 },
    layers: [
      {
        name: 'Rain',
        sprite: 'streak',
        numbers: {
          flow: 130,
          duration: 4,
          heading: 98,
          fan: 3,
          speed: r(520, 680),
          edgeDepth: 30,
          edgeOutset: 20,
        },
        choices: { shape: 'viewEdge', side: 'top' },
        type: { life: r(0.8), scale: r(0.5, 0.9), opacity: r(0.25, 0.55), stretch: 0.1 },
        typeChoices: { facing: 'travel' },
        ramps: { opacity: ramp([0, 1], [1, 1]), tint: WATER },
      },
    ],
  },
  snowfall: {
    name: 'Snowfall',
    words: 'snow weather winter flakes',
    begins: { play: 'loop', warmUp: 8 },
    layers: [
      {
        name: 'Snow',
        sprite: 'flake',
        numbers: {
          flow: 26,
          duration: 4,
          heading: 90,
          fan: 14,
          speed: r(26, 60),
          edgeDepth: 10,
          edgeOutset: 14,
        },
        choices: { shape: 'viewEdge', side: 'top' },
        type: {
          life: r(6, 8),
          scale: r(0.15, 0.45),
          opacity: r(0.5, 1),
          startAngle: ANY,
          spin: r(-60, 60),
          sway: 18,
          swayRate: 0.4,
        },
        typeChoices: { forces: ['sway'] },
        ramps: { opacity: ramp([0, 1], [0.9, 1, 'ease'], [1, 0]) },
      },
    ],
  },
  trail: {
    name: 'Trail',
    words: 'follow streak motion path',
    begins: LOOPS,
    layers: [
      {
        name: 'Trail',
        sprite: 'dot',
        numbers: { flow: 0, flowPerPx: 0.18, duration: 4, fan: 360, speed: r(2, 14) },
        type: { life: r(0.35, 0.7), scale: r(0.3, 0.6), scaleFloor: r(0) },
        typeChoices: { blend: 'additive' },
        ramps: { scale: SHRINK, opacity: FADE, tint: tint([0, '#eafff6'], [1, '#2fb58f']) },
      },
    ],
  },
  shatter: {
    name: 'Shards',
    words: 'shatter glass break pieces debris',
    layers: [
      {
        name: 'Shards',
        sprite: 'shard',
        numbers: { ...ONCE, fan: 360, speed: r(60, 240), shapeRadius: 10 },
        choices: { shape: 'circle', aim: 'outward' },
        burst: [0, 22],
        type: { life: r(0.6, 1.1), scale: r(0.2, 0.55), startAngle: ANY, spin: r(-540, 540), gravity: 620 },
        typeChoices: { forces: ['gravity'] },
        ramps: { opacity: ramp([0, 1], [0.7, 1], [1, 0]), tint: tint([0, '#e6f4ff'], [1, '#9ec3dd']) },
      },
    ],
  },
  swipe: {
    name: 'Swipe',
    words: 'slash cut blade arc attack',
    layers: [
      {
        name: 'Swipe',
        sprite: 'streak',
        numbers: {
          ...ONCE,
          fan: 0,
          speed: r(0),
          shapeInner: 46,
          shapeRadius: 54,
          shapeArc: 130,
          shapeAngle: -20,
          alongDelay: 0.12,
        },
        choices: { shape: 'ring', placement: 'evenly', aim: 'along', fill: 'outline' },
        burst: [0, 30],
        type: { life: r(0.16, 0.24), scale: r(0.9, 1.2) },
        typeChoices: { blend: 'additive', facing: 'travel' },
        ramps: {
          scale: ramp([0, 1, 'easeIn'], [1, 0]),
          opacity: ramp([0, 1, 'easeIn'], [1, 0]),
          tint: tint([0, '#ffffff'], [1, '#9cc9ff']),
        },
      },
    ],
  },
  pullIn: {
    name: 'Pull-in',
    words: 'gather charge absorb implode collect',
    begins: LOOPS,
    layers: [
      {
        name: 'Gathering',
        sprite: 'spark',
        numbers: { flow: 60, duration: 2, fan: 0, speed: r(0), shapeInner: 90, shapeRadius: 120 },
        choices: { shape: 'ring' },
        type: {
          life: r(0.6, 0.9),
          scale: r(0.25, 0.6),
          pull: 520,
          pullReach: 200,
          pullEnd: 8,
          swirl: 120,
          swirlReach: 160,
        },
        typeChoices: { forces: ['pull', 'swirl'], blend: 'additive', facing: 'travel' },
        ramps: { scale: ramp([0, 0.2], [1, 1]), opacity: SOFT, tint: tint([0, '#7fd6ff'], [1, '#ffffff']) },
      },
    ],
  },
  ring: {
    name: 'Ring',
    words: 'shock wave circle expand impact',
    layers: [
      {
        name: 'Ring',
        sprite: 'ring',
        numbers: { ...ONCE, fan: 0, speed: r(0) },
        burst: [0, 1],
        type: { life: r(0.45), scale: r(4.5), scaleFloor: r(0.2) },
        typeChoices: { blend: 'additive' },
        ramps: {
          scale: GROW,
          opacity: ramp([0, 1, 'easeOut'], [1, 0]),
          tint: tint([0, '#ffffff'], [1, '#ffb56b']),
        },
      },
    ],
  },
  twinkle: {
    name: 'Twinkle',
    words: 'sparkle glitter star shine magic pickup',
    begins: LOOPS,
    layers: [
      {
        name: 'Twinkles',
        sprite: 'star',
        numbers: { flow: 12, duration: 4, fan: 0, speed: r(0), shapeWidth: 90, shapeHeight: 60 },
        choices: { shape: 'ellipse', placement: 'evenly' },
        type: { life: r(0.4, 0.8), scale: r(0.3, 0.8), startAngle: r(-20, 20), spin: r(-60, 60) },
        typeChoices: { blend: 'additive' },
        ramps: {
          scale: ramp([0, 0, 'easeOut'], [0.35, 1, 'ease'], [1, 0]),
          opacity: ramp([0, 1], [1, 1]),
          tint: tint([0, '#fffdf0'], [1, '#ffd766']),
        },
      },
    ],
  },
  splash: {
    name: 'Splash',
    words: 'water impact drop pool',
    layers: [
      {
        name: 'Drops',
        sprite: 'dot',
        numbers: { ...ONCE, heading: -90, fan: 100, speed: r(90, 260) },
        burst: [0, 20],
        type: { life: r(0.4, 0.7), scale: r(0.15, 0.35), gravity: 700, stretch: 0.2 },
        typeChoices: { forces: ['gravity'], facing: 'travel' },
        ramps: { opacity: FADE, tint: WATER },
      },
      {
        name: 'Spray',
        sprite: 'puff',
        numbers: { ...ONCE, heading: -90, fan: 140, speed: r(20, 80) },
        burst: [0, 10],
        type: {
          life: r(0.3, 0.6),
          scale: r(0.4, 0.8),
          scaleFloor: r(0.3),
          opacity: r(0.25, 0.45),
          startAngle: ANY,
          drag: 3,
        },
        typeChoices: { forces: ['drag'] },
        ramps: { scale: GROW, opacity: SOFT, tint: WATER },
      },
    ],
  },
  fireflies: {
    name: 'Fireflies',
    words: 'moth insect magic ambient night',
    begins: { play: 'loop', warmUp: 5 },
    layers: [
      {
        name: 'Fireflies',
        sprite: 'dot',
        numbers: { flow: 3, duration: 4, fan: 360, speed: r(8, 22), shapeWidth: 220, shapeHeight: 110 },
        choices: { shape: 'rectangle' },
        type: {
          life: r(3, 5),
          scale: r(0.16, 0.28),
          waverHeading: 120,
          waverHeadingRate: 0.8,
          waverOpacity: 0.9,
          waverOpacityRate: 0.9,
        },
        typeChoices: { forces: ['waver'], blend: 'additive' },
        ramps: { opacity: SOFT, tint: tint([0, '#fff6a8'], [1, '#b6e36a']) },
      },
    ],
  },
  confetti: {
    name: 'Confetti',
    words: 'party win celebrate paper',
    layers: [
      {
        name: 'Confetti',
        sprite: 'shard',
        numbers: { ...ONCE, heading: -90, fan: 70, speed: r(220, 460) },
        burst: [0, 60],
        type: {
          life: r(1.4, 2.4),
          scale: r(0.2, 0.4),
          startAngle: ANY,
          spin: r(-720, 720),
          gravity: 420,
          drag: 1.4,
          sway: 14,
          swayRate: 1.4,
        },
        typeChoices: {
          forces: ['gravity', 'drag', 'sway'],
          tintPick: 'list',
          pickAction: 'replace',
          pickColours: ['#ff6b4a', '#ffd166', '#4fb497', '#6aa9ff', '#e58bd1'],
        },
        ramps: { opacity: ramp([0, 1], [0.8, 1], [1, 0]) },
      },
    ],
  },
  sun: {
    name: 'Sun',
    words: 'light rays glow bright godray',
    begins: LOOPS,
    layers: [
      {
        name: 'Rays',
        sprite: 'streak',
        numbers: { flow: 10, duration: 4, fan: 360, speed: r(2, 6), shapeRadius: 20 },
        choices: { shape: 'circle', aim: 'outward', fill: 'outline' },
        type: { life: r(1.6, 2.4), scale: r(1.6, 3.2), opacity: r(0.2, 0.5) },
        typeChoices: { blend: 'additive', facing: 'travel', anchor: 'tail' },
        ramps: { opacity: SOFT, tint: tint([0, '#fff3c4'], [1, '#ffb347']) },
      },
      {
        name: 'Core',
        sprite: 'dot',
        numbers: { flow: 3, duration: 4, fan: 0, speed: r(0) },
        type: { life: r(1.2), scale: r(2, 2.4) },
        typeChoices: { blend: 'additive' },
        ramps: { opacity: SOFT, tint: tint([0, '#fffbe8'], [1, '#ffd27a']) },
      },
    ],
  },
  starRing: {
    name: 'Ring of stars',
    words: 'dizzy stun level up halo circle',
    layers: [
      {
        name: 'Stars',
        sprite: 'star',
        numbers: { ...ONCE, fan: 0, speed: r(120), shapeRadius: 16 },
        choices: { shape: 'circle', fill: 'outline', placement: 'evenly', aim: 'outward' },
        burst: [0, 12],
        type: { life: r(0.9), scale: r(0.5), spin: r(180), drag: 3 },
        typeChoices: { forces: ['drag'], blend: 'additive' },
        ramps: {
          scale: ramp([0, 0.3, 'easeOut'], [0.2, 1], [0.7, 1, 'easeIn'], [1, 0]),
          opacity: ramp([0, 1], [1, 1]),
          tint: tint([0, '#ffffff'], [0.5, '#ffe27a'], [1, '#ff9f4a']),
        },
      },
    ],
  },
  meteor: {
    name: 'Meteor',
    words: 'comet shooting star fall fireball',
    layers: [
      {
        name: 'Tail',
        sprite: 'puff',
        numbers: { flow: 90, duration: 1, travelSeconds: 1, fan: 360, speed: r(4, 18) },
        choices: {
          travel: {
            mode: 'once',
            ease: 'easeIn',
            path: {
              closed: false,
              points: [
                { x: 0, y: 0, inX: 0, inY: 0, outX: 0, outY: 0 },
                { x: -220, y: 200, inX: 0, inY: 0, outX: 0, outY: 0 },
              ],
            },
          },
        },
        type: { life: r(0.3, 0.6), scale: r(0.4, 0.8), scaleFloor: r(0.05), startAngle: ANY },
        typeChoices: { blend: 'additive' },
        ramps: { scale: SHRINK, opacity: FADE, tint: FIRE },
      },
    ],
  },
  manyHues: {
    name: 'Many hues',
    words: 'confetti rainbow colourful party toys',
    layers: [
      {
        name: 'Hues',
        sprite: 'shard',
        numbers: { ...ONCE, heading: -90, fan: 80, speed: r(200, 440) },
        burst: [0, 70],
        type: {
          life: r(1.4, 2.4),
          scale: r(0.2, 0.4),
          startAngle: ANY,
          spin: r(-720, 720),
          gravity: 420,
          drag: 1.4,
          hueSpread: 180,
        },
        typeChoices: { forces: ['gravity', 'drag'] },
        ramps: { opacity: ramp([0, 1], [0.8, 1], [1, 0]), tint: tint([0, '#ff5a4a']) },
      },
    ],
  },
  coin: {
    name: 'Coin',
    words: 'pickup reward interface collect money',
    layers: [
      {
        name: 'Glints',
        sprite: 'star',
        numbers: { ...ONCE, fan: 360, speed: r(30, 80) },
        burst: [0, 8],
        type: { life: r(0.3, 0.6), scale: r(0.2, 0.4), drag: 3 },
        typeChoices: { forces: ['drag'], blend: 'additive' },
        ramps: { scale: SHRINK, opacity: FADE, tint: tint([0, '#fffbe0'], [1, '#ffcf5a']) },
      },
      {
        name: 'Coin',
        sprite: 'dot',
        numbers: { ...ONCE, heading: -90, fan: 0, speed: r(150) },
        burst: [0, 1],
        type: { life: r(0.7), scale: r(0.7), scaleY: r(0.7), scaleYFloor: r(0), gravity: 380 },
        typeChoices: { forces: ['gravity'], scaleApart: true },
        ramps: {
          scale: ramp([0, 1], [0.25, 0.1], [0.5, 1], [0.75, 0.1], [1, 1]),
          scaleY: ramp([0, 1]),
          opacity: ramp([0, 1], [0.8, 1], [1, 0]),
          tint: tint([0, '#ffe08a'], [1, '#e0a030']),
        },
      },
    ],
  },
  leaves: {
    name: 'Falling leaves',
    words: 'autumn weather petals blossom',
    begins: { play: 'loop', warmUp: 8 },
    layers: [
      {
        name: 'Leaves',
        sprite: 'shard',
        numbers: {
          flow: 6,
          duration: 4,
          heading: 100,
          fan: 20,
          speed: r(24, 48),
          edgeDepth: 10,
          edgeOutset: 20,
        },
        choices: { shape: 'viewEdge', side: 'top', edgeSlant: true, order: 'byDepth' },
        type: {
          life: r(8, 9),
          scale: r(0.2, 0.35),
          startAngle: ANY,
          spin: r(-120, 120),
          sway: 40,
          swayRate: 0.3,
          depthScale: 0.5,
          depthSpeed: 0.7,
          depthOpacity: 0.6,
          hueSpread: 25,
        },
        typeChoices: { forces: ['sway'] },
        ramps: { opacity: ramp([0, 1], [0.9, 1, 'ease'], [1, 0]), tint: tint([0, '#d8882f']) },
      },
    ],
  },
} as const satisfies Readonly<Record<string, Technique>>

/** Name of a technique in `TECHNIQUES`. */
export type TechniqueId = keyof typeof TECHNIQUES

/**
 * Sets a technique down in an effect. @param frames numbers of the frames of its sprites on the sheet.
 * Returns the ids of its emitters, the topmost last.
 */
export const addTechnique = (
  kit: Kit,
  effectId: string,
  id: TechniqueId,
  place: { readonly x: number; readonly y: number },
  sheet: string,
  frames: Readonly<Record<TechniqueSprite, number>>,
  makeId: MakeId,
): string[] => {
  const technique: Technique = TECHNIQUES[id]
  const added = technique.layers.map(
    ({ name, sprite, numbers, choices, type, typeChoices, ramps, burst }) => {
      // What lies on the view's edge follows the view, wherever it is dropped.
      const { offsetX, offsetY } = { ...defaultsOf('emitter'), ...numbers }
      const placed =
        choices?.shape === 'viewEdge'
          ? {}
          : { offsetX: Math.round(offsetX + place.x), offsetY: Math.round(offsetY + place.y) }
      return addLayer(
        kit,
        effectId,
        {
          name,
          sheet,
          frame: frames[sprite],
          numbers: { ...numbers, ...placed },
          choices,
          typeNumbers: type,
          typeChoices,
          ramps,
          burst: burst && { burstAt: r(burst[0]), burstCount: r(burst[1]) },
        },
        makeId,
      )
    },
  )
  settleIn(kit.effects[effectId]!, added, technique.begins)
  return added
}

/** Techniques whose name or words begin with every word that was typed. */
export const findTechniques = (typed: string): TechniqueId[] => {
  const wanted = typed.toLowerCase().trim().split(/\s+/).filter(Boolean)
  return (Object.keys(TECHNIQUES) as TechniqueId[]).filter((id) => {
    const text = ` ${TECHNIQUES[id].name} ${TECHNIQUES[id].words}`.toLowerCase()
    return wanted.every((word) => text.includes(` ${word}`))
  })
}
