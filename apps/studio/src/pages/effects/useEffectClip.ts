/** Effects go from kit to kit through the clipboard: Ctrl C at a card, by pointer or focus, Ctrl V on a kit’s page. */
import { copyEffects, graftEffectsCopy, isEffects, readClip, writeClip } from '@gliv/document'
import { useEffect } from 'react'
import { edit, keepPicture, useDocument } from '../../state/document.ts'
import { useChosenEffects } from '../../state/effectsPage.ts'
import { makeId } from '../../state/ids.ts'
import { namesOf } from './acts.ts'

const say = (notice: string): void => useDocument.setState({ notice })

/** Effects that are chosen; else that of the card with the focus, or under the pointer. None while text is selected. */
const atHand = (): readonly string[] => {
  if (String(getSelection() ?? '') !== '') return []
  const { ids } = useChosenEffects.getState()
  if (ids.length > 0) return ids
  const card =
    document.activeElement?.closest<HTMLElement>('[data-effect]') ??
    document.querySelector<HTMLElement>('[data-effect]:hover')
  const id = card?.dataset['effect']
  return id === undefined ? [] : [id]
}

const textOf = (wanted: readonly string[]): string | null => {
  const { kit, pictures } = useDocument.getState()
  const ids = wanted.filter((id) => kit?.effects[id])
  return kit && ids.length > 0 ? writeClip(copyEffects({ kit, pictures }, ids)) : null
}

const sayCopied = (ids: readonly string[]): void => {
  const names = namesOf(ids)
  const [what, it] =
    ids.length === 1 ? [`“${names}” with all that it needs`, 'it'] : [`${names} with all they need`, 'them']
  say(`Copied ${what}. Ctrl V puts ${it} on this or another kit's page.`)
}

const copy = (event: ClipboardEvent): void => {
  const ids = isField(event.target) ? [] : atHand()
  const text = textOf(ids)
  if (text === null || !event.clipboardData) return
  event.preventDefault()
  event.clipboardData.setData('text/plain', text)
  sayCopied(ids)
}

/** The same by a press. */
export const copyChosen = async (ids: readonly string[]): Promise<void> => {
  const text = textOf(ids)
  if (text === null) return
  try {
    await navigator.clipboard.writeText(text)
    sayCopied(ids)
  } catch {
    say('The browser does not let the page write the clipboard; press Ctrl C instead')
  }
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable="true"]') !== null

const paste = (event: ClipboardEvent): void => {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (isField(event.target) || !text.trimStart().startsWith('{')) return
  event.preventDefault()
  const clip = readClip(text)
  if (typeof clip === 'string') return say(clip)
  if (!isEffects(clip)) return say(`The clipboard holds ${clip.kind}; open an effect to paste them there`)
  for (const [hash, bytes] of clip.file.pictures) keepPicture(bytes, hash)
  const names = clip.effects.map((id) => `“${clip.file.kit.effects[id]!.name}”`).join(', ')
  edit(`Paste ${names}`, (kit) => void graftEffectsCopy(kit, clip, makeId))
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
