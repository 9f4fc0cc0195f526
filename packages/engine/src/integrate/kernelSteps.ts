/**
 * Steps of many particles by the kernels; each tells how many pairs it has left to the loops in motion.ts.
 */
import type { SteadyForces } from './step/steadyForces.ts'
import type { StepScope } from './step/stepScope.ts'
import { RAMPED, FIRST_AT_ONCE, NUMBERS, type Slab, WORDS } from '../kernels/index.ts'
import type { Pool } from '../state/index.ts'
import { type CompiledRamp, drawTableOf } from '../appearance/index.ts'

/** The speed ramp is read at the step's start. */
const writeSpeedParameters = (slab: Slab, ramp: CompiledRamp, start: number): void => {
  const { words, numbers } = slab
  words[WORDS.speeds] = slab.ramps.addressOf(drawTableOf(ramp))
  numbers[NUMBERS.time] = start
}

/** Slots `from` to `to` under steady forces alone; where that is an odd number, one behind them, too. */
export const moveSteadilyByKernel = (
  slab: Slab,
  pool: Pool,
  { gx, gy, step }: SteadyForces,
  from: number,
  to: number,
  ramp: CompiledRamp | null,
  start: number,
): number => {
  const { numbers, kernels } = slab
  pool.open(slab)
  numbers[NUMBERS.e] = step[0]!
  numbers[NUMBERS.a] = step[1]!
  numbers[NUMBERS.gxA] = gx * step[1]!
  numbers[NUMBERS.gyA] = gy * step[1]!
  numbers[NUMBERS.gxB] = gx * step[2]!
  numbers[NUMBERS.gyB] = gy * step[2]!
  if (ramp) {
    writeSpeedParameters(slab, ramp, start)
    return kernels.moveRamped(from, to)
  }
  kernels.moveFreely(from, to)
  return 0
}

/**
 * Forces and, unless accelerations are only kept, the step of slots `from` to `to`. @param forces bits of
 * kernels/flags.ts @param ramp null where the speed ramp has no say
 */
export const pushByKernel = (
  slab: Slab,
  { pool, e, a, b, start }: StepScope,
  { gx, gy }: SteadyForces,
  from: number,
  to: number,
  forces: number,
  ramp: CompiledRamp | null,
): number => {
  const { numbers, kernels } = slab
  pool.open(slab)
  numbers[NUMBERS.e] = e
  numbers[NUMBERS.a] = a
  numbers[NUMBERS.b] = b
  numbers[NUMBERS.half] = a / 2
  numbers[NUMBERS.gx] = gx
  numbers[NUMBERS.gy] = gy
  if (!ramp) return kernels.push(from, to, forces)
  writeSpeedParameters(slab, ramp, start)
  return kernels.push(from, to, forces | RAMPED)
}

/** Slots of those that end in a step, in order, to the slab's list; returns how many. */
export const endsByKernel = (
  slab: Slab,
  pool: Pool,
  from: number,
  to: number,
  before: number,
  now: number,
): number => {
  pool.open(slab)
  slab.numbers[NUMBERS.time] = before
  slab.numbers[NUMBERS.now] = now
  return slab.kernels.ends(from, to)
}

/**
 * First steps of newborns, each from its birth to `now`. @param forces bits of kernels/flags.ts @param ramp
 * of
 * the speed, at its start
 */
export const firstByKernel = (
  slab: Slab,
  pool: Pool,
  { gx, gy, drag }: SteadyForces,
  from: number,
  to: number,
  now: number,
  forces: number,
  ramp: number,
): void => {
  const { numbers, kernels } = slab
  pool.open(slab)
  numbers[NUMBERS.gx] = gx
  numbers[NUMBERS.gy] = gy
  numbers[NUMBERS.drag] = drag
  numbers[NUMBERS.now] = now
  numbers[NUMBERS.ramp] = ramp
  for (let at = from; at < to; at += FIRST_AT_ONCE) {
    const end = Math.min(to, at + FIRST_AT_ONCE)
    kernels.coefficients(at, end)
    kernels.pushFirst(at, end, ramp === 1 ? forces : forces | RAMPED)
  }
}
