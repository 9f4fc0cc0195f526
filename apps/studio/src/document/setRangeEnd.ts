/**
 * How controls write one part of a number: kept inside the hard limits, whole where it has to be. Where several
 * emitters are edited at once, the others change by the same amount.
 */
import { boundsWithin, type Kit } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { clampHard, stepOf, tidy } from './format.ts'
import { type edit, useDocument } from '../state/document.ts'
import {
  carrierOf,
  editLabel,
  othersOf,
  type PropertyAddress,
  type RangeEnd,
  readEnd,
  readValue,
  withEnd,
  writeValue,
} from './propertyAddress.ts'

/** Kept inside the hard limits, and inside what the owner's other numbers allow: a drag stops there. */
const clampWithin = (kit: Kit, target: PropertyAddress, id: PropertyId, value: number): number => {
  const carrier = carrierOf(kit, target)
  const whole = property(id).whole ? Math.round(value) : value
  if (!carrier) return clampHard(id, whole)
  const [low, high] = boundsWithin(target.owner, carrier, id)
  return Math.min(Math.max(low, high), Math.max(low, whole))
}

/** Adds to one part of a number; a range that is moved whole keeps its width inside the limits. */
const addTo = (
  kit: Kit,
  before: Kit,
  target: PropertyAddress,
  id: PropertyId,
  part: RangeEnd,
  by: number,
): void => {
  const value = readValue(before, target, id)
  if (value === undefined) return
  const moved = (at: number): number => clampWithin(before, target, id, Number((at + by).toPrecision(12)))
  if (typeof value === 'number' || part === 'from' || part === 'to')
    return writeValue(kit, target, id, withEnd(value, part, moved(readEnd(value, part))))
  writeValue(kit, target, id, { ...value, from: moved(value.from), to: moved(value.to) })
}

/**
 * `how` is `edit` for a step of its own, `editMoment` for a step of a drag; made on the state before the drag
 * either way. Other emitters that are edited at once change by the same amount.
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
  const clean = clampWithin(kit, target, id, next)
  const by = clean - readEnd(value, part)
  const others = othersOf(kit, target)
  how(editLabel(kit, target, id), (draft) => {
    // A range that is shown as one span of several emitters is moved whole.
    if (others.length > 0 && part === 'both') addTo(draft, kit, target, id, part, by)
    else writeValue(draft, target, id, withEnd(value, part, clean))
    for (const other of others) addTo(draft, kit, other, id, part, by)
  })
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
  how(editLabel(kit, target, id), (draft) => {
    writeValue(draft, target, id, {
      ...value,
      from: tidy(value.from + kept, stepOf(id)),
      to: tidy(value.to + kept, stepOf(id)),
    })
    for (const other of othersOf(kit, target)) addTo(draft, kit, other, id, 'both', kept)
  })
}
