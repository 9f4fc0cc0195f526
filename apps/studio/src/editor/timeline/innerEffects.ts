/** Effects that can be parts of the shown one. */
import { effectsWithin } from '@gliv/document'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'

export interface InnerEffect {
  readonly id: string
  readonly name: string
}

const NO_CHOICES: readonly InnerEffect[] = []

/** Effects that can be inside this one: those that do not play it themselves, nor repeat backwards. */
export const useInnerEffects = (): readonly InnerEffect[] => {
  const effectId = useEffectId()
  return useShownData<readonly InnerEffect[]>(
    (kit) =>
      kit.effectOrder
        .map((id) => kit.effects[id]!)
        .filter(
          (e) =>
            e.id !== effectId &&
            (e.play === 'once' || !e.backwards) &&
            !effectsWithin(kit, e.id).has(effectId),
        )
        .map(({ id, name }) => ({ id, name })),
    NO_CHOICES,
  )
}
