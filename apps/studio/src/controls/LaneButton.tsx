import Timeline from '@mui/icons-material/Timeline'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { type Lane, property, type PropertyId } from '@gliv/model'
import { memo } from 'react'
import { useEffectId, useSelectedId, useShown } from '../editor/context.ts'
import { RampEditor } from '../editor/strip/RampEditor.tsx'
import { edit } from '../store/document.ts'
import { readLane, type RampAddress, writeLane } from '../store/rampTargets.ts'
import { PROPERTY_TEXTS } from '../texts/properties.ts'
import { TypedField } from './TypedField.tsx'

type LaneAddress = Extract<RampAddress, { of: 'lane' }>

/** Lanes of an effect's own numbers are its own; all others belong to the selected emitter. */
const useAddress = (id: PropertyId): LaneAddress | null => {
  const effect = useEffectId()
  const emitter = useSelectedId()
  const { owner, lane } = property(id)
  if (lane === 'none' || owner === 'burst' || (owner !== 'effect' && emitter === null)) return null
  return { of: 'lane', effect, emitter: owner === 'effect' ? null : emitter, id }
}

const useHasLane = (address: LaneAddress | null): boolean => useShown((kit) => address !== null && readLane(kit, address) !== undefined, false)

/** A lane starts as something that changes nothing: times 1, or plus 0. */
const firstLane = (id: PropertyId, seconds: number): Lane => {
  const p = property(id)
  const times = p.lane === 'times'
  const flat = times ? 1 : 0
  return { from: 0, to: times ? 1 : p.soft[1], seconds: Math.max(1, Math.min(600, seconds)), points: [{ at: 0, value: flat, ease: 'linear' }, { at: 1, value: flat, ease: 'linear' }] }
}

/** Lets a number run over the effect's time. */
export const LaneButton = memo(({ id }: { id: PropertyId }) => {
  const address = useAddress(id)
  const has = useHasLane(address)
  if (!address) return null
  const title = has ? 'Take the lane away' : `Add a lane: ${PROPERTY_TEXTS[id].label} over the effect’s time`
  const toggle = (): void =>
    edit(`${has ? 'Remove' : 'Add'} a lane of ${PROPERTY_TEXTS[id].label}`, (kit) => {
      const emitter = address.emitter === null ? undefined : kit.effects[address.effect]?.emitters[address.emitter]
      writeLane(kit, address, has ? null : firstLane(id, (emitter?.numbers.delay ?? 0) + (emitter?.numbers.duration ?? 2)))
    })
  return (
    <Tooltip title={title}>
      <IconButton className={has ? 'row-split lane-on' : 'row-split lane-off'} aria-label={`${has ? 'Remove' : 'Add'} lane of ${PROPERTY_TEXTS[id].label}`} aria-pressed={has} onClick={toggle}>
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
  const set = (change: Partial<Lane>): void => edit(`Lane of ${PROPERTY_TEXTS[address.id].label}`, (kit) => writeLane(kit, address, { ...lane, ...change }))
  const low = times ? 0 : -100_000
  const field = (label: string, value: number, least: number, most: number, key: 'from' | 'to' | 'seconds') => (
    <label>
      {label} <TypedField label={`Lane ${label}`} shown={String(Number(value.toFixed(3)))} read={readNumber(least, most)} hint={`Type a number from ${least} to ${most}`} onCommit={(next) => set({ [key]: next })} />
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
