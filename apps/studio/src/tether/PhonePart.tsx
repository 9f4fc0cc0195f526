import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { QRCodeSVG } from 'qrcode.react'
import { useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { useDocument } from '../state/document.ts'
import { useTether } from './store.ts'
import { readToken } from './token.ts'
import { setThroughServer } from './useTethered.ts'

interface Where {
  readonly addresses: readonly string[]
  readonly fault: string | null
}

/** Under which addresses a phone finds the server. */
const useWhere = (): Where | null => {
  const [where, setWhere] = useState<Where | null>(null)
  useEffect(() => {
    const end = new AbortController()
    const ask = async (): Promise<Where> => {
      const token = readToken()
      const answer = await fetch('/tether/where', {
        headers: token === null ? {} : { authorization: `Bearer ${token}` },
        signal: end.signal,
      })
      if (answer.ok) return { addresses: ((await answer.json()) as Where).addresses, fault: null }
      const { error } = (await answer.json().catch(() => ({}))) as { error?: string }
      return { addresses: [], fault: error ?? 'this page was not served by a Gliv server' }
    }
    ask().then(setWhere, () => {
      if (!end.signal.aborted) setWhere({ addresses: [], fault: 'the server does not answer' })
    })
    return () => end.abort()
  }, [])
  return where
}

/** The game's address for a phone: linked, with the token behind the hash, where it is sent nowhere. */
const addressFor = (base: string, effect: string | null): string => {
  const hash = new URLSearchParams({ tether: readToken() ?? '' })
  if (effect !== null) hash.set('effect', effect)
  return `${base}/ferry/#${hash.toString()}`
}

const Code = ({ addresses, effect }: { addresses: readonly string[]; effect: string | null }) => {
  const [base, setBase] = useState(addresses[0]!)
  const address = addressFor(base, effect)
  return (
    <>
      {addresses.length > 1 && (
        <ToggleButtonGroup
          size="small"
          exclusive
          value={base}
          aria-label="Address of this machine"
          onChange={(_, next: string | null) => next !== null && setBase(next)}
        >
          {addresses.map((one) => (
            <ToggleButton key={one} value={one}>
              {new URL(one).host}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <figure className="phone-code">
        <QRCodeSVG value={address} size={196} marginSize={3} title="Address of the game for a phone" />
        <figcaption>
          <a href={address} target="_blank" rel="noreferrer">
            {address.replace(/tether=[^&]+/, 'tether=…')}
          </a>
        </figcaption>
      </figure>
    </>
  )
}

/** A code for a phone's camera: it plays the game or the open effect there, linked. */
export const PhonePart = () => {
  const where = useWhere()
  const { effectId } = useParams()
  const name = useDocument((s) => (effectId === undefined ? undefined : s.kit?.effects[effectId]?.name))
  const [what, setWhat] = useState<'game' | 'effect'>('game')
  const on = useTether((s) => s.server !== null)
  useEffect(() => {
    if (!on) setThroughServer(true)
  }, [on])
  if (!where) return null
  if (where.addresses.length === 0)
    return (
      <section className="game-part" aria-label="A phone">
        {where.fault === null ? (
          <p>
            This server is there for this machine alone. Start it with{' '}
            <code>npm start -- --host 0.0.0.0</code> and open the address that it prints; a phone in the same
            network then finds it.
          </p>
        ) : (
          <p className="game-fault">{where.fault}</p>
        )}
      </section>
    )
  return (
    <section className="game-part" aria-label="A phone">
      {name !== undefined && (
        <ToggleButtonGroup
          size="small"
          exclusive
          value={what}
          aria-label="What the phone plays"
          onChange={(_, next: 'game' | 'effect' | null) => next !== null && setWhat(next)}
        >
          <ToggleButton value="game">the game</ToggleButton>
          <ToggleButton value="effect">{name} by touch</ToggleButton>
        </ToggleButtonGroup>
      )}
      <Code addresses={where.addresses} effect={what === 'effect' && name !== undefined ? name : null} />
    </section>
  )
}
