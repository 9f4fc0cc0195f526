/** States of the kit along its history, and what differs between one of them and now. Pure. */
import type { Kit } from '@gliv/document'
import { type Difference, differences } from '@gliv/words'
import equal from 'fast-deep-equal'
import { applyPatches } from 'immer'
import type { Entry, History } from '../../state/history.ts'

/**
 * The kit after so many steps of its history, reckoned from what it is now; null where a step cannot be followed back
 * because another tab's edit stands in its way.
 */
export const stateAfter = (kit: Kit, { undo, redo }: History, steps: number): Kit | null => {
  try {
    let state = kit
    for (let k = undo.length - 1; k >= steps; k--) state = applyPatches(state, undo[k]!.inverse)
    for (let k = undo.length; k < steps; k++)
      state = applyPatches(state, redo[redo.length - 1 - (k - undo.length)]!.patches)
    return state
  } catch {
    return null
  }
}

/** Steps in the order of time: those that are done, and those that were undone. */
export const stepsOf = ({ undo, redo }: History): readonly Entry[] => [...undo, ...redo.toReversed()]

/** An effect that is otherwise in another state. */
export interface EffectChange {
  readonly id: string
  readonly name: string
  /** It is there only now, only then, or both times. */
  readonly when: 'now' | 'then' | 'both'
  /** From now to then, in words. */
  readonly list: readonly Difference[]
}

const typesOf = (kit: Kit, id: string): unknown[] =>
  Object.values(kit.effects[id]?.emitters ?? {}).map(({ type }) => kit.types[type])

const differs = (now: Kit, then: Kit, id: string): boolean =>
  !equal(now.effects[id], then.effects[id]) || !equal(typesOf(now, id), typesOf(then, id))

const only = (kit: Kit, ids: readonly string[]): Kit => {
  const effects = Object.fromEntries(ids.flatMap((id) => (kit.effects[id] ? [[id, kit.effects[id]]] : [])))
  const types = new Set(
    Object.values(effects).flatMap(({ emitters }) => Object.values(emitters).map(({ type }) => type)),
  )
  return {
    ...kit,
    effects,
    effectOrder: kit.effectOrder.filter((id) => effects[id]),
    types: Object.fromEntries([...types].flatMap((id) => (kit.types[id] ? [[id, kit.types[id]]] : []))),
    typeOrder: kit.typeOrder.filter((id) => types.has(id)),
  }
}

/** Effects that differ between now and then, in the present order, those that are gone last. */
export const changedEffects = (now: Kit, then: Kit): readonly EffectChange[] => {
  const ids = [...now.effectOrder, ...then.effectOrder.filter((id) => !now.effects[id])].filter((id) =>
    differs(now, then, id),
  )
  return ids.map((id) => {
    const [here, there] = [now.effects[id], then.effects[id]]
    return {
      id,
      name: (here ?? there)!.name,
      when: here && there ? 'both' : here ? 'now' : 'then',
      list:
        here && there
          ? differences(only(now, [id]), only(then, [id])).filter(({ place }) =>
              /^(effects|types)\./.test(place),
            )
          : [],
    }
  })
}

/** What of the kit besides its effects differs, in words. */
export const changedBesides = (now: Kit, then: Kit): readonly Difference[] => {
  const bare = (kit: Kit): Kit => only(kit, [])
  return differences(bare(now), bare(then)).filter(({ place }) => place !== 'effectOrder')
}
