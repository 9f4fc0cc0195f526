/** Effects of one kit brought into another with all that they need. */
import { innerOf } from '../kit/edits.ts'
import type { Effect, Kit, ParticleType, Sheet } from '../kit/kit.ts'
import { clone } from '../kit/layers.ts'
import { pieceOf } from '../kit/piece.ts'
import { bring, type Bringing, type Brought, SHELVES } from './bring.ts'

/** Ids of what is brought to the ids that they have in the kit, by kind. */
export interface Ways {
  readonly sheet: Map<string, string>
  readonly palette: Map<string, string>
  readonly sound: Map<string, string>
  readonly type: Map<string, string>
  readonly effect: Map<string, string>
  readonly cue: Map<string, string>
  readonly stage: Map<string, string>
}
export const noWays = (): Ways => ({
  sheet: new Map(),
  palette: new Map(),
  sound: new Map(),
  type: new Map(),
  effect: new Map(),
  cue: new Map(),
  stage: new Map(),
})

/** The id there of a thing that was brought. */
export const went = (ways: ReadonlyMap<string, string>, id: string): string => ways.get(id) ?? id

/** A type of another kit, naming things by the ids that they have here. */
export const typeThere = (type: ParticleType, { sheet, palette }: Ways): ParticleType => {
  const made = clone(type)
  made.pictures = made.pictures.map((picture) => ({ ...picture, sheet: went(sheet, picture.sheet) }))
  if (made.mark) made.mark = { ...made.mark, sheet: went(sheet, made.mark.sheet) }
  if (made.palette !== null) made.palette = went(palette, made.palette)
  return made
}

/** The same for an effect. */
export const effectThere = (effect: Effect, ways: Ways): Effect => {
  const made = clone(effect)
  if (made.variant) made.variant.of = went(ways.effect, made.variant.of)
  if (made.source) made.source.sheet = went(ways.sheet, made.source.sheet)
  if (made.sounds) made.sounds = made.sounds.map((use) => ({ ...use, sound: went(ways.sound, use.sound) }))
  for (const part of made.parts)
    part.effects = part.effects.map((choice) => ({ ...choice, effect: went(ways.effect, choice.effect) }))
  for (const emitter of Object.values(made.emitters)) {
    emitter.type = went(ways.type, emitter.type)
    if (emitter.mask) emitter.mask.sheet = went(ways.sheet, emitter.mask.sheet)
    for (const relay of emitter.relays)
      if (relay.effect !== null) relay.effect = went(ways.effect, relay.effect)
  }
  return made
}

/** Inner effects before those that play them. */
const inwards = (piece: Kit): readonly string[] => {
  const done = new Set<string>()
  const visit = (id: string, depth: number): void => {
    if (done.has(id) || depth > 64) return
    for (const inner of innerOf(piece, id)) visit(inner, depth + 1)
    done.add(id)
  }
  for (const id of piece.effectOrder) visit(id, 0)
  return [...done].filter((id) => piece.effects[id])
}

/** Whether one sheet can stand for another: it has as many frames, and the clips that are asked for by id. */
const standsFor = (stays: Sheet, goes: Sheet): boolean =>
  stays.frames.length >= goes.frames.length &&
  goes.clips.every(({ id }) => stays.clips.some((clip) => clip.id === id))

/** Brings a sheet; where the one that would stay lacks frames or clips of the other, both are there. */
export const bringSheet = (kit: Kit, sheet: Sheet, bringing: Bringing): Brought => {
  const own = kit.sheets[sheet.id]
  const [stays, goes] = bringing.whenBoth === 'first' ? [own, sheet] : [sheet, own]
  return bring(kit, SHELVES.sheet, sheet, bringing, !stays || !goes || standsFor(stays, goes))
}

/** Types that only effects which are replaced send out may be replaced themselves. */
const isOnlyOf = (kit: Kit, type: string, effects: ReadonlySet<string>): boolean =>
  kit.effectOrder.every(
    (id) =>
      effects.has(id) || Object.values(kit.effects[id]!.emitters).every((emitter) => emitter.type !== type),
  )

/** Types that nothing sends out any more go, unless they were so before. */
const dropLeft = (kit: Kit, before: ReadonlySet<string>): void => {
  const used = new Set(
    Object.values(kit.effects).flatMap(({ emitters }) => Object.values(emitters).map(({ type }) => type)),
  )
  const left = kit.typeOrder.filter((id) => before.has(id) && !used.has(id))
  for (const id of left) delete kit.types[id]
  if (left.length > 0) kit.typeOrder = kit.typeOrder.filter((id) => !left.includes(id))
}

const usedTypes = (kit: Kit): Set<string> =>
  new Set(
    Object.values(kit.effects).flatMap(({ emitters }) => Object.values(emitters).map(({ type }) => type)),
  )

/**
 * Brings effects of another kit into a kit, in place, with what they play, their types, sheets, palettes and sounds.
 * Bytes of pictures and sounds travel beside the kits.
 * @returns what was brought, and where each thing went
 */
export const graftEffects = (
  kit: Kit,
  other: Kit,
  effectIds: readonly string[],
  bringing: Bringing,
): { readonly brought: readonly Brought[]; readonly ways: Ways } => {
  const piece = pieceOf(other, effectIds)
  const ways = noWays()
  const brought: Brought[] = []
  const used = usedTypes(kit)
  const take = (made: Brought, way: Map<string, string>, id: string): void => {
    brought.push(made)
    way.set(id, made.id)
  }
  for (const id of piece.sheetOrder) take(bringSheet(kit, piece.sheets[id]!, bringing), ways.sheet, id)
  for (const id of piece.paletteOrder)
    take(bring(kit, SHELVES.palette, piece.palettes[id]!, bringing), ways.palette, id)
  for (const sound of piece.sounds ?? [])
    take(bring(kit, SHELVES.sound, sound, bringing), ways.sound, sound.id)
  const coming = new Set(piece.effectOrder)
  for (const id of piece.typeOrder) {
    const own = bringing.whenBoth === 'second' && isOnlyOf(kit, id, coming)
    take(bring(kit, SHELVES.type, typeThere(piece.types[id]!, ways), bringing, own), ways.type, id)
  }
  for (const id of inwards(piece))
    take(bring(kit, SHELVES.effect, effectThere(piece.effects[id]!, ways), bringing), ways.effect, id)
  dropLeft(kit, new Set([...used, ...brought.filter(({ kind }) => kind === 'type').map(({ id }) => id)]))
  return { brought: brought.filter(({ kind, id }) => kind !== 'type' || kit.types[id]), ways }
}
