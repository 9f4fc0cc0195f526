/** Which knob drives a number of the selected emitter, and giving it one or taking it away. */
import {
  addKnob,
  type DriveChoice,
  firstDrive,
  isNumberKnob,
  type NumberKnob,
  setDrive,
} from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { PROPERTY_TEXTS } from '@gliv/words'
import type { RampAddress } from '../../document/rampAddress.ts'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useEffectId, useSelectedId, useShown, useShownData } from '../playback/shownEffect.ts'

export type DriveAddress = Extract<RampAddress, { of: 'drive' }>

const NO_KNOBS: readonly NumberKnob[] = []

/** Knobs of the shown effect that are numbers. */
export const useNumberKnobs = (): readonly NumberKnob[] =>
  useShownData<readonly NumberKnob[]>((_, { knobs }) => knobs?.filter(isNumberKnob) ?? NO_KNOBS, NO_KNOBS)

/** Knobs act where a lane could; those of the effect's own numbers have none. */
const useDriveAddress = (id: PropertyId): DriveAddress | null => {
  const effect = useEffectId()
  const emitter = useSelectedId()
  const { owner, lane } = property(id)
  if (lane === 'none' || (owner !== 'emitter' && owner !== 'type') || emitter === null) return null
  return { of: 'drive', effect, emitter, id }
}

export interface DriveOf {
  /** Null where no knob can drive the number. */
  readonly address: DriveAddress | null
  readonly drive: DriveChoice | null
  /** Lets a knob drive it; null: none any more. */
  choose(knob: string | null): void
  /** A new knob drives it. */
  chooseNew(): void
}

export const useDrive = (id: PropertyId): DriveOf => {
  const address = useDriveAddress(id)
  const drive = useShown(
    (_, effect) => (address ? (effect.emitters[address.emitter]?.drives?.[id] ?? null) : null),
    null,
  )
  const { label } = PROPERTY_TEXTS[id]
  const choose = (knob: string | null): void => {
    if (!address) return
    edit(knob ? `A knob drives ${label}` : `No knob drives ${label}`, (kit) => {
      const emitter = kit.effects[address.effect]?.emitters[address.emitter]
      if (!emitter) return
      const before = emitter.drives?.[id]
      setDrive(emitter, id, knob ? (before ? { ...before, knob } : firstDrive(knob, id)) : null)
    })
  }
  const chooseNew = (): void => {
    if (!address) return
    edit(`A new knob drives ${label}`, (kit) => {
      const effect = kit.effects[address.effect]!
      const knob = addKnob(effect, 'number', makeId)
      setDrive(effect.emitters[address.emitter]!, id, firstDrive(knob, id))
    })
  }
  return { address, drive, choose, chooseNew }
}
