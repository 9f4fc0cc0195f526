/** Last Ferry: the night boat of a canal town. The demo kit, generated. */
import { emptyKit, type KitFile } from '@gliv/document'
import { EFFECTS, TYPES } from './effects.ts'
import { BIT_SPRITES, makeSheet, SOFT_SPRITES } from './sprites.ts'

export const makeDemo = (): KitFile => {
  const kit = emptyKit('last-ferry', 'Last Ferry')
  const pictures = new Map<string, Uint8Array>()
  for (const { sheet, png } of [makeSheet('soft', 'Soft shapes', 'smooth', SOFT_SPRITES), makeSheet('bits', 'Bits', 'smooth', BIT_SPRITES)]) {
    kit.sheets[sheet.id] = sheet
    kit.sheetOrder.push(sheet.id)
    pictures.set(sheet.picture, png)
  }
  for (const type of TYPES) {
    kit.types[type.id] = type
    kit.typeOrder.push(type.id)
  }
  for (const effect of EFFECTS) {
    kit.effects[effect.id] = effect
    kit.effectOrder.push(effect.id)
  }
  // A deep copy: callers may change what they get.
  return { kit: JSON.parse(JSON.stringify(kit)) as typeof kit, pictures }
}
