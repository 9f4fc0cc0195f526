import type { EmitterProgram } from '../../program/index.ts'
import { cosSinIn } from '../../maths/index.ts'
import type { Pool } from '../../state/index.ts'
import { rampAt } from '../../appearance/index.ts'

const bent = new Float64Array(2)

/**
 * The effective velocity u in the particle's own space at an age: ramp × v with its wavers, plus drift, sway
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
