/** Where a ramp lives: on a particle type, along an emitter's shape, or as a lane over the effect's time. */
import { type DriveChoice, isNumberKnob, type Kit, type NumberKnob, setDrive } from '@gliv/document'
import {
  type AlongKind,
  type Lane,
  type PropertyId,
  type Ramp,
  type RampedForce,
  type ScalarRampKind,
  type TintRamp,
  type TintRampKind,
} from '@gliv/model'
import { FORCE_TEXTS } from '@gliv/words'
import { ALONG_TEXTS, RAMP_TEXTS } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'

export type RampAddress =
  | { readonly of: 'type'; readonly type: string; readonly ramp: ScalarRampKind }
  /** The strength of a force over life. */
  | { readonly of: 'force'; readonly type: string; readonly force: RampedForce }
  | { readonly of: 'along'; readonly effect: string; readonly emitter: string; readonly ramp: AlongKind }
  /** Without an emitter: a lane of the effect itself. */
  | { readonly of: 'lane'; readonly effect: string; readonly emitter: string | null; readonly id: PropertyId }
  /** What a knob makes of a number. */
  | { readonly of: 'drive'; readonly effect: string; readonly emitter: string; readonly id: PropertyId }
  /** A knob of the effect over its time. */
  | { readonly of: 'knob'; readonly effect: string; readonly knob: string }

export interface TintAddress {
  readonly type: string
  readonly ramp: TintRampKind
}

const lanesOf = (kit: Kit, address: Extract<RampAddress, { of: 'lane' }>) => {
  const effect = kit.effects[address.effect]
  return address.emitter === null ? effect : effect?.emitters[address.emitter]
}

export const readLane = (kit: Kit, address: Extract<RampAddress, { of: 'lane' }>): Lane | undefined =>
  lanesOf(kit, address)?.lanes[address.id]

export const writeLane = (
  kit: Kit,
  address: Extract<RampAddress, { of: 'lane' }>,
  lane: Lane | null,
): void => {
  const carrier = lanesOf(kit, address)
  if (!carrier) return
  const { [address.id]: _old, ...rest } = carrier.lanes
  carrier.lanes = lane ? { ...rest, [address.id]: lane } : rest
}

type DriveAddress = Extract<RampAddress, { of: 'drive' }>
type KnobAddress = Extract<RampAddress, { of: 'knob' }>

const readDrive = (kit: Kit, { effect, emitter, id }: DriveAddress): DriveChoice | undefined =>
  kit.effects[effect]?.emitters[emitter]?.drives?.[id]

export const writeDrive = (kit: Kit, { effect, emitter, id }: DriveAddress, drive: DriveChoice): void => {
  const carrier = kit.effects[effect]?.emitters[emitter]
  if (carrier) setDrive(carrier, id, drive)
}

const knobOf = (kit: Kit, { effect, knob }: KnobAddress): NumberKnob | undefined =>
  kit.effects[effect]?.knobs?.filter(isNumberKnob).find(({ id }) => id === knob)

const writeKnobLane = (kit: Kit, { effect: id, knob }: KnobAddress, { points }: Ramp): void => {
  const effect = kit.effects[id]
  if (!effect?.knobs) return
  effect.knobs = effect.knobs.map((one) =>
    one.id === knob && isNumberKnob(one) && one.lane ? { ...one, lane: { ...one.lane, points } } : one,
  )
}

export const readRamp = (kit: Kit, address: RampAddress): Ramp | undefined => {
  if (address.of === 'type') return kit.types[address.type]?.ramps[address.ramp]
  if (address.of === 'force') return kit.types[address.type]?.forceRamps[address.force]
  if (address.of === 'along')
    return kit.effects[address.effect]?.emitters[address.emitter]?.along[address.ramp]
  if (address.of === 'drive') return readDrive(kit, address)
  if (address.of === 'knob') return knobOf(kit, address)?.lane
  return readLane(kit, address)
}

export const writeRamp = (kit: Kit, address: RampAddress, ramp: Ramp): void => {
  if (address.of === 'type') kit.types[address.type]!.ramps[address.ramp] = ramp
  else if (address.of === 'force') {
    const type = kit.types[address.type]!
    type.forceRamps = { ...type.forceRamps, [address.force]: ramp }
  } else if (address.of === 'along') {
    const emitter = kit.effects[address.effect]!.emitters[address.emitter]!
    emitter.along = { ...emitter.along, [address.ramp]: ramp }
  } else if (address.of === 'drive') {
    const drive = readDrive(kit, address)
    if (drive) writeDrive(kit, address, { ...drive, points: ramp.points })
  } else if (address.of === 'knob') writeKnobLane(kit, address, ramp)
  else {
    const lane = readLane(kit, address)
    if (lane) writeLane(kit, address, { ...lane, points: ramp.points })
  }
}

/** What the ramp is called in labels and in the undo list. */
export const rampName = (address: RampAddress): string => {
  if (address.of === 'type') return `${RAMP_TEXTS[address.ramp]} ramp`
  if (address.of === 'force') return `Ramp of ${FORCE_TEXTS[address.force].label}`
  if (address.of === 'knob') return 'Lane of a knob'
  if (address.of === 'drive') return `${PROPERTY_TEXTS[address.id].label} by a knob`
  return address.of === 'along'
    ? `${ALONG_TEXTS[address.ramp]} along the shape`
    : `Lane of ${PROPERTY_TEXTS[address.id].label}`
}

/** A short key for the ramp, within its owner. */
export const rampKey = (address: RampAddress): string => {
  if (address.of === 'lane') return address.id
  if (address.of === 'drive') return `knob-${address.id}`
  if (address.of === 'knob') return address.knob
  return address.of === 'force' ? address.force : address.ramp
}

const nameOfOwner = (kit: Kit, address: RampAddress): string => {
  if (address.of === 'type' || address.of === 'force') return kit.types[address.type]?.name ?? ''
  if (address.of === 'knob') return knobOf(kit, address)?.name ?? ''
  const effect = kit.effects[address.effect]
  return (address.emitter === null ? effect : effect?.emitters[address.emitter])?.name ?? ''
}

export const rampEditLabel = (kit: Kit, address: RampAddress, what: string): string =>
  `${what}: ${rampName(address)} of ${nameOfOwner(kit, address)}`

export const readTint = (kit: Kit, { type, ramp }: TintAddress): TintRamp | undefined =>
  kit.types[type]?.ramps[ramp]
