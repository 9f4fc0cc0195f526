/** A colour of the stage, pulled and typed. */
import { ColourField } from '../shared/controls/ColourField.tsx'
import { edit, editMoment, endMoment } from '../state/document.ts'

export const LayerColour = ({
  value,
  set,
}: {
  value: string
  set: (colour: string, how: typeof edit) => void
}) => (
  <ColourField
    value={value}
    onMove={(colour) => set(colour, editMoment)}
    onDone={endMoment}
    onCommit={(colour) => set(colour, edit)}
  />
)
