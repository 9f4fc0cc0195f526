import { scaleAt, tintOf, type Appearance } from './appearance.ts'
import type { Pool } from '../state/index.ts'

/** Scale and tint of a particle at an age, without lanes: what it hands over. */
export const scaleAndTintAt = (
  appearance: Appearance,
  pool: Pool,
  i: number,
  age: number,
  out: { scaleX: number; tint: number },
): void => {
  const t = age / pool.life[i]!
  const u = t > 0 ? (t < 1 ? t : 1) : 0
  out.scaleX = scaleAt(appearance, pool, i, u, age)
  out.tint = tintOf(appearance, pool, i, u, 1)
}
