import { useLoopRegion } from '../../state/loopRegion.ts'
import './RegionBand.css'

export const RegionBand = ({ seconds, width }: { seconds: number; width: number }) => {
  const region = useLoopRegion((s) => s.region)
  if (!region) return null
  const x = (at: number): number => (at / seconds) * width
  return (
    <div
      className="loop-region"
      data-testid="loop-region"
      title="Plays again and again; double-click the ruler to remove it"
      style={{ left: x(region.from), width: Math.max(2, x(region.to) - x(region.from)) }}
    />
  )
}
