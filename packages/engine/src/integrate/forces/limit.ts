/** The limit of the speed, after a step. */
import { effectiveVelocities } from '../step/effectiveVelocity.ts'
import type { StepScope } from '../step/stepScope.ts'

/** Neither the way of the step nor the effective velocity after it is over the limit. */
export const keepLimit = (scope: StepScope, limit: number): void => {
  const { from, to, end, pool, program } = scope
  const factor = scope.factors(program.motion!.limitRamp)
  keepWay(scope, limit, factor)
  const velocity = effectiveVelocities(program, pool, from, to, end)
  const { vx, vy, addedVx, addedVy } = pool
  for (let i = from, k = 0; i < to; i++, k++) {
    const most = limit * factor[i]!
    const x = velocity.x[k]!
    const y = velocity.y[k]!
    const speed = Math.sqrt(x * x + y * y)
    if (speed <= most) continue
    const by = most / speed
    vx[i]! *= by
    vy[i]! *= by
    addedVx[i]! *= by
    addedVy[i]! *= by
  }
}

const keepWay = ({ from, to, seconds, pool }: StepScope, limit: number, factor: Float64Array): void => {
  const { x, y, lastX, lastY } = pool
  for (let i = from; i < to; i++) {
    const most = limit * factor[i]!
    const dx = x[i]! - lastX[i]!
    const dy = y[i]! - lastY[i]!
    const way = Math.sqrt(dx * dx + dy * dy)
    if (way <= most * seconds) continue
    const k = (most * seconds) / way
    x[i] = lastX[i]! + dx * k
    y[i] = lastY[i]! + dy * k
  }
}
