/** How each force is set and said: one entry each. Pure: tested without React. */
import type { ParticleType } from '@gliv/document'
import {
  type Centre,
  type ForceKind,
  type NumbersOf,
  type PropertyId,
  type TypeChoices,
  WAVER_TARGETS,
  type WaverTarget,
} from '@gliv/model'
import { FORCE_TEXTS } from '@gliv/words'
import { directionWord } from '@gliv/words'
import type { Row } from './row.ts'
import { choice, number, type Token, words } from './tokens.ts'

/** What its picture shows in a field of 72 × 44 px around the origin: the real engine at work. */
export interface Scene {
  readonly numbers?: Partial<NumbersOf<'type'>>
  readonly choices?: Partial<TypeChoices>
  readonly emitter?: Partial<NumbersOf<'emitter'>>
  readonly shape?: 'point' | 'line'
}

const fixed = (value: number) => ({ from: value, to: value })
const corner = (x: number, y: number, outX = 0, outY = 0) => ({ x, y, inX: -outX, inY: -outY, outX, outY })

interface ForceEditor {
  readonly scene: Scene
  rows(type: ParticleType): readonly Row[]
  sentence(type: ParticleType): Token[]
  /** The number that a dial sets. */
  readonly dial?: PropertyId
}

const WAVER_NUMBERS = {
  speed: 'waverSpeed',
  heading: 'waverHeading',
  spin: 'waverSpin',
  scale: 'waverScale',
  opacity: 'waverOpacity',
} as const satisfies Record<WaverTarget, PropertyId>

const waverRows = ({ numbers }: ParticleType): Row[] =>
  WAVER_TARGETS.flatMap((target): Row[] => {
    const id = WAVER_NUMBERS[target]
    return numbers[id] === 0 ? [id] : [id, `${id}Rate`, `@${id}`]
  })

const waverSentence = ({ numbers }: ParticleType): Token[] => {
  const set = WAVER_TARGETS.filter((target) => numbers[WAVER_NUMBERS[target]] !== 0)
  return [
    words(set.length === 0 ? 'wavers in nothing yet' : 'wavers in '),
    ...set.flatMap((target, i): Token[] => [
      ...(i > 0 ? [words(', ')] : []),
      words(`${target === 'spin' ? 'angle' : target} `),
      number(WAVER_NUMBERS[target]),
    ]),
  ]
}

const centre = (to: Centre): string => (to === 'point' ? '' : to === 'emitter' ? ' the emitter' : ' home')

