/** Two kits made one: what the second has beside the first comes to it, by the graft of the clipboard. */
import type { Cue, EffectShipping, ShipPreset, TextTemplate } from '@gliv/model'
import { canonicalJson } from '../kit/canonical.ts'
import type { Kit, KitFile, Stage } from '../kit/kit.ts'
import { clone, freeName, type MakeId } from '../kit/layers.ts'
import { isMadeFrom } from '../kit/naming.ts'
import { addTemplate } from '../kit/templates.ts'
import { bring, type Bringing, type Brought, SHELVES, type WhenBoth } from './bring.ts'
import { bringSheet, graftEffects, type Ways, went } from './effects.ts'

const cueThere = (cue: Cue, ways: Ways): Cue => ({
  ...cue,
  effects: cue.effects.map((id) => went(ways.effect, id)),
})

const stageThere = (stage: Stage, ways: Ways): Stage => {
  const made = clone(stage)
  const { layers, actors, events } = made
  if (layers)
    made.layers = layers.map((layer) =>
      layer.sheet === null ? layer : { ...layer, sheet: went(ways.sheet, layer.sheet) },
    )
  if (actors)
    made.actors = actors.map((actor) => ({
      ...actor,
      clips: Object.fromEntries(
        Object.entries(actor.clips).map(([state, use]) => [
          state,
          { ...use, sheet: went(ways.sheet, use.sheet) },
        ]),
      ),
    }))
  if (events)
    made.events = events.map((event) => ({
      ...event,
      cue: went(ways.cue, event.cue),
      after: event.after === null ? null : went(ways.cue, event.after),
    }))
  return made
}

/** Sheets and palettes that no effect shows: backdrops, actors, what is kept for later. */
export const bringLeft = (kit: Kit, other: Kit, ways: Ways, bringing: Bringing): Brought[] => {
  const made: Brought[] = []
  const take = (one: Brought, way: Map<string, string>, id: string): void => {
    made.push(one)
    way.set(id, one.id)
  }
  for (const id of other.sheetOrder)
    if (!ways.sheet.has(id)) take(bringSheet(kit, other.sheets[id]!, bringing), ways.sheet, id)
  for (const id of other.paletteOrder)
    if (!ways.palette.has(id))
      take(bring(kit, SHELVES.palette, other.palettes[id]!, bringing), ways.palette, id)
  for (const sound of other.sounds ?? [])
    if (!ways.sound.has(sound.id)) take(bring(kit, SHELVES.sound, sound, bringing), ways.sound, sound.id)
  // A game raises a cue by its name: of two with one name only one could be heard.
  const ofCues: Bringing = bringing.whenBoth === 'both' ? { ...bringing, whenBoth: 'first' } : bringing
  for (const cue of other.cues ?? [])
    take(bring(kit, SHELVES.cue, cueThere(cue, ways), ofCues), ways.cue, cue.id)
  for (const id of other.stageOrder)
    take(bring(kit, SHELVES.stage, stageThere(other.stages[id]!, ways), bringing), ways.stage, id)
  return made
}

type Sentences = EffectShipping['own']

/** Sentences name palettes and stages by their ids. */
const sentencesThere = <S extends Sentences>(sentences: S, ways: Ways): S => {
  const { colours, moves } = sentences
  return {
    ...sentences,
    ...(colours?.palette && { colours: { ...colours, palette: went(ways.palette, colours.palette) } }),
    ...(moves?.stage && { moves: { ...moves, stage: went(ways.stage, moves.stage) } }),
  }
}

/** Presets that came along; one whose id means something else here gets another. Gives where each went. */
const bringPresets = (presets: ShipPreset[], coming: readonly ShipPreset[], ways: Ways, makeId: MakeId) => {
  const went = new Map<string, string>()
  for (const { id, name, sentences } of coming) {
    const said = sentencesThere(sentences, ways)
    const same = presets.find(
      (own) => isMadeFrom(own.name, name) && canonicalJson(own.sentences) === canonicalJson(said),
    )
    const made = same ?? {
      id: presets.some((own) => own.id === id) ? makeId('preset') : id,
      name: freeName(
        name,
        presets.map((own) => own.name),
      ),
      sentences: clone(said),
    }
    if (!same) presets.push(made)
    went.set(id, made.id)
  }
  return went
}

/** How effects ship that came in, and the presets that they follow. */
const bringShipping = (
  kit: Kit,
  other: Kit,
  ways: Ways,
  brought: readonly Brought[],
  makeId: MakeId,
): void => {
  if (!other.ship) return
  const ship = kit.ship ?? { presets: [], effects: {} }
  const presets = [...ship.presets]
  const preset = bringPresets(presets, other.ship.presets, ways, makeId)
  const effects = { ...ship.effects }
  for (const [from, to] of ways.effect) {
    const shipping = other.ship.effects[from]
    const arrival = brought.find(({ kind, id }) => kind === 'effect' && id === to)?.arrival
    const isNew = arrival !== 'kept' && arrival !== 'there already'
    if (shipping && (isNew || !effects[to]))
      effects[to] = {
        ...clone(shipping),
        own: sentencesThere(shipping.own, ways),
        preset: shipping.preset && went(preset, shipping.preset),
      }
  }
  kit.ship = { presets, effects }
}

/** Templates are told apart by what they make, not by their ids. */
const isSameTemplate = (a: TextTemplate, b: TextTemplate): boolean =>
  isMadeFrom(a.name, b.name) && a.text === b.text && JSON.stringify(a.writing) === JSON.stringify(b.writing)

/** A merged kit, and what became of each thing of the second. */
export interface Merged {
  readonly file: KitFile
  readonly brought: readonly Brought[]
}

/**
 * The first kit with what the second has beside it. Things of equal content are one; where both have a thing of one
 * id with other contents, `whenBoth` says what stays. Neither kit is changed; name, rate and views stay the first's.
 */
export const mergeKits = (first: KitFile, second: KitFile, whenBoth: WhenBoth, makeId: MakeId): Merged => {
  const kit = clone(first.kit)
  const other = second.kit
  const bringing: Bringing = { makeId, whenBoth }
  const { brought, ways } = graftEffects(kit, other, other.effectOrder, bringing)
  const further = bringLeft(kit, other, ways, bringing)
  bringShipping(kit, other, ways, brought, makeId)
  for (const kept of other.rampShelf)
    if (!kit.rampShelf.some(({ id, name }) => id === kept.id || name === kept.name))
      kit.rampShelf.push(clone(kept))
  for (const { id, ...template } of other.templates ?? [])
    if (!kit.templates?.some((own) => isSameTemplate(own, { id, ...template })))
      addTemplate(kit, template, makeId)
  return {
    file: { kit, pictures: new Map([...second.pictures, ...first.pictures]) },
    brought: [...brought, ...further],
  }
}
