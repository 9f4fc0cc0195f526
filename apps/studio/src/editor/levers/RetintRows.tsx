/**
 * Other colours for the whole effect: each one by itself, or all onto a palette of the kit; seen on the stage
 * before it is kept.
 */
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { coloursOfEffect, ontoPalette, retint } from '@gliv/document'
import { useState } from 'react'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { cancelMoment, edit, editMoment, endMoment, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useNamed } from '../../document/useNamed.ts'
import { useEffectId } from '../playback/shownEffect.ts'

const SEPARATOR = ' '

export const RetintRows = () => {
  const effectId = useEffectId()
  // Those of the document itself, not of the preview.
  const colours = useDocument((s) => (s.kit ? coloursOfEffect(s.kit, effectId).join(SEPARATOR) : ''))
    .split(SEPARATOR)
    .filter(Boolean)
  const palettes = useNamed((kit) => kit.paletteOrder.map((id) => kit.palettes[id]!))
  const [tried, setTried] = useState<string | null>(null)
  const colourOf = (id: string): readonly string[] => useDocument.getState().kit?.palettes[id]?.colours ?? []
  const paint = (map: Readonly<Record<string, string>>, how: typeof edit): void =>
    how('Other colours', (kit) => retint(kit, effectId, map, makeId))
  if (colours.length === 0) return null
  return (
    <div className="retint">
      <h3>Colours, from light to dark</h3>
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
      {palettes.length > 0 && (
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
              paint(ontoPalette(colours, colourOf(event.target.value)), editMoment)
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
              <Button
                onClick={() => {
                  cancelMoment()
                  setTried(null)
                }}
              >
                Back
              </Button>
              <Button
                variant="outlined"
                onClick={() => {
                  endMoment()
                  setTried(null)
                }}
              >
                Keep
              </Button>
            </>
          )}
        </div>
      )}
    </div>
  )
}
