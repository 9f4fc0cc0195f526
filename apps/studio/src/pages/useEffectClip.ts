/** Effects go from kit to kit through the clipboard: Ctrl C at a card, by pointer or focus, Ctrl V on a kit’s page. */
import { copyEffects, graftEffectsCopy, isEffects, readClip, writeClip } from '@gliv/document'
import { useEffect } from 'react'
import { edit, keepPicture, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'

const say = (notice: string): void => useDocument.setState({ notice })

/** The effect of the card that has the focus, else of that under the pointer; none while text is selected. */
const atHand = (): string | null => {
  if (String(getSelection() ?? '') !== '') return null
  const card =
    document.activeElement?.closest<HTMLElement>('[data-effect]') ??
    document.querySelector<HTMLElement>('[data-effect]:hover')
  return card?.dataset['effect'] ?? null
}

const copy = (event: ClipboardEvent): void => {
  const { kit, pictures } = useDocument.getState()
  const id = atHand()
  const effect = id === null ? undefined : kit?.effects[id]
  if (!kit || !effect || !event.clipboardData) return
  event.preventDefault()
  event.clipboardData.setData('text/plain', writeClip(copyEffects({ kit, pictures }, [effect.id])))
  say(`Copied “${effect.name}” with all that it needs. Ctrl V puts it on this or another kit's page.`)
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable="true"]') !== null

const paste = (event: ClipboardEvent): void => {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (isField(event.target) || !text.trimStart().startsWith('{')) return
  event.preventDefault()
  const clip = readClip(text)
  if (typeof clip === 'string') return say(clip)
  if (!isEffects(clip)) return say('The clipboard holds cells; paste them into an effect’s table')
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
