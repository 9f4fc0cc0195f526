/**
 * What each force is: one entry each, in the order in which forces act. Kinds, lists and menus are derived
 * from
 * it; what it does, how it is set and how it is said stand in tables of the layers above, each held to these
 * kinds by the compiler.
 */
import type { FORCE_NUMBERS } from './forceNumbers.ts'

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
