import Popper from '@mui/material/Popper'
import './FieldMessage.css'

/**
 * Why a field does not take what was typed: by the field, above everything, never moving or scrolling what is
 * around it.
 */
export const FieldMessage = ({ anchor, children }: { anchor: HTMLElement | null; children: string }) => (
  <Popper open={anchor !== null} anchorEl={anchor} placement="bottom-start" className="field-message-layer">
    <span role="alert" className="field-message">
      {children}
    </span>
  </Popper>
)
