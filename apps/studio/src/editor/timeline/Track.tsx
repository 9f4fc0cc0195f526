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
import { deleteEmitter, duplicateEmitter, type Kit } from '@gliv/document'
import { memo, useEffect, useRef } from 'react'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { select, toggleAlso, toggleSolo, useSession } from '../../state/session.ts'
import { useEffectId, useSelectedId, useShown } from '../playback/shownEffect.ts'
import { toggleLanes, useLaneCount, useOpenLanes } from './TrackLanes.tsx'
import { TrackMark } from './TrackMark.tsx'
import { Bars } from './Bars.tsx'

const emitterName = (kit: Kit, effectId: string, emitterId: string): string =>
  kit.effects[effectId]?.emitters[emitterId]?.name ?? ''

export const duplicateSelected = (effectId: string, emitterId: string): void => {
  let id = ''
  edit('Duplicate an emitter', (kit) => void (id = duplicateEmitter(kit, effectId, emitterId, makeId)))
  select(effectId, id)
}

export const toggleMute = (effectId: string, emitterId: string): void =>
  edit('Mute or unmute an emitter', (kit) => {
    const emitter = kit.effects[effectId]!.emitters[emitterId]!
    emitter.muted = !emitter.muted
  })

/** A locked emitter is not moved by hand and not deleted; its numbers can be set all the same. */
export const toggleLock = (effectId: string, emitterId: string): void =>
  edit('Lock or unlock an emitter', (kit) => {
    const emitter = kit.effects[effectId]!.emitters[emitterId]!
    if (emitter.locked) delete emitter.locked
    else emitter.locked = true
  })

export const removeEmitter = (effectId: string, emitterId: string): void => {
  const emitter = useDocument.getState().kit?.effects[effectId]?.emitters[emitterId]
  if (emitter?.locked)
    useDocument.setState({ notice: `“${emitter.name}” is locked; unlock it in its track to delete it` })
  else edit('Delete an emitter', (kit) => deleteEmitter(kit, effectId, emitterId))
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

export const Track = memo(
  ({
    emitterId,
    seconds,
    width,
    population,
  }: {
    emitterId: string
    seconds: number
    width: number
    population: string
  }) => {
    const effectId = useEffectId()
    const selected = useSelectedId() === emitterId
    const also = useSession((s) => s.also.includes(emitterId))
    const solo = useSession((s) => s.solo.includes(emitterId))
    const name = useShown((kit) => emitterName(kit, effectId, emitterId), '')
    const muted = useShown((_, effect) => effect.emitters[emitterId]?.muted ?? false, false)
    const locked = useShown((_, effect) => effect.emitters[emitterId]?.locked ?? false, false)
    const lanes = useLaneCount(emitterId)
    const lanesOpen = useOpenLanes((s) => s.open.includes(emitterId))
    const typeId = useShown((_, effect) => effect.emitters[emitterId]?.type, undefined)
    const shared = useShown(
      (kit) =>
        Object.values(kit.effects)
          .flatMap((e) => Object.values(e.emitters))
          .filter((e) => e.type === typeId).length > 1,
      false,
    )
    const flash = useFlash(typeId, shared)
    const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
      id: emitterId,
    })
    const icon = (
      label: string,
      pressed: boolean | undefined,
      onClick: () => void,
      child: React.ReactNode,
    ) => (
      <IconButton
        className="track-button"
        aria-label={`${label} ${name}`}
        aria-pressed={pressed}
        title={label}
        onClick={(event) => {
          event.stopPropagation()
          onClick()
        }}
      >
        {child}
      </IconButton>
    )
    return (
      <div
        ref={setNodeRef}
        className={`track${selected ? ' selected notched' : also ? ' also notched' : ''}${muted ? ' muted' : ''}${locked ? ' locked' : ''}`}
        style={{
          transform: transform ? `translateY(${transform.y}px)` : undefined,
          transition,
          zIndex: isDragging ? 2 : undefined,
        }}
        data-testid="track"
        aria-current={selected}
        onClick={(event) =>
          event.shiftKey && !selected ? toggleAlso(emitterId) : select(effectId, emitterId)
        }
      >
        <div className="track-flash" ref={flash} />
        <div className="track-label">
          <span className="track-grip" {...attributes} {...listeners} aria-label={`Reorder ${name}`}>
            <DragIndicator fontSize="inherit" />
          </span>
          {icon(
            muted ? 'Unmute' : 'Mute',
            undefined,
            () => toggleMute(effectId, emitterId),
            muted ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />,
          )}
          {icon(
            'Solo',
            solo,
            () => toggleSolo(emitterId),
            <Headphones fontSize="inherit" className={solo ? 'solo-on' : ''} />,
          )}
          <button type="button" className="track-name" title={name}>
            {name}
          </button>
          {shared && (
            <LinkIcon className="shared-mark" fontSize="inherit" titleAccess="Shares its particle type" />
          )}
          {lanes > 0 &&
            icon(
              `${lanesOpen ? 'Close' : 'Open'} lanes of`,
              lanesOpen,
              () => toggleLanes(emitterId),
              <ShowChart fontSize="inherit" />,
            )}
          <TrackMark emitterId={emitterId} name={name} />
          <span className="track-actions">
            {icon(
              locked ? 'Unlock' : 'Lock',
              locked,
              () => toggleLock(effectId, emitterId),
              locked ? <LockIcon fontSize="inherit" /> : <LockOpen fontSize="inherit" />,
            )}
            {icon(
              'Duplicate',
              undefined,
              () => duplicateSelected(effectId, emitterId),
              <ContentCopy fontSize="inherit" />,
            )}
            {icon(
              'Delete',
              undefined,
              () => removeEmitter(effectId, emitterId),
              <DeleteOutline fontSize="inherit" />,
            )}
          </span>
        </div>
        <Bars emitterId={emitterId} seconds={seconds} width={width} population={population} locked={locked} />
      </div>
    )
  },
)
Track.displayName = 'Track'
