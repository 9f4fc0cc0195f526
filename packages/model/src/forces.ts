/**
 * What each force is: one entry each, in the order in which forces act. Kinds, lists and menus are derived
 * from
 * it; what it does, how it is set and how it is said stand in tables of the layers above, each held to these
 * kinds by the compiler.
 */
import { ANGLE, FAR, NEAR, number, range, SHARE, SIZE, TURN } from './property.ts'
import { STREAMS } from './streams.ts'

/** Numbers of the forces: part of the table of numbers. */
export const FORCE_NUMBERS = {
  gravity: number('type', 'px/s2', 240, FAR, [-800, 800], 'motion', 'times'),
  gravityHeading: number('type', 'deg', 90, ANGLE, TURN, 'motion', 'plus'),
  thrust: number('type', 'px/s2', 120, FAR, [-800, 800], 'motion', 'times'),
  brake: number('type', 'px/s2', 120, SIZE, [0, 800], 'motion', 'times'),
  drag: number('type', 'per s', 1.5, [0, 1000], [0, 8], 'motion', 'times'),
  dragQuadratic: number('type', 'per px', 0, [0, 100], [0, 0.05], 'motion', 'times'),
  wind: number('type', 'px/s2', 160, FAR, [-800, 800], 'motion', 'times'),
  windSpeed: number('type', 'px/s', 120, FAR, [-800, 800], 'motion', 'times'),
  windCarry: number('type', 'per s', 2, [0, 1000], [0, 8], 'motion', 'times'),
  windHeading: number('type', 'deg', 0, ANGLE, TURN, 'motion', 'plus'),
  drift: number('type', 'px/s', 40, FAR, [-200, 200], 'motion', 'times'),
  driftHeading: number('type', 'deg', 0, ANGLE, TURN, 'motion', 'plus'),
  turn: range('type', 'deg/s', 90, 90, ANGLE, [-360, 360], 'motion', 'times', STREAMS.turn),
  pull: number('type', 'px/s2', 300, FAR, [-800, 800], 'motion', 'times'),
  pullX: number('type', 'px', 0, FAR, NEAR, 'motion', 'plus'),
  pullY: number('type', 'px', -80, FAR, NEAR, 'motion', 'plus'),
  pullReach: number('type', 'px', 160, [1, 100_000], [8, 400], 'motion', 'times'),
  pullDamping: number('type', 'per s', 0, [0, 1000], [0, 12], 'motion', 'times'),
  pullEnd: number('type', 'px', 0, SIZE, [0, 80], 'motion', 'none'),
  swirl: number('type', 'px/s2', 300, FAR, [-800, 800], 'motion', 'times'),
  swirlX: number('type', 'px', 0, FAR, NEAR, 'motion', 'plus'),
  swirlY: number('type', 'px', -80, FAR, NEAR, 'motion', 'plus'),
  swirlReach: number('type', 'px', 160, [1, 100_000], [8, 400], 'motion', 'times'),
  churn: number('type', 'px/s2', 200, FAR, [0, 800], 'motion', 'times'),
  churnSize: number('type', 'px', 64, [1, 100_000], [8, 400], 'motion', 'none'),
  churnOctaves: number('type', 'count', 1, [1, 4], [1, 4], 'motion', 'none', { whole: true }),
  churnRate: number('type', 'per s', 0.3, [0, 100], [0, 4], 'motion', 'none'),
  sway: number('type', 'px', 12, FAR, [0, 80], 'motion', 'none'),
  swayRate: number('type', 'per s', 0.8, [0, 100], [0, 4], 'motion', 'none'),
  swayHeading: number('type', 'deg', 0, ANGLE, TURN, 'motion', 'none'),
  swayPhase: number('type', 'share', 1, SHARE, SHARE, 'motion', 'none', { stream: STREAMS.swayPhase }),
  railGather: number('type', 'share', 0, SHARE, SHARE, 'motion', 'none'),
  avoid: number('type', 'px/s2', 600, FAR, [0, 1600], 'motion', 'times'),
  avoidX: number('type', 'px', 0, FAR, NEAR, 'motion', 'plus'),
  avoidY: number('type', 'px', -80, FAR, NEAR, 'motion', 'plus'),
  avoidRadius: number('type', 'px', 24, SIZE, [0, 200], 'motion', 'times'),
  avoidReach: number('type', 'px', 32, [1, 10_000], [4, 200], 'motion', 'times'),
  limit: number('type', 'px/s', 200, SIZE, [0, 800], 'motion', 'times'),
  waverSpeed: number('type', 'share', 0, SHARE, SHARE, 'motion', 'none', { stream: STREAMS.waverSpeed }),
  waverSpeedRate: number('type', 'per s', 2, [0, 100], [0, 12], 'motion', 'none'),
  waverHeading: number('type', 'deg', 0, [0, 36_000], [0, 180], 'motion', 'none', {
    stream: STREAMS.waverHeading,
  }),
  waverHeadingRate: number('type', 'per s', 2, [0, 100], [0, 12], 'motion', 'none'),
  waverSpin: number('type', 'deg', 0, [0, 36_000], [0, 180], 'output', 'none', { stream: STREAMS.waverSpin }),
  waverSpinRate: number('type', 'per s', 2, [0, 100], [0, 12], 'output', 'none'),
  waverScale: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.waverScale }),
  waverScaleRate: number('type', 'per s', 2, [0, 100], [0, 12], 'output', 'none'),
  waverOpacity: number('type', 'share', 0, SHARE, SHARE, 'output', 'none', { stream: STREAMS.waverOpacity }),
  waverOpacityRate: number('type', 'per s', 2, [0, 100], [0, 12], 'output', 'none'),
} as const

