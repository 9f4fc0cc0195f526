/** The compiled file that a game loads: defaults filled, ids resolved, pictures inside. */
import { type Pack, PACK_VERSION, RULES } from '@gliv/model'
import { canonicalJson } from './canonical.ts'
import type { Kit, KitFile } from './kit.ts'
import { toDataUrl } from './pictures.ts'
import { resolveEffect, type MaskReader } from './resolve.ts'

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

/**
 * What a game loads: all effects of a kit resolved, with the sheets that they use and no others, renumbered.
 * @param read where the places of picture shapes come from; throws `Refusal` without it when an effect needs them
 */
export const makePack = ({ kit, pictures }: KitFile, read?: MaskReader): Pack => {
  const sheetIds = usedSheets(kit)
  // Renumber sheets by resolving against a kit that has only the used ones.
  const lean: Kit = { ...kit, sheetOrder: sheetIds }
  return {
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
  }
}

/** The pack of `makePack` as canonical JSON, the text of a `.glivpack.json` file. */
export const writePack = (file: KitFile, read?: MaskReader): string => canonicalJson(makePack(file, read))
