import Extension from '@mui/icons-material/ExtensionOutlined'
import { useDrag } from '@use-gesture/react'
import { editMoment, endMoment, useDocument } from '../../store/document.ts'
import { noteInput } from '../../util/inputTime.ts'
import { useEffectId, useShown } from '../context.ts'
import { partTimes } from './scale.ts'

const PartTrack = ({ id, seconds, width }: { id: string; seconds: number; width: number }) => {
  const effectId = useEffectId()
  const text = useShown((kit, effect) => {
    const part = effect.parts.find((p) => p.id === id)
    return part ? JSON.stringify({ ...partTimes(kit, part), muted: part.muted, name: part.effects.map((choice) => kit.effects[choice.effect]?.name ?? '').join(' or ') }) : ''
  }, '')
  const bind = useDrag(({ event, movement: [mx], last, altKey }) => {
    event.stopPropagation()
    noteInput(event)
    const before = useDocument.getState().kit?.effects[effectId]?.parts.find((p) => p.id === id)
    if (before && mx !== 0)
      editMoment('Time of a part', (kit) => {
        const at = Math.max(0, before.numbers.partAt + (mx * seconds) / Math.max(1, width))
        kit.effects[effectId]!.parts.find((p) => p.id === id)!.numbers.partAt = altKey ? Math.round(at * 1000) / 1000 : Math.round(at * 100) / 100
      })
    if (last) endMoment()
  })
  if (!text) return null
  const { start, end, muted, name } = JSON.parse(text) as ReturnType<typeof partTimes> & { muted: boolean; name: string }
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
        <div {...bind()} className="bar part-bar" style={{ left: x(start), width: Math.max(6, x(end) - x(start)), touchAction: 'none' }} title="Drag to change when the part begins" />
      </div>
    </div>
  )
}

/** Effects inside this one, below its emitters. */
export const PartTracks = ({ seconds, width }: { seconds: number; width: number }) => {
  const ids = useShown((_, effect) => effect.parts.map((p) => p.id).join(' '), '')
  return ids.split(' ').filter(Boolean).map((id) => <PartTrack key={id} id={id} seconds={seconds} width={width} />)
}
