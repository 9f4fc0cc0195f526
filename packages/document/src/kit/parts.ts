/** Effects inside effects: how deep they may go and how many may come together. */
import { effectsWithin, innerOf } from './edits.ts'
import type { Effect, Kit } from './kit.ts'

/** As deep as relays may go: an effect, and four more inside each other. */
export const PARTS_DEPTH = 4
/**
 * Effects that one effect may hold in all, each counted as often as it is placed; each is a simulation of its
 * own.
 */
export const PARTS_TOTAL = 512

interface Extent {
  readonly depth: number
  readonly total: number
}

/**
 * How deep an effect goes and how many effects it holds; both stop growing once they are over the limits,
 * circles included.
 */
export const extentOf = (kit: Kit, id: string, known = new Map<string, Extent>(), level = 0): Extent => {
  const before = known.get(id)
  if (before) return before
  // Deep enough to be refused; a circle comes back to what is not counted yet.
  const over: Extent = { depth: PARTS_DEPTH + 1, total: PARTS_TOTAL + 1 }
  if (level > PARTS_DEPTH + 1) return over
  known.set(id, over)
  let extent: Extent = { depth: 0, total: 0 }
  for (const inner of innerOf(kit, id)) {
    const { depth, total } = extentOf(kit, inner, known, level + 1)
    extent = {
      depth: Math.min(PARTS_DEPTH + 1, Math.max(extent.depth, depth + 1)),
      total: Math.min(PARTS_TOTAL + 1, extent.total + total + 1),
    }
  }
  known.set(id, extent)
  return extent
}

/** Why the effects inside an effect are refused; null when they are fine. */
export const partsProblem = (kit: Kit, effect: Effect): string | null => {
  if (innerOf(kit, effect.id).length === 0) return null
  // A circle is said where it closes.
  if (effectsWithin(kit, effect.id).has(effect.id)) return null
  const { depth, total } = extentOf(kit, effect.id)
  if (depth > PARTS_DEPTH)
    return `effects stand inside each other more than ${PARTS_DEPTH} deep; at most ${PARTS_DEPTH} are allowed; place the innermost ones directly`
  return total > PARTS_TOTAL
    ? `it plays more than ${PARTS_TOTAL} effects at once, counted through all that it holds; at most ${PARTS_TOTAL} are allowed; use fewer parts, or fewer inside them`
    : null
}
