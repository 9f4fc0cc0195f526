/**
 * A searchable shelf of techniques, each alive; one is dropped on the stage, or set down at the origin by a
 * press.
 */
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import Paper from '@mui/material/Paper'
import {
  addTechnique,
  findTechniques,
  type Kit,
  type KitFile,
  TECHNIQUES,
  type TechniqueId,
} from '@gliv/document'
import { defaultsOf } from '@gliv/model'
import { useMemo, useRef, useState } from 'react'
import { Thumbnail } from '../../preview/Thumbnail.tsx'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { select } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import { STARTER_MEDIA_TYPE, useStarterShelf } from '../../state/starterShelf.ts'
import { ensureSprites, keepSprites, shelfKit } from './sprites.ts'
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

/** One effect a technique, so that each has a picture of its own. */
const makeShelf = (): KitFile => {
  const file = shelfKit()
  const kit = file.kit as Kit
  const { sheet, frames } = ensureSprites(kit, '')
  let n = 0
  for (const id of Object.keys(TECHNIQUES) as TechniqueId[]) {
    kit.effects[id] = {
      id,
      name: TECHNIQUES[id].name,
      seed: 41,
      play: 'once',
      backwards: false,
      source: null,
      numbers: { ...defaultsOf('effect') },
      lanes: {},
      emitters: {},
      emitterOrder: [],
      parts: [],
    }
    kit.effectOrder.push(id)
    addTechnique(kit, id, id, { x: 0, y: 0 }, sheet, frames, (prefix) => `${prefix}-${++n}`)
  }
  return file
}

const closeStarters = (): void => {
  useStarterShelf.setState({ open: false })
  focusWorkplace()
}

export const StarterShelf = () => {
  const effectId = useEffectId()
  const [typed, setTyped] = useState('')
  const shelf = useMemo(makeShelf, [])
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
            <Thumbnail kit={shelf.kit} effectId={id} pictures={shelf.pictures} />
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
