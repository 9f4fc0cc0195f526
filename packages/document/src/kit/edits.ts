/**
 * Edits of a kit that are more than setting a value. Each changes the kit it is given (an Immer draft in the
 * studio,
 * a copy in tests); ids come from outside, so that the core stays free of chance.
 */
import { defaultsOf, sourceOfId } from '@gliv/model'
import { addType, clone, freeName, type MakeId } from './layers.ts'
import { type Effect, type Emitter, type Kit, KIT_VERSION, type Relay, type Part } from './kit.ts'
import { forgetInCues } from './scenes.ts'
import { copyShipping, forgetShipping } from './shipping.ts'
import { forgetInSounds } from './sounds.ts'
import { addEmitter } from './starters.ts'

/** A kit with nothing in it but the default rate of 60 ticks per second. */
export const emptyKit = (id: string, name: string): Kit => ({
  format: 'gliv-kit',
  version: KIT_VERSION,
  rules: 1,
  id,
  name,
  rate: 60,
  wholePixels: false,
  sheets: {},
  sheetOrder: [],
  palettes: {},
  paletteOrder: [],
  stages: {},
  stageOrder: [],
  rampShelf: [],
  types: {},
  typeOrder: [],
  effects: {},
  effectOrder: [],
})

/** Emitters that send out a particle type, in the kit's order. */
export const usersOfType = (kit: Kit, typeId: string): { effect: Effect; emitter: Emitter }[] =>
  kit.effectOrder.flatMap((id) => {
    const effect = kit.effects[id]!
    return effect.emitterOrder
      .map((e) => effect.emitters[e]!)
      .filter((e) => e.type === typeId)
      .map((emitter) => ({ effect, emitter }))
  })

/** Particle types that nobody uses go away with their last emitter. */
const dropUnused = (kit: Kit, typeIds: Iterable<string>): void => {
  const gone = new Set(typeIds)
  for (const { emitters } of Object.values(kit.effects))
    for (const { type } of Object.values(emitters)) gone.delete(type)
  if (gone.size === 0) return
  for (const id of gone) delete kit.types[id]
  kit.typeOrder = kit.typeOrder.filter((id) => !gone.has(id))
}

/** An independent copy beside the original: its own particle type, a fresh salt. Returns its id. */
export const duplicateEmitter = (kit: Kit, effectId: string, emitterId: string, makeId: MakeId): string => {
  const effect = kit.effects[effectId]!
  const original = effect.emitters[emitterId]!
  const id = makeId('emitter')
  const name = freeName(
    original.name,
    Object.values(effect.emitters).map((e) => e.name),
  )
  effect.emitters[id] = { ...clone(original), id, name, salt: sourceOfId(id) }
  effect.emitterOrder.splice(effect.emitterOrder.indexOf(emitterId) + 1, 0, id)
  ownType(kit, effectId, id, makeId)
  return id
}

/** Adds an emitter that follows each particle of another with looks of its own. Returns its id. */
export const addCompanion = (kit: Kit, effectId: string, partnerId: string, makeId: MakeId): string => {
  const id = duplicateEmitter(kit, effectId, partnerId, makeId)
  const effect = kit.effects[effectId]!
  const emitter = effect.emitters[id]!
  emitter.name = freeName(
    `${effect.emitters[partnerId]!.name} glow`,
    Object.values(effect.emitters).map((e) => e.name),
  )
  emitter.companionOf = partnerId
  // Drawn below its partner.
  moveEmitter(kit, effectId, id, effect.emitterOrder.indexOf(partnerId))
  return id
}

/** Gives an emitter a copy of its particle type that nobody else uses. Returns the type's id. */
export const ownType = (kit: Kit, effectId: string, emitterId: string, makeId: MakeId): string => {
  const emitter = kit.effects[effectId]!.emitters[emitterId]!
  const type = kit.types[emitter.type]!
  const id = makeId('type')
  addType(kit, {
    ...clone(type),
    id,
    name: freeName(
      type.name,
      Object.values(kit.types).map((t) => t.name),
    ),
  })
  emitter.type = id
  return id
}

/** Lets an emitter send out another emitter's type; its own goes away when nobody else uses it. */
export const shareType = (kit: Kit, effectId: string, emitterId: string, typeId: string): void => {
  const emitter = kit.effects[effectId]!.emitters[emitterId]!
  const before = emitter.type
  emitter.type = typeId
  if (before !== typeId) dropUnused(kit, [before])
}

/**
 * Takes an emitter away with its type, unless another emitter uses that; relays to it and companions of it go too.
 */
export const deleteEmitter = (kit: Kit, effectId: string, emitterId: string): void => {
  const effect = kit.effects[effectId]!
  const { type } = effect.emitters[emitterId]!
  delete effect.emitters[emitterId]
  // Companions of the deleted one stand on their own from now on.
  for (const other of Object.values(effect.emitters)) {
    if (other.companionOf === emitterId) other.companionOf = null
    other.relays = other.relays.filter((relay) => relay.emitter !== emitterId)
  }
  effect.emitterOrder = effect.emitterOrder.filter((id) => id !== emitterId)
  forgetInSounds(effect, emitterId)
  dropUnused(kit, [type])
}

/** Moves an emitter to a place in the order (0 is drawn first, lowest). */
export const moveEmitter = (kit: Kit, effectId: string, emitterId: string, to: number): void => {
  const effect = kit.effects[effectId]!
  const rest = effect.emitterOrder.filter((id) => id !== emitterId)
  rest.splice(Math.max(0, Math.min(rest.length, to)), 0, emitterId)
  effect.emitterOrder = rest
}

