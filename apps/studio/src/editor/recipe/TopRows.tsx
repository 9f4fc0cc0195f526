/** What is pinned, and what was touched last, on top of the Recipe: one line that keeps its height. */
import PushPin from '@mui/icons-material/PushPin'
import { propertiesOf, type PropertyId } from '@gliv/model'
import { memo } from 'react'
import { dwellOn } from '../../shared/hooks/dwell.ts'
import { ValueText } from '../fields/ValueText.tsx'
import { usePins, useTouched } from '../../state/touched.ts'
import { useShownData } from '../playback/shownEffect.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'
import { livingNumbers } from './living.ts'
import { subjectOf } from './subject.ts'
import { topLabel } from './topLabel.ts'
import './TopRows.css'

const MOST_SHOWN = 5

/** All numbers that can stand here: those that belong to no item of a list. */
const TOP_IDS: ReadonlySet<PropertyId> = new Set([
  ...propertiesOf('effect'),
  ...propertiesOf('emitter'),
  ...propertiesOf('type'),
])

export const TopRows = memo(({ path }: { path: EmitterPath }) => {
  const pinned = usePins((s) => s.pinned)
  const touched = useTouched((s) => s.touched)
  // A number that acts on nothing here (a brake where there is no drag) would take a value and do nothing.
  const ids = useShownData<readonly PropertyId[]>((kit) => {
    const subject = subjectOf(kit, path)
    if (subject === null) return []
    const living = livingNumbers(subject, kit.effects[path.effect]!)
    return [...pinned, ...touched.filter((id) => !pinned.includes(id))]
      .filter((id) => TOP_IDS.has(id) && living.has(id))
      .slice(0, MOST_SHOWN)
  }, [])
  return (
    <div className="top-rows" aria-label="Pinned and last touched">
      {ids.length === 0 && <span className="soft">Numbers touched last; right-click pins one here.</span>}
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
