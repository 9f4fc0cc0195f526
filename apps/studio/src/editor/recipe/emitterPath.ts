/** What the Recipe is about: one emitter of an effect, and its particle type. */
import { property, type PropertyId } from '@gliv/model'
import type { PropertyAddress } from '../../document/propertyAddress.ts'

export interface EmitterPath {
  readonly effect: string
  readonly emitter: string
  readonly type: string
}

/** The target of a property, by its owner. @param item id of the burst, relay or part that it belongs to */
export const addressOf = (path: EmitterPath, id: PropertyId, item?: string): PropertyAddress => {
  const { owner } = property(id)
  if (owner === 'type') return { owner, type: path.type }
  if (owner === 'burst') return { owner, effect: path.effect, emitter: path.emitter, burst: item! }
  if (owner === 'relay') return { owner, effect: path.effect, emitter: path.emitter, relay: item! }
  if (owner === 'part') return { owner, effect: path.effect, part: item! }
  return owner === 'effect'
    ? { owner, effect: path.effect }
    : { owner, effect: path.effect, emitter: path.emitter }
}
