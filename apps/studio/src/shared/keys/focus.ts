/**
 * Where the focus goes. A button or a list that was pressed by the pointer gives it back to where work goes
 * on, so that the
 * next key is not taken by what was pressed last; what was reached by keys keeps it.
 */
import { quietly } from '../hooks/dwell.ts'
import { focusOf } from './owner.ts'

let byPointer = false

/** What stood in each field when it got the focus, or was taken last. */
const taken = new WeakMap<Element, string>()

const textIn = (field: Element): string =>
  'value' in field ? String(field.value) : (field.textContent ?? '')

export const isTyping = (field: Element): boolean => taken.has(field) && taken.get(field) !== textIn(field)

/** Says that what stands in a field now was taken. */
export const noteTaken = (field: Element): void => void taken.set(field, textIn(field))

let workplace: HTMLElement | null = null

/** The element in which work goes on when nothing else has the focus: the stage, while there is one. */
export const setWorkplace = (element: HTMLElement): (() => void) => {
  workplace = element
  return () => {
    if (workplace === element) workplace = null
  }
}

/** Goes where work goes on. */
export const focusWorkplace = (): void => {
  if (workplace?.isConnected) workplace.focus({ preventScroll: true })
  else if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
}

const GIVES_BACK = new Set(['button', 'link', 'closedList', 'choice', 'separator'])
/** Inside of these the focus stays: they hold it on purpose. */
const HOLDS = '.MuiModal-root, [role="dialog"], [role="menu"], [role="listbox"]'
/** Elements that are worked with by keys for a while. */
const WORKED_WITH = new Set(['number', 'slider'])

/** Where a pressed button's focus goes: back to a number or handle that had it, else to the workplace. */
const giveBack = (to: EventTarget | null): void => {
  const before =
    to instanceof Element && to.isConnected && WORKED_WITH.has(focusOf(to, isTyping).kind)
      ? (to as HTMLElement | SVGElement)
      : null
  // Quietly: nobody asked what that number governs.
  if (before) quietly(() => before.focus({ preventScroll: true }))
  else focusWorkplace()
}

let onMove: () => void = () => undefined

const onFocusIn = (event: FocusEvent): void => {
  onMove()
  const element = event.target as Element
  const { kind } = focusOf(element, isTyping)
  if (kind === 'text') noteTaken(element)
  if (byPointer && GIVES_BACK.has(kind) && !element.closest(HOLDS)) giveBack(event.relatedTarget)
}

/** A button that had the focus already, by keys, gives it back too when it is pressed by the pointer. */
const onClick = ({ detail }: MouseEvent): void => {
  const element = document.activeElement
  if (detail > 0 && element && GIVES_BACK.has(focusOf(element, isTyping).kind) && !element.closest(HOLDS))
    giveBack(null)
}

/**
 * Listens for as long as the application runs. @param whenItMoves called whenever the focus comes to another
 * element
 */
export const installFocus = (whenItMoves: () => void): void => {
  onMove = whenItMoves
  addEventListener('pointerdown', () => void (byPointer = true), { capture: true })
  addEventListener('keydown', ({ key }) => void (byPointer = byPointer && key === 'Escape'), {
    capture: true,
  })
  addEventListener('focusin', onFocusIn)
  addEventListener('click', onClick, { capture: true })
  // A field tells by itself when its text was taken.
  addEventListener('change', ({ target }) => target instanceof Element && noteTaken(target))
}
