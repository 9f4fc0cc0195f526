/** Reading and writing of a ramp, and of those that are edited with it. */
import { FLAT_RAMP, type Ramp } from '@gliv/model'
import { type RampAddress, rampEditLabel, readRamp, writeRamp } from '../../document/rampAddress.ts'
import { edit, useDocument } from '../../state/document.ts'
import { removeTogether, type Together } from './rampTogether.ts'

/** Share of the axis that an arrow key moves by. */
export const KEY_STEP = 0.01

export type TypeRamp = Extract<RampAddress, { of: 'type' }>

export const write = (address: RampAddress, what: string, next: Ramp, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  if (kit) how(rampEditLabel(kit, address, what), (draft) => writeRamp(draft, address, next))
}

export const readNow = (address: RampAddress): Ramp | undefined => {
  const { kit } = useDocument.getState()
  return kit ? readRamp(kit, address) : undefined
}

/** A ramp and those that are edited with it, as the document has them. */
export const togetherNow = (address: RampAddress, mates: readonly RampAddress[]): Together | null => {
  const ramp = readNow(address)
  return ramp ? { ramp, mates: mates.map((mate) => readNow(mate) ?? FLAT_RAMP) } : null
}

export const writeTogether = (
  address: RampAddress,
  mates: readonly RampAddress[],
  what: string,
  next: Together,
  how: typeof edit,
): void => {
  const { kit } = useDocument.getState()
  if (!kit) return
  how(rampEditLabel(kit, address, what), (draft) => {
    writeRamp(draft, address, next.ramp)
    mates.forEach((mate, k) => writeRamp(draft, mate, next.mates[k]!))
  })
}

export const removeAt = (address: RampAddress, mates: readonly RampAddress[], index: number): void => {
  const before = togetherNow(address, mates)
  if (before) writeTogether(address, mates, 'Remove a point', removeTogether(before, index), edit)
}
