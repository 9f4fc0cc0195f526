/** Names of layers, in the order in which they are drawn. */
import { type ResolvedEffect, Refusal } from '@gliv/model'

/** What contacts left; below all particles unless the game says otherwise. */
export const MARKS = 'marks'
/** What is played over the world. */
export const INTERFACE = 'interface'

const namesIn = ({ emitters, parts }: ResolvedEffect): string[] => [
  ...emitters.flatMap(({ layer, relays }) => [
    layer,
    ...relays.flatMap(({ effect }) => (effect ? namesIn(effect) : [])),
  ]),
  ...parts.flatMap(({ choices }) => choices.flatMap(({ effect }) => namesIn(effect))),
]

const known = new WeakMap<ResolvedEffect, ReadonlySet<string>>()

/** Layers on which an effect, or one inside it, may have particles. */
export const layersWithin = (effect: ResolvedEffect): ReadonlySet<string> => {
  let found = known.get(effect)
  if (!found) known.set(effect, (found = new Set(namesIn(effect))))
  return found
}

/** Marks, behind, the layers with names of their own, front, interface. */
export const layersOf = (effects: readonly ResolvedEffect[]): readonly string[] => {
  const named = new Set(effects.flatMap(namesIn))
  named.delete('behind')
  named.delete('front')
  return [MARKS, 'behind', ...named, 'front', INTERFACE]
}

const list = (names: readonly string[]): string => names.map((name) => `"${name}"`).join(', ')

/** @throws Refusal unless `order` has each of the layers once */
export const checkOrder = (order: readonly string[], layers: readonly string[]): readonly string[] => {
  const given: readonly unknown[] = Array.isArray(order) ? order : []
  const same =
    given.length === layers.length &&
    layers.every((name) => given.includes(name)) &&
    new Set(given).size === given.length
  if (!same) throw new Refusal('layers', `the order must have each of ${list(layers)} once`)
  return [...order]
}

/** The name of a layer by name or by its number in the order. @throws Refusal for one that there is not */
export const layerNamed = (layer: string | number, layers: readonly string[]): string => {
  const name = typeof layer === 'number' ? layers[layer] : layer
  if (name === undefined || !layers.includes(name))
    throw new Refusal(
      'layers',
      `there is no layer ${typeof layer === 'number' ? layer : `"${String(layer)}"`}; there are ${list(layers)}, or their numbers from 0`,
    )
  return name
}
