import { useDocument } from '../../state/document.ts'
import { select, setSession, useSession } from '../../state/session.ts'

/** The selected emitter outside of React: what was selected, else the topmost. */
export const selectedOf = (effectId: string): string | undefined => {
  const effect = useDocument.getState().kit?.effects[effectId]
  const wanted = useSession.getState().selected[effectId]
  return wanted && effect?.emitters[wanted] ? wanted : effect?.emitterOrder.at(-1)
}

/** All that are selected together, in the order of their layers. */
export const selectedTogether = (effectId: string): readonly string[] => {
  const order = useDocument.getState().kit?.effects[effectId]?.emitterOrder ?? []
  const chosen = new Set([selectedOf(effectId), ...useSession.getState().also])
  return order.filter((id) => chosen.has(id))
}

/** Selects emitters together, one of them first. */
export const selectTogether = (effectId: string, ids: readonly string[], first = ids[0]): void => {
  if (first === undefined) return
  select(effectId, first)
  setSession({ also: ids.filter((id) => id !== first) })
}
