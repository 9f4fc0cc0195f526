import Colorize from '@mui/icons-material/Colorize'
import IconButton from '@mui/material/IconButton'
import Popover from '@mui/material/Popover'
import { useState } from 'react'
import { HexColorPicker } from 'react-colorful'
import { readColour, takeColour } from './pipette.ts'
import { TypedField } from './TypedField.tsx'
import './ColourField.css'

const takeFromScreen = async (take: (colour: string) => void): Promise<void> => {
  const colour = await takeColour()
  if (colour) take(colour)
}

interface Props {
  readonly value: string
  readonly onMove: (colour: string) => void
  readonly onDone: () => void
  readonly onCommit: (colour: string) => void
}

/** A colour as a patch that opens a picker, and as `#rrggbb` to type. */
export const ColourField = ({ value, onMove, onDone, onCommit }: Props) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <span className="colour-field">
      <button
        type="button"
        className="colour-patch"
        aria-label="Pick a colour"
        style={{ background: value }}
        onClick={(event) => setAnchor(event.currentTarget)}
      />
      <IconButton
        className="row-split"
        aria-label="Take a colour from the screen"
        title="Take a colour from the stage or a sheet"
        onClick={() => void takeFromScreen(onCommit)}
      >
        <Colorize fontSize="inherit" />
      </IconButton>
      <TypedField
        label="Colour"
        shown={value}
        width={9}
        read={readColour}
        hint="Write a colour as #rrggbb"
        onCommit={onCommit}
      />
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className="colour-popover" onPointerUp={onDone} onKeyUp={onDone}>
          <HexColorPicker color={value} onChange={onMove} />
        </div>
      </Popover>
    </span>
  )
}
