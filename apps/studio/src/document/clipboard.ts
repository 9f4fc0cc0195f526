/** The system's clipboard for pieces of kits: written by a press, and refused in words where a piece has no place. */
import type { Copied } from '@gliv/document'
import { useDocument } from '../state/document.ts'

export const say = (notice: string): void => useDocument.setState({ notice })

/** What each kind is called, and where it is pasted. */
const KIND_TEXTS: { readonly [K in Copied['kind']]: readonly [what: string, where: string] } = {
  cells: ['a group of the Recipe', 'in an effect'],
  effects: ['effects', 'on the kit page'],
  emitters: ['emitters', 'in an effect, with its table closed'],
  types: ['a particle type', 'in an effect'],
  ramp: ['a ramp', 'in an effect'],
  bursts: ['bursts', 'in an effect'],
  forces: ['forces', 'in an effect'],
  cues: ['cues', 'on the kit page or a stage’s page'],
  stages: ['stages', 'on the kit page or a stage’s page'],
  surfaces: ['surfaces', 'on a stage’s page'],
}

/** Says that a piece has no place here, and where it has one. */
export const refuseHere = ({ kind }: Copied): string => {
  const [what, where] = KIND_TEXTS[kind]
  return `The clipboard holds ${what}; paste ${what.startsWith('a ') ? 'it' : 'them'} ${where}`
}

/** Writes the clipboard by a press; keys go through the browser's own events. */
export const writeClipboard = async (text: string, said: string): Promise<void> => {
  try {
    await navigator.clipboard.writeText(text)
    say(said)
  } catch {
    say('The browser does not let the page write the clipboard; press Ctrl C instead')
  }
}

/** Reads the clipboard by a press; null, and said in words, where the browser does not let the page. */
export const readClipboard = async (): Promise<string | null> => {
  try {
    return await navigator.clipboard.readText()
  } catch {
    say('The browser does not let the page read the clipboard; press Ctrl V instead')
    return null
  }
}

const isField = (target: EventTarget | null): target is HTMLElement =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable="true"]') !== null

/** Whether keys of the clipboard belong to a field, or to text that is selected. */
export const isOfText = (target: EventTarget | null): boolean =>
  isField(target) || String(getSelection() ?? '') !== ''

const isClip = (text: string): boolean => /^\s*\{[^}]*"format":\s*"gliv-clip"/.test(text)

/**
 * The text of a paste that belongs to the page; null where a field takes it. A search that has the focus by itself does
 * not take a clip: nobody looks for one.
 */
export const pastedText = ({ defaultPrevented, target, clipboardData }: ClipboardEvent): string | null => {
  const text = clipboardData?.getData('text/plain') ?? ''
  if (defaultPrevented || text.trim() === '') return null
  const taken = isField(target) && !(target.matches('[type="search"]') && isClip(text))
  return taken ? null : text
}

/** Reads a colour out of the clipboard by a press, as `#rrggbb`; anything else is refused in words. */
export const pasteColour = async (take: (colour: string) => void): Promise<void> => {
  const text = (await readClipboard())?.trim()
  if (text === undefined) return
  const found = /^#?([0-9a-f]{6})$/i.exec(text)
  if (found) take(`#${found[1]!.toLowerCase()}`)
  else say('The clipboard holds no colour; copy one like #f2a03d')
}
