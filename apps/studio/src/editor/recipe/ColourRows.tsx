import { freeName } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { ColourList } from '../../document/ColourList.tsx'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { useShown } from '../playback/shownEffect.ts'
import { addressOf, type EmitterPath } from './emitterPath.ts'
import { COLOUR_SPREADS } from './numbers.ts'

/** The list that each particle picks from, and the palette that the tint is locked to. */
export const PickRows = ({ path }: { path: EmitterPath }) => {
  const picks = useShown<readonly string[] | null>(
    (kit) => (kit.types[path.type]?.tintPick === 'list' ? kit.types[path.type]!.pickColours : null),
    null,
  )
  const palette = useShown((kit) => kit.palettes[kit.types[path.type]?.palette ?? ''] ?? null, null)
  const fromRamp = (): void =>
    edit('New palette from the ramp', (kit) => {
      const type = kit.types[path.type]!
      const id = makeId('palette')
      const colours = [...new Set(type.ramps.tint.points.map((p) => p.colour))]
      kit.palettes[id] = {
        id,
        name: freeName(
          type.name,
          Object.values(kit.palettes).map((p) => p.name),
        ),
        colours,
      }
      kit.paletteOrder.push(id)
      type.palette = id
    })
  return (
    <>
      {picks && (
        <ColourList
          label="Colours to pick from"
          colours={picks}
          write={(kit, next) => void (kit.types[path.type]!.pickColours = next)}
        />
      )}
      {palette ? (
        <>
          <p className="group-hint">Palette “{palette.name}”, shared by the whole kit</p>
          <ColourList
            label={`Palette ${palette.name}`}
            colours={palette.colours}
            write={(kit, next) => void (kit.palettes[palette.id]!.colours = next)}
          />
        </>
      ) : (
        <Button
          startIcon={<Add />}
          title="Makes a palette of the ramp’s colours and locks the tint to it"
          onClick={fromRamp}
        >
          New palette from the ramp
        </Button>
      )}
    </>
  )
}

/** How colours differ from particle to particle; folded away while nothing does. */
export const ColourRows = ({ path }: { path: EmitterPath }) => {
  const used = useShown(
    (kit) =>
      COLOUR_SPREADS.some(
        (id) => (kit.types[path.type]?.numbers as Record<string, unknown> | undefined)?.[id] !== 0,
      ),
    false,
  )
  const [opened, setOpened] = useState(false)
  const open = opened || used
  return (
    <>
      <button
        type="button"
        className={open ? 'fold open' : 'fold'}
        aria-expanded={open}
        onClick={() => setOpened(!open)}
      >
        <ExpandMore className="chevron" fontSize="inherit" />
        Colour spreads and hue
      </button>
      {open && COLOUR_SPREADS.map((id) => <PropertyRow key={id} target={addressOf(path, id)} id={id} />)}
    </>
  )
}
