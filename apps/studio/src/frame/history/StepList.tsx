/** Steps of the history, the latest first; each with when and where, and a small picture of what it made. */
import { useEffect, useMemo, useRef, useState } from 'react'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { whenText } from '../../shared/when.ts'
import { useDocument } from '../../state/document.ts'
import type { Entry } from '../../state/history.ts'
import { placeOf } from '../../state/place.ts'
import { stateAfter, stepsOf } from './states.ts'

/** Whether an element has come near the sight once. */
const useNear = (place: React.RefObject<HTMLElement | null>): boolean => {
  const [near, setNear] = useState(false)
  useEffect(() => {
    const observer = new IntersectionObserver(([entry]) => entry!.isIntersecting && setNear(true), {
      rootMargin: '200px',
    })
    if (place.current) observer.observe(place.current)
    return () => observer.disconnect()
  }, [place])
  return near
}

/** The effect in which a step is seen, as the step left it. */
const StepPicture = ({ entry, steps }: { entry: Entry; steps: number }) => {
  const kit = useDocument((s) => s.kit)
  const history = useDocument((s) => s.history)
  const pictures = useDocument((s) => s.pictures)
  const seen = useMemo(() => {
    const state = kit && stateAfter(kit, history, steps)
    const place = state ? placeOf(entry, state, null) : null
    return state && place?.page === 'effect' && state.effects[place.effect]
      ? { state, effect: place.effect }
      : null
  }, [kit, history, entry, steps])
  if (!seen) return <span className="step-picture" />
  return (
    <span className="step-picture">
      <Thumbnail kit={seen.state} effectId={seen.effect} pictures={pictures} />
    </span>
  )
}

const ELSEWHERE = {
  kit: 'the kit',
  sprites: 'sprites',
  text: 'numbers as text',
  ship: 'ship',
  anywhere: '',
} as const

const whereText = (entry: Entry): string => {
  const { kit } = useDocument.getState()
  if (!kit) return ''
  const place = placeOf(entry, kit, null)
  if (place.page === 'effect') return kit.effects[place.effect]?.name ?? 'an effect that is gone'
  if (place.page === 'stage') return kit.stages[place.stage]?.name ?? 'a stage that is gone'
  return ELSEWHERE[place.page]
}

const StepRow = ({
  entry,
  steps,
  state,
  chosen,
  onChoose,
}: {
  entry: Entry | null
  steps: number
  /** It is done, it was undone, or it is where the kit is now. */
  state: 'done' | 'undone' | 'now'
  chosen: boolean
  onChoose: () => void
}) => {
  const place = useRef<HTMLLIElement>(null)
  const near = useNear(place)
  return (
    <li ref={place}>
      <button
        type="button"
        className={chosen ? `step ${state} notched` : `step ${state}`}
        aria-pressed={chosen}
        onClick={onChoose}
        data-card
      >
        {entry && near ? <StepPicture entry={entry} steps={steps} /> : <span className="step-picture" />}
        <span className="step-text">
          <span>{entry?.label ?? 'The beginning'}</span>
          <small>
            {entry
              ? [entry.at === undefined ? '' : whenText(entry.at), whereText(entry)]
                  .filter(Boolean)
                  .join(' · ')
              : 'as far as it is kept'}
            {state === 'now' && ' · now'}
            {state === 'undone' && ' · undone'}
          </small>
        </span>
      </button>
    </li>
  )
}

export const StepList = ({
  chosen,
  onChoose,
}: {
  chosen: number | null
  onChoose: (steps: number) => void
}) => {
  const history = useDocument((s) => s.history)
  const all = stepsOf(history)
  const now = history.undo.length
  const rows = [null, ...all].map((entry, steps) => ({ entry, steps })).toReversed()
  return (
    <section aria-label="Steps">
      <h3>Steps</h3>
      <ol>
        {rows.map(({ entry, steps }) => (
          <StepRow
            key={entry?.uid ?? steps}
            entry={entry}
            steps={steps}
            state={steps === now ? 'now' : steps > now ? 'undone' : 'done'}
            chosen={chosen === steps}
            onChoose={() => onChoose(steps)}
          />
        ))}
      </ol>
    </section>
  )
}
