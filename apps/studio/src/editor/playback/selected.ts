import { useDocument } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'

/** The selected emitter outside of React: what was selected, else the topmost. */
export const selectedOf = (effectId: string): string | undefined => {
  const effect = useDocument.getState().kit?.effects[effectId]
  const wanted = useSession.getState().selected[effectId]
  return wanted && effect?.emitters[wanted] ? wanted : effect?.emitterOrder.at(-1)
}
