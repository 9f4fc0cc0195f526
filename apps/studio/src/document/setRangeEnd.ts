/** How controls write one part of a number: kept inside the hard limits, whole where it has to be. */
import type { Kit } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { boundsWithin } from '@gliv/document'
import { clampHard, stepOf, tidy } from './format.ts'
import { type edit, useDocument } from '../state/document.ts'
import {
  carrierOf,
  editLabel,
  type RangeEnd,
  readValue,
  type PropertyAddress,
  withEnd,
  writeValue,
} from './propertyAddress.ts'

/** Kept inside the hard limits, and inside what the owner's other numbers allow: a drag stops there. */
const clampWithin = (kit: Kit, target: PropertyAddress, id: PropertyId, value: number): number => {
  const carrier = carrierOf(kit, target)
  if (!carrier) return clampHard(id, value)
  const [low, high] = boundsWithin(target.owner, carrier, id)
  return Math.min(Math.max(low, high), Math.max(low, value))
}

/**
 * `how` is `edit` for a step of its own, `editMoment` for a step of a drag; made on the state before the drag
 * either way.
 */
export const setRangeEnd = (
  target: PropertyAddress,
  id: PropertyId,
  part: RangeEnd,
  next: number,
  how: typeof edit,
): void => {
  const { kit } = useDocument.getState()
  const value = kit && readValue(kit, target, id)
  if (!kit || value === null || value === undefined) return
  const clean = clampWithin(kit, target, id, property(id).whole ? Math.round(next) : next)
  how(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, withEnd(value, part, clean)))
}

/**
 * Both ends of a range by the same amount, from where they were before the drag; neither leaves the hard
 * limits.
 */
export const shiftRange = (target: PropertyAddress, id: PropertyId, by: number, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  const value = kit && readValue(kit, target, id)
  if (!kit || typeof value !== 'object' || value === null) return
  const [low, high] = property(id).hard
  const kept = Math.min(high - value.to, Math.max(low - value.from, by))
  how(editLabel(kit, target, id), (draft) =>
    writeValue(draft, target, id, {
      ...value,
      from: tidy(value.from + kept, stepOf(id)),
      to: tidy(value.to + kept, stepOf(id)),
    }),
  )
}
