/** From a kit to resolved effects. Cached by identity, so that an edit resolves only what it touched. */
import {
  EMITTER_CHOICE_KEYS,
  Refusal,
  TYPE_CHOICE_KEYS,
  TYPE_INVALIDATES,
  type EmitterChoices,
  type FrameRect,
  type MaskPart,
  type MaskPlaces,
  type Picture,
  PROPERTIES,
  type PropertyId,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ResolvedRelay,
  type ResolvedType,
  type TypeChoices,
} from '@gliv/model'
import type { Knob } from './knob.ts'
import { resolveDrives, resolveKnobs } from './knobs.ts'
import type { Effect, Emitter, Kit, ParticleType, Sheet, SheetFrame, ViewSize } from './kit.ts'
import { countedWhole } from './measure.ts'
import { framesOf } from './sheets.ts'
import { extrasOf } from './sounds.ts'
import { gameView } from './views.ts'

/** Reads the places of a picture; given by who has the pixels. The same question must get the same object. */
export type MaskReader = (
  sheet: Sheet,
  frame: number,
  cells: MaskPart,
  grid: number,
  keepColours: boolean,
) => MaskPlaces

interface CachedType {
  readonly sheets: Kit['sheets']
  readonly order: readonly string[]
  readonly palettes: Kit['palettes']
  readonly resolved: ResolvedType
}
const types = new WeakMap<ParticleType, CachedType>()
/** What an emitter is resolved from, beside itself. */
interface EmitterSources {
  readonly type: ResolvedType
  readonly mask: MaskPlaces | null
  readonly partner: ResolvedEmitter | null
  readonly view: ViewSize
  readonly knobs: readonly Knob[]
}

interface CachedEmitter extends EmitterSources {
  readonly resolved: ResolvedEmitter
}

const sameSources = (a: EmitterSources, b: EmitterSources): boolean =>
  a.type === b.type &&
  a.mask === b.mask &&
  a.partner === b.partner &&
  a.view === b.view &&
  a.knobs === b.knobs
const emitters = new WeakMap<Emitter, CachedEmitter>()

const rectOf = ({ x, y, w, h, pivotX, pivotY }: SheetFrame): FrameRect => ({ x, y, w, h, pivotX, pivotY })

const pictureOf = (kit: Kit, picture: ParticleType['pictures'][number]): Picture => {
  const { sheet: sheetId, weight } = picture
  const sheet = kit.sheets[sheetId]!
  const frames = framesOf(sheet, picture)
  const rects = frames.map((frame) => rectOf(sheet.frames[frame]!))
  return { sheetId, sheet: kit.sheetOrder.indexOf(sheetId), weight, frameIndices: frames, frames: rects }
}

/** Only what the engine reads, so that unknown fields of a kit do not travel to players. */
const picked = <T extends object, K extends keyof T>(from: T, keys: readonly K[]): Pick<T, K> =>
  Object.fromEntries(keys.map((key) => [key, from[key]])) as Pick<T, K>
const typeChoices = (type: TypeChoices): TypeChoices => picked(type, TYPE_CHOICE_KEYS)
const emitterChoices = (emitter: EmitterChoices): EmitterChoices => picked(emitter, EMITTER_CHOICE_KEYS)
const MOTION_CHOICE_KEYS = TYPE_CHOICE_KEYS.filter(
  (key) => TYPE_INVALIDATES[key] !== 'output' && key !== 'facing',
)

/** A particle type as the engine takes it: its palette's colours, its pictures' frames. */
export const resolveType = (kit: Kit, type: ParticleType): ResolvedType => {
  const cached = types.get(type)
  if (
    cached &&
    cached.sheets === kit.sheets &&
    cached.order === kit.sheetOrder &&
    cached.palettes === kit.palettes
  )
    return cached.resolved
  const { id, name, numbers, ramps } = type
  const palette = type.palette === null ? null : (kit.palettes[type.palette]?.colours ?? null)
  const resolved: ResolvedType = {
    id,
    name,
    numbers,
    ramps,
    ...typeChoices(type),
    palette,
    pictures: type.pictures.map((p) => pictureOf(kit, p)),
    mark: type.mark && pictureOf(kit, { ...type.mark, clip: null, weight: 1 }),
  }
  types.set(type, { sheets: kit.sheets, order: kit.sheetOrder, palettes: kit.palettes, resolved })
  return resolved
}

