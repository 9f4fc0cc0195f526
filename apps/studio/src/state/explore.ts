/**
 * Explore: rows of variations beside the present state of the open effect. Lifetime: of the moment, as long as it is
 * open; locks, spread and rows stay for the session.
 */
import { VARY_GROUPS, type Kit, type VaryGroup, type VaryLock } from '@gliv/document'
import { create } from 'zustand'
import { setColumn } from './column.ts'
import { setSession } from './session.ts'
import { setTakes } from './takes.ts'

/** Variations in a row. */
export const COLUMNS = 3

/** A variation that can be gone on from. */
export interface Variation {
  readonly key: string
  readonly group: VaryGroup
  /** A kit in which the effect is in that state. */
  readonly piece: Kit
}

/** A state that was gone on from. */
export interface Step {
  readonly key: string
  /** What led on from it; null for where it began. */
  readonly group: VaryGroup | null
  readonly piece: Kit
}

interface ExploreState {
  readonly open: boolean
  /** Share of what sliders offer. */
  readonly spread: number
  readonly locks: readonly VaryLock[]
  readonly groups: readonly VaryGroup[]
  readonly variations: readonly Variation[]
  /** Rows for which more is being drawn. */
  readonly drawing: readonly VaryGroup[]
  /** Goes up when rows are asked for anew. */
  readonly round: number
  /** States that led here, from the first; the present one is not among them. */
  readonly trail: readonly Step[]
}

export const useExplore = create<ExploreState>(() => ({
  open: false,
  spread: 0.2,
  locks: [],
  groups: VARY_GROUPS,
  variations: [],
  drawing: [],
  round: 0,
  trail: [],
}))
export const setExplore = useExplore.setState

export const toggleLock = (lock: VaryLock): void =>
  setExplore(({ locks }) => ({
    locks: locks.includes(lock) ? locks.filter((one) => one !== lock) : [...locks, lock],
  }))

/** Takes a row in, or out; one stays. */
export const toggleExploreGroup = (group: VaryGroup): void =>
  setExplore(({ groups }) => {
    const next = VARY_GROUPS.filter((one) => (one === group ? !groups.includes(one) : groups.includes(one)))
    return next.length > 0 ? { groups: next } : {}
  })

const NOTHING = { variations: [], drawing: [], trail: [] } as const

/** Rows of variations take the stage's place, with their page in the column. */
export const openExplore = (): void => {
  setSession({ nine: false })
  setTakes({ beside: [] })
  setExplore({ ...NOTHING, open: true })
  setColumn('explore')
}

export const closeExplore = (): void => setExplore({ ...NOTHING, open: false })

export const toggleExplore = (): void => {
  if (!useExplore.getState().open) return openExplore()
  closeExplore()
  setColumn('recipe')
}
