import { useHotkeys } from 'react-hotkeys-hook'
import { redo, undo } from '../store/document.ts'
import { setSprites } from '../sprites/state.ts'
import { setSession, toggleSolo, useSession } from '../store/session.ts'
import type { StageDriver } from './stage/driver.ts'
import { fitStage } from './stage/Stage.tsx'
import { duplicateSelected, removeEmitter, toggleMute } from './timeline/Track.tsx'
import { stepBy, togglePlay } from './transport/Transport.tsx'
import { useDocument } from '../store/document.ts'

const selectedOf = (effectId: string): string | undefined => {
  const effect = useDocument.getState().kit?.effects[effectId]
  const wanted = useSession.getState().selected[effectId]
  return wanted && effect?.emitters[wanted] ? wanted : effect?.emitterOrder.at(-1)
}

/** Keys of the editor; they rest while something is typed. Listed in docs/guide.md. */
export const useShortcuts = (effectId: string, driver: StageDriver | null): void => {
  const options = { preventDefault: true }
  const withSelected = (act: (effect: string, emitter: string) => void) => () => {
    const emitter = selectedOf(effectId)
    if (emitter) act(effectId, emitter)
  }
  useHotkeys('space', () => togglePlay(driver), options, [driver])
  useHotkeys('bracketleft, shift+bracketleft', (event) => stepBy(driver, event.shiftKey ? -10 : -1), options, [driver])
  useHotkeys('bracketright, shift+bracketright', (event) => stepBy(driver, event.shiftKey ? 10 : 1), options, [driver])
  useHotkeys('0', () => driver?.seek(0), options, [driver])
  useHotkeys('l', () => setSession((s) => ({ loop: !s.loop })), options)
  useHotkeys('h', () => setSession((s) => ({ handles: !s.handles })), options)
  useHotkeys('g', () => setSession((s) => ({ stageOnly: !s.stageOnly })), options)
  useHotkeys('p', () => setSprites((s) => ({ open: !s.open })), options)
  useHotkeys('f', () => driver && fitStage(driver), options, [driver])
  useHotkeys('m', withSelected(toggleMute), options, [effectId])
  useHotkeys('s', withSelected((_, emitter) => toggleSolo(emitter)), options, [effectId])
  useHotkeys('mod+d', withSelected(duplicateSelected), options, [effectId])
  useHotkeys('shift+delete', withSelected(removeEmitter), options, [effectId])
  useHotkeys('mod+z', undo, options)
  useHotkeys('mod+shift+z, mod+y', redo, options)
}
