import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { lazy, Suspense, useEffect, useRef } from 'react'
import { Guard } from '../../frame/Guard.tsx'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { setColumn, useColumn } from '../../state/column.ts'
import { cancelMoment } from '../../state/document.ts'
import './LeversPage.css'

const LeversPanel = lazy(() => import('./LeversPanel.tsx'))

/** What was tried and not kept goes with the page. */
const close = (): void => {
  cancelMoment()
  setColumn('recipe')
  focusWorkplace()
}

/** Levers of the whole effect, as a page of the column: the stage shows what they do. */
export const LeversPage = () => {
  const place = useRef<HTMLElement>(null)
  useEscape(true, place, close)
  useEffect(() => place.current?.focus(), [])
  // What was tried and not kept goes with the page.
  useEffect(() => cancelMoment, [])
  return (
    <aside ref={place} className="recipe levers-page" aria-label="Levers" tabIndex={-1}>
      <header className="levers-head">
        <b>Levers</b>
        <IconButton aria-label="Close the levers" onClick={close}>
          <Close fontSize="small" />
        </IconButton>
      </header>
      <Guard what="The levers">
        <Suspense>
          <LeversPanel />
        </Suspense>
      </Guard>
    </aside>
  )
}

/** Opens and closes the page. */
export const LeversButton = () => {
  const open = useColumn((s) => s.page === 'levers')
  return (
    <Button
      variant="outlined"
      aria-pressed={open}
      title="Longer, bigger, denser, heavier; other colours"
      onClick={() => (open ? close() : setColumn('levers'))}
    >
      Levers
    </Button>
  )
}
