/** Which of an emitter's forces need a pass of their own; what is steady is part of the step itself. */
import {
  FORCE_KINDS,
  type ForceFacets,
  type ForceKind,
  FORCES,
  type RampedForce,
  type ResolvedEmitter,
} from '@gliv/model'
import { rampOfForce } from './forceRamp.ts'

const needsPass = (source: ResolvedEmitter, kind: ForceKind): boolean => {
  const { pass }: ForceFacets = FORCES[kind]
  if (pass === 'withRamp') return rampOfForce(source, kind as RampedForce) !== null
  if (typeof pass === 'string') return pass === 'always'
  return (source.type.numbers[pass.over0] as number) > 0
}

/** In the order of the table. */
export const passesNeeded = (source: ResolvedEmitter): ForceKind[] =>
  FORCE_KINDS.filter((kind) => source.type.forces.includes(kind) && needsPass(source, kind))
