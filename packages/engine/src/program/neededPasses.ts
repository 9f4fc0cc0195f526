/** Which of an emitter's forces need a pass of their own; what is steady is part of the step itself. */
import { FORCE_KINDS, type ForceKind, type ResolvedEmitter } from '@gliv/model'
import { rampOfForce } from './forceRamp.ts'

const always = (): boolean => true
const never = (): boolean => false

const NEEDED = {
  gravity: (source) => rampOfForce(source, 'gravity') !== null,
  thrust: always,
  brake: always,
  drag: ({ type }) => type.numbers.dragQuadratic > 0,
  wind: (source) => rampOfForce(source, 'wind') !== null,
  drift: always,
  turn: always,
  pull: always,
  swirl: always,
  churn: always,
  sway: always,
  rail: always,
  avoid: always,
  limit: never,
  waver: never,
} as const satisfies Record<ForceKind, (source: ResolvedEmitter) => boolean>

/** In the order of the table. */
export const passesNeeded = (source: ResolvedEmitter): ForceKind[] =>
  FORCE_KINDS.filter((kind) => source.type.forces.includes(kind) && NEEDED[kind](source))
