/** What is pinned, and what was touched last, on top of the Recipe: one line that keeps its height. */
import PushPin from '@mui/icons-material/PushPin'
import { memo } from 'react'
import { dwellOn } from '../../shared/hooks/dwell.ts'
import { ValueText } from '../fields/ValueText.tsx'
import { usePins, useTouched } from '../../state/touched.ts'
import { TOP_IDS } from './search.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'
import { topLabel } from './topLabel.ts'
import './TopRows.css'

const MOST_SHOWN = 5

export const TopRows = memo(({ path }: { path: EmitterPath }) => {
  const pinned = usePins((s) => s.pinned)
  const touched = useTouched((s) => s.touched)
  const ids = [...pinned, ...touched.filter((id) => !pinned.includes(id))]
    .filter((id) => TOP_IDS.has(id))
    .slice(0, MOST_SHOWN)
  return (
    <div className="top-rows" aria-label="Pinned and last touched">
      {ids.length === 0 && (
        <span className="soft">What you touch last stays here; pin a number by its context menu.</span>
      )}
      {ids.map((id) => (
        <span key={id} className="top-item" {...dwellOn(id)}>
          {pinned.includes(id) && <PushPin fontSize="inherit" className="pin-mark" />}
          <span className="top-label">{topLabel(id)}</span> <ValueText target={addressOf(path, id)} id={id} />
        </span>
      ))}
    </div>
  )
})
TopRows.displayName = 'TopRows'
