import ContentCopy from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import DragIndicator from '@mui/icons-material/DragIndicator'
import Headphones from '@mui/icons-material/Headphones'
import ShowChart from '@mui/icons-material/ShowChart'
import LockIcon from '@mui/icons-material/LockOutlined'
import LockOpen from '@mui/icons-material/LockOpenOutlined'
import LinkIcon from '@mui/icons-material/Link'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import IconButton from '@mui/material/IconButton'
import { useSortable } from '@dnd-kit/sortable'
import type { Kit } from '@gliv/document'
import { memo, useEffect, useRef } from 'react'
import { setColumn, useColumn } from '../../state/column.ts'
import { select, useSession } from '../../state/session.ts'
import { useDriver, useEffectId, useSelectedId, useShown } from '../playback/shownEffect.ts'
import { duplicateSelected, pickTrack, removeEmitter, soloTracks, toggleLock, toggleMute } from './acts.ts'
import { toggleLanes, useLaneCount, useOpenLanes } from './TrackLanes.tsx'
import { TrackMark } from './TrackMark.tsx'
import { Bars, secondsOf } from './Bars.tsx'
import { openTrackMenu } from './menus.ts'
import './Track.css'
import './common.css'

const emitterName = (kit: Kit, effectId: string, emitterId: string): string =>
  kit.effects[effectId]?.emitters[emitterId]?.name ?? ''

/** Shows an emitter in the Recipe, whatever page the column had; the levers stay, they act on it. */
const choose = (effectId: string, emitterId: string): void => {
  select(effectId, emitterId)
  if (useColumn.getState().page !== 'levers') setColumn('recipe')
}

/** Lights up all users of a shared particle type while it is edited. */
const useFlash = (typeId: string | undefined, shared: boolean): React.RefObject<HTMLDivElement | null> => {
  const row = useRef<HTMLDivElement>(null)
  const type = useShown((kit) => (typeId && shared ? kit.types[typeId] : undefined), undefined)
  const before = useRef(type)
  useEffect(() => {
    if (shared && before.current && type && before.current !== type && before.current.id === type.id)
      row.current?.animate?.(
        [
          { backgroundColor: 'color-mix(in srgb, var(--persimmon) 35%, transparent)' },
          { backgroundColor: 'transparent' },
        ],
        { duration: 700 },
      )
    before.current = type
  }, [type, shared])
  return row
}

/** What of an emitter its track shows beside its times. */
const useTrackState = (emitterId: string) => {
  const effectId = useEffectId()
  const typeId = useShown((_, effect) => effect.emitters[emitterId]?.type, undefined)
  return {
    effectId,
    typeId,
    name: useShown((kit) => emitterName(kit, effectId, emitterId), ''),
    muted: useShown((_, effect) => effect.emitters[emitterId]?.muted ?? false, false),
    locked: useShown((_, effect) => effect.emitters[emitterId]?.locked ?? false, false),
    note: useShown((_, effect) => effect.emitters[emitterId]?.note ?? '', ''),
    solo: useSession((s) => s.solo.includes(emitterId)),
    shared: useShown(
      (kit) =>
        Object.values(kit.effects)
          .flatMap((e) => Object.values(e.emitters))
          .filter((e) => e.type === typeId).length > 1,
      false,
    ),
  }
}

type TrackState = ReturnType<typeof useTrackState>

const TrackButton = ({
  label,
  name,
  pressed,
  onPress,
  children,
}: {
  label: string
  name: string
  pressed?: boolean
  onPress: () => void
  children: React.ReactNode
}) => (
  <IconButton
    className="track-button"
    aria-label={`${label} ${name}`}
    aria-pressed={pressed}
    title={label}
    onClick={(event) => {
      event.stopPropagation()
      onPress()
    }}
  >
    {children}
  </IconButton>
)

