/** Asks under which name and tags something is kept as a starter. */
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import { askStarter, keepStarter, useAskedStarter } from '../state/ownStarters.ts'
import './OwnStarters.css'

const close = (): void => askStarter(null)

const Asking = ({ name: first, text }: { name: string; text: string }) => {
  const [name, setName] = useState(first)
  const [tags, setTags] = useState('')
  const keep = (): void => {
    const words = tags
      .split(',')
      .map((tag) => tag.trim().slice(0, 40))
      .filter(Boolean)
    void keepStarter(text, name, words)
    close()
  }
  return (
    <Dialog open onClose={close} aria-labelledby="keep-starter-title">
      <DialogTitle id="keep-starter-title">Keep as a starter</DialogTitle>
      <DialogContent>
        <form
          className="keep-starter"
          onSubmit={(event) => {
            event.preventDefault()
            keep()
          }}
        >
          <label>
            Name
            <input
              className="plain-input"
              autoFocus
              value={name}
              maxLength={120}
              onFocus={(event) => event.currentTarget.select()}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label>
            Tags, with commas between
            <input
              className="plain-input"
              placeholder="water, wet"
              value={tags}
              maxLength={400}
              onChange={(event) => setTags(event.target.value)}
            />
          </label>
          <p className="soft">
            It comes with all that it needs, and is offered in every kit of this browser: for new effects, and
            among the starters of the timeline.
          </p>
          <DialogActions>
            <Button onClick={close}>Cancel</Button>
            <Button type="submit" variant="contained">
              Keep
            </Button>
          </DialogActions>
        </form>
      </DialogContent>
    </Dialog>
  )
}

export const KeepStarter = () => {
  const asked = useAskedStarter((s) => s.asked)
  return asked && <Asking key={asked.text.length} {...asked} />
}