const resolveMask = (kit: Kit, emitter: Emitter, read: MaskReader | undefined): MaskPlaces | null => {
  if (!emitter.mask || emitter.shape !== 'picture') return null
  if (!read)
    throw new Refusal(
      `emitters.${emitter.id}.mask`,
      'its shape is a picture, but no pictures are at hand; use a kit file that holds them',
    )
  const { sheet, frame, keepColours, part: cells } = emitter.mask
  return read(kit.sheets[sheet]!, frame, cells, emitter.numbers.grid, keepColours)
}

/** Looks are the companion's own; births, place, launch and motion are its partner's. */
const companionOf = (
  emitter: Emitter,
  own: ResolvedType,
  { drives: moved, colourKnob: _, ...partner }: ResolvedEmitter,
  driven: Pick<ResolvedEmitter, 'drives' | 'colourKnob'>,
): ResolvedEmitter => {
  // Keys of a later Gliv are kept and mean nothing here.
  const moves = (id: string): boolean =>
    Object.hasOwn(PROPERTIES, id) && PROPERTIES[id as PropertyId].invalidates !== 'output'
  const numbers = Object.fromEntries(
    Object.entries(own.numbers).map(([id, value]) => [
      id,
      moves(id) ? partner.type.numbers[id as never] : value,
    ]),
  ) as ResolvedType['numbers']
  const mixed = <T extends object>(looks: T, motion: T): T =>
    Object.fromEntries([
      ...Object.entries(looks).filter(([id]) => !moves(id)),
      ...Object.entries(motion).filter(([id]) => moves(id)),
    ]) as T
  const drives = mixed(driven.drives ?? {}, moved ?? {})
  const type: ResolvedType = {
    ...own,
    ...picked<TypeChoices, keyof TypeChoices>(partner.type, MOTION_CHOICE_KEYS),
    numbers,
    ramps: { ...own.ramps, speed: partner.type.ramps.speed },
    mark: null,
  }
  return {
    ...partner,
    relays: [],
    id: emitter.id,
    name: emitter.name,
    order: emitter.order,
    layer: emitter.layer,
    lanes: mixed(emitter.lanes, partner.lanes),
    type,
    ...(Object.keys(drives).length > 0 ? { drives } : {}),
    ...(driven.colourKnob === undefined ? {} : { colourKnob: driven.colourKnob }),
  }
}

const NO_KNOBS: readonly Knob[] = []
const NO_RELAYS: readonly ResolvedRelay[] = []

/**
 * Relays of an emitter; those that lead to something muted stay out. A companion of the dormant emitter is
 * woken with it.
 */
const resolveRelays = (
  kit: Kit,
  effect: Effect,
  emitter: Emitter,
  read: MaskReader | undefined,
): readonly ResolvedRelay[] => {
  if (emitter.relays.length === 0) return NO_RELAYS
  return emitter.relays.flatMap(
    ({ id, salt, trigger, launch, numbers, emitter: to, effect: inner }): ResolvedRelay[] => {
      const choices = { id, salt, trigger, launch, numbers }
      if (inner !== null) return [{ ...choices, emitter: null, effect: resolveInner(kit, inner, read) }]
      return effect.emitterOrder
        .map((e) => effect.emitters[e]!)
        .filter((e) => (e.id === to || e.companionOf === to) && !e.muted)
        .map((e) => ({ ...choices, emitter: e.id, effect: null }))
    },
  )
}

const sameRelays = (a: readonly ResolvedRelay[], b: readonly ResolvedRelay[]): boolean =>
  a === b ||
  (a.length === b.length &&
    a.every(
      (relay, i) =>
        relay.numbers === b[i]!.numbers &&
        relay.id === b[i]!.id &&
        relay.salt === b[i]!.salt &&
        relay.trigger === b[i]!.trigger &&
        relay.launch === b[i]!.launch &&
        relay.emitter === b[i]!.emitter &&
        relay.effect === b[i]!.effect,
    ))

