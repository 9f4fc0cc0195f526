/** Cards of one's own starters, alive, found by name and tags. */
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { useLiveQuery } from 'dexie-react-hooks'
import { useMemo } from 'react'
import { LivingThumbnail } from '../preview/Thumbnail.tsx'
import {
  isStarterFound,
  type OwnStarter,
  ownStarters,
  removeStarter,
  shownStarter,
} from '../state/ownStarters.ts'
import './OwnStarters.css'

interface Props {
  readonly search: string
  readonly className: string
  readonly onUse: (starter: OwnStarter) => void
}

const Card = ({ starter, className, onUse }: Omit<Props, 'search'> & { starter: OwnStarter }) => {
  const shown = useMemo(() => shownStarter(starter), [starter])
  if (!shown) return null
  return (
    <span className="own-starter">
      <button
        type="button"
        className={className}
        aria-label={`Use your starter ${starter.name}`}
        title={starter.tags.join(', ')}
        onClick={() => onUse(starter)}
      >
        <LivingThumbnail kit={shown.kit} effectId={shown.effect} pictures={shown.pictures} />
        <span>{starter.name}</span>
      </button>
      <IconButton
        className="remove-starter"
        aria-label={`Remove your starter ${starter.name}`}
        title="Remove it from the starters; effects made from it stay"
        onClick={() => void removeStarter(starter.id)}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </span>
  )
}

export const OwnStarters = ({ search, className, onUse }: Props) => {
  const all = useLiveQuery(ownStarters, [])
  const found = (all ?? []).filter((starter) => isStarterFound(starter, search))
  return found.map((starter) => (
    <Card key={starter.id} starter={starter} className={className} onUse={onUse} />
  ))
}
