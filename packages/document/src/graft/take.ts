/**
 * Kept states of one effect: what belongs to one, and how it, or a part of it, comes back into a kit that has gone on
 * since. Everything else of the kit stays as it is; a particle type that others send out is only changed on request.
 */
import { canonicalJson } from '../kit/canonical.ts'
import { innerOf, ownType, usersOfType } from '../kit/edits.ts'
import type { Effect, Kit } from '../kit/kit.ts'
import { clone, type MakeId } from '../kit/layers.ts'
import { pieceOf } from '../kit/piece.ts'
import { bring, type Bringing, SHELVES } from './bring.ts'
import { bringSheet, effectThere, graftEffects, noWays, typeThere, type Ways } from './effects.ts'

/**
 * An effect with copies of all that it needs, as a small kit that no later edit changes. Pictures and sounds are named
 * by their content; stages, cues and how it ships are not part of it.
 */
export const keptPiece = (kit: Kit, effectId: string): Kit => {
  const { cues: _cues, ship: _ship, templates: _templates, ...piece } = pieceOf(kit, [effectId])
  return { ...piece, stages: {}, stageOrder: [] }
}

/** What to do with a particle type that emitters elsewhere send out, too: `own` copy, or change `all` of them. */
export type WhenShared = 'own' | 'all'

/** How a kept state comes back. */
export interface PutBack {
  readonly makeId: MakeId
  readonly whenShared: WhenShared
}

/** A particle type of the effect that others send out, too. */
export interface SharedType {
  readonly id: string
  readonly name: string
  /** Emitters of other effects that send it out. */
  readonly others: number
}

const typesOf = (effect: Effect | undefined): readonly string[] => [
  ...new Set(Object.values(effect?.emitters ?? {}).map(({ type }) => type)),
]

const othersOf = (kit: Kit, type: string, effectId: string): number =>
  usersOfType(kit, type).filter(({ effect }) => effect.id !== effectId).length

const same = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b)

/** Types of a kept state that other effects of the kit send out, and that are otherwise there. */
export const sharedThatDiffer = (kit: Kit, piece: Kit, effectId: string): readonly SharedType[] =>
  typesOf(piece.effects[effectId]).flatMap((id) => {
    const [here, kept] = [kit.types[id], piece.types[id]]
    const others = here ? othersOf(kit, id, effectId) : 0
    return others === 0 || same(here, kept) ? [] : [{ id, name: here!.name, others }]
  })

const BESIDE = { whenBoth: 'both' } as const

/** Sheets, palettes, sounds and inner effects that a kept state needs; what is there already is used. */
const bringNeeds = (
  kit: Kit,
  piece: Kit,
  effectId: string,
  makeId: MakeId,
  wanted: (id: string) => boolean = () => true,
): Ways => {
  const ways = noWays()
  const bringing: Bringing = { ...BESIDE, makeId }
  for (const id of piece.sheetOrder.filter(wanted))
    ways.sheet.set(id, bringSheet(kit, piece.sheets[id]!, bringing).id)
  for (const id of piece.paletteOrder.filter(wanted))
    ways.palette.set(id, bring(kit, SHELVES.palette, piece.palettes[id]!, bringing).id)
  for (const sound of (piece.sounds ?? []).filter(({ id }) => wanted(id)))
    ways.sound.set(sound.id, bring(kit, SHELVES.sound, sound, bringing).id)
  // Other effects go their own ways; one that is gone comes back.
  for (const id of new Set(innerOf(piece, effectId)))
    if (id !== effectId && !kit.effects[id] && piece.effects[id] && wanted(id))
      ways.effect.set(id, graftEffects(kit, piece, [id], bringing).ways.effect.get(id) ?? id)
  return ways
}

/** Puts one kept type where the effect finds it. @returns its id there */
const putType = (kit: Kit, piece: Kit, id: string, effectId: string, ways: Ways, how: PutBack): string => {
  const type = typeThere(piece.types[id]!, ways)
  const here = kit.types[id]
  if (here && (same(here, type) || how.whenShared === 'all' || othersOf(kit, id, effectId) === 0)) {
    if (!same(here, type)) kit.types[id] = type
    return id
  }
  return bring(kit, SHELVES.type, type, { ...BESIDE, makeId: how.makeId }, false).id
}

