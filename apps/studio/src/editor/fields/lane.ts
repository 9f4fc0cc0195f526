/** Whether a number has a lane, and giving it one or taking it away. */
import { type Lane, property, type PropertyId } from '@gliv/model'
import { useEffectId, useSelectedId, useShown } from '../playback/shownEffect.ts'
import { edit } from '../../state/document.ts'
import { readLane, type RampAddress, writeLane } from '../../document/rampAddress.ts'
import { PROPERTY_TEXTS } from '@gliv/words'

export type LaneAddress = Extract<RampAddress, { of: 'lane' }>

/** Lanes of an effect's own numbers are its own; all others belong to the selected emitter. */
export const useAddress = (id: PropertyId): LaneAddress | null => {
  const effect = useEffectId()
  const emitter = useSelectedId()
  const { owner, lane } = property(id)
  if (lane === 'none' || owner === 'burst' || (owner !== 'effect' && emitter === null)) return null
  return { of: 'lane', effect, emitter: owner === 'effect' ? null : emitter, id }
}

const useHasLane = (address: LaneAddress | null): boolean =>
  useShown((kit) => address !== null && readLane(kit, address) !== undefined, false)

/** A lane starts as something that changes nothing: times 1, or plus 0. */
const firstLane = (id: PropertyId, seconds: number): Lane => {
  const p = property(id)
  const times = p.lane === 'times'
  const flat = times ? 1 : 0
  return {
    from: 0,
    to: times ? 1 : p.soft[1],
    seconds: Math.max(1, Math.min(600, seconds)),
    points: [
      { at: 0, value: flat, ease: 'linear' },
      { at: 1, value: flat, ease: 'linear' },
    ],
  }
}

export const useLane = (
  id: PropertyId,
): { readonly address: LaneAddress | null; readonly has: boolean; toggle(): void } => {
  const address = useAddress(id)
  const has = useHasLane(address)
  const toggle = (): void => {
    if (!address) return
    edit(`${has ? 'Remove' : 'Add'} a lane of ${PROPERTY_TEXTS[id].label}`, (kit) => {
      const emitter =
        address.emitter === null ? undefined : kit.effects[address.effect]?.emitters[address.emitter]
      writeLane(
        kit,
        address,
        has ? null : firstLane(id, (emitter?.numbers.delay ?? 0) + (emitter?.numbers.duration ?? 2)),
      )
    })
  }
  return { address, has, toggle }
}
