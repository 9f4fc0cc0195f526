/**
 * What stands until it is mended: work that is not kept, and what could not be read. Where the eye is, on top
 * of every screen.
 */
import Button from '@mui/material/Button'
import { useState } from 'react'
import { Link, useLocation } from 'react-router'
import { keepAgain, useDocument } from '../state/document.ts'
import { tryAgain, useSaving } from '../state/saving.ts'
import { isNearlyFull, useStorageUse } from '../state/storageUse.ts'
import { openStorageDialog } from '../state/storageDialog.ts'
import { bytesText } from '../shared/bytesText.ts'
import { useStorage } from '../state/storage.ts'
import { exportKit } from '../frame/exportKit.ts'
import './StandingNotes.css'

const ExportButton = () => {
  const open = useDocument((s) => s.kit !== null)
  return open ? <Button onClick={() => void exportKit()}>Export what is here</Button> : null
}

/** A reason as a sentence of its own. */
const sentence = (reason: string): string => `${reason.charAt(0).toUpperCase()}${reason.slice(1)}.`

const NotSaved = () => {
  const problem = useSaving((s) => s.problem)
  if (problem === null) return null
  const gone = /no longer in this browser's storage/.test(problem)
  return (
    <div className="standing-note" role="alert" data-testid="not-saved">
      <p>
        <b>Not saved.</b> {sentence(problem)} Your work is only in this page:{' '}
        {gone ? 'put the kit back, or export it' : 'it is tried again by itself; export it to be safe'}.
      </p>
      {gone ? (
        <Button onClick={() => void keepAgain()}>Put it back</Button>
      ) : (
        <Button onClick={tryAgain}>Try now</Button>
      )}
      <ExportButton />
    </div>
  )
}

const InMemory = () => {
  const inMemory = useStorage((s) => s.inMemory)
  if (inMemory === null) return null
  return (
    <div className="standing-note" role="alert" data-testid="in-memory">
      <p>
        <b>Nothing outlasts this page.</b> {sentence(inMemory)} You can work as always, but export what you
        want to keep; what was stored before is untouched.
      </p>
      <ExportButton />
    </div>
  )
}

const SetAside = () => {
  const aside = useDocument((s) => s.aside.length)
  const kitId = useDocument((s) => s.kit?.id)
  const { pathname } = useLocation()
  if (aside === 0 || kitId === undefined || pathname.endsWith('/recovery')) return null
  return (
    <div className="standing-note" role="alert" data-testid="set-aside">
      <p>
        <b>{aside === 1 ? 'One thing' : `${aside} things`} of this kit could not be read</b> and{' '}
        {aside === 1 ? 'was' : 'were'} set aside; everything else is here.
      </p>
      <Button component={Link} to={`/kit/${encodeURIComponent(kitId)}/recovery`}>
        See and repair
      </Button>
    </div>
  )
}

/** Said until there is room again, or until it is put away for this page. */
const NearlyFull = () => {
  const full = useStorageUse(isNearlyFull)
  const estimate = useStorageUse((s) => s.estimate)
  const [away, setAway] = useState(false)
  if (!full || !estimate || away) return null
  return (
    <div className="standing-note" role="alert" data-testid="nearly-full">
      <p>
        <b>The room of this browser is nearly full.</b> {bytesText(estimate.used)} of{' '}
        {bytesText(estimate.quota)} are taken; what no longer fits is not saved. Give up what you do not need,
        or save kits as files.
      </p>
      <Button onClick={() => openStorageDialog(true)}>See what takes it</Button>
      <ExportButton />
      <Button onClick={() => setAway(true)}>Not now</Button>
    </div>
  )
}

export const StandingNotes = () => (
  <>
    <NearlyFull />
    <InMemory />
    <NotSaved />
    <SetAside />
  </>
)
