import Extension from '@mui/icons-material/ExtensionOutlined'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { useEffectId, useShown } from '../playback/shownEffect.ts'
import { partTimes } from './scale.ts'

const PartTrack = ({ id, seconds, width }: { id: string; seconds: number; width: number }) => {
  const effectId = useEffectId()
  const text = useShown((kit, effect) => {
    const part = effect.parts.find((p) => p.id === id)
    return part
      ? JSON.stringify({
          ...partTimes(kit, part),
          at: part.numbers.partAt,
          muted: part.muted,
          name: part.effects.map((choice) => kit.effects[choice.effect]?.name ?? '').join(' or '),
        })
      : ''
  }, '')
  const pressed = useRef(0)
  const put = (by: number, fine: boolean, how: typeof editMoment): void => {
    const before = useDocument.getState().kit?.effects[effectId]?.parts.find((p) => p.id === id)
    if (!before) return
    how('Time of a part', (kit) => {
      const at = Math.max(0, before.numbers.partAt + by)
      kit.effects[effectId]!.parts.find((p) => p.id === id)!.numbers.partAt = fine
        ? Math.round(at * 1000) / 1000
        : Math.round(at * 100) / 100
    })
  }
  const bind = useDrag(
    ({ event, movement: [mx], last, altKey }) => {
      event.stopPropagation()
      noteInput(event)
      if (mx !== 0) put((mx * seconds) / Math.max(1, width), altKey, editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    pressed.current = (useDocument.getState().moment ? pressed.current : 0) + (steps[0] - steps[1]) / 100
    put(pressed.current, true, editStep)
  }
  if (!text) return null
  const { start, end, at, muted, name } = JSON.parse(text) as ReturnType<typeof partTimes> & {
    at: number
    muted: boolean
    name: string
  }
  const x = (s: number): number => (s / seconds) * width
  return (
    <div className={muted ? 'track part muted' : 'track part'} data-testid="part-track">
      <div className="track-label">
        <Extension fontSize="inherit" />
        <span className="track-name" title={name}>
          {name}
        </span>
      </div>
      <div className="track-time">
        <div
          {...bind()}
          role="slider"
          tabIndex={0}
          aria-label={`Beginning of the part ${name}`}
          aria-valuenow={at}
          aria-valuetext={`${at} s`}
          onKeyDown={onKeyDown}
          className="part-bar"
          style={{ left: x(start), width: Math.max(24, x(end) - x(start)), touchAction: 'none' }}
          title="Drag to change when the part begins"
        />
      </div>
    </div>
  )
}

/** Effects inside this one, below its emitters. */
export const PartTracks = ({ seconds, width }: { seconds: number; width: number }) => {
  const ids = useShown((_, effect) => effect.parts.map((p) => p.id).join(' '), '')
  return ids
    .split(' ')
    .filter(Boolean)
    .map((id) => <PartTrack key={id} id={id} seconds={seconds} width={width} />)
}
