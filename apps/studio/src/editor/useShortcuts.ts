import { useEffect } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { edit, redo, undo, useDocument } from '../store/document.ts'
import { setSprites } from '../sprites/state.ts'
import { setSession, toggleSolo, useSession } from '../store/session.ts'
import { setLooking } from './look/looking.ts'
import { pickTypical } from './look/pick.ts'
import { selectedOf } from './selected.ts'
import type { StageDriver } from './stage/driver.ts'
import { moveTogether } from './stage/together.ts'
import { fitStage, zoomTo } from './stage/Stage.tsx'
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
  useHotkeys('up, down, left, right, shift+up, shift+down, shift+left, shift+right', (event) => withSelected((effect, emitter) => nudge(effect, emitter, event))(), options, [effectId])
  useHotkeys('1, 2, 3, 4', (event) => driver && zoomTo(driver, Number(event.key)), options, [driver])
  useHotkeys('shift+f', () => driver && fitStage(driver, selectedOf(effectId)), options, [driver, effectId])
  useHotkeys('mod+z', undo, options)
  useHotkeys('mod+shift+z, mod+y', redo, options)
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }

/** Moves the selected emitter by a pixel, with Shift by ten. */
const nudge = (effectId: string, emitterId: string, event: KeyboardEvent): void => {
  const [x, y] = STEPS[event.key] ?? [0, 0]
  const by = event.shiftKey ? 10 : 1
  const before = useDocument.getState().kit
  if (before) edit('Nudge an emitter', (kit) => moveTogether(kit, before, effectId, [emitterId, ...useSession.getState().also], x * by, y * by))
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
