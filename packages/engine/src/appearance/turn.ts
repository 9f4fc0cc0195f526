/**
 * How a sprite turns over its life. angle = start + spin × age; a spin ramp scales the spin, so that its part is
 * spin × ∫ ramp dt, and a turn over life adds from + (to − from) × ramp, or stands for the start. All of it is a
 * function of the age, so that an edit changes pictures and steps nothing.
 */
import { type Ramp, type ResolvedType, STREAMS } from '@gliv/model'
import { sampleRange } from '../maths/index.ts'
import type { Pool } from '../state/index.ts'
import {
  type CompiledIntegral,
  type CompiledRamp,
  compileIntegral,
  compileRamp,
  integralAt,
  rampAt,
} from './ramp.ts'

/** What turns besides start angle and steady spin. */
export interface Turn {
  readonly type: ResolvedType
  /** Null where the spin is steady. */
  readonly spin: CompiledIntegral | null
  readonly ramp: CompiledRamp
  /** There is a turn over life. */
  readonly overLife: boolean
}

const isFlatAtOne = ({ points }: Ramp): boolean => points.every(({ value }) => value === 1)

/** Null for the common case: start angle and steady spin. */
export const compileTurn = (type: ResolvedType): Turn | null => {
  const { numbers, ramps, turnRelative } = type
  const { turnFrom, turnTo } = numbers
  const overLife = !turnRelative || [turnFrom, turnTo].some(({ from, to }) => from !== 0 || to !== 0)
  const steady = isFlatAtOne(ramps.spin)
  if (steady && !overLife) return null
  return {
    type,
    spin: steady ? null : compileIntegral(compileRamp(ramps.spin)),
    ramp: compileRamp(ramps.angle),
    overLife,
  }
}

/** Degrees at life `u` from 0 to 1 and `age` in seconds, lanes and wavers left out. */
export const turnedAt = (
  { type, spin, ramp, overLife }: Turn,
  pool: Pool,
  i: number,
  u: number,
  age: number,
): number => {
  const { turnRelative, numbers } = type
  // The mean of the ramp up to now, times the time that it has turned.
  const turned = pool.spin[i]! * (spin && u > 0 ? (age * integralAt(spin, u)) / u : age)
  if (!overLife) return pool.angle[i]! + turned
  const from = sampleRange(numbers.turnFrom, STREAMS.turnFrom, pool.keyHi[i]!, pool.keyLo[i]!)
  const to = sampleRange(numbers.turnTo, STREAMS.turnTo, pool.keyHi[i]!, pool.keyLo[i]!)
  return (turnRelative ? pool.angle[i]! : 0) + turned + from + (to - from) * rampAt(ramp, u)
}
