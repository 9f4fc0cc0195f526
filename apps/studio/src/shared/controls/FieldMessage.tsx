import Popper from '@mui/material/Popper'
import './FieldMessage.css'

interface Props {
  readonly anchor: HTMLElement | null
  readonly children: string
}

/**
 * Why a field does not take what was typed: by the field, above everything, never moving or scrolling what is
 * around it.
 */
export const FieldMessage = ({ anchor, children }: Props) => (
  <Popper open={anchor !== null} anchorEl={anchor} placement="bottom-start" className="field-message-layer">
    <span role="alert" className="field-message">
      {children}
    </span>
  </Popper>
)

/** What a field is about to change, in the same place. */
export const FieldHint = ({ anchor, children }: Props) => (
  <Popper open={anchor !== null} anchorEl={anchor} placement="bottom-start" className="field-message-layer">
    <span role="status" className="field-message hint">
      {children}
    </span>
  </Popper>
)