export interface ForceFacets {
  /**
   * What it does in a step: adds to the acceleration of particles, changes the way they make (its size, its
   * direction, or what lies on top of it), or holds back or shakes what the others have made of it.
   */
  readonly acts: 'acceleration' | 'way' | 'modifier'
  /** Its numbers, the first one the strength that sentences say. */
  readonly numbers: readonly (keyof typeof FORCE_NUMBERS)[]
  /** Whether its strength may run over life by a ramp. Drag is integrated exactly for all together. */
  readonly ramped: boolean
  /** Whether it has a direction of its own, which stays with the world or turns with the effect. */
  readonly directed: boolean
  /**
   * Whether it needs a pass over the particles: always, only with a ramp, only while a number is over 0, or
   * never, where it is part of the step itself.
   */
  readonly pass: 'always' | 'withRamp' | 'never' | { readonly over0: keyof typeof FORCE_NUMBERS }
  /** Its place, where it has one that is set by two numbers. */
  readonly point: readonly [keyof typeof FORCE_NUMBERS, keyof typeof FORCE_NUMBERS] | null
}

const acceleration = {
  acts: 'acceleration',
  pass: 'always',
  ramped: true,
  directed: false,
  point: null,
} as const
const way = { acts: 'way', pass: 'always', ramped: true, directed: false, point: null } as const
const modifier = { acts: 'modifier', pass: 'never', ramped: true, directed: false, point: null } as const

export const FORCES = {
  gravity: { ...acceleration, pass: 'withRamp', directed: true, numbers: ['gravity', 'gravityHeading'] },
  thrust: { ...way, numbers: ['thrust'] },
  brake: { ...way, numbers: ['brake'] },
  drag: { ...way, pass: { over0: 'dragQuadratic' }, ramped: false, numbers: ['drag', 'dragQuadratic'] },
  wind: {
    ...acceleration,
    pass: 'withRamp',
    directed: true,
    numbers: ['wind', 'windSpeed', 'windCarry', 'windHeading'],
  },
  drift: { ...way, directed: true, numbers: ['drift', 'driftHeading'] },
  turn: { ...way, numbers: ['turn'] },
  pull: {
    ...acceleration,
    point: ['pullX', 'pullY'],
    numbers: ['pull', 'pullX', 'pullY', 'pullReach', 'pullDamping', 'pullEnd'],
  },
  swirl: {
    ...acceleration,
    point: ['swirlX', 'swirlY'],
    numbers: ['swirl', 'swirlX', 'swirlY', 'swirlReach'],
  },
  churn: { ...acceleration, numbers: ['churn', 'churnSize', 'churnOctaves', 'churnRate'] },
  sway: { ...way, directed: true, numbers: ['sway', 'swayRate', 'swayHeading', 'swayPhase'] },
  rail: { ...way, numbers: ['railGather'] },
  avoid: {
    ...acceleration,
    point: ['avoidX', 'avoidY'],
    numbers: ['avoid', 'avoidX', 'avoidY', 'avoidRadius', 'avoidReach'],
  },
  limit: { ...modifier, numbers: ['limit'] },
  waver: {
    ...modifier,
    ramped: false,
    numbers: [
      'waverSpeed',
      'waverSpeedRate',
      'waverHeading',
      'waverHeadingRate',
      'waverSpin',
      'waverSpinRate',
      'waverScale',
      'waverScaleRate',
      'waverOpacity',
      'waverOpacityRate',
    ],
  },
} as const satisfies Record<string, ForceFacets>

export type ForceKind = keyof typeof FORCES

/** Kinds whose facet has a value. */
type With<F extends keyof ForceFacets, V> = {
  [K in ForceKind]: (typeof FORCES)[K][F] extends V ? K : never
}[ForceKind]

export type RampedForce = With<'ramped', true>
export type DirectedForce = With<'directed', true>
export type PlacedForce = Exclude<ForceKind, With<'point', null>>

/** In the order in which they act. */
export const FORCE_KINDS = Object.keys(FORCES) as unknown as readonly [ForceKind, ...ForceKind[]]
/** Forces whose strength may run over the life of a particle. */
export const RAMPED_FORCES = FORCE_KINDS.filter((kind): kind is RampedForce => FORCES[kind].ramped)
/** Forces with a direction of their own. */
export const DIRECTED_FORCES = FORCE_KINDS.filter((kind): kind is DirectedForce => FORCES[kind].directed)
