/** What follows a step: the limit of the speed, and the way a particle faces. */
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

/** Where nothing moves, the last direction stays. */
export const faceTravel = ({ pool, program, end }: StepScope, from: number, to: number): void => {
  const { vx, vy, faceX, faceY } = pool
  const { motion } = program
  for (let i = from; i < to; i++) {
    turn[0] = vx[i]!
    turn[1] = vy[i]!
    if (motion) effectiveInto(program, pool, i, end - pool.born[i]!, turn)
    if (turn[0] === 0 && turn[1] === 0) continue
    faceX[i] = turn[0]!
    faceY[i] = turn[1]!
  }
}
