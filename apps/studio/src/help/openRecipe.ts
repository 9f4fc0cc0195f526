/** A recipe becomes an effect: of the open kit, or of a kit of recipes where none is open. */
import type { EffectRecipe } from '@gliv/demo'
import { copyEffects, emptyKit, graftEffectsCopy, type Kit, type KitFile } from '@gliv/document'
import { db, edit, keepPicture, openDocument, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { addKit, shelfRows } from '../state/shelf.ts'

/** Name of the kit that recipes are opened in from the shelf. */
const KIT_NAME = 'Recipes'

/** Puts a recipe's effect, with its notes, into a kit, in place. Gives the effect's id there. */
export const addRecipe = (kit: Kit, recipe: EffectRecipe, demo: KitFile, make: typeof makeId): string => {
  const [made = ''] = graftEffectsCopy(kit, copyEffects(demo, [recipe.effect]), make)
  const effect = kit.effects[made]!
  const notes = demo.kit.effects[recipe.effect]!.emitterOrder.map((id) => recipe.notes[id])
  effect.name = recipe.title
  effect.note = recipe.text
  effect.emitterOrder.forEach((id, k) => {
    const note = notes[k]
    if (note !== undefined) effect.emitters[id]!.note = note
  })
  return made
}

const openKitOfRecipes = async (): Promise<string> => {
  const there = (await shelfRows(db)).find(({ name }) => name === KIT_NAME)
  if (there) return there.id
  return addKit(db, { kit: emptyKit(makeId('kit'), KIT_NAME), pictures: new Map() }, () => makeId('kit'))
}

/** Opens a recipe as a new effect. Gives its address. */
export const openRecipe = async (recipe: EffectRecipe, demo: KitFile): Promise<string> => {
  if (!useDocument.getState().kit) await openDocument(await openKitOfRecipes())
  for (const [hash, bytes] of copyEffects(demo, [recipe.effect]).file.pictures) keepPicture(bytes, hash)
  let made = ''
  edit(`Recipe: ${recipe.title}`, (kit) => void (made = addRecipe(kit, recipe, demo, makeId)))
  return `/kit/${useDocument.getState().kit!.id}/effect/${encodeURIComponent(made)}`
}
