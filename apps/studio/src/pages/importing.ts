/** The kit file that is being read. Lifetime: moment. */
import { create } from 'zustand'

interface Importing {
  readonly name: string
  /** How far unpacking is, 0 to 1. */
  readonly share: number
  readonly cancel: () => void
}

export const useImporting = create<{ readonly now: Importing | null }>(() => ({ now: null }))
