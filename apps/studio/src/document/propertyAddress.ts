/** Where a number lives: addresses of owners inside a kit, and the edits of their numbers. */
import type { Burst, Effect, Emitter, Kit, Part as EffectPart, ParticleType, Relay } from '@gliv/document'
import type { Owner, PropertyId, Range } from '@gliv/model'
import { PROPERTY_TEXTS } from './texts/properties.ts'

export type PropertyAddress =
  | { readonly owner: 'effect'; readonly effect: string }
  | { readonly owner: 'emitter'; readonly effect: string; readonly emitter: string }
  | { readonly owner: 'burst'; readonly effect: string; readonly emitter: string; readonly burst: string }
  | { readonly owner: 'relay'; readonly effect: string; readonly emitter: string; readonly relay: string }
  | { readonly owner: 'part'; readonly effect: string; readonly part: string }
  | { readonly owner: 'type'; readonly type: string }

type Carrier = Effect | Emitter | Burst | Relay | EffectPart | ParticleType

type AddressOf<O extends Owner> = Extract<PropertyAddress, { owner: O }>

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