export const FORCE_EDITORS = {
  gravity: {
    scene: {
      numbers: { gravity: 60 },
      emitter: { heading: -55, speed: fixed(58), offsetX: -30, offsetY: 12, fan: 24 },
    },

    rows: () => ['gravity', 'gravityHeading', '@gravityAxes'],
    dial: 'gravityHeading',
    sentence: ({ numbers }) => [
      words('gravity '),
      number('gravity'),
      words(` ${directionWord(numbers.gravityHeading)}`),
    ],
  },
  thrust: {
    scene: { numbers: { thrust: 70 }, emitter: { heading: 0, speed: fixed(6), offsetX: -34 } },
    rows: () => ['thrust', '@thrustEnd'],
    sentence: () => [words('thrust '), number('thrust')],
  },
  brake: {
    scene: { numbers: { brake: 62 }, emitter: { heading: 0, speed: fixed(85), offsetX: -34 } },
    rows: () => ['brake'],
    sentence: () => [words('brakes '), number('brake')],
  },
  drag: {
    scene: { numbers: { drag: 2.6 }, emitter: { heading: 0, speed: fixed(150), offsetX: -34 } },
    rows: () => ['drag', 'dragQuadratic'],
    sentence: () => [words('drag '), number('drag')],
  },
  wind: {
    scene: { numbers: { wind: 55 }, emitter: { heading: -90, speed: fixed(32), offsetX: -22, offsetY: 22 } },

    rows: ({ windMode }) => [
      '@windMode',
      ...(windMode === 'push' ? (['wind'] as const) : (['windSpeed', 'windCarry'] as const)),
      'windHeading',
      '@windAxes',
    ],
    dial: 'windHeading',
    sentence: ({ windMode, numbers }) => [
      words('wind '),
      number(windMode === 'push' ? 'wind' : 'windSpeed'),
      words(` ${directionWord(numbers.windHeading)}`),
    ],
  },
  drift: {
    scene: { numbers: { drift: 24 }, emitter: { heading: -90, speed: fixed(22), offsetX: -26, offsetY: 20 } },

    rows: () => ['drift', 'driftHeading', '@driftAxes'],
    dial: 'driftHeading',
    sentence: ({ numbers }) => [
      words('drifts '),
      number('drift'),
      words(` ${directionWord(numbers.driftHeading)}`),
    ],
  },
  turn: {
    scene: {
      numbers: { turn: fixed(150) },
      emitter: { heading: -90, speed: fixed(46), offsetX: -18, fan: 8 },
    },
    rows: () => ['turn'],
    sentence: () => [words('turns '), number('turn')],
  },
  pull: {
    scene: {
      numbers: { pull: 70, pullX: 8, pullY: 0 },
      emitter: { heading: 0, speed: fixed(4), fan: 360, offsetX: 8 },
      shape: 'line',
    },

    rows: ({ pullTo }) => [
      '@pullTo',
      'pull',
      ...(pullTo === 'point' ? (['pullX', 'pullY'] as const) : []),
      '@pullFalloff',
      'pullReach',
      'pullDamping',
      'pullEnd',
    ],
    sentence: ({ pullTo, numbers }) => [
      words(numbers.pull < 0 ? 'push off ' : 'pull '),
      number('pull'),
      ...(pullTo === 'point'
        ? []
        : [words(numbers.pull < 0 ? ' off' : ' to'), choice('pullTo', centre(pullTo))]),
    ],
  },
  swirl: {
    scene: {
      numbers: { swirl: 60, pull: 60, pullX: 0, pullY: 0, swirlX: 0, swirlY: 0, pullDamping: 1 },
      choices: { forces: ['pull', 'swirl'] },
      shape: 'line',
    },

    rows: ({ swirlTo }) => [
      '@swirlTo',
      'swirl',
      ...(swirlTo === 'point' ? (['swirlX', 'swirlY'] as const) : []),
      '@swirlFalloff',
      'swirlReach',
    ],
    sentence: ({ swirlTo }) => [
      words('swirl '),
      number('swirl'),
      ...(swirlTo === 'point' ? [] : [words(' around'), choice('swirlTo', centre(swirlTo))]),
    ],
  },
  churn: {
    scene: {
      numbers: { churn: 90, churnSize: 18, churnRate: 1 },
      emitter: { heading: 0, speed: fixed(28), offsetX: -34, fan: 4 },
    },

    rows: () => ['churn', 'churnSize', 'churnOctaves', 'churnRate', '@churnSpace'],
    sentence: () => [words('churn '), number('churn'), words(' in eddies of '), number('churnSize')],
  },
  sway: {
    scene: {
      numbers: { sway: 9, swayRate: 1, swayHeading: 90, swayPhase: 0 },
      emitter: { heading: 0, speed: fixed(36), offsetX: -34, fan: 0 },
    },

    rows: () => ['sway', 'swayRate', 'swayHeading', 'swayPhase', '@swayAxes'],
    dial: 'swayHeading',
    sentence: () => [words('sways '), number('sway'), words(', '), number('swayRate')],
  },
  rail: {
    scene: {
      choices: {
        rail: {
          closed: false,
          points: [corner(-30, 12, 20, -40), corner(6, -6, 10, 20), corner(32, 10, 8, -20)],
        },
      },
      emitter: { offsetX: -30, offsetY: 12, speed: fixed(0) },
    },

    rows: () => ['@railMode', 'railGather'],
    sentence: ({ railMode }) => [
      words('on a rail '),
      choice('railMode', railMode === 'age' ? 'over its life' : 'at its own speed'),
    ],
  },
  avoid: {
    scene: {
      numbers: { avoid: 500, avoidX: 4, avoidY: 0, avoidRadius: 6, avoidReach: 12 },
      emitter: { heading: 0, fan: 0, speed: fixed(36), offsetX: -34 },
      shape: 'line',
    },

    rows: ({ avoids }) => [
      '@avoids',
      'avoid',
      ...(avoids === 'circle' ? (['avoidX', 'avoidY', 'avoidRadius'] as const) : []),
      'avoidReach',
    ],
    sentence: ({ avoids }) => [
      words('keeps off '),
      choice('avoids', avoids === 'circle' ? 'a circle' : 'surfaces'),
    ],
  },
  limit: {
    scene: {
      numbers: { limit: 22, gravity: 260, gravityHeading: 0 },
      choices: { forces: ['gravity', 'limit'] },
      emitter: { heading: 0, speed: fixed(20), offsetX: -34 },
    },
    rows: () => ['limit'],
    sentence: () => [words('at most '), number('limit')],
  },
  waver: {
    scene: {
      numbers: { waverHeading: 70, waverHeadingRate: 2, waverScale: 0.6 },
      emitter: { heading: 0, speed: fixed(32), offsetX: -34, fan: 4 },
    },
    rows: waverRows,
    sentence: waverSentence,
  },
} as const satisfies Record<ForceKind, ForceEditor>

export const forceEditor = (force: ForceKind): ForceEditor => FORCE_EDITORS[force]

/** Those whose name, other words or help hold every word of a search, in this order of weight. */
export const findForces = (forces: readonly ForceKind[], search: string): ForceKind[] => {
  const wanted = search.toLowerCase().split(/\s+/).filter(Boolean)
  const rank = (force: ForceKind): number => {
    const { label, help, also } = FORCE_TEXTS[force]
    const texts = [label, `${label} ${also}`, `${label} ${also} ${help}`].map((text) => text.toLowerCase())
    return texts.findIndex((text) => wanted.every((word) => text.includes(word)))
  }
  return forces
    .map((force) => ({ force, rank: rank(force) }))
    .filter((found) => found.rank >= 0)
    .sort((a, b) => a.rank - b.rank)
    .map(({ force }) => force)
}

export const forcesSentence = (type: ParticleType): Token[] =>
  type.forces.length === 0
    ? [words('nothing acts on it')]
    : type.forces.flatMap((force, i) => [
        ...(i > 0 ? [words(' · ')] : []),
        ...forceEditor(force).sentence(type),
      ])
