/** Which states of the effect the stage shows: the present one, a take while its key is held, several side by side. */
import type { Kit } from '@gliv/document'
import { kitsWith, takeOf, useTakes } from '../../state/takes.ts'
import { useExplore } from '../../state/explore.ts'

/** A state that is shown beside others. */
export interface ShownState {
  readonly key: string
  readonly name: string
  /** The kit in which the effect is in that state. */
  readonly kit: Kit
}

const besideNow = (kit: Kit, effectId: string): readonly ShownState[] => {
  const takes = useTakes.getState().beside.flatMap((id) => takeOf(id) ?? [])
  const kits = kitsWith(
    kit,
    takes.map(({ piece }) => piece),
    effectId,
  )
  return takes.map(({ id, name }, k) => ({ key: id, name, kit: kits[k]! }))
}

/** States beside the present one; none while it is shown alone. */
export const statesBeside = (kit: Kit, effectId: string): readonly ShownState[] =>
  useExplore.getState().open ? [] : besideNow(kit, effectId)

/** The kit in which the effect is as the stage shows it: in the held take's state, else as it is. */
export const heldKit = (kit: Kit, effectId: string): Kit => {
  const { held, other } = useTakes.getState()
  const take = held ? takeOf(other) : null
  return take && kit.effects[effectId] ? kitsWith(kit, [take.piece], effectId)[0]! : kit
}

/** The kit whose sheets serve all that the stage shows. */
export const sheetsKit = (kit: Kit, effectId: string): Kit => {
  const held = heldKit(kit, effectId)
  return held === kit ? (statesBeside(kit, effectId).at(-1)?.kit ?? kit) : held
}
