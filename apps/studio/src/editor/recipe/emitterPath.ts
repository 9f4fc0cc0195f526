/** What the Recipe is about: one emitter of an effect, and its particle type. */
import { property, type PropertyId } from '@gliv/model'
import type { EmitterPath, PropertyAddress } from '../../document/propertyAddress.ts'

export type { EmitterPath }

/** All emitters that are edited at once, the one at hand first. */
export const pathsOf = (path: EmitterPath): readonly EmitterPath[] => [path, ...(path.also ?? [])]

/** The target of a property, by its owner. @param item id of the burst, relay or part that it belongs to */
export const addressOf = (path: EmitterPath, id: PropertyId, item?: string): PropertyAddress => {
  const { owner } = property(id)
  const { effect, emitter } = path
  const also = path.also?.length ? { also: path.also } : {}
  if (owner === 'type') return { owner, type: path.type, ...also }
  if (owner === 'burst') return { owner, effect, emitter, burst: item!, ...also }
  if (owner === 'relay') return { owner, effect, emitter, relay: item!, ...also }
  if (owner === 'part') return { owner, effect, part: item! }
  return owner === 'effect' ? { owner, effect } : { owner, effect, emitter, ...also }
}
