import { useEffect } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { redo, undo } from '../store/document.ts'
import { setSprites } from '../sprites/state.ts'
import { setSession, toggleSolo } from '../store/session.ts'
import { setLooking } from './look/looking.ts'
import { pickTypical } from './look/pick.ts'
import { selectedOf } from './selected.ts'
import type { StageDriver } from './stage/driver.ts'
import { fitStage } from './stage/Stage.tsx'
import { duplicateSelected, removeEmitter, toggleMute } from './timeline/Track.tsx'
import { stepBy, togglePlay } from './transport/Transport.tsx'

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
  useHotkeys('t', () => setLooking((s) => (s.tracer ? { tracer: false, traced: null } : { tracer: true, traced: driver ? pickTypical(driver, selectedOf(effectId) ?? null) : null })), options, [driver, effectId])
  useHotkeys('r', () => setLooking((s) => ({ paths: !s.paths })), options)
  useHotkeys('o', () => setLooking((s) => ({ one: !s.one })), options)
  useHeldKeys()
  useHotkeys('mod+z', undo, options)
  useHotkeys('mod+shift+z, mod+y', redo, options)
}

/** Looks otherwise for as long as a key is held: the other blend, the other ground, without the selected emitter. */
const HELD = { b: 'otherBlend', n: 'otherGround', w: 'without' } as const

const useHeldKeys = (): void => {
  useHotkeys('b, n, w', (event) => setLooking({ [HELD[event.key.toLowerCase() as keyof typeof HELD]]: event.type === 'keydown' }), { keydown: true, keyup: true })
  // A key that is let go elsewhere is let go.
  useEffect(() => {
    const release = (): void => setLooking({ otherBlend: false, otherGround: false, without: false })
    window.addEventListener('blur', release)
    return () => window.removeEventListener('blur', release)
  }, [])
}
