import { parseColour } from '@gliv/base'
import { freeName, type ParticleType } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { ColourList } from '../../document/ColourList.tsx'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { useShown } from '../playback/shownEffect.ts'
import { AnyRow } from './AnyRow.tsx'
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

/** Whether a colour has no hue. */
const isGrey = (colour: string): boolean => {
  const [r, g, b] = parseColour(colour)
  return r === g && g === b
}

/** Whether hue and saturation turn nothing: they act on a tint that has no hue anywhere. */
const spreadsNothing = ({ spreadOn, tintPick, ramps, pickColours, numbers }: ParticleType): boolean =>
  spreadOn === 'tint' &&
  (numbers.hueSpread !== 0 || numbers.saturationSpread !== 0 || numbers.hueTurn !== 0) &&
  [
    ...ramps.tint.points.map(({ colour }) => colour),
    ...(tintPick === 'ramps' ? ramps.tintB.points.map(({ colour }) => colour) : []),
    ...(tintPick === 'list' ? pickColours : []),
  ].every(isGrey)

/** A number that can change nothing says so, and what would. */
const DeadSpreads = ({ path }: { path: EmitterPath }) => {
  const dead = useShown((kit) => {
    const type = kit.types[path.type]
    return type ? spreadsNothing(type) : false
  }, false)
  return dead ? (
    <p className="group-hint" role="note">
      The tint has no hue that could turn.{' '}
      <button
        type="button"
        className="word-choice"
        onClick={() =>
          edit('Turn the picture’s pixels', (kit) => void (kit.types[path.type]!.spreadOn = 'pixels'))
        }
      >
        Turn the picture’s pixels instead
      </button>
    </p>
  ) : null
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
      {open && <AnyRow row="@spreadOn" path={path} />}
      {open && <DeadSpreads path={path} />}
      {open && COLOUR_SPREADS.map((id) => <PropertyRow key={id} target={addressOf(path, id)} id={id} />)}
    </>
  )
}
