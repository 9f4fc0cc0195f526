/** How each force is set and said: one entry each. Pure: tested without React. */
import type { ParticleType } from '@gliv/document'
import { type Centre, type ForceKind, type PropertyId, WAVER_TARGETS, type WaverTarget } from '@gliv/model'
import { FORCE_TEXTS } from '../../document/texts/forces.ts'
import { directionWord } from '../../document/texts/kinds.ts'
import type { Row } from './row.ts'
import { choice, number, type Token, words } from './sentences.ts'

interface ForceEditor {
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
    rows: () => ['gravity', 'gravityHeading', '@gravityAxes'],
    dial: 'gravityHeading',
    sentence: ({ numbers }) => [
      words('gravity '),
      number('gravity'),
      words(` ${directionWord(numbers.gravityHeading)}`),
    ],
  },
  thrust: { rows: () => ['thrust', '@thrustEnd'], sentence: () => [words('thrust '), number('thrust')] },
  brake: { rows: () => ['brake'], sentence: () => [words('brakes '), number('brake')] },
  drag: { rows: () => ['drag', 'dragQuadratic'], sentence: () => [words('drag '), number('drag')] },
  wind: {
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
    rows: () => ['drift', 'driftHeading', '@driftAxes'],
    dial: 'driftHeading',
    sentence: ({ numbers }) => [
      words('drifts '),
      number('drift'),
      words(` ${directionWord(numbers.driftHeading)}`),
    ],
  },
  turn: { rows: () => ['turn'], sentence: () => [words('turns '), number('turn')] },
  pull: {
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
    rows: () => ['churn', 'churnSize', 'churnOctaves', 'churnRate', '@churnSpace'],
    sentence: () => [words('churn '), number('churn'), words(' in eddies of '), number('churnSize')],
  },
  sway: {
    rows: () => ['sway', 'swayRate', 'swayHeading', 'swayPhase', '@swayAxes'],
    dial: 'swayHeading',
    sentence: () => [words('sways '), number('sway'), words(', '), number('swayRate')],
  },
  rail: {
    rows: () => ['@railMode', 'railGather'],
    sentence: ({ railMode }) => [
      words('on a rail '),
      choice('railMode', railMode === 'age' ? 'over its life' : 'at its own speed'),
    ],
  },
  avoid: {
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
  limit: { rows: () => ['limit'], sentence: () => [words('at most '), number('limit')] },
  waver: { rows: waverRows, sentence: waverSentence },
} as const satisfies Record<ForceKind, ForceEditor>

export const forceEditor = (force: ForceKind): ForceEditor => FORCE_EDITORS[force]

/** Those whose name, help or other words hold every word of a search. */
export const findForces = (forces: readonly ForceKind[], search: string): ForceKind[] => {
  const wanted = search.toLowerCase().split(/\s+/).filter(Boolean)
  return forces.filter((force) => {
    const { label, help, also } = FORCE_TEXTS[force]
    const text = `${label} ${help} ${also}`.toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}

export const forcesSentence = (type: ParticleType): Token[] =>
  type.forces.length === 0
    ? [words('nothing acts on it')]
    : type.forces.flatMap((force, i) => [
        ...(i > 0 ? [words(' · ')] : []),
        ...forceEditor(force).sentence(type),
      ])