/** Adds an empty effect under a free name at the end of the kit. Returns its id. */
export const addEffect = (kit: Kit, makeId: MakeId, wanted = 'New effect'): string => {
  const id = makeId('effect')
  const name = freeName(
    wanted,
    Object.values(kit.effects).map((e) => e.name),
  )
  kit.effects[id] = {
    id,
    name,
    seed: 41,
    play: 'once',
    backwards: false,
    source: null,
    numbers: defaultsOf('effect'),
    lanes: {},
    emitters: {},
    emitterOrder: [],
    parts: [],
  }
  kit.effectOrder.push(id)
  return id
}

/**
 * An independent copy of an effect; its emitters keep their salts, so it plays the same, and get types of
 * their own.
 */
export const duplicateEffect = (kit: Kit, effectId: string, makeId: MakeId): string => {
  const original = kit.effects[effectId]!
  const id = makeId('effect')
  const copy = clone(original)
  copy.id = id
  copy.name = freeName(
    original.name,
    Object.values(kit.effects).map((e) => e.name),
  )
  kit.effects[id] = copy
  kit.effectOrder.splice(kit.effectOrder.indexOf(effectId) + 1, 0, id)
  copyShipping(kit, effectId, id)
  // Emitters that shared a type go on sharing one inside the copy.
  const fresh = new Map<string, string>()
  for (const emitterId of copy.emitterOrder) {
    const emitter = copy.emitters[emitterId]!
    const before = emitter.type
    const known = fresh.get(before)
    if (known) emitter.type = known
    else fresh.set(before, ownType(kit, id, emitterId, makeId))
  }
  return id
}

/** Other effects that play an effect: as a part, or when one of their particles wakes it; in the kit's order. */
export const usersOfEffect = (kit: Kit, effectId: string): Effect[] =>
  kit.effectOrder
    .filter((id) => id !== effectId)
    .map((id) => kit.effects[id]!)
    .filter(
      ({ parts, emitters }) =>
        parts.some(({ effects }) => effects.some((choice) => choice.effect === effectId)) ||
        Object.values(emitters).some(({ relays }) => relays.some(({ effect }) => effect === effectId)),
    )

/** Takes an effect away, out of those that play it, too, with the types that nothing else uses. */
export const deleteEffect = (kit: Kit, effectId: string): void => {
  const used = new Set(Object.values(kit.effects[effectId]!.emitters).map((e) => e.type))
  // Others stay the very values that they are.
  const users = usersOfEffect(kit, effectId)
  delete kit.effects[effectId]
  for (const other of users) {
    other.parts = other.parts.flatMap((part) => {
      const effects = part.effects.filter((choice) => choice.effect !== effectId)
      return effects.length > 0 ? [{ ...part, effects }] : []
    })
    for (const emitter of Object.values(other.emitters))
      emitter.relays = emitter.relays.filter((relay) => relay.effect !== effectId)
  }
  kit.effectOrder = kit.effectOrder.filter((id) => id !== effectId)
  forgetInCues(kit, effectId)
  forgetShipping(kit, effectId)
  dropUnused(kit, used)
}

/** A relay that wakes an emitter at the end of each particle. */
export const newRelay = (id: string, emitter: string): Relay => ({
  id,
  salt: sourceOfId(id),
  trigger: 'end',
  launch: 'travel',
  emitter,
  effect: null,
  numbers: clone(defaultsOf('relay')),
})

/** Adds a dormant emitter, and a relay of another that wakes it. Returns the dormant one's id. */
export const addRelay = (kit: Kit, effectId: string, emitterId: string, makeId: MakeId): string => {
  const effect = kit.effects[effectId]!
  const id = addEmitter(kit, effectId, 'steady', makeId)
  const child = effect.emitters[id]!
  child.name = freeName(
    `After ${effect.emitters[emitterId]!.name}`,
    Object.values(effect.emitters).map((e) => e.name),
  )
  child.dormant = true
  Object.assign(child.numbers, { fan: 360, speed: { from: 20, to: 60 } })
  Object.assign(kit.types[child.type]!.numbers, { life: { from: 0.3, to: 0.5 } })
  effect.emitters[emitterId]!.relays.push(newRelay(makeId('relay'), id))
  return id
}

/** A part that plays an effect from the start, at the outer effect's origin. */
export const newPart = (id: string, effect: string): Part => ({
  id,
  salt: sourceOfId(id),
  muted: false,
  mirror: false,
  reversed: false,
  effects: [{ effect, weight: 1 }],
  numbers: clone(defaultsOf('part')),
})

/**
 * Effects that an effect plays itself, by parts and relays; a kit that was not checked yet may name some that
 * are not there.
 */
export const innerOf = (kit: Kit, id: string): readonly string[] => {
  const effect = Object.hasOwn(kit.effects, id) ? kit.effects[id] : undefined
  if (!effect) return []
  return [
    ...effect.parts.flatMap((part) => part.effects.map((choice) => choice.effect)),
    ...Object.values(effect.emitters).flatMap((emitter) =>
      emitter.relays.flatMap((relay) => relay.effect ?? []),
    ),
  ]
}

/** Effects that an effect plays, through parts and relays, itself left out. */
export const effectsWithin = (kit: Kit, effectId: string): Set<string> => {
  const found = new Set<string>()
  const waiting = [effectId]
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    for (const inner of innerOf(kit, id)) {
      if (found.has(inner)) continue
      found.add(inner)
      waiting.push(inner)
    }
  }
  return found
}
