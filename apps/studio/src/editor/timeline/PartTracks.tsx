import Extension from '@mui/icons-material/ExtensionOutlined'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { setColumn } from '../../state/column.ts'
import { editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { useEffectId, useShown, useShownData } from '../playback/shownEffect.ts'
import { partTimes } from './scale.ts'
import './PartTracks.css'
import './common.css'

type ShownPart = ReturnType<typeof partTimes> & {
  readonly at: number
  readonly muted: boolean
  readonly name: string
}

/** Begins a part so many seconds later, on hundredths, finely on thousandths. */
const shiftPart = (effectId: string, id: string, by: number, fine: boolean, how: typeof editMoment): void => {
  const before = useDocument.getState().kit?.effects[effectId]?.parts.find((p) => p.id === id)
  if (!before) return
  const at = Math.max(0, before.numbers.partAt + by)
  const grain = fine ? 1000 : 100
  how('Time of a part', (kit) => {
    const part = kit.effects[effectId]!.parts.find((p) => p.id === id)
    if (part) part.numbers.partAt = Math.round(at * grain) / grain
  })
}

const PartTrack = ({ id, seconds, width }: { id: string; seconds: number; width: number }) => {
  const effectId = useEffectId()
  const shown = useShownData<ShownPart | null>((kit, effect) => {
    const part = effect.parts.find((p) => p.id === id)
    return part
      ? {
          ...partTimes(kit, part),
          at: part.numbers.partAt,
          muted: part.muted,
          name: part.effects.map((choice) => kit.effects[choice.effect]?.name ?? '').join(' or '),
        }
      : null
  }, null)
  const pressed = useRef(0)
  const put = (by: number, fine: boolean, how: typeof editMoment): void =>
    shiftPart(effectId, id, by, fine, how)
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
  if (!shown) return null
  const { start, end, at, muted, name } = shown
  const x = (s: number): number => (s / seconds) * width
  return (
    <div className={muted ? 'track part muted' : 'track part'} data-testid="part-track">
      <div className="track-label">
        <Extension fontSize="inherit" />
        <button type="button" className="track-name" title={name} onClick={() => setColumn('effect')}>
          {name}
        </button>
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
          title="Pull to change when the part begins"
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
