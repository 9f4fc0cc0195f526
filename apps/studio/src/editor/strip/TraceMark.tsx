/**
 * Where the traced particle stands on the strip, with its values; the only mark of a place that the strip
 * has.
 */
import { useShownTrace } from '../inspect/shownTrace.ts'
import './TraceMark.css'

export const TraceMark = ({ typeId }: { typeId: string }) => {
  const { trace, index } = useShownTrace()
  const point = trace?.points[index]
  if (!point || point.typeId !== typeId) return null
  const share = Math.min(1, point.ageSeconds / point.lifeSeconds)
  return (
    <div className="trace-mark" data-testid="trace-mark" aria-label="Traced particle">
      <span className="trace-mark-line" style={{ left: `${share * 100}%` }} />
      <span
        className={share > 0.6 ? 'trace-mark-values left' : 'trace-mark-values'}
        style={{ left: `${share * 100}%` }}
      >
        {Math.round(share * 100)} % of {point.lifeSeconds.toFixed(2)} s · {point.scaleX.toFixed(2)}× ·{' '}
        {Math.round(point.opacity * 100)} % · <i style={{ background: point.tint }} />{' '}
        {Math.round(Math.hypot(point.vx, point.vy))} px/s
      </span>
    </div>
  )
}
