/** Edits of how a kit ships: sentences, presets, ticks. */
import {
  type EffectShipping,
  type KitShipping,
  PRESET_SENTENCES,
  type PresetSentence,
  settingsOf,
  SHIP_DEFAULTS,
  type ShipPreset,
  type ShipSettings,
  type ShipValues,
  UNSET_SHIPPING,
} from '@gliv/model'
import type { Kit } from './kit.ts'
import { freeName, type MakeId } from './layers.ts'

interface Shipping {
  readonly ship?: KitShipping | undefined
}

const EMPTY: KitShipping = { presets: [], effects: {} }

/** How an effect ships. */
export const shippingOf = ({ ship }: Shipping, effectId: string): EffectShipping =>
  ship?.effects[effectId] ?? UNSET_SHIPPING

/** What an effect's sentences say. */
export const shipSettings = (kit: Shipping, effectId: string): ShipSettings =>
  settingsOf(shippingOf(kit, effectId), kit.ship?.presets ?? [])

/** Changes how effects ship. */
export const setShipping = (
  kit: Kit,
  effectIds: readonly string[],
  change: (shipping: EffectShipping) => EffectShipping,
): void => {
  const { presets, effects } = kit.ship ?? EMPTY
  const changed = Object.fromEntries(effectIds.map((id) => [id, change(shippingOf(kit, id))]))
  kit.ship = { presets, effects: { ...effects, ...changed } }
}

/** A sentence without keys that say the same as `as`; null when nothing is left to say. */
const differs = (a: object, b: object): boolean => JSON.stringify(a) !== JSON.stringify(b)

/** Sets some values of a sentence for effects; a sentence that says what its preset says is the preset's again. */
export const setSentence = <S extends PresetSentence>(
  kit: Kit,
  effectIds: readonly string[],
  sentence: S,
  values: Partial<ShipValues<S>>,
): void =>
  setShipping(kit, effectIds, (shipping) => {
    const presets = kit.ship?.presets ?? []
    const settings = settingsOf(shipping, presets)
    const next = { ...settings[sentence], ...values }
    const { [sentence]: _, ...others } = shipping.own
    const base = settingsOf({ ...shipping, own: others }, presets)[sentence]
    return { ...shipping, own: differs(next, base) ? { ...others, [sentence]: next } : others }
  })

/** Gives a sentence back to the preset. */
export const backToPreset = (kit: Kit, effectIds: readonly string[], sentence: PresetSentence): void =>
  setShipping(kit, effectIds, (shipping) => {
    const { [sentence]: _, ...own } = shipping.own
    return { ...shipping, own }
  })

/** Sentences of an effect that say something else than its preset. */
export const changedSentences = ({ own }: EffectShipping): PresetSentence[] =>
  PRESET_SENTENCES.filter((sentence) => own[sentence] !== undefined)

/** Keeps an effect's sentences as a preset under a free name, which it follows from then on. Returns the id. */
export const addPreset = (kit: Kit, effectId: string, name: string, makeId: MakeId): string => {
  const { presets, effects } = kit.ship ?? EMPTY
  const id = makeId('preset')
  const { range: _, ...sentences } = shipSettings(kit, effectId)
  const preset: ShipPreset = {
    id,
    name: freeName(
      name,
      presets.map((other) => other.name),
    ),
    sentences,
  }
  kit.ship = { presets: [...presets, preset], effects }
  followPreset(kit, [effectId], id)
  return id
}

/** Lets effects follow a preset with all their sentences; null: none, and they keep what they said. */
export const followPreset = (kit: Kit, effectIds: readonly string[], preset: string | null): void => {
  const presets = kit.ship?.presets ?? []
  setShipping(kit, effectIds, (shipping) => {
    if (preset !== null) return { ...shipping, preset, own: {} }
    const { range: _, ...said } = settingsOf(shipping, presets)
    const own = Object.fromEntries(
      Object.entries(said).filter(([key, value]) => differs(value, SHIP_DEFAULTS[key as PresetSentence])),
    )
    return { ...shipping, preset, own }
  })
}

/** Changes a sentence of a preset, and with it of all that follow it. */
export const setPresetSentence = <S extends PresetSentence>(
  kit: Kit,
  preset: string,
  sentence: S,
  values: Partial<ShipValues<S>>,
): void =>
  changePreset(kit, preset, (old) => ({
    ...old,
    sentences: { ...old.sentences, [sentence]: { ...old.sentences[sentence], ...values } },
  }))

/** Changes a preset. */
export const changePreset = (kit: Kit, preset: string, change: (old: ShipPreset) => ShipPreset): void => {
  const { presets, effects } = kit.ship ?? EMPTY
  kit.ship = { presets: presets.map((old) => (old.id === preset ? change(old) : old)), effects }
}

/** Effects that follow a preset, in the kit's order. */
export const followersOf = (kit: Kit, preset: string): string[] =>
  kit.effectOrder.filter((id) => kit.ship?.effects[id]?.preset === preset)

/** Takes a preset away; effects that followed it keep what it said. */
export const deletePreset = (kit: Kit, preset: string): void => {
  followPreset(kit, followersOf(kit, preset), null)
  const { presets, effects } = kit.ship ?? EMPTY
  kit.ship = { presets: presets.filter(({ id }) => id !== preset), effects }
}

/** Forgets how an effect ships that is gone. */
export const forgetShipping = (kit: Kit, effectId: string): void => {
  if (!kit.ship?.effects[effectId]) return
  const { [effectId]: _, ...effects } = kit.ship.effects
  kit.ship = { ...kit.ship, effects }
}

/** A copy of an effect ships as its original does; nothing of it was written yet. */
export const copyShipping = (kit: Kit, from: string, to: string): void => {
  const shipping = kit.ship?.effects[from]
  if (shipping) setShipping(kit, [to], () => ({ ...shipping, written: '' }))
}

/** What shipping names must be there: effects, presets. Each problem with its place. */
export const shippingProblems = (kit: Kit): { readonly place: string; readonly message: string }[] => {
  const presets = kit.ship?.presets ?? []
  return Object.entries(kit.ship?.effects ?? {}).flatMap(([id, { preset }]) => [
    ...(kit.effects[id]
      ? []
      : [{ place: `ship.effects.${id}`, message: `there is no effect "${id}"; leave it out` }]),
    ...(preset === null || presets.some((known) => known.id === preset)
      ? []
      : [
          {
            place: `ship.effects.${id}.preset`,
            message: `there is no preset "${preset}"; choose another, or null`,
          },
        ]),
  ])
}
