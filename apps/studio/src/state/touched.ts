/**
 * What stands on top of the Recipe: pinned numbers (kept for this browser) and the last ones touched.
 * Lifetime: session.
 */
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { z } from 'zod'
import { persisted } from '../shared/persisted.ts'

const MOST_TOUCHED = 3

interface Touched {
  readonly touched: readonly PropertyId[]
}

interface Pins {
  readonly pinned: readonly PropertyId[]
}

const properties = z.array(z.enum(Object.keys(PROPERTIES) as [PropertyId, ...PropertyId[]]))

export const useTouched = create<Touched>()(
  persist(
    (): Touched => ({ touched: [] }),
    persisted<Touched>('gliv-touched', () => sessionStorage, { touched: properties }),
  ),
)

export const usePins = create<Pins>()(
  persist(
    (): Pins => ({ pinned: [] }),
    persisted<Pins>('gliv-pins', () => localStorage, { pinned: properties }),
  ),
)

/**
 * A number was changed. One that is on top already stays where it is, so that nothing moves under the
 * pointer.
 */
export const noteTouched = (id: PropertyId): void => {
  const { touched } = useTouched.getState()
  if (!touched.includes(id)) useTouched.setState({ touched: [id, ...touched].slice(0, MOST_TOUCHED) })
}

export const togglePin = (id: PropertyId): void => {
  const { pinned } = usePins.getState()
  usePins.setState({ pinned: pinned.includes(id) ? pinned.filter((other) => other !== id) : [...pinned, id] })
}
