/** Marks: states of the whole kit, kept by name or by themselves. */
import BookmarkAdd from '@mui/icons-material/BookmarkAddOutlined'
import Close from '@mui/icons-material/Close'
import Edit from '@mui/icons-material/EditOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { NameEntry } from '../../shared/controls/NameEntry.tsx'
import { whenText } from '../../shared/when.ts'
import { type Mark, markNow, removeMark, renameMark } from '../../state/marks.ts'

const MarkRow = ({ mark, chosen, onChoose }: { mark: Mark; chosen: boolean; onChoose: () => void }) => {
  const [naming, setNaming] = useState(false)
  return (
    <li className="mark">
      {naming ? (
        <NameEntry
          className="mark-name"
          label={`Name of the mark ${mark.name}`}
          start={mark.name}
          onDone={(name) => {
            if (name !== null) void renameMark(mark.id, name)
            setNaming(false)
          }}
        />
      ) : (
        <button
          type="button"
          className={chosen ? 'step notched' : 'step'}
          aria-pressed={chosen}
          onClick={onChoose}
        >
          <span className="step-text">
            <span>{mark.name}</span>
            <small>
              {whenText(mark.at)} · {mark.document.effectOrder?.length ?? 0} effects
              {mark.auto ? ' · made by itself' : ''}
            </small>
          </span>
        </button>
      )}
      <IconButton
        aria-label={`Rename the mark ${mark.name}`}
        title={mark.auto ? 'Give it a name; it then stays' : 'Rename'}
        onClick={() => setNaming(true)}
      >
        <Edit fontSize="inherit" />
      </IconButton>
      <IconButton
        aria-label={`Remove the mark ${mark.name}`}
        title="Remove"
        onClick={() => void removeMark(mark.id)}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </li>
  )
}

interface Props {
  readonly marks: readonly Mark[]
  readonly chosen: string | null
  readonly onChoose: (id: string) => void
}

export const MarkList = ({ marks, chosen, onChoose }: Props) => {
  const [naming, setNaming] = useState(false)
  return (
    <section aria-label="Marks">
      <header>
        <h3>Marks</h3>
        <Button size="small" variant="outlined" startIcon={<BookmarkAdd />} onClick={() => setNaming(true)}>
          Mark now
        </Button>
      </header>
      {naming && (
        <NameEntry
          className="mark-name"
          label="Name of the new mark"
          start="Mark"
          onDone={(name) => {
            if (name !== null) void markNow(name)
            setNaming(false)
          }}
        />
      )}
      {marks.length === 0 && (
        <p className="group-hint">
          A mark keeps the whole kit as it is. Some are made by themselves: when a kit is first changed, every
          50 edits, and every ten minutes of work.
        </p>
      )}
      <ul>
        {marks.map((mark) => (
          <MarkRow key={mark.id} mark={mark} chosen={mark.id === chosen} onChoose={() => onChoose(mark.id)} />
        ))}
      </ul>
    </section>
  )
}
