import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import type { Kit } from '@gliv/document'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { pasteColour, writeClipboard } from './clipboard.ts'
import { ColourField } from '../shared/controls/ColourField.tsx'
import { edit, editMoment, endMoment } from '../state/document.ts'
import './ColourList.css'

const LONGEST_LIST = 64

/**
 * A list of colours: of the picks or the marks of a type, or of a palette. `write` changes the list inside a
 * kit.
 */
export const ColourList = ({
  label,
  colours,
  write,
}: {
  label: string
  colours: readonly string[]
  write: (kit: Kit, next: string[]) => void
}) => {
  const put = (next: string[], how: typeof edit = edit): void => how(label, (kit) => write(kit, next))
  const set = (index: number, colour: string, how?: typeof edit): void =>
    put(
      colours.map((c, i) => (i === index ? colour : c)),
      how,
    )
  return (
    <div className="colour-list" aria-label={label}>
      {colours.map((colour, i) => (
        <span
          key={i}
          className="colour-item"
          onContextMenu={(event) =>
            openMenu(event, 'swatch', {
              copyColour: () => void writeClipboard(colour, `Copied ${colour}`),
              pasteColour: () => void pasteColour((next) => set(i, next)),
              copies: colours.length < LONGEST_LIST ? () => put(colours.toSpliced(i, 0, colour)) : null,
              takeOut: colours.length > 1 ? () => put(colours.filter((_, k) => k !== i)) : null,
            })
          }
        >
          <ColourField
            value={colour}
            onMove={(next) => set(i, next, editMoment)}
            onDone={endMoment}
            onCommit={(next) => set(i, next)}
          />
          <IconButton
            aria-label={`Remove colour ${i + 1}`}
            disabled={colours.length === 1}
            onClick={() => put(colours.filter((_, k) => k !== i))}
          >
            <Close fontSize="inherit" />
          </IconButton>
        </span>
      ))}
      <Button
        startIcon={<Add />}
        disabled={colours.length >= LONGEST_LIST}
        onClick={() => put([...colours, colours.at(-1) ?? '#ffffff'])}
      >
        Add a colour
      </Button>
    </div>
  )
}
