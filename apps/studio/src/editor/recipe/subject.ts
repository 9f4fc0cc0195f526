import type { Kit } from '@gliv/document'
import type { Subject } from './groups.tsx'
import type { EmitterPath } from './emitterPath.ts'

/** What sentences and rows are about; null when it was deleted meanwhile. */
export const subjectOf = (kit: Kit, path: EmitterPath): Subject | null => {
  const effect = kit.effects[path.effect]
  const emitter = effect?.emitters[path.emitter]
  const type = kit.types[path.type]
  if (!effect || !emitter || !type) return null
  return {
    kit,
    emitter,
    type,
    emitters: effect.emitters,
    partner: emitter.companionOf === null ? undefined : effect.emitters[emitter.companionOf]?.name,
  }
}