const dropUnsent = (kit: Kit, before: readonly string[]): void => {
  const gone = before.filter((id) => kit.types[id] && usersOfType(kit, id).length === 0)
  for (const id of gone) delete kit.types[id]
  if (gone.length > 0) kit.typeOrder = kit.typeOrder.filter((id) => !gone.includes(id))
}

/**
 * Puts a kept state of an effect back, in place; an effect that was deleted since comes again, last in the order.
 * Emitters elsewhere keep their particle types unless `whenShared` is `all`.
 */
export const putBack = (kit: Kit, piece: Kit, effectId: string, how: PutBack): void => {
  const before = typesOf(kit.effects[effectId])
  const ways = bringNeeds(kit, piece, effectId, how.makeId)
  const kept = piece.effects[effectId]!
  for (const id of typesOf(kept)) ways.type.set(id, putType(kit, piece, id, effectId, ways, how))
  const name = kit.effects[effectId]?.name ?? kept.name
  kit.effects[effectId] = { ...effectThere(kept, ways), name }
  if (!kit.effectOrder.includes(effectId)) kit.effectOrder.push(effectId)
  dropUnsent(kit, before)
}

type Plain = Record<string, unknown>
const isHolder = (value: unknown): value is Plain => typeof value === 'object' && value !== null

/** One step of a place into a value: its key there; in a list, things go by their ids. Ids may have dots in them. */
const stepsInto = (
  value: unknown,
  place: string,
): { readonly key: string | number; readonly rest: string } | null => {
  if (!isHolder(value)) return null
  const keys: readonly (readonly [string, string | number])[] = Array.isArray(value)
    ? value.map((one, k) => [isHolder(one) && typeof one['id'] === 'string' ? one['id'] : String(k), k])
    : Object.keys(value).map((key) => [key, key])
  const [found] = keys
    .filter(([name]) => place === name || place.startsWith(`${name}.`))
    .sort(([a], [b]) => b.length - a.length)
  return found ? { key: found[1], rest: place.slice(found[0].length + 1) } : null
}

/** What stands at a place of a kit, like `effects.stove.emitters.flames.numbers.speed`; undefined for nothing. */
const readPlace = (kit: unknown, place: string): unknown => {
  let [value, rest] = [kit, place]
  for (let depth = 0; rest !== '' && depth < 64; depth++) {
    const step = stepsInto(value, rest)
    if (!step) return undefined
    value = (value as Plain)[step.key as string]
    rest = step.rest
  }
  return value
}

/** The holder of a place, and its key there as far as the kit has it. */
const holderOf = (
  kit: unknown,
  place: string,
): { readonly holder: Plain; readonly key: string | number } | null => {
  let [value, rest] = [kit, place]
  for (let depth = 0; depth < 64; depth++) {
    const step = stepsInto(value, rest)
    if (!isHolder(value)) return null
    if (!step) return { holder: value, key: rest }
    if (step.rest === '') return { holder: value, key: step.key }
    value = value[step.key as string]
    rest = step.rest
  }
  return null
}

/** Makes one place what it is in `value`; undefined takes it away. Things of a list go in at the end. */
const writePlace = (kit: Kit, place: string, value: unknown): void => {
  const at = holderOf(kit, place)
  if (!at) return
  const { holder, key } = at
  if (!Array.isArray(holder)) {
    if (value === undefined) delete holder[key as string]
    else holder[key as string] = clone(value)
  } else if (value === undefined) {
    if (typeof key === 'number') holder.splice(key, 1)
  } else if (typeof key === 'number') holder[key] = clone(value)
  else holder.push(clone(value))
}

/** An order with what it lacks of another put in at its place there. */
const filled = (
  order: readonly string[],
  other: readonly string[],
  exists: (id: string) => boolean,
): string[] => {
  const made = order.filter((id) => exists(id))
  for (const [k, id] of other.entries())
    if (exists(id) && !made.includes(id)) made.splice(Math.min(k, made.length), 0, id)
  return made
}

/** The order follows the emitters that are there, as do companions and relays. */
const followEmitters = (effect: Effect, before: readonly string[], kept: Effect): void => {
  const exists = (id: string): boolean => effect.emitters[id] !== undefined
  const order = filled(filled(effect.emitterOrder, before, exists), kept.emitterOrder, exists)
  if (!same(order, effect.emitterOrder)) effect.emitterOrder = order
  for (const emitter of Object.values(effect.emitters)) {
    if (emitter.companionOf !== null && !effect.emitters[emitter.companionOf]) emitter.companionOf = null
    if (emitter.relays.some((relay) => relay.emitter !== null && !effect.emitters[relay.emitter]))
      emitter.relays = emitter.relays.filter(
        ({ emitter: woken }) => woken === null || effect.emitters[woken] !== undefined,
      )
  }
}

