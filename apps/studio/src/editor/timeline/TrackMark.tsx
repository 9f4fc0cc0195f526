/** A colour by which a track is found again: a press goes on to the next, none is the last. */
import { useEffectId, useShown } from '../playback/shownEffect.ts'
import { markTracks } from './acts.ts'
import './TrackMark.css'
import './common.css'

const MARKS = ['#b8430f', '#c99a1b', '#1f6f5c', '#3d6fa8', '#8a2f5a'] as const

export const TrackMark = ({ emitterId, name }: { emitterId: string; name: string }) => {
  const effectId = useEffectId()
  const mark = useShown((_, effect) => effect.emitters[emitterId]?.mark ?? null, null)
  const next = MARKS[mark === null ? 0 : (MARKS as readonly string[]).indexOf(mark) + 1]
  return (
    <button
      type="button"
      className={mark === null ? 'track-mark none' : 'track-mark'}
      style={mark === null ? undefined : { background: mark }}
      aria-label={`Colour mark of ${name}`}
      title="Colour mark: press for the next"
      onClick={(event) => {
        event.stopPropagation()
        markTracks(effectId, emitterId, next)
      }}
    />
  )
}
