/** What an effect may begin with: nothing, a plain emitter, or a technique with pictures of its own. */
import {
  addEffect,
  addEmitter,
  addTechnique,
  type Kit,
  type KitFile,
  STARTERS,
  type StarterId,
  TECHNIQUES,
  type TechniqueId,
} from '@gliv/document'
import { edit } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { ensureSprites, keepSprites, shelfKit } from './sprites.ts'

/** Id of the choice that leaves the effect empty. */
export const EMPTY = 'empty'
/** Id of a choice: a plain starter, a technique, or `EMPTY`. */
export type BeginningId = StarterId | `technique-${TechniqueId}` | typeof EMPTY

export interface Beginning {
  readonly id: BeginningId
  readonly name: string
  readonly help: string
  /** Other words by which people look for it. */
  readonly words: string
}

const PLAIN = (Object.keys(STARTERS) as StarterId[]).map((id): Beginning => ({
  id,
  name: STARTERS[id].name,
  help: STARTERS[id].help,
  words: 'plain emitter',
}))
const MADE = (Object.keys(TECHNIQUES) as TechniqueId[]).map((id): Beginning => ({
  id: `technique-${id}`,
  name: TECHNIQUES[id].name,
  help: '',
  words: TECHNIQUES[id].words,
}))

/** Everything that an effect may begin with, plain kinds first. */
export const BEGINNINGS: readonly Beginning[] = [
  ...PLAIN,
  { id: EMPTY, name: 'Empty', help: 'nothing yet', words: 'blank none' },
  ...MADE,
]

/** Those whose name or words begin with every word that was typed. */
export const findBeginnings = (typed: string): Beginning[] => {
  const wanted = typed.toLowerCase().trim().split(/\s+/).filter(Boolean)
  return BEGINNINGS.filter(({ name, words, help }) => {
    const text = ` ${name} ${words} ${help}`.toLowerCase()
    return wanted.every((word) => text.includes(` ${word}`))
  })
}

const techniqueOf = (id: BeginningId): TechniqueId | null =>
  id.startsWith('technique-') ? (id.slice('technique-'.length) as TechniqueId) : null

const ORIGIN = { x: 0, y: 0 }

/** Gives an effect that is empty its beginning, in place. @param picture hash of the sprites' picture, at hand */
const begin = (kit: Kit, effectId: string, id: BeginningId, picture: string, make: typeof makeId): void => {
  if (id === EMPTY) return
  const technique = techniqueOf(id)
  // A plain emitter takes the kit's first picture; only a kit without one needs the sprites.
  if (!technique && kit.sheetOrder.length > 0) return void addEmitter(kit, effectId, id as StarterId, make)
  const { sheet, frames } = ensureSprites(kit, picture)
  if (technique) addTechnique(kit, effectId, technique, ORIGIN, sheet, frames, make)
  else addEmitter(kit, effectId, id as StarterId, make)
}

/** Adds an effect with a beginning at the end of the kit: one step of undo. Returns its id. */
export const beginEffect = (id: BeginningId): string => {
  const technique = techniqueOf(id)
  const name = technique ? TECHNIQUES[technique].name : 'New effect'
  const picture = id === EMPTY ? '' : keepSprites()
  let made = ''
  edit(`New effect: ${BEGINNINGS.find((b) => b.id === id)!.name}`, (kit) => {
    made = addEffect(kit, makeId, name)
    begin(kit, made, id, picture, makeId)
  })
  return made
}

const makeShown = (): KitFile => {
  const file = shelfKit()
  let n = 0
  for (const { id } of BEGINNINGS) {
    if (id === EMPTY) continue
    addEffect(file.kit, () => id)
    begin(file.kit, id, id, '', (prefix) => `${prefix}-${++n}`)
  }
  return file
}

let shown: KitFile | null = null

/**
 * A kit with one effect for each choice, under the choice's id, so that each has a picture of its own. Made once:
 * it is the same for every kit.
 */
export const shownBeginnings = (): KitFile => (shown ??= makeShown())
