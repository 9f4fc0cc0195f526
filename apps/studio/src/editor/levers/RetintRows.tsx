/**
 * Other colours for the whole effect: each one by itself, or all onto a palette of the kit; seen on the stage
 * before it is kept.
 */
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { coloursOfEffects, ontoPalette, retint } from '@gliv/document'
import { useState } from 'react'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { cancelMoment, edit, editMoment, endMoment, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useNamed } from '../../document/useNamed.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import './RetintRows.css'

const SEPARATOR = ' '

type Paint = (map: Readonly<Record<string, string>>, how: typeof edit) => void

const coloursOf = (palette: string): readonly string[] =>
  useDocument.getState().kit?.palettes[palette]?.colours ?? []

/** A palette is tried on the stage first, then kept or not. */
const PaletteChoice = ({
  colours,
  palettes,
  paint,
}: {
  colours: readonly string[]
  palettes: readonly { readonly id: string; readonly name: string }[]
  paint: Paint
}) => {
  const [tried, setTried] = useState<string | null>(null)
  const end = (how: () => void): void => {
    how()
    setTried(null)
  }
  return (
    <div className="fit-row">
      <span>All onto</span>
      <Select
        size="small"
        variant="standard"
        disableUnderline
        displayEmpty
        value={tried ?? ''}
        inputProps={{ 'aria-label': 'Palette to retint with' }}
        onChange={(event) => {
          setTried(event.target.value)
          paint(ontoPalette(colours, coloursOf(event.target.value)), editMoment)
        }}
      >
        <MenuItem value="" disabled dense>
          a palette of the kit…
        </MenuItem>
        {palettes.map((palette) => (
          <MenuItem key={palette.id} value={palette.id} dense>
            {palette.name}
          </MenuItem>
        ))}
      </Select>
      {tried !== null && (
        <>
          <Button onClick={() => end(cancelMoment)}>Back</Button>
          <Button variant="outlined" onClick={() => end(endMoment)}>
            Keep
          </Button>
        </>
      )}
    </div>
  )
}

export const RetintRows = () => {
  const effectId = useEffectId()
  // Those of the document itself, not of the preview.
  const colours = useDocument((s) => (s.kit ? coloursOfEffects(s.kit, [effectId]).join(SEPARATOR) : ''))
    .split(SEPARATOR)
    .filter(Boolean)
  const palettes = useNamed((kit) => kit.paletteOrder.map((id) => kit.palettes[id]!))
  const paint: Paint = (map, how) => how('Other colours', (kit) => retint(kit, [effectId], map, makeId))
  if (colours.length === 0) return null
  return (
    <div className="retint">
      <h2>Colours, from light to dark</h2>
      <div className="retint-colours">
        {colours.map((colour) => (
          <ColourField
            key={colour}
            value={colour}
            onMove={(next) => paint({ [colour]: next }, editMoment)}
            onDone={endMoment}
            onCommit={(next) => paint({ [colour]: next }, edit)}
          />
        ))}
      </div>
      {palettes.length > 0 && <PaletteChoice colours={colours} palettes={palettes} paint={paint} />}
    </div>
  )
}
