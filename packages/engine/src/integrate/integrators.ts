/**
 * The loops of a step, particle by particle: the twins of kernels/steps.as.ts and of the step in
 * kernels/forces.as.ts.
 */
import type { StepScope } from './step/stepScope.ts'
import type { SteadyForces } from './step/steadyForces.ts'
import { cosSinIn } from '../maths/index.ts'
import type { Pool } from '../state/index.ts'
import { cellOf, type CompiledRamp, drawTableOf, rampIn } from '../appearance/index.ts'

const turn = new Float64Array(2)
/** A value that comes from a call goes through here, so that the loop holds bare numbers. */
const SPEED = new Float64Array(1)

/** Under steady forces alone. */
export const moveFreely = (
  { all, at }: Pool,
  { gx, gy, step: s }: SteadyForces,
  from: number,
  to: number,
): void => {
  const { x, y, lastX, lastY, vx, vy } = at
  const e = s[0]!
  const a = s[1]!
  const gxA = gx * a
  const gyA = gy * a
  const gxB = gx * s[2]!
  const gyB = gy * s[2]!
  for (let i = from; i < to; i++) {
    const u = all[vx + i]!
    const v = all[vy + i]!
    const px = all[x + i]!
    const py = all[y + i]!
    all[lastX + i] = px
    all[lastY + i] = py
    all[x + i] = px + u * a + gxB
    all[y + i] = py + v * a + gyB
    all[vx + i] = u * e + gxA
    all[vy + i] = v * e + gyA
  }
}

/**
 * The speed ramp scales the way, not the velocity that forces own; it is read at the step's start, from its
 * table.
 */
export const moveRamped = (
  { all, at }: Pool,
  { gx, gy, step: s }: SteadyForces,
  ramp: CompiledRamp,
  before: number,
  from: number,
  to: number,
): void => {
  const { born, life, x, y, lastX, lastY, vx, vy } = at
  const e = s[0]!
  const a = s[1]!
  const gxA = gx * a
  const gyA = gy * a
  const gxB = gx * s[2]!
  const gyB = gy * s[2]!
  const table = drawTableOf(ramp)
  for (let i = from; i < to; i++) {
    const u = all[vx + i]!
    const v = all[vy + i]!
    // A birth at the very tick may lie a rounding after it.
    const since = (before - all[born + i]!) / all[life + i]!
    const t = since > 0 ? (since < 1 ? since : 1) : 0
    const cell = cellOf(t) * 2
    let r = table[cell]! + table[cell + 1]! * t
    if (r !== r) {
      SPEED[0] = t
      rampIn(ramp, SPEED)
      r = SPEED[0]!
    }
    const px = all[x + i]!
    const py = all[y + i]!
    all[lastX + i] = px
    all[lastY + i] = py
    all[x + i] = px + r * (u * a + gxB)
    all[y + i] = py + r * (v * a + gyB)
    all[vx + i] = u * e + gxA
    all[vy + i] = v * e + gyA
  }
}

/** `advance` where nothing but accelerations was added: the same numbers with fewer columns. */
export const accelerate = (scope: StepScope, ramped: boolean, from: number, to: number): void => {
  const { e, a, b, ax, ay } = scope
  const { all, at } = scope.pool
  const { x, y, lastX, lastY, vx, vy } = at
  const speeds = scope.factors(ramped ? scope.program.speedRamp : null, from, to)
  for (let i = from; i < to; i++) {
    const u = all[vx + i]!
    const v = all[vy + i]!
    const px = all[x + i]!
    const py = all[y + i]!
    const gx = ax[i]!
    const gy = ay[i]!
    all[lastX + i] = px
    all[lastY + i] = py
    if (ramped) {
      const r = speeds[i]!
      all[x + i] = px + r * (u * a + gx * b)
      all[y + i] = py + r * (v * a + gy * b)
    } else {
      all[x + i] = px + u * a + gx * b
      all[y + i] = py + v * a + gy * b
    }
    all[vx + i] = u * e + gx * a
    all[vy + i] = v * e + gy * a
  }
}

/** With ways of their own. */
export const advance = (scope: StepScope, ramped: boolean): void => {
  const { from, to, e, a, b, ax, ay, ownX, ownY, wayX, wayY } = scope
  const { all, at } = scope.pool
  const { x, y, lastX, lastY, vx, vy } = at
  const speeds = scope.factors(ramped ? scope.program.speedRamp : null)
  for (let i = from; i < to; i++) {
    const u = all[vx + i]!
    const v = all[vy + i]!
    const px = all[x + i]!
    const py = all[y + i]!
    all[lastX + i] = px
    all[lastY + i] = py
    const gx = ax[i]!
    const gy = ay[i]!
    if (ramped) {
      const r = speeds[i]!
      all[x + i] = px + r * (u * a + gx * b + ownX[i]!) + wayX[i]!
      all[y + i] = py + r * (v * a + gy * b + ownY[i]!) + wayY[i]!
    } else {
      all[x + i] = px + u * a + gx * b + ownX[i]! + wayX[i]!
      all[y + i] = py + v * a + gy * b + ownY[i]! + wayY[i]!
    }
    all[vx + i] = u * e + gx * a
    all[vy + i] = v * e + gy * a
  }
}

/**
 * With a speed or heading that wavers, and on rails: the own way is turned and scaled as it is half-way
 * through the step.
 */
export const advanceWavering = (scope: StepScope, ramped: boolean): void => {
  const { from, to, start, end, pool, e, a, b, ax, ay, ownX, ownY, wayX, wayY } = scope
  const { speed, heading, ownWay } = scope.program.motion!
  const speeds = scope.factors(ramped ? scope.program.speedRamp : null)
  const middle = (start + end) / 2
  for (let i = from; i < to; i++) {
    const u = pool.vx[i]!
    const v = pool.vy[i]!
    const age = middle - pool.born[i]!
    const hi = pool.keyHi[i]!
    const lo = pool.keyLo[i]!
    let r = ownWay ? speeds[i]! : 0
    if (speed) r *= 1 + speed.at(hi, lo, age)
    let dx = r * (u * a + ax[i]! * b + ownX[i]!)
    let dy = r * (v * a + ay[i]! * b + ownY[i]!)
    if (heading) {
      turn[0] = heading.at(hi, lo, age)
      cosSinIn(turn)
      const x = dx
      dx = x * turn[0]! - dy * turn[1]!
      dy = dy * turn[0]! + x * turn[1]!
    }
    pool.lastX[i] = pool.x[i]!
    pool.lastY[i] = pool.y[i]!
    pool.x[i]! += dx + wayX[i]!
    pool.y[i]! += dy + wayY[i]!
    pool.vx[i] = u * e + ax[i]! * a
    pool.vy[i] = v * e + ay[i]! * a
  }
}