/** The type by which this effect's use of one is changed: itself, or a copy that only this effect sends out. */
const ownPlace = (kit: Kit, id: string, effectId: string, how: PutBack): string => {
  if (how.whenShared === 'all' || othersOf(kit, id, effectId) === 0) return id
  const { emitters, emitterOrder } = kit.effects[effectId]!
  const [first, ...more] = emitterOrder.filter((emitter) => emitters[emitter]!.type === id)
  if (first === undefined) return id
  const own = ownType(kit, effectId, first, how.makeId)
  for (const emitter of more) emitters[emitter]!.type = own
  return own
}

/** Whether a value, or a particle type that it names, names a thing by its id. */
const namesIn = (piece: Kit, value: unknown): ((id: string) => boolean) => {
  const own = JSON.stringify(value) ?? ''
  const types = Object.values(piece.types).filter(({ id }) => own.includes(JSON.stringify(id)))
  const text = own + JSON.stringify(types)
  return (id) => text.includes(JSON.stringify(id))
}

/** A kept sheet or palette takes the place of the present one, in this effect alone. */
const takeLook = (kit: Kit, piece: Kit, effectId: string, id: string, how: PutBack): void => {
  const ways = bringNeeds(kit, piece, effectId, how.makeId, (one) => one === id)
  for (const type of typesOf(kit.effects[effectId])) {
    if (same(kit.types[type], typeThere(kit.types[type]!, ways))) continue
    const own = ownPlace(kit, type, effectId, how)
    kit.types[own] = typeThere(kit.types[own]!, ways)
  }
  kit.effects[effectId] = effectThere(kit.effects[effectId]!, ways)
}

/** Takes over what a kept type is at a place inside it, or all of it for an empty one. */
const takeType = (kit: Kit, kept: Kit, effectId: string, id: string, inside: string, how: PutBack): void => {
  if (inside === '' || !kit.types[id]) {
    const there = putType(kit, kept, id, effectId, noWays(), how)
    for (const emitter of Object.values(kit.effects[effectId]!.emitters))
      if (emitter.type === id) emitter.type = there
  } else
    writePlace(
      kit,
      `types.${ownPlace(kit, id, effectId, how)}.${inside}`,
      readPlace(kept, `types.${id}.${inside}`),
    )
}

/** The id in a place like `types.sparks.numbers.life`, and the rest of it. */
const idAt = (
  map: string,
  ids: readonly string[],
  place: string,
): readonly [id: string, rest: string] | null => {
  const id = ids.find((one) => place === `${map}.${one}` || place.startsWith(`${map}.${one}.`))
  return id === undefined ? null : [id, place.slice(`${map}.${id}.`.length)]
}

/**
 * Takes one difference over from a kept state, in place: `place` is one of `differences` between a kept piece of the
 * present and that state.
 */
export const takeOver = (kit: Kit, piece: Kit, effectId: string, place: string, how: PutBack): void => {
  const before = typesOf(kit.effects[effectId])
  const look = idAt('sheets', piece.sheetOrder, place) ?? idAt('palettes', piece.paletteOrder, place)
  if (look) return takeLook(kit, piece, effectId, look[0], how)
  const ways = bringNeeds(kit, piece, effectId, how.makeId, namesIn(piece, readPlace(piece, place)))
  const kept = clone(piece)
  for (const type of Object.values(kept.types)) kept.types[type.id] = typeThere(type, ways)
  const type = idAt('types', piece.typeOrder, place)
  if (type) return takeType(kit, kept, effectId, ...type, how)
  const named = namesIn(kept, readPlace(kept, place))
  for (const id of typesOf(kept.effects[effectId]))
    if (!kit.types[id] && named(id)) ways.type.set(id, putType(kit, kept, id, effectId, noWays(), how))
  kept.effects[effectId] = effectThere(kept.effects[effectId]!, ways)
  const order = [...kit.effects[effectId]!.emitterOrder]
  writePlace(kit, place, readPlace(kept, place))
  followEmitters(kit.effects[effectId]!, order, kept.effects[effectId]!)
  dropUnsent(kit, before)
}
