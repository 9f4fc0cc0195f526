/** The effect itself as a page of the column: how it plays, its times, parts, strength, and where it is judged. */
import Close from '@mui/icons-material/Close'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { type ReactNode, useEffect, useRef } from 'react'
import type { PropertyId } from '@gliv/model'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { setColumn } from '../../state/column.ts'
import { NoteField } from '../../document/NoteField.tsx'
import { edit } from '../../state/document.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { useEffectId, useShown } from '../playback/shownEffect.ts'
import { RARE_EFFECT_NUMBERS, SUSTAIN_NUMBERS } from '../timeline/numbers.ts'
import { PlayControls } from '../timeline/PlayControls.tsx'
import { KnobRows } from './KnobRows.tsx'
import { CueLines } from './CueLines.tsx'
import { InstanceRows } from './InstanceRows.tsx'
import { PartRows } from './PartRows.tsx'
import { NamedRows } from './NamedRows.tsx'
import { PlacedRows } from './PlacedRows.tsx'
import { ReferenceRows } from './ReferenceRows.tsx'
import { ScreenRows } from './ScreenRows.tsx'
import { SoundRows } from './SoundRows.tsx'
import { StageRows } from './StageRows.tsx'
import { StrengthRows } from './StrengthRows.tsx'
import { VariantRows } from './VariantRows.tsx'
import { ViewRows } from './ViewRows.tsx'
import './EffectPage.css'

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="page-section" aria-label={title}>
    <h2>{title}</h2>
    {children}
  </section>
)

/** Times of the effect, those that are seldom touched, too. */
const Times = () => {
  const effectId = useEffectId()
  const sustains = useShown((_, effect) => effect.play === 'sustain', false)
  const canTurn = useShown((_, effect) => effect.play === 'once' || effect.play === 'period', false)
  const backwards = useShown((_, effect) => effect.backwards, false)
  const rows: readonly PropertyId[] = [...(sustains ? SUSTAIN_NUMBERS : []), ...RARE_EFFECT_NUMBERS]
  return (
    <>
      <PlayControls />
      {rows.map((id) => (
        <PropertyRow key={id} target={{ owner: 'effect', effect: effectId }} id={id} />
      ))}
      {canTurn && (
        <label className="check-row" title="From the last tick to the first: what flew apart comes together">
          <Checkbox
            size="small"
            checked={backwards}
            onChange={(event) =>
              edit(
                event.target.checked ? 'Play backwards' : 'Play forwards',
                (kit) => void (kit.effects[effectId]!.backwards = event.target.checked),
              )
            }
          />{' '}
          plays backwards
        </label>
      )}
    </>
  )
}

const close = (): void => {
  setColumn('recipe')
  focusWorkplace()
}

export const EffectPage = () => {
  const effectId = useEffectId()
  const place = useRef<HTMLElement>(null)
  const name = useShown((_, effect) => effect.name, '')
  useEscape(true, place, close)
  useEffect(() => place.current?.focus(), [])
  return (
    <aside ref={place} className="recipe effect-page" aria-label="The effect" tabIndex={-1}>
      <header className="levers-head">
        <span>
          <small>Effect</small>
          <b title={name}>{name}</b>
        </span>
        <IconButton aria-label="Close the effect’s page" onClick={close}>
          <Close fontSize="small" />
        </IconButton>
      </header>
      <NoteField label="Note on the effect" placeholder="A note" read={(kit) => kit.effects[effectId]} />
      <Part title="Plays">
        <Times />
      </Part>
      <Part title="Variants">
        <VariantRows />
      </Part>
      <Part title="Parts">
        <PartRows />
      </Part>
      <Part title="Sounds">
        <SoundRows />
      </Part>
      <Part title="Screen">
        <ScreenRows />
      </Part>
      <Part title="Told to the game">
        <NamedRows />
      </Part>
      <Part title="Reference clip">
        <ReferenceRows />
      </Part>
      <Part title="Knobs">
        <KnobRows />
      </Part>
      <Part title="Strength">
        <StrengthRows />
      </Part>
      <Part title="Cues">
        <CueLines />
      </Part>
      <Part title="Placed, to look at">
        <PlacedRows />
        <InstanceRows />
        <StageRows />
      </Part>
      <Part title="Views">
        <ViewRows />
      </Part>
    </aside>
  )
}
