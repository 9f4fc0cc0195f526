/** The way that a particle faces, after a step. */
import { effectiveInto } from './effectiveVelocity.ts'
import type { StepScope } from './stepScope.ts'

const turn = new Float64Array(2)

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
