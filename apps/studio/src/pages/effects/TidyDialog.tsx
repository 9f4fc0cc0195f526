/** What nothing in the kit uses, to be taken away on request: one step of undo. */
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { removeUnused, type Tidied, type Unused, unusedOf } from '@gliv/document'
import { useMemo, useState } from 'react'
import { edit, useDocument } from '../../state/document.ts'

const KIND_TEXTS = {
  sheets: 'Sheet',
  palettes: 'Palette',
  sounds: 'Sound',
  cues: 'Cue that plays nothing',
} as const satisfies Record<Tidied, string>

const keyOf = ({ kind, id }: Unused): string => `${kind} ${id}`

const TidyDialog = ({ onClose }: { onClose: () => void }) => {
  const kit = useDocument((s) => s.kit)
  const unused = useMemo(() => (kit ? unusedOf(kit) : []), [kit])
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set())
  const going = unused.filter((one) => !kept.has(keyOf(one)))
  const toggle = (key: string): void =>
    setKept((before) => {
      const next = new Set(before)
      if (!next.delete(key)) next.add(key)
      return next
    })
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="tidy-title">
      <DialogTitle id="tidy-title">Tidy up</DialogTitle>
      <DialogContent>
        {unused.length === 0 ? (
          <p>Everything in this kit is used: there is nothing to take away.</p>
        ) : (
          <ul className="tidy-list">
            {unused.map((one) => (
              <li key={keyOf(one)}>
                <label>
                  <Checkbox
                    size="small"
                    checked={!kept.has(keyOf(one))}
                    onChange={() => toggle(keyOf(one))}
                  />
                  {KIND_TEXTS[one.kind]} <b>{one.name}</b>
                </label>
              </li>
            ))}
          </ul>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{unused.length === 0 ? 'Close' : 'Keep all'}</Button>
        {unused.length > 0 && (
          <Button
            variant="contained"
            disabled={going.length === 0}
            onClick={() => {
              edit(`Tidy up: ${going.length} unused`, (draft) => removeUnused(draft, going))
              onClose()
            }}
          >
            Take {going.length} away
          </Button>
        )}
      </DialogActions>
    </Dialog>
  )
}

export default TidyDialog
