/**
 * Variants: effects that are another one, their master, with changes. A variant is whole, so that everything that
 * plays, draws or writes effects takes it as it is; it carries the places that are its own. When its master changes,
 * all other places follow, in the same step as the change. Emitters of both are the same by their ids; their types are
 * told by the emitter that sends them out.
 */
import { deleteEmitter, duplicateEffect, ownType } from '../kit/edits.ts'
import type { Effect, Kit } from '../kit/kit.ts'
import { clone, freeName, type MakeId } from '../kit/layers.ts'

type Plain = Record<string, unknown>

/** What names a thing, or is known of it beside what it does. */
const APART: ReadonlySet<string> = new Set([
  ...['id', 'name', 'type', 'salt', 'tags', 'note', 'variant', 'reference', 'emitters', 'emitterOrder'],
])

/** Values that are one: numbers, words, lists, ranges, ramps, paths. */
const isWhole = (value: unknown): boolean =>
  typeof value !== 'object' ||
  value === null ||
  Array.isArray(value) ||
  'points' in value ||
  ('from' in value && 'to' in value)

const leavesInto = (value: Plain, place: string, found: Map<string, unknown>): void => {
  for (const [key, inner] of Object.entries(value)) {
    if (APART.has(key) || inner === undefined) continue
    if (isWhole(inner)) found.set(`${place}.${key}`, inner)
    else leavesInto(inner as Plain, `${place}.${key}`, found)
  }
}

/** The emitter that stands for a type: the first that sends it out. */
const typeKeys = (effect: Effect): ReadonlyMap<string, string> => {
  const keys = new Map<string, string>()
  for (const id of effect.emitterOrder) {
    const { type } = effect.emitters[id]!
    if (!keys.has(type)) keys.set(type, id)
  }
  return keys
}

/**
 * Every value of an effect by its place: `effect.numbers.warmUp`, `emitters.sparks.numbers.speed`,
 * `types.sparks.numbers.life`.
 */
