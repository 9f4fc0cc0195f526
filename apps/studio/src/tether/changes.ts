/** What of a kit has to be told to games after an edit. */
import { type Kit, resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import { readMask } from '../document/masks.ts'
import { sameResolved } from '../preview/resolvedCache.ts'

/** What games have of a kit. */
export interface Told {
  readonly kit: Kit
  readonly effects: ReadonlyMap<string, ResolvedEffect>
}

/** Resolved effects of a kit; those that an edit does not reach are the very same as before. */
export const resolvedOf = (kit: Kit, before: Told | null): Told['effects'] => {
  const effects = new Map<string, ResolvedEffect>()
  for (const id of kit.effectOrder) {
    const effect = kit.effects[id]
    if (!effect) continue
    const made = resolveEffect(kit, effect, readMask)
    const known = before?.effects.get(id)
    effects.set(id, known && sameResolved(known, made) ? known : made)
  }
  return effects
}

/** Whether pictures, sounds or the kit itself are others, which an edit cannot say. */
export const needsWhole = (before: Kit, next: Kit): boolean =>
  before.id !== next.id ||
  before.sheets !== next.sheets ||
  before.sheetOrder !== next.sheetOrder ||
  before.sounds !== next.sounds

/** Effects that are not as games have them. */
export const changedIn = (before: Told, effects: Told['effects']): ResolvedEffect[] =>
  [...effects].flatMap(([id, effect]) => (before.effects.get(id) === effect ? [] : [effect]))
