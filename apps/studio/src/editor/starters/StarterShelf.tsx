/**
 * A searchable shelf of techniques, each alive; one is dropped on the stage, or set down at the origin by a
 * press.
 */
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import Paper from '@mui/material/Paper'
import { addTechnique, findTechniques, TECHNIQUES, type TechniqueId } from '@gliv/document'
import { useMemo, useRef, useState } from 'react'
import { LivingThumbnail } from '../../preview/Thumbnail.tsx'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { select } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import { STARTER_MEDIA_TYPE, useStarterShelf } from '../../state/starterShelf.ts'
import { shownBeginnings } from '../../starters/choices.ts'
import { OwnStarters } from '../../starters/OwnStarters.tsx'
import { emittersFrom } from '../../starters/useOwn.ts'
import { ensureSprites, keepSprites } from '../../starters/sprites.ts'
import './StarterShelf.css'

/**
 * Sets a technique down and selects its topmost layer: one step of undo. What is no technique changes
 * nothing.
 */
export const setDown = (effectId: string, id: string, x: number, y: number): void => {
  if (!isTechnique(id)) return
  const picture = keepSprites()
  let top = ''
  edit(`Add ${TECHNIQUES[id].name}`, (kit) => {
    const { sheet, frames } = ensureSprites(kit, picture)
    top = addTechnique(kit, effectId, id, { x, y }, sheet, frames, makeId).at(-1)!
  })
  select(effectId, top)
}

const isTechnique = (id: string): id is TechniqueId => Object.hasOwn(TECHNIQUES, id)

const closeStarters = (): void => {
  useStarterShelf.setState({ open: false })
  focusWorkplace()
}

export const StarterShelf = () => {
  const effectId = useEffectId()
  const [typed, setTyped] = useState('')
  const shelf = useMemo(shownBeginnings, [])
  const found = findTechniques(typed)
  const place = useRef<HTMLDivElement>(null)
  useEscape(true, place, closeStarters)
  return (
    <Paper ref={place} elevation={8} className="technique-shelf" role="dialog" aria-label="Starters">
      <div className="technique-head">
        <b>Starters</b>
        <input
          type="search"
          className="plain-input"
          aria-label="Find a starter"
          placeholder="blast, rain, sparkle…"
          autoFocus
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <span className="soft">
          Drag one onto the stage, or press it. Change its picture later; the motion stays.
        </span>
        <IconButton aria-label="Close the starters" onClick={closeStarters}>
          <Close fontSize="small" />
        </IconButton>
      </div>
      <div className="technique-cards">
        <OwnStarters
          search={typed}
          className="technique-card"
          onUse={(starter) => {
            const top = emittersFrom(starter, effectId).at(-1)
            if (top !== undefined) select(effectId, top)
          }}
        />
        {found.map((id) => (
          <button
            key={id}
            type="button"
            className="technique-card"
            draggable
            aria-label={`Add ${TECHNIQUES[id].name}`}
            onDragStart={(event) => event.dataTransfer.setData(STARTER_MEDIA_TYPE, id)}
            onClick={() => setDown(effectId, id, 0, 0)}
          >
            <LivingThumbnail kit={shelf.kit} effectId={`technique-${id}`} pictures={shelf.pictures} />
            <span>{TECHNIQUES[id].name}</span>
          </button>
        ))}
        {found.length === 0 && (
          <p className="soft">No starter is called that. Try fire, water, magic or impact.</p>
        )}
      </div>
    </Paper>
  )
}

export default StarterShelf
