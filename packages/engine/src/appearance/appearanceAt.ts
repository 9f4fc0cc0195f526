import { scaleAt, tintOf, type Looks } from './appearance.ts'
import type { Pool } from '../state/pool.ts'

/** Scale and tint of a particle at an age, without lanes: what it hands over. */
export const looksAt = (
  looks: Looks,
  pool: Pool,
  i: number,
  age: number,
  out: { scaleX: number; tint: number },
): void => {
  const t = age / pool.life[i]!
  const u = t > 0 ? (t < 1 ? t : 1) : 0
  out.scaleX = scaleAt(looks, pool, i, u, age)
  out.tint = tintOf(looks, pool, i, u, 1)
}
