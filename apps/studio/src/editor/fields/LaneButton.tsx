import Timeline from '@mui/icons-material/Timeline'
import IconButton from '@mui/material/IconButton'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { type Lane, property, type PropertyId } from '@gliv/model'
import { memo } from 'react'
import { useShown } from '../playback/shownEffect.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import { edit } from '../../state/document.ts'
import { readLane, writeLane } from '../../document/rampAddress.ts'
import { PROPERTY_TEXTS } from '@gliv/words'
import { type LaneAddress, useAddress, useLane } from './lane.ts'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import './LaneButton.css'

/** Lets a number run over the effect's time. */
export const LaneButton = memo(({ id }: { id: PropertyId }) => {
  const { address, has, toggle } = useLane(id)
  if (!address) return null
  const title = has ? 'Remove the lane' : `Add a lane: ${PROPERTY_TEXTS[id].label} over the effect’s time`
  return (
    <Tooltip title={title}>
      <IconButton
        className={has ? 'row-split lane-on' : 'row-split lane-off'}
        aria-label={`${has ? 'Remove' : 'Add'} lane of ${PROPERTY_TEXTS[id].label}`}
        aria-pressed={has}
        onClick={toggle}
      >
        <Timeline fontSize="inherit" />
      </IconButton>
    </Tooltip>
  )
})
LaneButton.displayName = 'LaneButton'

const readNumber = (low: number, high: number) => (text: string) => {
  const value = Number(text.replace(',', '.').replace('−', '-'))
  return text.trim() !== '' && value >= low && value <= high ? value : null
}

const LaneFields = ({ address, lane, times }: { address: LaneAddress; lane: Lane; times: boolean }) => {
  const set = (change: Partial<Lane>): void =>
    edit(`Lane of ${PROPERTY_TEXTS[address.id].label}`, (kit) =>
      writeLane(kit, address, { ...lane, ...change }),
    )
  const low = times ? 0 : -100_000
  const field = (
    label: string,
    value: number,
    least: number,
    most: number,
    key: 'from' | 'to' | 'seconds',
  ) => (
    <label>
      {label}{' '}
      <TypedField
        label={`Lane ${label}`}
        shown={String(Number(value.toFixed(3)))}
        read={readNumber(least, most)}
        hint={`Type a number from ${least} to ${most}`}
        onCommit={(next) => set({ [key]: next })}
      />
    </label>
  )
  return (
    <div className="lane-fields">
      <span>{times ? 'times' : 'plus'}</span>
      {field('bottom', lane.from, low, 100_000, 'from')}
      {field('top', lane.to, low, 100_000, 'to')}
      {field('over', lane.seconds, 0.01, 600, 'seconds')} s
    </div>
  )
}

/** The lane under its number's row. */
export const LaneEditor = memo(({ id }: { id: PropertyId }) => {
  const address = useAddress(id)
  const lane = useShown((kit) => (address ? (readLane(kit, address) ?? null) : null), null)
  if (!address || !lane) return null
  return (
    <div className="lane">
      <LaneFields address={address} lane={lane} times={property(id).lane === 'times'} />
      <RampEditor inline address={address} />
    </div>
  )
})
LaneEditor.displayName = 'LaneEditor'
