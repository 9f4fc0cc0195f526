import type { Ramp, RampKind, TintRamp } from '@gliv/model'
import { setFold } from '../../state/folds.ts'
import { setSession, useSession } from '../../state/session.ts'
import { useShown } from '../playback/shownEffect.ts'
import { cssGradient, rampPath } from '../../document/rampMaths.ts'
import { openRampMenu, typeRampPlace } from '../ramps/rampMenu.ts'
import './RampThumb.css'

/** A ramp, small, in its row; a click opens it in the life strip. */
export const RampThumb = ({ typeId, kind }: { typeId: string; kind: RampKind }) => {
  const ramp = useShown<Ramp | TintRamp | null>((kit) => kit.types[typeId]?.ramps[kind] ?? null, null)
  const current = useSession((s) => s.ramp === kind)
  if (!ramp) return null
  const show = (): void => {
    setSession({ ramp: kind })
    setFold('rampsOpen', true)
  }
  return (
    <button
      type="button"
      className={current ? 'ramp-thumb current' : 'ramp-thumb'}
      aria-label={`Show the ${kind} ramp in the life strip`}
      data-clip={`ramp ${kind}`}
      onContextMenu={(event) => openRampMenu(event, typeRampPlace(typeId, kind, kind, show))}
      onClick={(event) => {
        event.stopPropagation()
        show()
      }}
    >
      {kind === 'tint' || kind === 'tintB' ? (
        <span className="tint-thumb" style={{ background: cssGradient(ramp as TintRamp) }} />
      ) : (
        <svg viewBox="0 0 80 18" width="80" height="18" aria-hidden>
          <path d={rampPath(ramp as Ramp, 80, 16, 1)} fill="none" stroke="currentColor" strokeWidth="1.5" />
        </svg>
      )}
    </button>
  )
}
