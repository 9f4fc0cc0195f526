import type { RampedForce, ResolvedEmitter } from '@gliv/model'
import { type CompiledRamp, compileRamp } from '../appearance/index.ts'

/** Strength over life; null when there is none, or it stays at 1. */
export const rampOfForce = (source: ResolvedEmitter, force: RampedForce): CompiledRamp | null => {
  const ramp = source.type.forceRamps[force]
  const compiled = ramp ? compileRamp(ramp) : null
  return compiled && !(compiled.constant && compiled.pieces[2] === 1) ? compiled : null
}
