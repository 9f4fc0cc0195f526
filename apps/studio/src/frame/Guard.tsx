/** A part that fails says so in its place; the rest of the screen goes on. */
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { useDocument } from '../state/document.ts'
import { exportKit } from './exportKit.ts'

/** Said of a part that could not be fetched: mostly one of an older build than the server has now. */
const isMissing = (error: unknown): boolean =>
  error instanceof Error &&
  /dynamically imported module|Importing a module script failed|preload/i.test(error.message)

const Failed = ({ what, error, resetErrorBoundary }: FallbackProps & { what: string }) => {
  const open = useDocument((s) => s.kit !== null)
  return (
    <div className="failed-part" role="alert" data-testid="failed-part">
      <p>
        <b>{what} stopped.</b>{' '}
        {isMissing(error)
          ? 'A file of this page is missing; there may be a newer Gliv on the server.'
          : error instanceof Error
            ? error.message
            : String(error)}
      </p>
      <p className="soft">
        Nothing of your work is lost. Try it again, or reload the page; if it happens once more, export the
        kit and go on with another part.
      </p>
      <span>
        <Button variant="outlined" onClick={resetErrorBoundary}>
          Try again
        </Button>
        <Button variant="outlined" onClick={() => location.reload()}>
          Reload
        </Button>
        {open && (
          <Button variant="outlined" onClick={() => void exportKit()}>
            Export the kit
          </Button>
        )}
      </span>
    </div>
  )
}

/** `resetKey`: the part is tried again when this changes. */
export const Guard = ({
  what,
  resetKey,
  children,
}: {
  what: string
  resetKey?: string
  children: ReactNode
}) => (
  <ErrorBoundary resetKeys={[resetKey]} fallbackRender={(props) => <Failed what={what} {...props} />}>
    {children}
  </ErrorBoundary>
)

const RELOADED_KEY = 'gliv-reloaded-for'

/**
 * A file that an update took away: the page is loaded anew, once; if that does not help, the part says so.
 */
export const installChunkReload = (): void =>
  addEventListener('vite:preloadError', (event) => {
    const { message } = (event as Event & { payload: Error }).payload
    try {
      if (sessionStorage.getItem(RELOADED_KEY) === message) return
      sessionStorage.setItem(RELOADED_KEY, message)
    } catch {
      return // without storage it could go on for ever
    }
    event.preventDefault()
    location.reload()
  })
