/** Keys of all commands by where they work, each to be changed; clashes are shown. */
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useState } from 'react'
import {
  allClashes,
  clashesOf,
  CONTEXT_TEXTS,
  commandsOfContext,
  keysOf,
  keyText,
  keyTexts,
  pressText,
  refuseKey,
  resetKeys,
  setKeys,
  useKeymap,
} from '../../shared/keys/keymap.ts'
import { useEscape } from '../../shared/keys/escape.ts'
import { type CommandId, commandRow, CONTEXTS, type Context } from '../../shared/keys/table.ts'
import { openSheet } from '../../state/commandSheets.ts'
import './commands.css'

const nameOf = (id: CommandId): string => `“${commandRow(id).name}”`

interface Asking {
  readonly id: CommandId
  /** What was pressed and cannot be taken as it is. */
  readonly key: string | null
  readonly problem: string | null
}

/** Takes the next press as a command's key; Escape gives up. */
const useNextPress = (asking: Asking | null, set: (asking: Asking | null) => void): void => {
  useEffect(() => {
    if (!asking || asking.key !== null) return
    const take = (event: KeyboardEvent): void => {
      event.preventDefault()
      event.stopImmediatePropagation()
      if (event.key === 'Escape') return set(null)
      const key = pressText(event)
      if (key === null) return
      const refusal = refuseKey(key)
      if (refusal) return set({ ...asking, problem: refusal })
      const clashes = clashesOf(asking.id, [key])
      if (clashes.length > 0)
        return set({
          ...asking,
          key,
          problem: `${keyText(key)} is the key of ${clashes.map(nameOf).join(' and ')}.`,
        })
      setKeys(asking.id, [key])
      set(null)
    }
    addEventListener('keydown', take, { capture: true })
    return () => removeEventListener('keydown', take, { capture: true })
  }, [asking, set])
}

/** The key goes to the command that asks for it; those that had it lose it. */
const takeFrom = ({ id, key }: Asking): void => {
  if (key === null) return
  for (const other of clashesOf(id, [key]))
    setKeys(
      other,
      keysOf(other).filter((one) => one.toLowerCase() !== key.toLowerCase()),
    )
  setKeys(id, [key])
}

const AskingRow = ({ asking, set }: { asking: Asking; set: (asking: Asking | null) => void }) => (
  <span className="asking" role="status">
    {asking.problem ?? 'Press the new key; Escape gives up.'}
    {asking.key !== null && (
      <>
        <Button
          size="small"
          variant="outlined"
          onClick={() => {
            takeFrom(asking)
            set(null)
          }}
        >
          Take it
        </Button>
        <Button
          size="small"
          onClick={() => {
            setKeys(asking.id, [asking.key!])
            set(null)
          }}
        >
          Both have it
        </Button>
        <Button size="small" onClick={() => set({ ...asking, key: null, problem: null })}>
          Another key
        </Button>
      </>
    )}
  </span>
)

const CommandRow = ({
  id,
  asking,
  set,
}: {
  id: CommandId
  asking: Asking | null
  set: (asking: Asking | null) => void
}) => {
  const { name, held, byKey } = commandRow(id)
  const changed = useKeymap((s) => s.changed[id] !== undefined)
  useKeymap((s) => s.changed)
  const keys = keysOf(id)
  const clashes = clashesOf(id)
  return (
    <li className={changed ? 'changed' : ''}>
      <span>
        {name}
        {held && <small> (while the key is held)</small>}
        {clashes.length > 0 && (
          <small className="clash">the same key as {clashes.map(nameOf).join(', ')}</small>
        )}
      </span>
      {asking?.id === id ? (
        <AskingRow asking={asking} set={set} />
      ) : (
        <span className="keys">
          {keyTexts(id).map((key) => (
            <kbd key={key}>{key}</kbd>
          ))}
          {keys.length === 0 && <small>no key</small>}
          {!byKey && (
            <>
              <Button
                size="small"
                aria-label={`Change the key of ${name}`}
                onClick={() => set({ id, key: null, problem: null })}
              >
                Change
              </Button>
              {changed && (
                <Button
                  size="small"
                  aria-label={`The first key of ${name} again`}
                  onClick={() => setKeys(id, null)}
                >
                  As it was
                </Button>
              )}
            </>
          )}
        </span>
      )}
    </li>
  )
}

const ContextRows = ({
  context,
  ...row
}: { context: Context } & Omit<Parameters<typeof CommandRow>[0], 'id'>) => (
  <section aria-label={CONTEXT_TEXTS[context]}>
    <h3>{CONTEXT_TEXTS[context]}</h3>
    <ul>
      {commandsOfContext(context).map((id) => (
        <CommandRow key={id} id={id} {...row} />
      ))}
    </ul>
  </section>
)

const BODY = { current: document.body }

const KeySheet = () => {
  const [asking, set] = useState<Asking | null>(null)
  const changed = useKeymap((s) => Object.keys(s.changed).length)
  useNextPress(asking, set)
  // A button that was pressed and is disabled then has lost the focus, and the dialog would not hear the key.
  useEscape(asking === null, BODY, () => openSheet(null))
  const clashes = allClashes().length
  return (
    <Dialog open onClose={() => openSheet(null)} maxWidth="md" fullWidth aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys of all commands</DialogTitle>
      <DialogContent className="key-sheet">
        {clashes > 0 && (
          <p className="clash" role="status">
            {clashes === 1 ? 'One pair of commands shares a key' : `${clashes} pairs of commands share a key`}
            : the inner place wins, or the first in the list.
          </p>
        )}
        {CONTEXTS.map((context) => (
          <ContextRows key={context} context={context} asking={asking} set={set} />
        ))}
      </DialogContent>
      <DialogActions>
        <Button disabled={changed === 0} onClick={resetKeys}>
          All as they were
        </Button>
        <Button variant="contained" onClick={() => openSheet(null)}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  )
}

export default KeySheet
