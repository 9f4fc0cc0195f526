/** Every command, found by typing and run by Enter. */
import Dialog from '@mui/material/Dialog'
import Button from '@mui/material/Button'
import { useEffect, useMemo, useRef, useState } from 'react'
import { runCommandNow } from '../../shared/keys/dispatch.ts'
import { openSheet } from '../../state/commandSheets.ts'
import { type CommandEntry, commandEntries, foundEntries } from './entries.ts'
import './commands.css'

/** What was chosen runs once the list is gone and the focus is back where it was. */
const choose = ({ id, key }: CommandEntry): void => {
  openSheet(null)
  setTimeout(() => runCommandNow(id, key))
}

const Row = ({
  entry,
  at,
  now,
  onPoint,
}: {
  entry: CommandEntry
  at: number
  now: boolean
  onPoint: () => void
}) => {
  const place = useRef<HTMLLIElement>(null)
  useEffect(() => {
    if (now) place.current?.scrollIntoView({ block: 'nearest' })
  }, [now])
  return (
    <li
      ref={place}
      id={`command-${at}`}
      role="option"
      aria-selected={now}
      aria-disabled={!entry.here}
      className={now ? 'now' : ''}
      onPointerMove={onPoint}
      onClick={() => entry.here && choose(entry)}
    >
      <span>{entry.name}</span>
      {!entry.here && <small>{entry.where.toLowerCase()}</small>}
      <span className="keys">
        {entry.keys.map((key) => (
          <kbd key={key}>{key}</kbd>
        ))}
      </span>
    </li>
  )
}

/** Which entry Enter runs, moved by the arrows. */
const useChoice = (found: readonly CommandEntry[]) => {
  const [at, setAt] = useState(0)
  const last = found.length - 1
  const now = Math.min(at, last)
  const STEPS: Readonly<Record<string, number>> = {
    ArrowDown: now === last ? 0 : now + 1,
    ArrowUp: now <= 0 ? last : now - 1,
    PageDown: Math.min(last, now + 8),
    PageUp: Math.max(0, now - 8),
  }
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const to = STEPS[event.key]
    const entry = found[now]
    if (to !== undefined) setAt(to)
    else if (event.key === 'Enter') {
      if (entry?.here) choose(entry)
    } else return
    event.preventDefault()
  }
  return { now, setAt, onKeyDown }
}

export const CommandList = () => {
  const all = useMemo(commandEntries, [])
  const [search, setSearch] = useState('')
  const found = useMemo(() => foundEntries(all, search), [all, search])
  const { now, setAt, onKeyDown } = useChoice(found)
  return (
    <Dialog
      open
      onClose={() => openSheet(null)}
      maxWidth={false}
      slotProps={{ paper: { 'aria-label': 'Commands' } }}
      className="command-list"
    >
      <input
        type="search"
        role="combobox"
        autoFocus
        aria-label="Find a command"
        aria-expanded
        aria-controls="command-options"
        aria-activedescendant={found.length > 0 ? `command-${now}` : undefined}
        placeholder="Find a command"
        value={search}
        onChange={(event) => {
          setSearch(event.target.value)
          setAt(0)
        }}
        onKeyDown={onKeyDown}
      />
      <ul id="command-options" role="listbox" aria-label="Commands">
        {found.map((entry, k) => (
          <Row
            key={`${entry.id} ${entry.key}`}
            entry={entry}
            at={k}
            now={k === now}
            onPoint={() => setAt(k)}
          />
        ))}
      </ul>
      {found.length === 0 && (
        <p className="empty-note">No command has “{search}” in its name; try another word.</p>
      )}
      <footer>
        <span>Enter runs it, ↑ ↓ choose</span>
        <Button size="small" onClick={() => openSheet('keys')}>
          Change keys
        </Button>
      </footer>
    </Dialog>
  )
}
