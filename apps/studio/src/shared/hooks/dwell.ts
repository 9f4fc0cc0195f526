/**
 * The number that the pointer rests on, or that has the focus: the stage shows what it governs. Lifetime:
 * moment.
 */
import type { PropertyId } from '@gliv/model'
import { create } from 'zustand'

const DWELL_MS = 350

export const useDwell = create<{ readonly id: PropertyId | null }>(() => ({ id: null }))

let timer: ReturnType<typeof setTimeout> | undefined

const show = (id: PropertyId | null): void => {
  clearTimeout(timer)
  if (useDwell.getState().id !== id) useDwell.setState({ id })
}

let quiet = false

/** Moves the focus without dwelling on it: nobody has asked to see anything. */
export const quietly = (focus: () => void): void => {
  quiet = true
  focus()
  quiet = false
}

/** Handlers for whatever shows a number. */
export const dwellOn = (id: PropertyId) => ({
  onPointerEnter: (): void => {
    clearTimeout(timer)
    timer = setTimeout(() => show(id), DWELL_MS)
  },
  onPointerLeave: (): void => show(null),
  onFocus: (): void => {
    if (!quiet) show(id)
  },
  onBlur: (): void => show(null),
})
