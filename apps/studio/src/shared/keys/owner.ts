/**
 * Whose a key is: the text's that is being typed, the focused control's, or the command table's. Pure: a
 * press and what has the focus.
 */
import type { CommandRow } from './table.ts'

/** What the decision reads of a key event. */
export type Press = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>

/** What has the focus, as far as keys care. */
export type Focus =
  | { readonly kind: 'nothing' }
  /**
   * A field; `typing` while what stands in it differs from what stood there when it got the focus or was last
   * taken. A search has nothing to give up.
   */
  | { readonly kind: 'text'; readonly typing: boolean; readonly search: boolean }
  | {
      readonly kind:
        | 'number'
        | 'slider'
        | 'button'
        | 'link'
        | 'closedList'
        | 'openList'
        | 'choice'
        | 'separator'
        | 'carried'
    }

export type Owner = 'text' | 'control' | 'command'

const ARROWS = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight']
const VALUE_KEYS = [...ARROWS, 'Home', 'End', 'PageUp', 'PageDown', 'Delete', 'Backspace']

const isWriting = ({ key, ctrlKey, metaKey }: Press): boolean => key.length === 1 && !ctrlKey && !metaKey
const startsNumber = (press: Press): boolean =>
  isWriting(press) && !press.altKey && /^[\d−.*/+-]$/.test(press.key)

const pressesButton = ({ key }: Press): boolean => key === ' ' || key === 'Enter'

/**
 * Keys that a control of each kind takes by its ARIA pattern. Letters belong to a list only while it is open.
 */
const CONTROL_KEYS: {
  readonly [Kind in Exclude<Focus['kind'], 'text' | 'nothing'>]: (press: Press) => boolean
} = {
  number: (press) => VALUE_KEYS.includes(press.key) || press.key === 'Enter' || startsNumber(press),
  slider: ({ key }) => VALUE_KEYS.includes(key) || key === 'Enter',
  button: pressesButton,
  link: ({ key }) => key === 'Enter',
  closedList: (press) => pressesButton(press) || ARROWS.includes(press.key),
  openList: (press) =>
    isWriting(press) || VALUE_KEYS.includes(press.key) || ['Enter', 'Tab', 'Escape'].includes(press.key),
  choice: (press) => pressesButton(press) || ARROWS.includes(press.key),
  separator: ({ key }) => [...ARROWS, 'Home', 'End', 'Enter'].includes(key),
  carried: (press) => pressesButton(press) || ARROWS.includes(press.key) || press.key === 'Escape',
}

/** A press of the command's own modifiers (Ctrl, Command) never belongs to a control, Alt and Shift may. */
const isModified = ({ ctrlKey, metaKey }: Press): boolean => ctrlKey || metaKey

/** Whether a command works in a field as it is now. */
const WORKS_IN_TEXT = {
  always: () => true,
  'unless typing': ({ typing }) => !typing,
  'unless typing, but searching': ({ typing, search }) => !typing || search,
} as const satisfies Record<
  NonNullable<CommandRow['inText']>,
  (field: Extract<Focus, { kind: 'text' }>) => boolean
>

/** Who gets a press: text that is being typed, then the focused control's own keys, then the command. */
export const ownerOf = (press: Press, focus: Focus, command: Pick<CommandRow, 'inText'> | null): Owner => {
  if (focus.kind === 'nothing') return 'command'
  if (focus.kind === 'text')
    return command?.inText && WORKS_IN_TEXT[command.inText](focus) ? 'command' : 'text'
  return !isModified(press) && CONTROL_KEYS[focus.kind](press) ? 'control' : 'command'
}

/**
 * A letter on a closed list would choose by its first letter; it is held back even where no command takes it.
 */
export const isHeldBack = (press: Press, focus: Focus): boolean =>
  focus.kind === 'closedList' && isWriting(press) && press.key !== ' '

const TEXT_INPUTS = ['text', 'search', 'number', 'email', 'url', 'tel', 'password', '']

const BY_ROLE: Readonly<Record<string, Exclude<Focus['kind'], 'text' | 'nothing'>>> = {
  spinbutton: 'number',
  slider: 'slider',
  button: 'button',
  switch: 'button',
  checkbox: 'button',
  link: 'link',
  radio: 'choice',
  tab: 'choice',
  menuitem: 'openList',
  menuitemradio: 'openList',
  menuitemcheckbox: 'openList',
  option: 'openList',
  menu: 'openList',
  listbox: 'openList',
  separator: 'separator',
}

const BY_TAG: Readonly<Record<string, Exclude<Focus['kind'], 'text' | 'nothing'>>> = {
  BUTTON: 'button',
  SUMMARY: 'button',
  A: 'link',
}
const BY_INPUT: Readonly<Record<string, Exclude<Focus['kind'], 'text' | 'nothing'>>> = {
  range: 'slider',
  checkbox: 'button',
  radio: 'choice',
  button: 'button',
  submit: 'button',
  file: 'button',
  color: 'button',
}

const isOpen = (element: Element): boolean => {
  try {
    return element.matches(':open')
  } catch {
    return false // an engine without the selector; its lists then take letters from commands only
  }
}

/**
 * Reads off an element what has the focus. `isTyping` tells whether a field holds text that was not taken
 * yet.
 */
export const focusOf = (element: Element | null, isTyping: (field: Element) => boolean): Focus => {
  if (!element || element === element.ownerDocument.body) return { kind: 'nothing' }
  if (
    element.getAttribute('aria-roledescription') === 'sortable' &&
    element.getAttribute('aria-pressed') === 'true'
  )
    return { kind: 'carried' }
  const { tagName } = element
  if (tagName === 'TEXTAREA' || (element as HTMLElement).isContentEditable)
    return { kind: 'text', typing: isTyping(element), search: false }
  if (tagName === 'INPUT') return focusOfInput(element, isTyping)
  if (tagName === 'SELECT') return { kind: isOpen(element) ? 'openList' : 'closedList' }
  return focusOfRole(element)
}

const focusOfInput = (element: Element, isTyping: (field: Element) => boolean): Focus => {
  const type = element.getAttribute('type') ?? ''
  return TEXT_INPUTS.includes(type)
    ? { kind: 'text', typing: isTyping(element), search: type === 'search' }
    : { kind: BY_INPUT[type] ?? 'button' }
}

const focusOfRole = (element: Element): Focus => {
  const role = element.getAttribute('role') ?? ''
  if (role === 'combobox')
    return { kind: element.getAttribute('aria-expanded') === 'true' ? 'openList' : 'closedList' }
  const kind = BY_ROLE[role] ?? BY_TAG[element.tagName]
  return kind ? { kind } : { kind: 'nothing' }
}
