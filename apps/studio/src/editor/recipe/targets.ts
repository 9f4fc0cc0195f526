/** What the Recipe is about: one emitter of an effect, and its particle type. */
import { property, type PropertyId } from '@gliv/model'
import type { Target } from '../../store/targets.ts'

export interface SentenceTargets {
  readonly effect: string
  readonly emitter: string
  readonly type: string
}

/** The target of a property, by its owner. @param item id of the burst, relay or part that it belongs to */
export const targetOf = (targets: SentenceTargets, id: PropertyId, item?: string): Target => {
  const { owner } = property(id)
  if (owner === 'type') return { owner, type: targets.type }
  if (owner === 'burst') return { owner, effect: targets.effect, emitter: targets.emitter, burst: item! }
  if (owner === 'relay') return { owner, effect: targets.effect, emitter: targets.emitter, relay: item! }
  if (owner === 'part') return { owner, effect: targets.effect, part: item! }
  return owner === 'effect'
    ? { owner, effect: targets.effect }
    : { owner, effect: targets.effect, emitter: targets.emitter }
}
