/** What stands on top of the Recipe: pinned numbers (kept for this browser) and the last ones touched. Lifetime: session. */
import type { PropertyId } from '@gliv/model'
import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'

const MOST_TOUCHED = 3

interface Touched {
  readonly touched: readonly PropertyId[]
}

interface Pins {
  readonly pinned: readonly PropertyId[]
}

export const useTouched = create<Touched>()(persist((): Touched => ({ touched: [] }), { name: 'gliv-touched', storage: createJSONStorage(() => sessionStorage) }))

export const usePins = create<Pins>()(persist((): Pins => ({ pinned: [] }), { name: 'gliv-pins' }))

/** A number was changed. One that is on top already stays where it is, so that nothing moves under the pointer. */
export const noteTouched = (id: PropertyId): void => {
  const { touched } = useTouched.getState()
  if (!touched.includes(id)) useTouched.setState({ touched: [id, ...touched].slice(0, MOST_TOUCHED) })
}

export const togglePin = (id: PropertyId): void => {
  const { pinned } = usePins.getState()
  usePins.setState({ pinned: pinned.includes(id) ? pinned.filter((other) => other !== id) : [...pinned, id] })
}
