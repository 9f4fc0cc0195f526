/** Effects go from kit to kit through the clipboard: Ctrl C at a card, by pointer or focus, Ctrl V on a kit’s page. */
import { copyEffects, type EffectsCopy, graftEffectsCopy, readClip, writeClip } from '@gliv/document'
import { useEffect } from 'react'
import { isOfText, pastedText, refuseHere, say, writeClipboard } from '../../document/clipboard.ts'
import { pastePieces, stageClip } from '../../document/pieces.ts'
import { edit, keepPicture, useDocument } from '../../state/document.ts'
import { useChosenEffects } from '../../state/effectsPage.ts'
import { makeId } from '../../state/ids.ts'
import { namesOf } from './acts.ts'

/** Effects that are chosen; else that of the card with the focus, or under the pointer. None while text is selected. */
const atHand = (): readonly string[] => {
  const { ids } = useChosenEffects.getState()
  if (ids.length > 0) return ids
  const card =
    document.activeElement?.closest<HTMLElement>('[data-effect]') ??
    document.querySelector<HTMLElement>('[data-effect]:hover')
  const id = card?.dataset['effect']
  return id === undefined ? [] : [id]
}

/** Effects with all that they need as a text of the clipboard; null when there are none. */
export const effectsClip = (wanted: readonly string[]): string | null => {
  const { kit, pictures } = useDocument.getState()
  const ids = wanted.filter((id) => kit?.effects[id])
  return kit && ids.length > 0 ? writeClip(copyEffects({ kit, pictures }, ids)) : null
}

const copiedText = (ids: readonly string[]): string => {
  const names = namesOf(ids)
  const [what, it] =
    ids.length === 1 ? [`“${names}” with all that it needs`, 'it'] : [`${names} with all they need`, 'them']
  return `Copied ${what}. Ctrl V puts ${it} on this or another kit's page.`
}

/** A stage of the kit that has the focus or is under the pointer, as a text of the clipboard. */
const stageAtHand = (): { text: string; said: string } | null => {
  const card =
    document.activeElement?.closest<HTMLElement>('[data-stage]') ??
    document.querySelector<HTMLElement>('[data-stage]:hover')
  const id = card?.dataset['stage']
  return id === undefined ? null : stageClip(id)
}

const copy = (event: ClipboardEvent): void => {
  if (isOfText(event.target)) return
  const stage = stageAtHand()
  const ids = stage ? [] : atHand()
  const text = stage?.text ?? effectsClip(ids)
  if (text === null || !event.clipboardData) return
  event.preventDefault()
  event.clipboardData.setData('text/plain', text)
  say(stage?.said ?? copiedText(ids))
}

/** The same by a press. */
export const copyChosen = async (ids: readonly string[]): Promise<void> => {
  const text = effectsClip(ids)
  if (text !== null) await writeClipboard(text, copiedText(ids))
}

const pasteEffects = (clip: EffectsCopy): void => {
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  const names = clip.effects.map((id) => `“${clip.file.kit.effects[id]!.name}”`).join(', ')
  edit(`Paste ${names}`, (kit) => void graftEffectsCopy(kit, clip, makeId))
}

const paste = (event: ClipboardEvent): void => {
  const text = pastedText(event)
  if (!text?.trimStart().startsWith('{')) return
  event.preventDefault()
  const clip = readClip(text)
  if (typeof clip === 'string') say(clip)
  else if (clip.kind === 'effects') pasteEffects(clip)
  else if (clip.kind === 'stages' || clip.kind === 'cues') pastePieces(clip)
  else say(refuseHere(clip))
}

/** While the kit page is shown. */
export const useEffectClip = (): void =>
  useEffect(() => {
    document.addEventListener('copy', copy)
    document.addEventListener('paste', paste)
    return () => {
      document.removeEventListener('copy', copy)
      document.removeEventListener('paste', paste)
    }
  }, [])
