/** How controls write one part of a number: kept inside the hard limits, whole where it has to be. */
import { property, type PropertyId } from '@gliv/model'
import { clampHard, stepOf, tidy } from '../util/format.ts'
import { type edit, useDocument } from './document.ts'
import { editLabel, type Part, readValue, type Target, withPart, writeValue } from './targets.ts'

/** `how` is `edit` for a step of its own, `editMoment` for a step of a drag; made on the state before the drag either way. */
export const setPart = (target: Target, id: PropertyId, part: Part, next: number, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  const value = kit && readValue(kit, target, id)
  if (!kit || value === null || value === undefined) return
  const clean = clampHard(id, property(id).whole ? Math.round(next) : next)
  how(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, withPart(value, part, clean)))
}

/** Both ends of a range by the same amount, from where they were before the drag; neither leaves the hard limits. */
export const shiftRange = (target: Target, id: PropertyId, by: number, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  const value = kit && readValue(kit, target, id)
  if (!kit || typeof value !== 'object' || value === null) return
  const [low, high] = property(id).hard
  const kept = Math.min(high - value.to, Math.max(low - value.from, by))
  how(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, { ...value, from: tidy(value.from + kept, stepOf(id)), to: tidy(value.to + kept, stepOf(id)) }))
}
