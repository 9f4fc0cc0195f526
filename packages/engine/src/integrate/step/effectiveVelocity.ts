import type { EmitterProgram } from '../../program/index.ts'
import { cosSinIn } from '../../maths/index.ts'
import type { Pool } from '../../state/index.ts'
import { rampAt } from '../../appearance/index.ts'

const bent = new Float64Array(2)

/** Velocities of the particles of a step, from its first slot on; filled again by each who asks. */
export interface Velocities {
  readonly x: Float64Array
  readonly y: Float64Array
}
let velocities: Velocities = { x: new Float64Array(0), y: new Float64Array(0) }

const reserve = (count: number): void => {
  const { length } = velocities.x
  if (count > length)
    velocities = {
      x: new Float64Array(Math.max(count, 2 * length)),
      y: new Float64Array(Math.max(count, 2 * length)),
    }
}

/** A particle's own velocity by its speed ramp. */
const rampedInto = (
  { speedRamp }: EmitterProgram,
  pool: Pool,
  from: number,
  to: number,
  end: number,
): void => {
  const { vx, vy, born, life } = pool
  const { x, y } = velocities
  const r = speedRamp.constant ? rampAt(speedRamp, 0) : 0
  if (speedRamp.constant)
    for (let i = from, k = 0; i < to; i++, k++) {
      x[k] = vx[i]! * r
      y[k] = vy[i]! * r
    }
  else
    for (let i = from, k = 0; i < to; i++, k++) {
      const t = (end - born[i]!) / life[i]!
      const ramp = rampAt(speedRamp, t > 0 ? (t < 1 ? t : 1) : 0)
      x[k] = vx[i]! * ramp
      y[k] = vy[i]! * ramp
    }
}

const wavedInto = ({ motion }: EmitterProgram, pool: Pool, from: number, to: number, end: number): void => {
  const { born, keyHi, keyLo } = pool
  const { x, y } = velocities
  const { speed, heading } = motion!
  for (let i = from, k = 0; i < to; i++, k++) {
    const age = end - born[i]!
    if (speed) {
      const factor = 1 + speed.at(keyHi[i]!, keyLo[i]!, age)
      x[k]! *= factor
      y[k]! *= factor
    }
    if (!heading) continue
    bent[0] = heading.at(keyHi[i]!, keyLo[i]!, age)
    cosSinIn(bent)
    const ux = x[k]!
    x[k] = ux * bent[0]! - y[k]! * bent[1]!
    y[k] = y[k]! * bent[0]! + ux * bent[1]!
  }
}

/**
 * The effective velocities u in the particles' own space at a moment: ramp × v with its wavers, plus drift, sway and
 * rail. One thought a loop, over all slots of a step.
 */
export const effectiveVelocities = (
  program: EmitterProgram,
  pool: Pool,
  from: number,
  to: number,
  end: number,
): Velocities => {
  reserve(to - from)
  const { motion } = program
  const { x, y } = velocities
  if (motion && !motion.ownWay) {
    x.fill(0, 0, to - from)
    y.fill(0, 0, to - from)
  } else rampedInto(program, pool, from, to, end)
  if (!motion) return velocities
  if (motion.speed || motion.heading) wavedInto(program, pool, from, to, end)
  const { addedVx, addedVy } = pool
  for (let i = from, k = 0; i < to; i++, k++) {
    x[k]! += addedVx[i]!
    y[k]! += addedVy[i]!
  }
  return velocities
}

/**
 * The same for one particle at an age: ramp × v with its wavers, plus drift, sway
 * and rail.
 */
export const effectiveInto = (
  { speedRamp, motion }: EmitterProgram,
  pool: Pool,
  i: number,
  age: number,
  out: Float64Array,
): void => {
  const t = age / pool.life[i]!
  const r = rampAt(speedRamp, t > 0 ? (t < 1 ? t : 1) : 0)
  let x = pool.vx[i]! * r
  let y = pool.vy[i]! * r
  if (motion) {
    if (!motion.ownWay) x = y = 0
    if (motion.speed) {
      const k = 1 + motion.speed.at(pool.keyHi[i]!, pool.keyLo[i]!, age)
      x *= k
      y *= k
    }
    if (motion.heading) {
      bent[0] = motion.heading.at(pool.keyHi[i]!, pool.keyLo[i]!, age)
      cosSinIn(bent)
      const ux = x
      x = ux * bent[0]! - y * bent[1]!
      y = y * bent[0]! + ux * bent[1]!
    }
    x += pool.addedVx[i]!
    y += pool.addedVy[i]!
  }
  out[0] = x
  out[1] = y
}
