import Button from '@mui/material/Button'
import Popover from '@mui/material/Popover'
import { Guard } from '../../frame/Guard.tsx'
import { lazy, Suspense, useState } from 'react'
import { cancelMoment } from '../../state/document.ts'

const LeversPanel = lazy(() => import('./LeversPanel.tsx'))

/** Over the Recipe, so that the stage, which shows what a lever does, stays free. */
const BESIDE_THE_STAGE = { left: 6, top: 52 }

/** Levers of the whole effect, loaded when they are asked for. */
export const LeversMenu = () => {
  const [open, setOpen] = useState(false)
  // What was tried and not kept goes with the panel.
  const close = (): void => {
    cancelMoment()
    setOpen(false)
  }
  return (
    <>
      <Button
        variant="outlined"
        title="Longer, bigger, denser, heavier; other colours"
        onClick={() => setOpen(true)}
      >
        Levers
      </Button>
      <Popover
        open={open}
        onClose={close}
        anchorReference="anchorPosition"
        anchorPosition={BESIDE_THE_STAGE}
        slotProps={{ backdrop: { invisible: true }, paper: { role: 'dialog', 'aria-label': 'Levers' } }}
      >
        <Guard what="The levers">
          <Suspense>
            <LeversPanel />
          </Suspense>
        </Guard>
      </Popover>
    </>
  )
}
