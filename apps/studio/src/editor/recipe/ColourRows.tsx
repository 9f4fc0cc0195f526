import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { freeName, type Kit } from '@gliv/document'
import type { PropertyId } from '@gliv/model'
import { useState } from 'react'
import { ColourField } from '../../controls/ColourField.tsx'
import { PropertyRow } from '../../controls/PropertyRow.tsx'
import { edit, editMoment, endMoment } from '../../store/document.ts'
import { makeId } from '../../store/ids.ts'
import { useShown } from '../context.ts'
import { type SentenceTargets, targetOf } from './targets.ts'

const LONGEST_LIST = 64

/** A list of colours: of the picks of a type, or of a palette. `write` changes the list inside a kit. */
const ColourList = ({ label, colours, write }: { label: string; colours: readonly string[]; write: (kit: Kit, next: string[]) => void }) => {
  const put = (next: string[], how: typeof edit = edit): void => how(label, (kit) => write(kit, next))
  const set = (index: number, colour: string, how?: typeof edit): void => put(colours.map((c, i) => (i === index ? colour : c)), how)
  return (
    <div className="colour-list" aria-label={label}>
      {colours.map((colour, i) => (
        <span key={i} className="colour-item">
          <ColourField value={colour} onMove={(next) => set(i, next, editMoment)} onDone={endMoment} onCommit={(next) => set(i, next)} />
          <IconButton aria-label={`Remove colour ${i + 1}`} disabled={colours.length === 1} onClick={() => put(colours.filter((_, k) => k !== i))}>
            <Close fontSize="inherit" />
          </IconButton>
        </span>
      ))}
      <Button startIcon={<Add />} disabled={colours.length >= LONGEST_LIST} onClick={() => put([...colours, colours.at(-1) ?? '#ffffff'])}>
        Add a colour
      </Button>
    </div>
  )
}

/** The list that each particle picks from, and the palette that the tint is locked to. */
export const PickRows = ({ targets }: { targets: SentenceTargets }) => {
  const picks = useShown<readonly string[] | null>((kit) => (kit.types[targets.type]?.tintPick === 'list' ? kit.types[targets.type]!.pickColours : null), null)
  const palette = useShown((kit) => kit.palettes[kit.types[targets.type]?.palette ?? ''] ?? null, null)
  const fromRamp = (): void =>
    edit('New palette from the ramp', (kit) => {
      const type = kit.types[targets.type]!
      const id = makeId('palette')
      const colours = [...new Set(type.ramps.tint.points.map((p) => p.colour))]
      kit.palettes[id] = { id, name: freeName(type.name, Object.values(kit.palettes).map((p) => p.name)), colours }
      kit.paletteOrder.push(id)
      type.palette = id
    })
  return (
    <>
      {picks && <ColourList label="Colours to pick from" colours={picks} write={(kit, next) => void (kit.types[targets.type]!.pickColours = next)} />}
      {palette ? (
        <>
          <p className="group-hint">Palette “{palette.name}”, shared by the whole kit</p>
          <ColourList label={`Palette ${palette.name}`} colours={palette.colours} write={(kit, next) => void (kit.palettes[palette.id]!.colours = next)} />
        </>
      ) : (
        <Button startIcon={<Add />} title="Makes a palette of the ramp’s colours and locks the tint to it" onClick={fromRamp}>
          New palette from the ramp
        </Button>
      )}
    </>
  )
}

const SPREADS: readonly PropertyId[] = ['hueSpread', 'saturationSpread', 'valueSpread', 'redSpread', 'greenSpread', 'blueSpread', 'hueTurn']

/** How colours differ from particle to particle; folded away while nothing does. */
export const ColourRows = ({ targets }: { targets: SentenceTargets }) => {
  const used = useShown((kit) => SPREADS.some((id) => (kit.types[targets.type]?.numbers as Record<string, unknown> | undefined)?.[id] !== 0), false)
  const [opened, setOpened] = useState(false)
  const open = opened || used
  return (
    <>
      <button type="button" className={open ? 'fold open' : 'fold'} aria-expanded={open} onClick={() => setOpened(!open)}>
        <ExpandMore className="chevron" fontSize="inherit" />
        Differences and hue
      </button>
      {open && SPREADS.map((id) => <PropertyRow key={id} target={targetOf(targets, id)} id={id} />)}
    </>
  )
}