interface CachedInner {
  readonly from: readonly unknown[]
  readonly resolved: ResolvedEffect
}
const inners = new WeakMap<Effect, CachedInner>()

/** An effect that another one plays. The check has seen that none goes round in a circle. */
const resolveInner = (kit: Kit, id: string, read: MaskReader | undefined): ResolvedEffect => {
  const effect = kit.effects[id]!
  const from = [kit.types, kit.sheets, kit.sheetOrder, kit.palettes, kit.effects, kit.views]
  const cached = inners.get(effect)
  if (cached && from.every((part, i) => part === cached.from[i])) return cached.resolved
  const resolved = resolveEffect(kit, effect, read)
  inners.set(effect, { from, resolved })
  return resolved
}

const resolveEmitter = (
  kit: Kit,
  effect: Effect,
  emitter: Emitter,
  read: MaskReader | undefined,
): ResolvedEmitter => {
  const type = resolveType(kit, kit.types[emitter.type]!)
  const partnerOf = emitter.companionOf === null ? undefined : effect.emitters[emitter.companionOf]
  const partner =
    partnerOf && partnerOf.companionOf === null ? resolveEmitter(kit, effect, partnerOf, read) : null
  const mask = resolveMask(kit, emitter, read)
  const relays = partner ? NO_RELAYS : resolveRelays(kit, effect, emitter, read)
  const view = gameView(kit)
  const knobs = effect.knobs ?? NO_KNOBS
  const from: EmitterSources = { type, mask, partner, view, knobs }
  const cached = emitters.get(emitter)
  if (cached && sameSources(cached, from) && sameRelays(cached.resolved.relays, relays))
    return cached.resolved
  const { id, name, salt } = emitter
  const { numbers, bursts } = countedWhole(emitter, view)
  const resolved: ResolvedEmitter = partner
    ? companionOf(emitter, type, partner, resolveDrives(knobs, emitter))
    : {
        id,
        name,
        salt,
        numbers,
        bursts: bursts.map((b) => ({ id: b.id, eachPlace: b.eachPlace, numbers: b.numbers })),
        relays,
        ...emitterChoices(emitter),
        mask,
        type,
        ...resolveDrives(knobs, emitter),
      }
  emitters.set(emitter, { ...from, resolved })
  return resolved
}

/**
 * Resolves one effect; muted emitters stay out. Sheets are numbered by the kit's order. `read` is needed
 * where a shape is a picture.
 */
export const resolveEffect = (kit: Kit, effect: Effect, read?: MaskReader): ResolvedEffect => ({
  id: effect.id,
  name: effect.name,
  seed: effect.seed,
  rate: kit.rate,
  play: effect.play,
  backwards: effect.backwards,
  wholePixels: kit.wholePixels,
  ...(kit.views ? { view: { w: gameView(kit).w, h: gameView(kit).h } } : {}),
  source: effect.source && {
    sheet: kit.sheetOrder.indexOf(effect.source.sheet),
    frame: rectOf(kit.sheets[effect.source.sheet]!.frames[effect.source.frame]!),
  },
  ...(effect.strengthRamps ? { strengthRamps: effect.strengthRamps } : {}),
  ...extrasOf(effect),
  numbers: effect.numbers,
  lanes: effect.lanes,
  ...(effect.knobs ? { knobs: resolveKnobs(effect.knobs) } : {}),
  emitters: effect.emitterOrder
    .map((id) => effect.emitters[id]!)
    .filter((e) => !e.muted)
    .map((e) => resolveEmitter(kit, effect, e, read)),
  parts: effect.parts
    .filter((part) => !part.muted)
    .map(({ id, salt, mirror, reversed, numbers, effects }) => ({
      id,
      salt,
      mirror,
      reversed,
      numbers,
      choices: effects.map(({ effect: inner, weight }) => ({
        weight,
        effect: resolveInner(kit, inner, read),
      })),
    })),
})
