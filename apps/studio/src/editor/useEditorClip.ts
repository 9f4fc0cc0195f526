/** Ctrl C and Ctrl V in the effect editor, wherever the focus is but in a field or in the table of emitters. */
import { useEffect } from 'react'
import type { StageDriver } from './playback/driver.ts'
import { copyText, pasteText, say } from './timeline/clip.ts'

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable="true"]') !== null

/** The group of the Recipe that has the focus. */
const groupAtHand = (): string | null =>
  document.activeElement?.closest<HTMLElement>('.recipe [data-group]')?.dataset['group'] ?? null

export const useEditorClip = (effectId: string, driver: StageDriver | null): void =>
  useEffect(() => {
    let shift = false
    const noteShift = ({ shiftKey }: KeyboardEvent): void => void (shift = shiftKey)
    const copy = (event: ClipboardEvent): void => {
      if (event.defaultPrevented || isField(event.target) || String(getSelection() ?? '') !== '') return
      const copied = copyText(effectId, groupAtHand())
      if (!copied || !event.clipboardData) return
      event.preventDefault()
      event.clipboardData.setData('text/plain', copied.text)
      say(copied.said)
    }
    const paste = (event: ClipboardEvent): void => {
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (event.defaultPrevented || isField(event.target) || text.trim() === '') return
      event.preventDefault()
      pasteText(effectId, text, shift && driver ? Math.max(0, driver.playback.seconds) : undefined)
    }
    addEventListener('keydown', noteShift, { capture: true })
    document.addEventListener('copy', copy)
    document.addEventListener('paste', paste)
    return () => {
      removeEventListener('keydown', noteShift, { capture: true })
      document.removeEventListener('copy', copy)
      document.removeEventListener('paste', paste)
    }
  }, [effectId, driver])
