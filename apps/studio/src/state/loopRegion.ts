/**
 * The stretch of time that is played again and again: Shift and a drag along the ruler, a double-click takes
 * it away. Lifetime: session.
 */
import { create } from 'zustand'

export interface LoopRegion {
  readonly from: number
  readonly to: number
}

export const useLoopRegion = create<{ readonly region: LoopRegion | null }>(() => ({ region: null }))
export const setLoopRegion = (region: LoopRegion | null): void => useLoopRegion.setState({ region })

/** Shortest stretch, in seconds: less is a slip of the hand. */
const LEAST = 0.03

/** Two places of a drag as a region; null when they lie too close. */
export const regionOf = (a: number, b: number): LoopRegion | null =>
  Math.abs(a - b) < LEAST ? null : { from: Math.max(0, Math.min(a, b)), to: Math.max(a, b) }
