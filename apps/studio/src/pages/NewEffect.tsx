/** A new effect begins with a choice. */
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { BeginningCards } from '../starters/BeginningCards.tsx'
import type { BeginningId } from '../starters/choices.ts'
import type { OwnStarter } from '../state/ownStarters.ts'

interface Props {
  readonly onChoose: (id: BeginningId) => void
  readonly onOwn: (starter: OwnStarter) => void
  readonly onClose: () => void
}

export const NewEffect = ({ onChoose, onOwn, onClose }: Props) => (
  <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="new-effect-title">
    <DialogTitle id="new-effect-title">What does it begin with?</DialogTitle>
    <DialogContent>
      <BeginningCards onChoose={onChoose} onOwn={onOwn} />
    </DialogContent>
  </Dialog>
)

export default NewEffect
