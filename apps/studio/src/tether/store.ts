/** Games that are linked now, and how the server between stands. Lifetime: moment. */
import type { GameCost, PlayedNow, RoadState } from '@gliv/player/tether'
import { create } from 'zustand'

/** A linked game as it said last. */
export interface LinkedGame {
  readonly id: string
  readonly title: string
  readonly by: 'tabs' | 'server'
  readonly size: readonly [w: number, h: number]
  readonly paused: boolean
  readonly plays: readonly PlayedNow[]
  readonly cost: GameCost | null
  readonly lateMs: number | null
  /** Why it did not take the last edit; null while it takes them. */
  readonly refused: string | null
}

interface TetherState {
  readonly games: Readonly<Record<string, LinkedGame>>
  /** The way through the server; null while it is not used. */
  readonly server: { readonly state: RoadState; readonly fault: string | null } | null
}

export const useTether = create<TetherState>(() => ({ games: {}, server: null }))

/** The game that is followed where one alone is shown: the first that plays something, else the first. */
export const shownGame = ({ games }: Pick<TetherState, 'games'>): LinkedGame | null => {
  const all = Object.values(games)
  return all.find(({ plays }) => plays.length > 0) ?? all[0] ?? null
}
