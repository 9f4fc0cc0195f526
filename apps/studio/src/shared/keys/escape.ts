/** What Escape closes: the latest opened thing first, inside of what is on top. Lifetime: moment. */
import { type RefObject, useEffect, useRef } from 'react'

interface Closer {
  readonly element: () => Element | null
  readonly close: () => void
}

const closers: Closer[] = []

/**
 * Dialogs and pop-overs of the component library that are open; each hears Escape by itself, once the focus
 * is in it.
 */
const openLayers = (): readonly Element[] => [
  ...document.querySelectorAll('.MuiModal-root:not([aria-hidden="true"])'),
]

/** Runs the innermost closer; false when the key is a pop-over's or nobody's. */
export const closeInnermost = (): boolean => {
  const top = openLayers().at(-1)
  const closer = closers.findLast(
    ({ element }) => !top || element() === document.body || top.contains(element()),
  )
  closer?.close()
  return closer !== undefined
}

/**
 * Adds a closer until the function that it gives is called; one that stands in the body lies over everything.
 */
export const addCloser = (element: () => Element | null, close: () => void): (() => void) => {
  const closer: Closer = { element, close }
  closers.push(closer)
  return () => {
    const at = closers.indexOf(closer)
    if (at >= 0) closers.splice(at, 1)
  }
}

/**
 * Closes by Escape for as long as `open` is true. `place` is where the thing stands, so that what lies over
 * it goes first.
 */
export const useEscape = (open: boolean, place: RefObject<Element | null>, close: () => void): void => {
  const latest = useRef(close)
  useEffect(() => void (latest.current = close))
  useEffect(() => {
    if (open)
      return addCloser(
        () => place.current,
        () => latest.current(),
      )
  }, [open, place])
}