export const placesOf = (kit: Kit, effectId: string): ReadonlyMap<string, unknown> => {
  const found = new Map<string, unknown>()
  const effect = kit.effects[effectId]
  if (!effect) return found
  leavesInto(effect as unknown as Plain, 'effect', found)
  for (const [id, emitter] of Object.entries(effect.emitters))
    leavesInto(emitter as unknown as Plain, `emitters.${id}`, found)
  for (const [type, emitter] of typeKeys(effect))
    if (kit.types[type]) leavesInto(kit.types[type] as unknown as Plain, `types.${emitter}`, found)
  return found
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/** What a place counts from: the effect, an emitter, a type; and the keys from there. Ids may have dots in them. */
const rootOf = (kit: Kit, effect: Effect, place: string): { root: unknown; keys: string[] } | null => {
  if (place.startsWith('effect.')) return { root: effect, keys: place.split('.').slice(1) }
  const [kind] = place.split('.', 1) as [string]
  const id = Object.keys(effect.emitters).find((one) => place.startsWith(`${kind}.${one}.`))
  if (id === undefined) return null
  const emitter = effect.emitters[id]!
  return {
    root: kind === 'emitters' ? emitter : kit.types[emitter.type],
    keys: place.slice(`${kind}.${id}.`.length).split('.'),
  }
}

const isHolder = (value: unknown): value is Plain => typeof value === 'object' && value !== null

/** Where a place of an effect is written: its holder and key; null when it has no such place. */
const holderOf = (kit: Kit, effectId: string, place: string): { holder: Plain; key: string } | null => {
  const effect = kit.effects[effectId]
  const from = effect && rootOf(kit, effect, place)
  if (!from) return null
  const holder = from.keys
    .slice(0, -1)
    .reduce<unknown>((value, key) => (isHolder(value) ? value[key] : undefined), from.root)
  return isHolder(holder) ? { holder, key: from.keys.at(-1)! } : null
}

const write = (kit: Kit, effectId: string, place: string, value: unknown): void => {
  const at = holderOf(kit, effectId, place)
  if (!at) return
  if (value === undefined) delete at.holder[at.key]
  else at.holder[at.key] = clone(value)
}

/** An effect that is another one with changes; at first with none. Gives its id. */
export const makeVariant = (kit: Kit, masterId: string, makeId: MakeId, wanted?: string): string => {
  const id = duplicateEffect(kit, masterId, makeId)
  const made = kit.effects[id]!
  // A variant of a variant follows the one that it was made from.
  made.variant = { of: masterId, own: [] }
  const others = Object.values(kit.effects).flatMap((effect) => (effect.id === id ? [] : [effect.name]))
  if (wanted !== undefined) made.name = freeName(wanted, others)
  return id
}

/** Effects that are variants of one, in the kit's order. */
export const variantsOf = (kit: Kit, masterId: string): readonly Effect[] =>
  kit.effectOrder.flatMap((id) => (kit.effects[id]!.variant?.of === masterId ? [kit.effects[id]!] : []))

/** Whether a place of a variant is its own instead of its master's. */
export const isOwn = (effect: Effect, place: string): boolean =>
  effect.variant?.own.some((own) => own === place || place.startsWith(`${own}.`)) ?? false

/** Lets places of a variant follow its master again, in place. */
export const followAgain = (kit: Kit, effectId: string, places: readonly string[]): void => {
  const { variant } = kit.effects[effectId]!
  if (!variant) return
  const master = placesOf(kit, variant.of)
  for (const place of places) write(kit, effectId, place, master.get(place))
  variant.own = variant.own.filter((own) => !places.includes(own))
}

/** Makes a variant an effect by itself, in place. */
export const partVariant = (kit: Kit, effectId: string): void => void delete kit.effects[effectId]!.variant

/** What was done to a variant by itself becomes its own; what is as its master has it now follows again. */
const noteOwn = (kit: Kit, before: Kit, id: string): void => {
  const { variant, emitters } = kit.effects[id]!
  if (!before.effects[id]?.variant) return
  const [was, is, master] = [placesOf(before, id), placesOf(kit, id), placesOf(kit, variant!.of)]
  const own = new Set(variant!.own)
  for (const place of new Set([...was.keys(), ...is.keys()])) {
    if (same(was.get(place), is.get(place))) continue
    if (same(is.get(place), master.get(place))) own.delete(place)
    else own.add(place)
  }
  // An emitter that was taken out here does not come back.
  for (const emitter of Object.keys(before.effects[id].emitters))
    if (!emitters[emitter]) own.add(`emitters.${emitter}`)
  if (own.size !== variant!.own.length || variant!.own.some((place) => !own.has(place)))
    variant!.own = [...own]
}

/** Emitters that came to the master come to the variant with a type of their own; those that left it leave. */
const followEmitters = (kit: Kit, before: Kit, id: string, makeId: MakeId): void => {
  const effect = kit.effects[id]!
  const master = kit.effects[effect.variant!.of]!
  const was = before.effects[master.id]!
  for (const emitter of master.emitterOrder) {
    if (was.emitters[emitter] || effect.emitters[emitter] || isOwn(effect, `emitters.${emitter}`)) continue
    effect.emitters[emitter] = clone(master.emitters[emitter]!)
    effect.emitterOrder.push(emitter)
    ownType(kit, id, emitter, makeId)
  }
  for (const emitter of was.emitterOrder) {
    const kept = effect.variant!.own.some((place) => place.split('.')[1] === emitter)
    if (!master.emitters[emitter] && effect.emitters[emitter] && !kept) deleteEmitter(kit, id, emitter)
  }
}

const followOne = (kit: Kit, before: Kit, id: string, makeId: MakeId): void => {
  const { of } = kit.effects[id]!.variant!
  if (!kit.effects[of] || !before.effects[of]) return
  followEmitters(kit, before, id, makeId)
  const [was, is] = [placesOf(before, of), placesOf(kit, of)]
  // What the variant keeps of an emitter that left the master is its own affair.
  const gone = Object.keys(before.effects[of].emitters).filter(
    (emitter) => !kit.effects[of]!.emitters[emitter],
  )
  const isGone = (place: string): boolean =>
    gone.some((emitter) => place.startsWith(`emitters.${emitter}.`) || place.startsWith(`types.${emitter}.`))
  for (const place of new Set([...was.keys(), ...is.keys()]))
    if (!same(was.get(place), is.get(place)) && !isOwn(kit.effects[id]!, place) && !isGone(place))
      write(kit, id, place, is.get(place))
}

/** Variants before those that are made from them. */
const inOrder = (kit: Kit): readonly string[] => {
  const depth = (id: string, hops = 0): number => {
    const of = kit.effects[id]?.variant?.of
    return of === undefined || hops > 32 ? hops : depth(of, hops + 1)
  }
  return kit.effectOrder.filter((id) => kit.effects[id]!.variant).sort((a, b) => depth(a) - depth(b))
}

const typesDiffer = (before: Kit, next: Kit, id: string): boolean =>
  Object.values(next.effects[id]?.emitters ?? {}).some(({ type }) => before.types[type] !== next.types[type])

/**
 * Variants that may have to follow from one state of a kit to the next, each after the one that it is made from. Told
 * by what is another object: of two kits that share nothing, all of them.
 */
export const changedVariants = (before: Kit, next: Kit): readonly string[] => {
  if (before.effects === next.effects && before.types === next.types) return []
  const differs = (id: string): boolean =>
    before.effects[id] !== next.effects[id] || typesDiffer(before, next, id)
  const found = new Set<string>()
  for (const id of inOrder(next)) {
    const { of } = next.effects[id]!.variant!
    if (differs(id) || differs(of) || found.has(of)) found.add(id)
  }
  return [...found]
}

/**
 * Lets variants follow their masters, in place, after a change: what was changed in a variant is its own from now on,
 * what was changed in its master comes to it, unless it is its own there.
 * @param before the kit before the change
 * @param ids those of `changedVariants`
 */
export const followMasters = (kit: Kit, before: Kit, ids: readonly string[], makeId: MakeId): void => {
  for (const id of ids) {
    if (!kit.effects[id]?.variant) continue
    noteOwn(kit, before, id)
    followOne(kit, before, id, makeId)
  }
}

/** Where a number of an effect's emitter, or of its type, stands. */
export const placeOfNumber = (
  effect: Effect,
  emitterId: string,
  owner: 'effect' | 'emitter' | 'type',
  id: string,
): string => {
  if (owner === 'effect') return `effect.numbers.${id}`
  if (owner === 'emitter') return `emitters.${emitterId}.numbers.${id}`
  const type = effect.emitters[emitterId]?.type ?? ''
  return `types.${typeKeys(effect).get(type) ?? emitterId}.numbers.${id}`
}
