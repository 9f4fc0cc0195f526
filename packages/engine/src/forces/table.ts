/** Which passes an emitter's forces need, in the order of the table of forces. */
import { FORCE_KINDS, type ForceKind, type ResolvedEmitter } from '@gliv/model'
import { drift, rampedGravity, rampedWind } from './air.ts'
import { avoidCircle, pull, swirl } from './centres.ts'
import { churn } from './churn.ts'
import { rail, sway } from './paths.ts'
import { rampOfForce } from './ramps.ts'
import type { ForceMaker } from './scope.ts'
import { brake, dragQuadratic, thrust, turn } from './travel.ts'

interface ForceRule {
  /** null: it is part of the step itself. */
  readonly pass: ForceMaker | null
  /** Whether the pass is needed; always, when nothing is said. */
  needed?(source: ResolvedEmitter): boolean
}

export const FORCE_RULES = {
  gravity: { pass: rampedGravity, needed: (source) => rampOfForce(source, 'gravity') !== null },
  thrust: { pass: thrust },
  brake: { pass: brake },
  drag: { pass: dragQuadratic, needed: ({ type, lanes }) => type.numbers.dragQuadratic > 0 || lanes.dragQuadratic !== undefined },
  wind: { pass: rampedWind, needed: (source) => rampOfForce(source, 'wind') !== null },
  drift: { pass: drift },
  turn: { pass: turn },
  pull: { pass: pull },
  swirl: { pass: swirl },
  churn: { pass: churn },
  sway: { pass: sway },
  rail: { pass: rail },
  avoid: { pass: avoidCircle, needed: ({ type }) => type.avoids === 'circle' },
  limit: { pass: null },
  waver: { pass: null },
} as const satisfies Record<ForceKind, ForceRule>

/** Passes of an emitter, in order; empty when everything that acts is steady. */
export const forcePasses = (source: ResolvedEmitter): ForceMaker[] =>
  FORCE_KINDS.flatMap((kind) => {
    const rule: ForceRule = FORCE_RULES[kind]
    return source.type.forces.includes(kind) && rule.pass && (rule.needed?.(source) ?? true) ? [rule.pass] : []
  })
