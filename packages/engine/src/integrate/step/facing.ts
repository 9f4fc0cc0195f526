/** The way that a particle faces, after a step. */
import { effectiveVelocities } from './effectiveVelocity.ts'
import type { StepScope } from './stepScope.ts'

/** Where nothing moves, the last direction stays. */
export const faceTravel = ({ pool, program, end }: StepScope, from: number, to: number): void => {
  const { vx, vy, faceX, faceY } = pool
  if (!program.motion) {
    for (let i = from; i < to; i++) {
      if (vx[i] === 0 && vy[i] === 0) continue
      faceX[i] = vx[i]!
      faceY[i] = vy[i]!
    }
    return
  }
  const { x, y } = effectiveVelocities(program, pool, from, to, end)
  for (let i = from, k = 0; i < to; i++, k++) {
    if (x[k] === 0 && y[k] === 0) continue
    faceX[i] = x[k]!
    faceY[i] = y[k]!
  }
}