/** Whether it is seen: muted, or alone. */
const SeenButtons = ({
  emitterId,
  state: { effectId, name, muted, solo },
}: {
  emitterId: string
  state: TrackState
}) => (
  <>
    <TrackButton
      label={muted ? 'Unmute' : 'Mute'}
      name={name}
      onPress={() => toggleMute(effectId, emitterId)}
    >
      {muted ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
    </TrackButton>
    <TrackButton label="Solo" name={name} pressed={solo} onPress={() => soloTracks(effectId, emitterId)}>
      <Headphones fontSize="inherit" className={solo ? 'solo-on' : ''} />
    </TrackButton>
  </>
)

const LanesButton = ({ emitterId, name }: { emitterId: string; name: string }) => {
  const lanes = useLaneCount(emitterId)
  const open = useOpenLanes((s) => s.open.includes(emitterId))
  if (lanes === 0) return null
  return (
    <TrackButton
      label={`${open ? 'Close' : 'Open'} lanes of`}
      name={name}
      pressed={open}
      onPress={() => toggleLanes(emitterId)}
    >
      <ShowChart fontSize="inherit" />
    </TrackButton>
  )
}

const TrackActions = ({
  emitterId,
  state: { effectId, name, locked },
}: {
  emitterId: string
  state: TrackState
}) => (
  <span className="track-actions">
    <TrackButton
      label={locked ? 'Unlock' : 'Lock'}
      name={name}
      pressed={locked}
      onPress={() => toggleLock(effectId, emitterId)}
    >
      {locked ? <LockIcon fontSize="inherit" /> : <LockOpen fontSize="inherit" />}
    </TrackButton>
    <TrackButton label="Duplicate" name={name} onPress={() => duplicateSelected(effectId, emitterId)}>
      <ContentCopy fontSize="inherit" />
    </TrackButton>
    <TrackButton label="Delete" name={name} onPress={() => removeEmitter(effectId, emitterId)}>
      <DeleteOutline fontSize="inherit" />
    </TrackButton>
  </span>
)

interface TrackProps {
  readonly emitterId: string
  readonly seconds: number
  readonly width: number
  readonly population: string
}

const trackClass = (selected: boolean, also: boolean, { muted, locked }: TrackState): string => {
  const mark = selected ? ' selected notched' : also ? ' also notched' : ''
  return `track${mark}${muted ? ' muted' : ''}${locked ? ' locked' : ''}`
}

export const Track = memo(({ emitterId, seconds, width, population }: TrackProps) => {
  const state = useTrackState(emitterId)
  const { effectId, name, shared, locked, note } = state
  const driver = useDriver()
  const selected = useSelectedId() === emitterId
  const also = useSession((s) => s.also.includes(emitterId))
  const flash = useFlash(state.typeId, shared)
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: emitterId,
  })
  return (
    <div
      ref={setNodeRef}
      className={trackClass(selected, also, state)}
      style={{
        transform: transform ? `translateY(${transform.y}px)` : undefined,
        transition,
        zIndex: isDragging ? 2 : undefined,
      }}
      data-testid="track"
      data-track={emitterId}
      aria-current={selected}
      onClick={(event) => {
        const how = { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey }
        if (!pickTrack(effectId, emitterId, how)) choose(effectId, emitterId)
      }}
      onContextMenu={(event) => openTrackMenu(event, effectId, emitterId, secondsOf(driver))}
    >
      <div className="track-flash" ref={flash} />
      <div className="track-label">
        <span className="track-grip" {...attributes} {...listeners} aria-label={`Reorder ${name}`}>
          <DragIndicator fontSize="inherit" />
        </span>
        <SeenButtons emitterId={emitterId} state={state} />
        <button type="button" className="track-name" title={note ? `${name}: ${note}` : name}>
          {name}
        </button>
        {shared && (
          <LinkIcon className="shared-mark" fontSize="inherit" titleAccess="Shares its particle type" />
        )}
        <LanesButton emitterId={emitterId} name={name} />
        <TrackMark emitterId={emitterId} name={name} />
        <TrackActions emitterId={emitterId} state={state} />
      </div>
      <Bars emitterId={emitterId} seconds={seconds} width={width} population={population} locked={locked} />
    </div>
  )
})
Track.displayName = 'Track'
