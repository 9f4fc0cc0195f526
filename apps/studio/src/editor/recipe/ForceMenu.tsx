import Popover from '@mui/material/Popover'
import type { ForceKind } from '@gliv/model'
import { type KeyboardEvent, useState } from 'react'
import { FORCE_TEXTS } from '@gliv/words'
import { ForcePicture } from './ForcePicture.tsx'
import { findForces } from './forces.ts'
import './ForceMenu.css'

interface Props {
  readonly anchor: HTMLElement
  readonly forces: readonly ForceKind[]
  readonly onChoose: (force: ForceKind) => void
  readonly onClose: () => void
}

const ForceList = ({
  found,
  current,
  onPoint,
  onChoose,
}: {
  found: readonly ForceKind[]
  current: ForceKind | undefined
  onPoint: (force: ForceKind) => void
  onChoose: (force: ForceKind) => void
}) => (
  <ul role="listbox" aria-label="Forces">
    {found.map((force) => (
      <li
        key={force}
        role="option"
        aria-selected={force === current}
        data-force={force}
        onPointerEnter={() => onPoint(force)}
        onClick={() => onChoose(force)}
      >
        <ForcePicture force={force} />
        <span>
          <b>{FORCE_TEXTS[force].label}</b>
          <small>{FORCE_TEXTS[force].help}</small>
        </span>
      </li>
    ))}
    {found.length === 0 && (
      <li className="none">No force is called that. Try another word: wind, noise, orbit …</li>
    )}
  </ul>
)

/**
 * The list of forces that can be added: typing finds one by its name, its help or another word for it; each
 * shows what it does.
 */
export const ForceMenu = ({ anchor, forces, onChoose, onClose }: Props) => {
  const [search, setSearch] = useState('')
  const [at, setAt] = useState(0)
  const found = findForces(forces, search)
  const current = found[Math.min(at, found.length - 1)]
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (by) {
      event.preventDefault()
      setAt(Math.min(found.length - 1, Math.max(0, Math.min(at, found.length - 1) + by)))
    } else if (event.key === 'Enter' && current) {
      // The list closes and the button behind it takes the focus: it must not take the key as well.
      event.preventDefault()
      onChoose(current)
    }
    if (event.key !== 'Escape') event.stopPropagation()
  }
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'center', horizontal: 'right' }}
      transformOrigin={{ vertical: 'center', horizontal: 'left' }}
      slotProps={{ paper: { className: 'force-menu' } }}
    >
      <input
        // The list opens to be typed in.
        ref={(field) => field?.focus()}
        className="force-search"
        type="search"
        aria-label="Find a force"
        placeholder="What should act on it?"
        value={search}
        onChange={(event) => {
          setSearch(event.target.value)
          setAt(0)
        }}
        onKeyDown={onKeyDown}
      />
      <ForceList
        found={found}
        current={current}
        onPoint={(force) => setAt(found.indexOf(force))}
        onChoose={onChoose}
      />
    </Popover>
  )
}
