/** The part of a kit that some of its effects need: they and what they play, with types, sheets, palettes, stages. */
import { effectsWithin } from './edits.ts'
import type { Effect, Kit, ParticleType } from './kit.ts'

const picked = <T>(map: Readonly<Record<string, T>>, wanted: ReadonlySet<string>): Record<string, T> =>
  Object.fromEntries([...wanted].flatMap((id) => (Object.hasOwn(map, id) ? [[id, map[id]!]] : [])))

/** Ids of the sheets that a particle type shows. */
export const sheetsOfType = ({ pictures, mark }: ParticleType): string[] => [
  ...pictures.map(({ sheet }) => sheet),
  ...(mark ? [mark.sheet] : []),
]

const sheetsOfEffect = ({ source, emitters }: Effect): string[] => [
  ...(source ? [source.sheet] : []),
  ...Object.values(emitters).flatMap(({ mask }) => (mask ? [mask.sheet] : [])),
]

/**
 * A kit of these effects and all that they need, in the kit's order; its values are the kit's own, not copies.
 * Stages come along whole: any effect may meet them.
 */
export const pieceOf = (kit: Kit, effectIds: readonly string[]): Kit => {
  const all = new Set(effectIds.flatMap((id) => [id, ...effectsWithin(kit, id)]))
  const effects = picked(kit.effects, all)
  const types = picked(
    kit.types,
    new Set(
      Object.values(effects).flatMap(({ emitters }) => Object.values(emitters).map(({ type }) => type)),
    ),
  )
  const sheets = picked(
    kit.sheets,
    new Set([
      ...Object.values(types).flatMap((type) => sheetsOfType(type)),
      ...Object.values(effects).flatMap((effect) => sheetsOfEffect(effect)),
    ]),
  )
  const heard = new Set(Object.values(effects).flatMap(({ sounds = [] }) => sounds.map(({ sound }) => sound)))
  const palettes = picked(kit.palettes, new Set(Object.values(types).flatMap(({ palette }) => palette ?? [])))
  return {
    ...kit,
    rampShelf: [],
    ...(kit.sounds ? { sounds: kit.sounds.filter(({ id }) => heard.has(id)) } : {}),
    effects,
    effectOrder: kit.effectOrder.filter((id) => Object.hasOwn(effects, id)),
    types,
    typeOrder: kit.typeOrder.filter((id) => Object.hasOwn(types, id)),
    sheets,
    sheetOrder: kit.sheetOrder.filter((id) => Object.hasOwn(sheets, id)),
    palettes,
    paletteOrder: kit.paletteOrder.filter((id) => Object.hasOwn(palettes, id)),
  }
}
