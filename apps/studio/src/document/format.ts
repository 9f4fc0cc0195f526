/** Numbers as people drag and type them. */
import { property, type PropertyId } from '@gliv/model'

/**
 * One step of an arrow key, one pixel of a drag: a hundredth of the soft range on a grid of 1, 2, 5; whole
 * for counts.
 */
export const stepOf = (id: PropertyId): number => {
  const p = property(id)
  if (p.whole) return 1
  const raw = (p.soft[1] - p.soft[0]) / 200
  const power = 10 ** Math.floor(Math.log10(raw))
  const lead = raw / power
  return Number(((lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10) * power).toPrecision(1))
}

/** Rounds a dragged value to the step's decimals, so that 0.30000000000000004 is never stored. */
export const tidy = (value: number, step: number): number => {
  const decimals = Math.max(0, Math.ceil(-Math.log10(step)) + 1)
  return Number(value.toFixed(Math.min(12, decimals)))
}

export const clampHard = (id: PropertyId, value: number): number => {
  const [low, high] = property(id).hard
  return Math.min(high, Math.max(low, value))
}

/** From this many steps on a slider that begins at nothing gets finer towards it. */
const WIDE_STEPS = 150

const isWide = (id: PropertyId, low: number, high: number): boolean =>
  low === 0 && !property(id).hard.includes(1) && high / stepOf(id) >= WIDE_STEPS

/** Where a value lies on its slider from `low` to `high`, 0 to 1, and back. */
export const railShare = (id: PropertyId, low: number, high: number, value: number): number => {
  if (high <= low) return 0
  const share = (value - low) / (high - low)
  return isWide(id, low, high) ? Math.sqrt(Math.max(0, share)) : share
}
export const railValue = (id: PropertyId, low: number, high: number, share: number): number =>
  low + (isWide(id, low, high) ? share * share : share) * (high - low)
