/** How controls write one part of a number: kept inside the hard limits, whole where it has to be. */
import { property, type PropertyId } from '@gliv/model'
import { clampHard } from '../util/format.ts'
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
