/** Where a number lives: addresses of owners inside a kit, and the edits of their numbers. */
import type { Burst, Effect, Emitter, Kit, Part as EffectPart, ParticleType, Relay } from '@gliv/document'
import type { Owner, PropertyId, Range } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'

/** An emitter of an effect, and the particle type that it sends out. */
export interface EmitterPath {
  readonly effect: string
  readonly emitter: string
  readonly type: string
  /** Emitters that are edited at once with this one. */
  readonly also?: readonly EmitterPath[]
}

export type PropertyAddress = Place & {
  /** Emitters at which the same number is edited at once with this one. */
  readonly also?: readonly EmitterPath[]
}

type Place =
  | { readonly owner: 'effect'; readonly effect: string }
  | { readonly owner: 'emitter'; readonly effect: string; readonly emitter: string }
  | { readonly owner: 'burst'; readonly effect: string; readonly emitter: string; readonly burst: string }
  | { readonly owner: 'relay'; readonly effect: string; readonly emitter: string; readonly relay: string }
  | { readonly owner: 'part'; readonly effect: string; readonly part: string }
  | { readonly owner: 'type'; readonly type: string }

type Carrier = Effect | Emitter | Burst | Relay | EffectPart | ParticleType

type AddressOf<O extends Owner> = Extract<Place, { owner: O }>

const emitterAt = (
  kit: Kit,
  target: AddressOf<'emitter'> | AddressOf<'burst'> | AddressOf<'relay'>,
): Emitter | undefined => kit.effects[target.effect]?.emitters[target.emitter]

const CARRIERS: { readonly [O in Owner]: (kit: Kit, target: AddressOf<O>) => Carrier | undefined } = {
  effect: (kit, target) => kit.effects[target.effect],
  emitter: emitterAt,
  burst: (kit, target) => emitterAt(kit, target)?.bursts.find((b) => b.id === target.burst),
  relay: (kit, target) => emitterAt(kit, target)?.relays.find((r) => r.id === target.relay),
  part: (kit, target) => kit.effects[target.effect]?.parts.find((p) => p.id === target.part),
  type: (kit, target) => kit.types[target.type],
}

/** What carries the numbers; undefined when it was deleted meanwhile. */
export const carrierOf = (kit: Kit, target: PropertyAddress): Carrier | undefined =>
  (CARRIERS[target.owner] as (kit: Kit, target: PropertyAddress) => Carrier | undefined)(kit, target)

export const readValue = (kit: Kit, target: PropertyAddress, id: PropertyId): number | Range | undefined =>
  (carrierOf(kit, target)?.numbers as Record<string, number | Range> | undefined)?.[id]

export const writeValue = (
  kit: Kit,
  target: PropertyAddress,
  id: PropertyId,
  value: number | Range,
): void => {
  const carrier = carrierOf(kit, target)
  if (carrier) (carrier.numbers as Record<string, number | Range>)[id] = value
}

/** The item of another emitter's list that stands where one stands in its own. */
const itemLike = (
  kit: Kit,
  target: AddressOf<'burst'> | AddressOf<'relay'>,
  path: EmitterPath,
): PropertyAddress | null => {
  const { effect, emitter } = path
  const other = kit.effects[effect]?.emitters[emitter]
  if (target.owner === 'burst') {
    const at = emitterAt(kit, target)?.bursts.findIndex(({ id }) => id === target.burst) ?? -1
    const like = other?.bursts[at]
    return like ? { owner: 'burst', effect, emitter, burst: like.id } : null
  }
  const at = emitterAt(kit, target)?.relays.findIndex(({ id }) => id === target.relay) ?? -1
  const like = other?.relays[at]
  return like ? { owner: 'relay', effect, emitter, relay: like.id } : null
}

const addressAt = (kit: Kit, target: Place, path: EmitterPath): PropertyAddress | null => {
  const { effect, emitter, type } = path
  if (target.owner === 'emitter') return { owner: 'emitter', effect, emitter }
  if (target.owner === 'type') return type === target.type ? null : { owner: 'type', type }
  return target.owner === 'burst' || target.owner === 'relay' ? itemLike(kit, target, path) : null
}

/**
 * Where else a number is edited at once: at the other selected emitters, each place once. Items of a list
 * (bursts, relays) answer to those in the same place of the others' lists.
 */
export const othersOf = (kit: Kit, target: PropertyAddress): readonly PropertyAddress[] => {
  const found = new Map<string, PropertyAddress>()
  for (const path of target.also ?? []) {
    const address = addressAt(kit, target, path)
    if (address && carrierOf(kit, address)) found.set(JSON.stringify(address), address)
  }
  return [...found.values()]
}

/** Lowest and highest of a number where it is edited at once; null when it is the same everywhere. */
export const spanOf = (kit: Kit, target: PropertyAddress, id: PropertyId): Range | null => {
  if (!target.also?.length) return null
  const values = [target, ...othersOf(kit, target)].flatMap((at) => readValue(kit, at, id) ?? [])
  const froms = values.map((value) => readEnd(value, 'from'))
  const tos = values.map((value) => readEnd(value, 'to'))
  const same = (list: readonly number[]): boolean => list.every((value) => value === list[0])
  return same(froms) && same(tos) ? null : { from: Math.min(...froms), to: Math.max(...tos) }
}

/** Which part of a value a control moves: a plain number, an end of a range, or a fixed range as a whole. */
export type RangeEnd = 'value' | 'from' | 'to' | 'both'

export const readEnd = (value: number | Range, part: RangeEnd): number =>
  typeof value === 'number' ? value : part === 'to' ? value.to : value.from

/** A value with one part replaced; the other end of a range is pushed along, never crossed. */
export const withEnd = (value: number | Range, part: RangeEnd, next: number): number | Range => {
  if (typeof value === 'number') return next
  if (part === 'both') return { ...value, from: next, to: next }
  return part === 'from'
    ? { ...value, from: next, to: Math.max(next, value.to) }
    : { ...value, from: Math.min(value.from, next), to: next }
}

/** What the undo list calls an edit of this number. */
export const editLabel = (kit: Kit, target: PropertyAddress, id: PropertyId): string => {
  const carrier =
    target.owner === 'burst' || target.owner === 'relay'
      ? emitterAt(kit, target)
      : target.owner === 'part'
        ? kit.effects[target.effect]
        : carrierOf(kit, target)
  const name = carrier && 'name' in carrier ? carrier.name : ''
  return `${PROPERTY_TEXTS[id].label} of ${name}`
}
