import type { ResolvedEffect } from '@gliv/model'

/** Effects that one plays inside itself, directly. */
const innerOf = ({ parts, emitters }: ResolvedEffect): ResolvedEffect[] => [
  ...parts.flatMap(({ choices }) => choices.map(({ effect }) => effect)),
  ...emitters.flatMap(({ relays }) => relays.flatMap(({ effect }) => (effect ? [effect] : []))),
]

/** Effects in their order, and after them those that only play inside others; each id once. */
export const allEffects = (effects: readonly ResolvedEffect[]): readonly ResolvedEffect[] => {
  const found = new Map(effects.map((effect) => [effect.id, effect]))
  const look = (effect: ResolvedEffect): void => {
    for (const inner of innerOf(effect)) {
      if (!found.has(inner.id)) found.set(inner.id, inner)
      look(inner)
    }
  }
  effects.forEach(look)
  return [...found.values()]
}
