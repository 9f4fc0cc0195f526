/**
 * The kit's ramps at hand, with starters; the shown ramp is copied, pasted, kept there and used from there.
 */
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Popover from '@mui/material/Popover'
import type { Ramp, TintRamp } from '@gliv/model'
import { copyRamp, writeClip } from '@gliv/document'
import { useState } from 'react'
import { writeClipboard } from '../../document/clipboard.ts'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { cssGradient, rampPath } from '../../document/rampMaths.ts'
import { RAMP_STARTERS, TINT_STARTERS } from './rampStarters.ts'
import './RampsAtHand.css'
import './common.css'

const W = 72
const H = 30

/** What was copied, by kind. Lifetime: session, in memory. */
const copied: { ramp: Ramp | null; tint: TintRamp | null } = { ramp: null, tint: null }

const RampCard = ({
  name,
  ramp,
  onUse,
  onRemove,
}: {
  name: string
  ramp: Ramp
  onUse: () => void
  onRemove?: () => void
}) => (
  <span className="shelf-card">
    <button type="button" aria-label={`Use the ramp ${name}`} onClick={onUse}>
      <svg width={W} height={H} aria-hidden>
        <path d={rampPath(ramp, W, H - 8, 4)} className="ramp-line" />
      </svg>
      {name}
    </button>
    {onRemove && (
      <IconButton
        className="row-split"
        aria-label={`Remove ${name} from the ramps at hand`}
        onClick={onRemove}
      >
        <Close fontSize="inherit" />
      </IconButton>
    )}
  </span>
)

const NO_SHELF: readonly { readonly id: string; readonly name: string; readonly ramp: Ramp }[] = []

const Kept = ({ ramp, onUse }: { ramp: Ramp; onUse: (ramp: Ramp) => void }) => {
  const shelf = useDocument((s) => s.kit?.rampShelf) ?? NO_SHELF
  const [name, setName] = useState('')
  const keep = (): void =>
    edit('Keep a ramp at hand', (kit) => {
      kit.rampShelf = [
        ...(kit.rampShelf ?? []),
        {
          id: makeId('ramp'),
          name: name.trim().slice(0, 60) || `Ramp ${(kit.rampShelf ?? []).length + 1}`,
          ramp,
        },
      ]
    })
  return (
    <>
      <h3>This kit’s own</h3>
      <div className="shelf-cards">
        {shelf.map((kept) => (
          <RampCard
            key={kept.id}
            name={kept.name}
            ramp={kept.ramp}
            onUse={() => onUse(kept.ramp)}
            onRemove={() =>
              edit(
                'Remove a ramp at hand',
                (kit) => void (kit.rampShelf = kit.rampShelf.filter((k) => k.id !== kept.id)),
              )
            }
          />
        ))}
        {shelf.length === 0 && <span className="soft">None yet.</span>}
      </div>
      <div className="fit-row">
        <input
          className="plain-input"
          aria-label="Name of the kept ramp"
          placeholder="Name"
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
        />
        <Button
          variant="outlined"
          onClick={() => {
            keep()
            setName('')
          }}
        >
          Keep this ramp
        </Button>
      </div>
    </>
  )
}

type Shown =
  | { readonly kind: 'ramp'; readonly ramp: Ramp; readonly onUse: (ramp: Ramp, name: string) => void }
  | { readonly kind: 'tint'; readonly ramp: TintRamp; readonly onUse: (ramp: TintRamp, name: string) => void }

const Cards = (shown: Shown) => {
  if (shown.kind === 'ramp')
    return (
      <>
        <h3>Starters</h3>
        <div className="shelf-cards">
          {Object.values(RAMP_STARTERS).map(({ name, ramp }) => (
            <RampCard key={name} name={name} ramp={ramp} onUse={() => shown.onUse(ramp, name)} />
          ))}
        </div>
        <Kept ramp={shown.ramp} onUse={(ramp) => shown.onUse(ramp, 'kept')} />
      </>
    )
  return (
    <>
      <h3>Starters</h3>
      <div className="shelf-cards">
        {Object.values(TINT_STARTERS).map(({ name, ramp }) => (
          <span key={name} className="shelf-card">
            <button type="button" aria-label={`Use the ramp ${name}`} onClick={() => shown.onUse(ramp, name)}>
              <span
                className="tint-thumb"
                style={{
                  width: W,
                  background: ramp.points.length > 1 ? cssGradient(ramp, 'srgb') : ramp.points[0]!.colour,
                }}
              />
              {name}
            </button>
          </span>
        ))}
      </div>
    </>
  )
}

/** It closes when something of it is used. */
const afterClosing =
  <R,>(close: () => void, use: (ramp: R, name: string) => void) =>
  (ramp: R, name: string): void => {
    close()
    use(ramp, name)
  }

export const RampsAtHand = (shown: Shown) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [, setCopies] = useState(0)
  const kept = copied[shown.kind]
  const close = (): void => setAnchor(null)
  return (
    <span className="ramp-shelf">
      <Button
        title="Starters, and ramps that this kit keeps"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        At hand
      </Button>
      <Button
        aria-label="Copy ramp"
        onClick={() => {
          if (shown.kind === 'ramp') copied.ramp = shown.ramp
          else copied.tint = shown.ramp
          setCopies((n) => n + 1)
          void writeClipboard(
            writeClip(copyRamp(shown.ramp, shown.kind === 'ramp' ? 'value' : 'tint')),
            'Copied the ramp; Ctrl V with a ramp in focus pastes it, in another effect or kit, too',
          )
        }}
      >
        Copy
      </Button>
      <Button
        aria-label="Paste ramp"
        disabled={kept === null}
        onClick={() => {
          if (shown.kind === 'ramp' && copied.ramp) shown.onUse({ points: copied.ramp.points }, 'copied')
          if (shown.kind === 'tint' && copied.tint) shown.onUse(copied.tint, 'copied')
        }}
      >
        Paste
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className="shelf-panel" aria-label="Ramps at hand">
          {shown.kind === 'ramp' ? (
            <Cards {...shown} onUse={afterClosing(close, shown.onUse)} />
          ) : (
            <Cards {...shown} onUse={afterClosing(close, shown.onUse)} />
          )}
        </div>
      </Popover>
    </span>
  )
}
