/** The limit of the speed, after a step. */
import { effectiveInto } from '../step/effectiveVelocity.ts'
import type { StepScope } from '../step/stepScope.ts'

const turn = new Float64Array(2)

/** Neither the way of the step nor the effective velocity after it is over the limit. */
export const keepLimit = (scope: StepScope, limit: number): void => {
  const { from, to, seconds, end, pool, program } = scope
  const factor = scope.factors(program.motion!.limitRamp)
  for (let i = from; i < to; i++) {
    const most = limit * factor[i]!
    const dx = pool.x[i]! - pool.lastX[i]!
    const dy = pool.y[i]! - pool.lastY[i]!
    const way = Math.sqrt(dx * dx + dy * dy)
    if (way > most * seconds) {
      const k = (most * seconds) / way
      pool.x[i] = pool.lastX[i]! + dx * k
      pool.y[i] = pool.lastY[i]! + dy * k
    }
    effectiveInto(program, pool, i, end - pool.born[i]!, turn)
    const speed = Math.sqrt(turn[0]! * turn[0]! + turn[1]! * turn[1]!)
    if (speed <= most) continue
    const k = most / speed
    pool.vx[i]! *= k
    pool.vy[i]! *= k
    pool.addedVx[i]! *= k
    pool.addedVy[i]! *= k
  }
}
