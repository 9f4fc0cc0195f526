/** Takes of the effect, small, in a row below the stage that folds away. */
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Splitscreen from '@mui/icons-material/VerticalSplit'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { useEffect, useState } from 'react'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { useTitle } from '../../shared/keys/keymap.ts'
import { setColumn, useColumn } from '../../state/column.ts'
import { NameEntry } from '../../shared/controls/NameEntry.tsx'
import { useDocument } from '../../state/document.ts'
import {
  followTakes,
  keepTake,
  putTakeAgain,
  removeTake,
  renameTake,
  setTakes,
  type Take,
  toggleBeside,
  useTakes,
} from '../../state/takes.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import './TakesRow.css'

const compare = (take: Take): void => {
  setTakes({ other: take.id })
  setColumn('compare')
}

/** Its name, or the field for another one. */
const TakeName = ({
  take: { id, name },
  naming,
  onNaming,
}: {
  take: Take
  naming: boolean
  onNaming: (naming: boolean) => void
}) =>
  naming ? (
    <NameEntry
      className="take-name"
      label={`Name of ${name}`}
      start={name}
      onDone={(text) => {
        if (text !== null) void renameTake(id, text)
        onNaming(false)
      }}
    />
  ) : (
    <button
      type="button"
      className="take-name"
      title={`${name}; press to rename`}
      onClick={() => onNaming(true)}
    >
      {name}
    </button>
  )

const TakeCard = ({ take }: { take: Take }) => {
  const pictures = useDocument((s) => s.pictures)
  const chosen = useTakes((s) => s.other === take.id)
  const compared = useColumn((s) => s.page === 'compare')
  const beside = useTakes((s) => s.beside.includes(take.id))
  const [naming, setNaming] = useState(false)
  const kept = new Date(take.at).toLocaleString()
  return (
    <li className={chosen ? 'take chosen notched' : 'take'} data-card>
      <button
        type="button"
        className="take-picture"
        aria-label={`Compare ${take.name}`}
        aria-pressed={chosen && compared}
        title={`Kept ${kept}; press to compare, F2 to rename, Delete to remove`}
        onClick={() => compare(take)}
        onKeyDown={(event) => {
          if (event.key === 'F2') setNaming(true)
          else if (event.key === 'Delete') void removeTake(take.id)
          else return
          event.preventDefault()
          event.stopPropagation()
        }}
      >
        <Thumbnail kit={take.piece} effectId={take.effect} pictures={pictures} />
      </button>
      <span className="take-foot">
        <TakeName take={take} naming={naming} onNaming={setNaming} />
        <IconButton
          aria-label={`${take.name} side by side`}
          aria-pressed={beside}
          className={beside ? 'notched' : ''}
          title="Beside the present state"
          onClick={() => toggleBeside(take.id)}
        >
          <Splitscreen fontSize="inherit" />
        </IconButton>
        <IconButton
          aria-label={`Remove ${take.name}`}
          title="Remove"
          onClick={() => void removeTake(take.id)}
        >
          <Close fontSize="inherit" />
        </IconButton>
      </span>
    </li>
  )
}

/** Keeps the row filled while the effect is open. */
export const useTakesOf = (effectId: string): void => {
  const kitId = useDocument((s) => s.kit?.id)
  useEffect(() => (kitId === undefined ? undefined : followTakes(kitId, effectId)), [kitId, effectId])
}

export const TakesRow = () => {
  const effectId = useEffectId()
  const { takes, open, removed } = useTakes()
  const title = useTitle()
  if (!open) return null
  return (
    <section className="takes-row" aria-label="Takes">
      <Tooltip title={title('Keep the present state', 'keepTake')}>
        <Button variant="outlined" startIcon={<Add />} onClick={() => void keepTake(effectId)}>
          Keep
        </Button>
      </Tooltip>
      {takes.length === 0 && (
        <p className="group-hint">
          Keep what is good before trying on: a take holds the effect as it is now, to compare and to return
          to.
        </p>
      )}
      <ul>
        {takes.map((take) => (
          <TakeCard key={take.id} take={take} />
        ))}
      </ul>
      {removed && (
        <span className="take-removed">
          “{removed.name}” is removed.{' '}
          <Button size="small" onClick={() => void putTakeAgain()}>
            Put it back
          </Button>
        </span>
      )}
      <span className="spacer" />
      <IconButton aria-label="Fold the takes" onClick={() => setTakes({ open: false })}>
        <Close fontSize="small" />
      </IconButton>
    </section>
  )
}
