/** Last Ferry: the night boat of a canal town. The demo kit, generated. */
import { type Effect, emptyKit, type KitFile } from '@gliv/document'
import { BACKDROPS, DECKHAND } from './backdrops.ts'
import { BLASTS, BLAST_TYPES, PALETTES, PIXEL_CLIPS } from './blasts.ts'
import { EFFECTS, TYPES } from './effects.ts'
import { FIRE_TYPES, FIRES } from './fires.ts'
import { HARBOUR, HARBOUR_TYPES } from './harbour.ts'
import { MOTION, MOTION_TYPES, STAGES } from './motion.ts'
import { NIGHT, NIGHT_TYPES } from './night.ts'
import { PIXEL_SPRITES } from './pixelArt.ts'
import { CUES, MORE_STAGES, PIER } from './scenes.ts'
import { SIGN_TYPES, SIGNS } from './signs.ts'
import { SOUNDS } from './sounds.ts'
import { BIT_SPRITES, makeSheet, SOFT_SPRITES } from './sprites.ts'
import { VOICES } from './voices.ts'
import { WATER_TYPES, WATERS } from './waters.ts'

const ALL_TYPES = [
  ...TYPES,
  ...BLAST_TYPES,
  ...HARBOUR_TYPES,
  ...MOTION_TYPES,
  ...FIRE_TYPES,
  ...WATER_TYPES,
  ...NIGHT_TYPES,
  ...SIGN_TYPES,
]

/** In the order of the kit page. */
const ALL_EFFECTS = [...EFFECTS, ...FIRES, ...BLASTS, ...HARBOUR, ...WATERS, ...NIGHT, ...MOTION, ...SIGNS]

export const makeDemo = (): KitFile => {
  const kit = emptyKit('last-ferry', 'Last Ferry')
  const pictures = new Map<string, Uint8Array>()
  for (const { sheet, png } of [
    makeSheet('soft', 'Soft shapes', 'smooth', SOFT_SPRITES),
    makeSheet('bits', 'Bits', 'smooth', BIT_SPRITES),
    makeSheet('pixels', 'Hard pixels', 'nearest', PIXEL_SPRITES, PIXEL_CLIPS),
    BACKDROPS,
    DECKHAND,
  ]) {
    kit.sheets[sheet.id] = sheet
    kit.sheetOrder.push(sheet.id)
    pictures.set(sheet.picture, png)
  }
  for (const palette of PALETTES) {
    kit.palettes[palette.id] = palette
    kit.paletteOrder.push(palette.id)
  }
  for (const stage of [...STAGES, ...MORE_STAGES]) {
    kit.stages[stage.id] = stage.id === 'pier' ? { ...stage, ...PIER } : stage
    kit.stageOrder.push(stage.id)
  }
  kit.cues = [...CUES]
  kit.sounds = SOUNDS.map(({ sound }) => sound)
  for (const { sound, wav } of SOUNDS) pictures.set(sound.blob, wav)
  for (const type of ALL_TYPES) {
    kit.types[type.id] = type
    kit.typeOrder.push(type.id)
  }
  for (const effect of ALL_EFFECTS) {
    kit.effects[effect.id] = { ...effect, ...(VOICES[effect.id] as Partial<Effect> | undefined) }
    kit.effectOrder.push(effect.id)
  }
  // A deep copy: callers may change what they get.
  return { kit: JSON.parse(JSON.stringify(kit)) as typeof kit, pictures }
}
export { SOUNDS } from './sounds.ts'
export { EFFECT_RECIPES, type EffectRecipe } from './recipes.ts'
