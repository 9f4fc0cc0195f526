/**
 * The system's clipboard in the effect editor: Ctrl C copies the selected emitters, or the group of the Recipe that has
 * the focus; Ctrl V puts emitters on top, and a group into all selected ones. With Shift emitters begin at the moment.
 */
import {
  copyEmitters,
  graft,
  graftEmittersCopy,
  isEffects,
  isEmitters,
  readClip,
  writeClip,
} from '@gliv/document'
import { setColumn } from '../../state/column.ts'
import { edit, keepPicture, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { copyGroup, groupTitle } from '../recipe/groupClip.ts'
import { selectedTogether, selectTogether } from './acts.ts'

export const say = (notice: string): void => useDocument.setState({ notice })

const groupText = (effectId: string, groupId: string): string | null => {
  const { kit } = useDocument.getState()
  const emitter = selectedTogether(effectId).at(-1)
  const type = emitter === undefined ? undefined : kit?.effects[effectId]?.emitters[emitter]?.type
  if (!kit || emitter === undefined || type === undefined) return null
  const clip = copyGroup(kit, { effect: effectId, emitter, type }, groupId)
  return clip && writeClip(clip)
}

const emittersText = (effectId: string): string | null => {
  const { kit, pictures } = useDocument.getState()
  const ids = selectedTogether(effectId)
  return kit && ids.length > 0 ? writeClip(copyEmitters({ kit, pictures }, effectId, ids)) : null
}

/** What a copy holds, and what is said of it; null when there is nothing to copy. */
export const copyText = (effectId: string, groupId: string | null): { text: string; said: string } | null => {
  const text = groupId === null ? emittersText(effectId) : groupText(effectId, groupId)
  if (text === null) return null
  const count = selectedTogether(effectId).length
  const what =
    groupId === null
      ? count === 1
        ? 'the emitter'
        : `${count} emitters`
      : `the group ${groupTitle(groupId)}`
  return { text, said: `Copied ${what}; Ctrl V pastes here, in another effect or another kit` }
}

/** Copies by a press what a key would. */
export const copyNow = async (effectId: string, groupId: string | null = null): Promise<void> => {
  const copied = copyText(effectId, groupId)
  if (!copied) return
  try {
    await navigator.clipboard.writeText(copied.text)
    say(copied.said)
  } catch {
    say('The browser does not let the page write the clipboard; press Ctrl C instead')
  }
}

const pasteEmitters = (effectId: string, text: string, atSeconds: number | undefined): string | null => {
  const clip = readClip(text)
  if (typeof clip === 'string') return clip
  if (isEffects(clip)) return 'The clipboard holds effects; paste them on the kit page'
  if (!isEmitters(clip)) return pasteCells(effectId, clip)
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  let made: readonly string[] = []
  const label = clip.emitters.length === 1 ? 'an emitter' : `${clip.emitters.length} emitters`
  edit(`Paste ${label}`, (kit) => void (made = graftEmittersCopy(kit, clip, effectId, makeId, atSeconds)))
  selectTogether(effectId, made, made.at(-1))
  setColumn('recipe')
  return null
}

const pasteCells = (effectId: string, clip: Parameters<typeof graft>[1]): string | null => {
  let refusal: string | null = null
  edit('Paste a group', (kit) => {
    refusal = graft(kit, clip, { effect: effectId, emitters: selectedTogether(effectId) })
  })
  return refusal
}

/** Puts a text of the clipboard into the effect; what does not fit is said in words, and nothing is changed. */
export const pasteText = (effectId: string, text: string, atSeconds?: number): void => {
  const refusal = pasteEmitters(effectId, text, atSeconds)
  if (refusal !== null) say(refusal)
}
