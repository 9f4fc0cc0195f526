/** What the Recipe is about: one emitter of an effect, and its particle type. */
import { property, type PropertyId } from '@gliv/model'
import type { Target } from '../../store/targets.ts'

export interface SentenceTargets {
  readonly effect: string
  readonly emitter: string
  readonly type: string
}

/** The target of a property, by its owner. */
export const targetOf = (targets: SentenceTargets, id: PropertyId, burst?: string): Target => {
  const { owner } = property(id)
  if (owner === 'type') return { owner, type: targets.type }
  if (owner === 'burst') return { owner, effect: targets.effect, emitter: targets.emitter, burst: burst! }
  return owner === 'effect' ? { owner, effect: targets.effect } : { owner, effect: targets.effect, emitter: targets.emitter }
}
