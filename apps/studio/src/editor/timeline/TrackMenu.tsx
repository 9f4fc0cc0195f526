/** The menu of a track: what its buttons and keys do, with all that are selected together. */
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useCallback, useRef, useState } from 'react'
import { hintOf } from '../../shared/keys/keymap.ts'
import type { CommandId } from '../../shared/keys/table.ts'
import { useDocument } from '../../state/document.ts'
import { select } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import {
  duplicateSelected,
  meantBy,
  removeEmitter,
  selectAllTracks,
  soloTracks,
  toggleLock,
  toggleMute,
} from './acts.ts'
import { copyNow } from './clip.ts'

interface Opened {
  readonly emitter: string
  readonly x: number
  readonly y: number
}

interface Item {
  readonly text: string
  readonly command?: CommandId
  /** Of a key that is no command's. */
  readonly key?: string
  readonly act: (effectId: string, emitterId: string) => void
}

const ITEMS: readonly Item[] = [
  { text: 'Mute or unmute', command: 'mute', act: toggleMute },
  { text: 'Solo', command: 'solo', act: soloTracks },
  { text: 'Lock or unlock', act: toggleLock },
  { text: 'Duplicate', command: 'duplicate', act: duplicateSelected },
  { text: 'Copy', key: 'Ctrl + C', act: (effectId) => void copyNow(effectId) },
  { text: 'Select all', command: 'selectAll', act: selectAllTracks },
  { text: 'Delete', command: 'remove', act: removeEmitter },
]

/** Opens at the pointer, or at the track that has the focus. */
export const useTrackMenu = () => {
  const effectId = useEffectId()
  const [opened, setOpened] = useState<Opened | null>(null)
  // The text stays while it closes.
  const latest = useRef<Opened | null>(null)
  if (opened) latest.current = opened
  const count = latest.current ? meantBy(effectId, latest.current.emitter).length : 1
  const onMenu = useCallback(
    (emitter: string, event: React.MouseEvent): void => {
      event.preventDefault()
      if (meantBy(effectId, emitter).length === 1 && useDocument.getState().kit) select(effectId, emitter)
      const box = event.currentTarget.getBoundingClientRect()
      const byKey = event.clientX === 0 && event.clientY === 0
      setOpened({ emitter, x: byKey ? box.x + 40 : event.clientX, y: byKey ? box.bottom : event.clientY })
    },
    [effectId],
  )
  const close = (): void => setOpened(null)
  const menu = (
    <Menu
      open={opened !== null}
      onClose={close}
      anchorReference="anchorPosition"
      anchorPosition={{ left: latest.current?.x ?? 0, top: latest.current?.y ?? 0 }}
      slotProps={{ list: { 'aria-label': 'Track', dense: true } }}
    >
      {ITEMS.map(({ text, command, key, act }) => (
        <MenuItem
          key={text}
          onClick={() => {
            close()
            if (latest.current) act(effectId, latest.current.emitter)
          }}
        >
          <span className="menu-text">
            {text}
            {count > 1 && text !== 'Select all' && <small> {count} emitters</small>}
          </span>
          <kbd>{key ?? (command ? hintOf(command) : '')}</kbd>
        </MenuItem>
      ))}
    </Menu>
  )
  return { onMenu, menu }
}
