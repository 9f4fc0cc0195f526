/**
 * The stretch of time that is played again and again: Shift and a drag along the ruler, a double-click takes
 * it away. Lifetime: session.
 */
import { create } from 'zustand'

export interface LoopRegion {
  readonly from: number
  readonly to: number
}

export const useRegion = create<{ readonly region: LoopRegion | null }>(() => ({ region: null }))
export const setRegion = (region: LoopRegion | null): void => useRegion.setState({ region })

/** Shortest stretch, in seconds: less is a slip of the hand. */
const LEAST = 0.03

/** Two places of a drag as a region; null when they lie too close. */
export const regionOf = (a: number, b: number): LoopRegion | null =>
  Math.abs(a - b) < LEAST ? null : { from: Math.max(0, Math.min(a, b)), to: Math.max(a, b) }

export const RegionBand = ({ seconds, width }: { seconds: number; width: number }) => {
  const region = useRegion((s) => s.region)
  if (!region) return null
  const x = (at: number): number => (at / seconds) * width
  return (
    <div
      className="loop-region"
      data-testid="loop-region"
      title="Plays again and again; double-click the ruler to take it away"
      style={{ left: x(region.from), width: Math.max(2, x(region.to) - x(region.from)) }}
    />
  )
}
