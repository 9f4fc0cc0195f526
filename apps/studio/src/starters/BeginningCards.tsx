/** Everything that an effect may begin with, alive, with a search: type a word and press Enter. */
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { OwnStarter } from '../state/ownStarters.ts'
import { OwnStarters } from './OwnStarters.tsx'
import { LivingThumbnail } from '../preview/Thumbnail.tsx'
import { type BeginningId, EMPTY, findBeginnings, shownBeginnings } from './choices.ts'
import './BeginningCards.css'

interface Props {
  readonly onChoose: (id: BeginningId) => void
  /** Of the starters that were kept in this browser. */
  readonly onOwn: (starter: OwnStarter) => void
}

export const BeginningCards = ({ onChoose, onOwn }: Props) => {
  const [typed, setTyped] = useState('')
  const field = useRef<HTMLInputElement>(null)
  // It may come late, when somebody has gone to a name meanwhile, and takes nobody's keys.
  useLayoutEffect(() => {
    if (!document.activeElement?.matches('input, textarea')) field.current?.focus()
  }, [])
  const { kit, pictures } = useMemo(shownBeginnings, [])
  const found = findBeginnings(typed)
  return (
    <div className="beginnings">
      <input
        type="search"
        className="plain-input"
        aria-label="Find a beginning"
        placeholder="blast, rain, burst, sparkle…"
        ref={field}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && typed.trim() && found[0]) onChoose(found[0].id)
        }}
      />
      <div className="beginning-cards">
        <OwnStarters search={typed} className="beginning-card" onUse={onOwn} />
        {found.map(({ id, name, help }) => (
          <button
            key={id}
            type="button"
            className="beginning-card"
            aria-label={`Begin with ${name}`}
            onClick={() => onChoose(id)}
          >
            {id === EMPTY ? (
              <span className="thumbnail" />
            ) : (
              <LivingThumbnail kit={kit} effectId={id} pictures={pictures} />
            )}
            <b>{name}</b>
            {help && <small>{help}</small>}
          </button>
        ))}
        {found.length === 0 && (
          <p className="soft">Nothing is called that. Try fire, water, magic or impact.</p>
        )}
      </div>
    </div>
  )
}
