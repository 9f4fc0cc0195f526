import {
  addCompanion,
  type Burst,
  countedWhole,
  type Emitter,
  type Kit,
  measureOf,
  newBurst,
} from '@gliv/document'
import { placesOf } from '@gliv/engine'
import { property } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { readMask } from '../../document/masks.ts'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { select } from '../../state/session.ts'
import { PropertyRow } from '../fields/PropertyRow.tsx'
import { ValueText } from '../fields/ValueText.tsx'
import { useShown } from '../playback/shownEffect.ts'
import { addressOf, type EmitterPath } from './emitterPath.ts'
import { estimateAlive, solveAlive } from './estimate.ts'
import { BURST_NUMBERS } from './numbers.ts'
import './BurstRows.css'

/** Places of the shape; of a picture, its cells. */
const placeCount = (kit: Kit, emitter: Emitter): number => {
  const { mask, numbers } = emitter
  const sheet = mask && kit.sheets[mask.sheet]
  const cells =
    emitter.shape === 'picture' && sheet
      ? readMask(sheet, mask.frame, mask.part, numbers.grid, mask.keepColours)
      : null
  return placesOf({ shape: emitter.shape, pieceFit: emitter.pieceFit, numbers, mask: cells })
}

const readCount = (text: string): number | null =>
  /^\d+$/.test(text.trim()) && Number(text) <= 100_000 ? Number(text) : null

const multiplied = (burst: Burst, factor: number): Burst['numbers']['burstCount'] => {
  const [, most] = property('burstCount').hard
  const scaled = (count: number): number => Math.min(most, Math.round(count * factor))
  const { from, to, ...more } = burst.numbers.burstCount
  return { ...more, from: scaled(from), to: scaled(to) }
}

/**
 * How many are alive at about the same time; typing a number sets the flow, or the bursts where there is
 * none.
 */
export const AliveField = ({ path }: { path: EmitterPath }) => {
  const alive = useShown((kit, effect) => {
    const emitter = effect.emitters[path.emitter]
    const type = emitter && kit.types[emitter.type]
    return !emitter || !type || emitter.companionOf !== null
      ? -1
      : emitter.dormant
        ? -2
        : estimateAlive({ ...countedWhole(emitter), placeCount: placeCount(kit, emitter) }, type)
  }, -1)
  if (alive === -2) return <p className="group-hint">It sends out what relays ask for, up to its cap.</p>
  if (alive < 0) return <p className="group-hint">It has one particle for each of its partner’s.</p>
  const set = (wanted: number): void =>
    edit(`About ${wanted} alive`, (kit) => {
      const emitter = kit.effects[path.effect]!.emitters[path.emitter]!
      const { flow, burstFactor } = solveAlive(
        { ...countedWhole(emitter), placeCount: placeCount(kit, emitter) },
        kit.types[emitter.type]!,
        wanted,
      )
      const whole = emitter.countsPer === 'size' ? measureOf(emitter) : 1
      if (flow !== undefined && whole > 0)
        emitter.numbers.flow = Math.min(property('flow').hard[1], flow / whole)
      if (burstFactor !== undefined)
        for (const burst of emitter.bursts) burst.numbers.burstCount = multiplied(burst, burstFactor)
      if (wanted > emitter.numbers.cap) emitter.numbers.cap = wanted
    })
  return (
    <p className="group-hint">
      ≈{' '}
      <TypedField
        label="About so many alive"
        shown={String(alive)}
        read={readCount}
        hint="Type a whole number up to 100000"
        onCommit={set}
      />{' '}
      alive at the most
    </p>
  )
}

const BurstRow = ({ burst, path, onRemove }: { burst: string; path: EmitterPath; onRemove: () => void }) => {
  const [open, setOpen] = useState(false)
  const each = useShown(
    (_, effect) => effect.emitters[path.emitter]?.bursts.find((b) => b.id === burst)?.eachPlace ?? false,
    false,
  )
  const setEach = (next: boolean): void =>
    edit('One for each place', (kit) => {
      const found = kit.effects[path.effect]!.emitters[path.emitter]!.bursts.find((b) => b.id === burst)
      if (found) found.eachPlace = next
    })
  return (
    <div className="burst">
      <div className="burst-row">
        <button
          type="button"
          className={open ? 'fold open' : 'fold'}
          aria-expanded={open}
          aria-label="All of this burst"
          onClick={() => setOpen(!open)}
        >
          <ExpandMore className="chevron" fontSize="inherit" />
        </button>
        <span>Burst of</span>{' '}
        {each ? (
          <span>each place</span>
        ) : (
          <ValueText target={addressOf(path, 'burstCount', burst)} id="burstCount" />
        )}{' '}
        <span>at</span> <ValueText target={addressOf(path, 'burstAt', burst)} id="burstAt" />
        <IconButton aria-label="Remove this burst" onClick={onRemove}>
          <Close fontSize="inherit" />
        </IconButton>
      </div>
      {open && (
        <div className="burst-body">
          {BURST_NUMBERS.map((id) => (
            <PropertyRow key={id} target={addressOf(path, id, burst)} id={id} />
          ))}
          <label className="check-row">
            <Checkbox size="small" checked={each} onChange={(event) => setEach(event.target.checked)} /> one
            for each place of the shape
          </label>
        </div>
      )}
    </div>
  )
}

/** An emitter that follows each particle of this one with looks of its own. */
const CompanionButton = ({ path }: { path: EmitterPath }) => (
  <Button
    startIcon={<Add />}
    title="Adds an emitter that follows each of these particles, like a glow on each spark"
    onClick={() => {
      const id = { current: '' }
      edit(
        'Add a companion',
        (kit) => void (id.current = addCompanion(kit, path.effect, path.emitter, makeId)),
      )
      select(path.effect, id.current)
    }}
  >
    Add a companion
  </Button>
)

export const BurstRows = ({ path }: { path: EmitterPath }) => {
  // As text, so that a drag of a burst's number does not render the list again.
  const text = useShown((_, effect) => {
    const emitter = effect.emitters[path.emitter]
    return emitter && emitter.companionOf === null && !emitter.dormant
      ? emitter.bursts.map((b) => b.id).join(' ')
      : null
  }, null)
  if (text === null) return null
  const change = (label: string, recipe: (list: Burst[]) => Burst[]): void =>
    edit(label, (kit) => {
      const emitter = kit.effects[path.effect]!.emitters[path.emitter]!
      emitter.bursts = recipe(emitter.bursts)
    })
  return (
    <div className="burst-rows">
      {text
        .split(' ')
        .filter((id) => id !== '')
        .map((id) => (
          <BurstRow
            key={id}
            burst={id}
            path={path}
            onRemove={() => change('Remove a burst', (list) => list.filter((b) => b.id !== id))}
          />
        ))}
      <Button
        startIcon={<Add />}
        onClick={() => change('Add a burst', (list) => [...list, newBurst(makeId('burst'))])}
      >
        Add a burst
      </Button>
      <CompanionButton path={path} />
    </div>
  )
}
