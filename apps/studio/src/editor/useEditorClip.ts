/** Ctrl C and Ctrl V in the effect editor, wherever the focus is but in a field or in the table of emitters. */
import { useEffect } from 'react'
import type { StageDriver } from './playback/driver.ts'
import { isOfText, pastedText, say } from '../document/clipboard.ts'
import { copyText, pasteText } from './recipe/clip.ts'

/** What has the focus, as the clipboard calls it: `burst …`, `ramp …`, `group …`; else the selected emitters. */
const atHand = (): string => {
  const place = document.activeElement?.closest<HTMLElement | SVGElement>('[data-clip], .recipe [data-group]')
  const { clip, group } = place?.dataset ?? {}
  return clip ?? (group === undefined ? 'emitters' : `group ${group}`)
}

export const useEditorClip = (effectId: string, driver: StageDriver | null): void =>
  useEffect(() => {
    let shift = false
    const noteShift = ({ shiftKey }: KeyboardEvent): void => void (shift = shiftKey)
    const copy = (event: ClipboardEvent): void => {
      if (event.defaultPrevented || isOfText(event.target)) return
      const copied = copyText(effectId, atHand())
      if (!copied || !event.clipboardData) return
      event.preventDefault()
      event.clipboardData.setData('text/plain', copied.text)
      say(copied.said)
    }
    const paste = (event: ClipboardEvent): void => {
      const text = pastedText(event)
      if (text === null) return
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
