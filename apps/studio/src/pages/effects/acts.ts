/** What is done with effects on a kit's page: with one, or with all that are chosen, in one step of undo. */
import {
  deleteEffect,
  duplicateEffect,
  type Kit,
  makeVariant,
  moveEffects,
  usersOfEffect,
} from '@gliv/document'
import { edit, useDocument } from '../../state/document.ts'
import { chooseEffects, useChosenEffects } from '../../state/effectsPage.ts'
import { makeId } from '../../state/ids.ts'

const kitNow = (): Kit | null => useDocument.getState().kit

/** `“Keg pop”`, or how many. */
export const namesOf = (ids: readonly string[]): string => {
  const names = ids.flatMap((id) => kitNow()?.effects[id]?.name ?? [])
  return names.length === 1 ? names[0]! : `${names.length} effects`
}

/** Deletes effects; says so where others lose them. */
export const deleteEffects = (ids: readonly string[]): void => {
  const kit = kitNow()
  const there = ids.filter((id) => kit?.effects[id])
  if (!kit || there.length === 0) return
  const users = [
    ...new Set(there.flatMap((id) => usersOfEffect(kit, id).filter((user) => !there.includes(user.id)))),
  ].map(({ name }) => `“${name}”`)
  const names = namesOf(there)
  edit(`Delete ${names}`, (draft) => {
    for (const id of there) if (draft.effects[id]) deleteEffect(draft, id)
  })
  const { ids: chosen } = useChosenEffects.getState()
  chooseEffects(chosen.filter((id) => !there.includes(id)))
  if (users.length === 0) return
  const [said, is] = there.length === 1 ? [`“${names}”`, 'is'] : [names, 'are']
  const was = there.length === 1 ? 'was' : 'were'
  useDocument.setState({
    notice: `${said} ${was} also played by ${users.join(', ')} and ${is} gone there. Undo brings all of it back.`,
  })
}

export const duplicateEffects = (ids: readonly string[]): void =>
  edit(`Duplicate ${namesOf(ids)}`, (kit) => {
    for (const id of ids) if (kit.effects[id]) duplicateEffect(kit, id, makeId)
  })

/** Effects that are these with changes, beside them. */
export const makeVariants = (ids: readonly string[]): void =>
  edit(`Make a variant of ${namesOf(ids)}`, (kit) => {
    for (const id of ids) if (kit.effects[id]) makeVariant(kit, id, makeId)
  })

export const carryEffects = (ids: readonly string[], before: string | null): void =>
  edit(`Move ${namesOf(ids)}`, (kit) => moveEffects(kit, ids, before))

/** Tags as they are typed: words between commas. */
export const readTags = (text: string): readonly string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim().slice(0, 40))
      .filter(Boolean),
  ),
]

/** Adds tags to effects, or takes one away from all of them. */
export const tagEffects = (ids: readonly string[], added: readonly string[], removed?: string): void =>
  edit(`Tag ${namesOf(ids)}`, (kit) => {
    for (const id of ids) {
      const effect = kit.effects[id]
      if (!effect) continue
      const tags = [...new Set([...(effect.tags ?? []), ...added])]
        .filter((tag) => tag !== removed)
        .slice(0, 20)
      if (tags.length > 0) effect.tags = tags
      else delete effect.tags
    }
  })
