/** Parts of the editor that fold away. Lifetime: kept over sessions, in this browser, for each size of screen. */
import { z } from 'zod'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { type ScreenSize, SCREEN_SIZES, screenSize } from '../shared/hooks/usePanels.ts'
import { persisted } from '../shared/persisted.ts'

interface FoldsOf {
  readonly filmOpen: boolean
  readonly rampsOpen: boolean
  /** The film shows the least and the most of every range, too. */
  readonly extremesOpen: boolean
}
export type FoldName = keyof FoldsOf

const FIRST: FoldsOf = { filmOpen: true, rampsOpen: true, extremesOpen: false }
type Folds = Readonly<Record<ScreenSize, FoldsOf>>

const foldsSchema = z.object({ filmOpen: z.boolean(), rampsOpen: z.boolean(), extremesOpen: z.boolean() })

export const useFolds = create<Folds>()(
  persist(
    (): Folds => ({ narrow: FIRST, middle: FIRST, wide: FIRST }),
    persisted<Folds>('gliv-folds', () => localStorage, {
      narrow: foldsSchema,
      middle: foldsSchema,
      wide: foldsSchema,
    }),
  ),
)

export const useFold = (name: FoldName): boolean => useFolds((s) => s[screenSize()][name])

export const setFold = (name: FoldName, open: boolean): void => {
  const size = SCREEN_SIZES.find((one) => one === screenSize())!
  useFolds.setState((s) => ({ [size]: { ...s[size], [name]: open } }))
}
