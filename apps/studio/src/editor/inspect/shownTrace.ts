/** The trace on the stage and where its particle is, for the strip. Lifetime: moment. */
import { create } from 'zustand'
import type { Trace } from './trace.ts'

export const useShownTrace = create<{ readonly trace: Trace | null; readonly index: number }>(() => ({
  trace: null,
  index: 0,
}))

export const setShownTrace = (shown: { trace: Trace; index: number } | null): void =>
  useShownTrace.setState(shown ?? { trace: null, index: 0 })
