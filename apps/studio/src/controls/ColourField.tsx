import Popover from '@mui/material/Popover'
import { useState } from 'react'
import { HexColorPicker } from 'react-colorful'

interface Props {
  readonly value: string
  readonly onMove: (colour: string) => void
  readonly onDone: () => void
  readonly onCommit: (colour: string) => void
}

/** A colour as a patch that opens a picker, and as `#rrggbb` to type. */
export const ColourField = ({ value, onMove, onDone, onCommit }: Props) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [text, setText] = useState<string | null>(null)
  const wrong = text !== null && !/^#?[0-9a-f]{6}$/i.test(text.trim())
  const finish = (): void => {
    if (text !== null && !wrong) onCommit(`#${text.trim().replace('#', '').toLowerCase()}`)
    setText(null)
  }
  return (
    <span className="colour-field">
      <button type="button" className="colour-patch" aria-label="Pick a colour" style={{ background: value }} onClick={(event) => setAnchor(event.currentTarget)} />
      <input
        className="number-input"
        aria-label="Colour"
        aria-invalid={wrong}
        title={wrong ? 'Write a colour as #rrggbb' : undefined}
        value={text ?? value}
        style={{ width: '9ch' }}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation()
          if (event.key === 'Enter') event.currentTarget.blur()
          if (event.key === 'Escape') setText(null)
        }}
        onBlur={finish}
      />
      <Popover open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} anchorOrigin={{ vertical: 'top', horizontal: 'left' }} transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
        <div className="colour-popover" onPointerUp={onDone} onKeyUp={onDone}>
          <HexColorPicker color={value} onChange={onMove} />
        </div>
      </Popover>
    </span>
  )
}
