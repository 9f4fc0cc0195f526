import type { Kit } from '@gliv/document'
import type { Subject } from './groups.tsx'
import type { SentenceTargets } from './targets.ts'

/** What sentences and rows are about; null when it was deleted meanwhile. */
export const subjectOf = (kit: Kit, targets: SentenceTargets): Subject | null => {
  const effect = kit.effects[targets.effect]
  const emitter = effect?.emitters[targets.emitter]
  const type = kit.types[targets.type]
  if (!effect || !emitter || !type) return null
  return {
    kit,
    emitter,
    type,
    emitters: effect.emitters,
    partner: emitter.companionOf === null ? undefined : effect.emitters[emitter.companionOf]?.name,
  }
}
