import type { Part } from '@gliv/document'
import { newPart } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { useEffectId, useShown } from '../playback/shownEffect.ts'
import { type InnerEffect, useInnerEffects } from '../timeline/innerEffects.ts'
import { PART_NUMBERS } from '../timeline/numbers.ts'
import './PartRows.css'

const readWeight = (text: string): number | null => {
  const value = Number(text.replace(',', '.'))
  return text.trim() !== '' && value > 0 && value <= 1e6 ? value : null
}

type ChangePart = (label: string, recipe: (part: Part) => void) => void

const removePart = (effectId: string, id: string): void =>
  edit('Remove a part', (kit) => {
    const effect = kit.effects[effectId]!
    effect.parts = effect.parts.filter((p) => p.id !== id)
  })

const PartTools = ({
  muted,
  change,
  onRemove,
}: {
  muted: boolean
  change: ChangePart
  onRemove: () => void
}) => (
  <span className="force-tools">
    <IconButton
      aria-label={muted ? 'Show this part' : 'Mute this part'}
      aria-pressed={muted}
      onClick={() => change('Mute or unmute a part', (p) => void (p.muted = !p.muted))}
    >
      {muted ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
    </IconButton>
    <IconButton aria-label="Remove this part" onClick={onRemove}>
      <Close fontSize="inherit" />
    </IconButton>
  </span>
)

/** One of the effects that a part may play. */
const PartChoice = ({
  part,
  index,
  choices,
  change,
}: {
  part: Part
  index: number
  choices: readonly InnerEffect[]
  change: ChangePart
}) => {
  const choice = part.effects[index]!
  return (
    <div className="part-choice">
      <Select
        size="small"
        variant="standard"
        value={choice.effect}
        inputProps={{ 'aria-label': `Effect ${index + 1} of the part` }}
        onChange={(event) =>
          change('Another effect in a part', (p) => void (p.effects[index]!.effect = event.target.value))
        }
      >
        {choices.map(({ id: value, name }) => (
          <MenuItem key={value} value={value} dense>
            {name}
          </MenuItem>
        ))}
      </Select>
      {part.effects.length > 1 && (
        <>
          <label>
            weight{' '}
            <TypedField
              label={`Weight of effect ${index + 1}`}
              shown={String(choice.weight)}
              read={readWeight}
              hint="Type a number over 0"
              onCommit={(weight) =>
                change('Weight of a part', (p) => void (p.effects[index]!.weight = weight))
              }
            />
          </label>
          <IconButton
            aria-label={`Remove effect ${index + 1}`}
            onClick={() => change('Remove an effect of a part', (p) => void p.effects.splice(index, 1))}
          >
            <Close fontSize="inherit" />
          </IconButton>
        </>
      )}
    </div>
  )
}

const PartSection = ({ id, choices }: { id: string; choices: readonly InnerEffect[] }) => {
  const effectId = useEffectId()
  const part = useShown<Part | null>((_, effect) => effect.parts.find((p) => p.id === id) ?? null, null)
  const stopped = useShown(
    (kit, effect) =>
      effect.parts
        .find((p) => p.id === id)
        ?.effects.some((choice) => kit.effects[choice.effect]?.play !== 'once') ?? false,
    false,
  )
  if (!part) return null
  const change: ChangePart = (label, recipe) =>
    edit(label, (kit) => {
      const found = kit.effects[effectId]!.parts.find((p) => p.id === id)
      if (found) recipe(found)
    })
  return (
    <section className="force" data-part={id}>
      <header>
        <span>{part.effects.length > 1 ? 'One of' : 'Part'}</span>
        <PartTools muted={part.muted} change={change} onRemove={() => removePart(effectId, id)} />
      </header>
      {part.effects.map((_, i) => (
        <PartChoice key={i} part={part} index={i} choices={choices} change={change} />
      ))}
      <Button
        size="small"
        startIcon={<Add />}
        title="Each time one of them is drawn by its weight"
        onClick={() =>
          change('Add an effect to a part', (p) => void p.effects.push({ effect: choices[0]!.id, weight: 1 }))
        }
      >
        or another
      </Button>
      {PART_NUMBERS.filter((number) => number !== 'partLength' || stopped).map((number) => (
        <PropertyRow key={number} target={{ owner: 'part', effect: effectId, part: id }} id={number} />
      ))}
      <label className="check-row">
        <Checkbox
          size="small"
          checked={part.mirror}
          onChange={(event) => change('Mirror a part', (p) => void (p.mirror = event.target.checked))}
        />{' '}
        mirrored
      </label>
      <label className="check-row" title="From the end of what is shown to its beginning">
        <Checkbox
          size="small"
          checked={part.reversed}
          onChange={(event) => change('Turn a part round', (p) => void (p.reversed = event.target.checked))}
        />{' '}
        reversed
      </label>
    </section>
  )
}

/** Other effects on this one's timeline. */
export const PartRows = () => {
  const effectId = useEffectId()
  const ids = useShown((_, effect) => effect.parts.map((p) => p.id).join(' '), '')
  const choices = useInnerEffects()
  return (
    <div className="force-rows part-rows">
      {ids
        .split(' ')
        .filter(Boolean)
        .map((id) => (
          <PartSection key={id} id={id} choices={choices} />
        ))}
      {choices.length > 0 ? (
        <Button
          startIcon={<Add />}
          title="Places another effect of the kit inside this one"
          onClick={() =>
            edit(
              'Add a part',
              (kit) => void kit.effects[effectId]!.parts.push(newPart(makeId('part'), choices[0]!.id)),
            )
          }
        >
          Add a part
        </Button>
      ) : (
        <p className="group-hint">Another effect of the kit can be a part of this one; there is none yet.</p>
      )}
    </div>
  )
}
