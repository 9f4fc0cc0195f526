/** The compiled file that a game loads: defaults filled, ids resolved, pictures inside. */
import {
  type Pack,
  PACK_FEATURES,
  PACK_VERSION,
  type PackFeature,
  type ResolvedEffect,
  type ResolvedEmitter,
  RULES,
} from '@gliv/model'
import { canonicalJson } from './canonical.ts'
import type { Kit, KitFile } from './kit.ts'
import { toDataUrl } from './pictures.ts'
import { resolveEffect, type MaskReader } from './resolve.ts'
import { usersOfSound } from './sounds.ts'

/** Sheets that some particle or mark may show, or that a source sprite is on. */
const usedSheets = (kit: Kit): string[] => {
  const used = new Set<string>()
  for (const effect of Object.values(kit.effects)) {
    if (effect.source) used.add(effect.source.sheet)
    for (const emitter of Object.values(effect.emitters)) {
      if (emitter.muted) continue
      const type = kit.types[emitter.type]!
      for (const picture of type.pictures) used.add(picture.sheet)
      if (type.mark) used.add(type.mark.sheet)
    }
  }
  return kit.sheetOrder.filter((id) => used.has(id))
}

/** Effects and all that play inside them. */
const within = (effect: ResolvedEffect): ResolvedEffect[] => [
  effect,
  ...effect.parts.flatMap(({ choices }) => choices.flatMap((choice) => within(choice.effect))),
  ...effect.emitters.flatMap(({ relays }) =>
    relays.flatMap((relay) => (relay.effect ? within(relay.effect) : [])),
  ),
]

type Needed = (pack: Omit<Pack, 'needs'>, effects: readonly ResolvedEffect[]) => boolean

const someEmitter =
  (has: (emitter: ResolvedEmitter) => boolean): Needed =>
  (_pack, effects) =>
    effects.some(({ emitters }) => emitters.some(has))

/** When a pack needs a feature. */
const NEEDED: { readonly [F in PackFeature]: Needed } = {
  cues: ({ cues = [] }) => cues.length > 0,
  sounds: ({ sounds = [] }) => sounds.length > 0,
  events: (_pack, effects) => effects.some(({ events }) => events !== undefined),
  screen: (_pack, effects) => effects.some(({ screen }) => screen !== undefined),
  contact: someEmitter(({ type }) => type.contact !== 'none'),
  marks: someEmitter(({ type }) => type.mark !== null),
  relays: someEmitter(({ relays }) => relays.length > 0),
  parts: (_pack, effects) => effects.some(({ parts }) => parts.length > 0),
  recolour: someEmitter(({ type }) => type.spreadOn === 'pixels'),
}

const withNeeds = (pack: Omit<Pack, 'needs'>): Pack => {
  const effects = pack.effects.flatMap(within)
  const needs = PACK_FEATURES.filter((feature) => NEEDED[feature](pack, effects))
  return needs.length > 0 ? { ...pack, needs } : pack
}

/** The kit's sounds that its effects play. */
const usedSounds = (kit: Kit, pictures: KitFile['pictures']): Pick<Pack, 'sounds'> => {
  const sounds = (kit.sounds ?? []).filter(({ id }) => usersOfSound(kit, id).length > 0)
  if (sounds.length === 0) return {}
  return { sounds: sounds.map(({ id, name, blob }) => ({ id, name, data: toDataUrl(pictures.get(blob)!) })) }
}

/**
 * What a game loads: all effects of a kit resolved, with the sheets that they use and no others, renumbered.
 * @param read where the places of picture shapes come from; throws `Refusal` without it when an effect needs them
 */
export const makePack = ({ kit, pictures }: KitFile, read?: MaskReader): Pack => {
  const sheetIds = usedSheets(kit)
  // Renumber sheets by resolving against a kit that has only the used ones.
  const lean: Kit = { ...kit, sheetOrder: sheetIds }
  return withNeeds({
    format: 'gliv-pack',
    version: PACK_VERSION,
    rules: RULES,
    name: kit.name,
    axes: '+x right, +y down, 0 degrees points right, angles grow clockwise',
    units: 'pixels, seconds, degrees; opacity, ramps and life 0 to 1; colours #rrggbb in sRGB',
    sheets: sheetIds.map((id) => {
      const { name, picture, width, height, sampling } = kit.sheets[id]!
      return { id, name, image: toDataUrl(pictures.get(picture)!), width, height, sampling }
    }),
    effects: kit.effectOrder.map((id) => resolveEffect(lean, kit.effects[id]!, read)),
    ...(kit.cues && kit.cues.length > 0 ? { cues: kit.cues } : {}),
    ...usedSounds(kit, pictures),
  })
}

/** The pack of `makePack` as canonical JSON, the text of a `.glivpack.json` file. */
export const writePack = (file: KitFile, read?: MaskReader): string => canonicalJson(makePack(file, read))
