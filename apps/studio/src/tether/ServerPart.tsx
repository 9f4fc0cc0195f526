import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { useTether } from './store.ts'
import { keepToken } from './token.ts'
import { setThroughServer } from './useTethered.ts'

/** Games that are not in this browser come through the server. */
export const ServerPart = () => {
  const server = useTether((s) => s.server)
  return (
    <section className="game-part" aria-label="Through the server">
      <FormControlLabel
        control={<Switch size="small" checked={server !== null} onChange={(_, on) => setThroughServer(on)} />}
        label="Games elsewhere, through the server"
      />
      {server?.state === 'open' && (
        <p>The server is there; games that know its address are linked through it.</p>
      )}
      {server?.fault && (
        <p className="game-fault" role="alert">
          {server.fault}
        </p>
      )}
      {server?.state === 'refused' && (
        <label className="token-field">
          Token{' '}
          <TypedField
            label="Token of the server"
            shown=""
            read={(text) => text.trim() || null}
            hint="The server printed it when it started"
            onCommit={(token) => {
              keepToken(token)
              setThroughServer(true)
            }}
          />
        </label>
      )}
    </section>
  )
}
