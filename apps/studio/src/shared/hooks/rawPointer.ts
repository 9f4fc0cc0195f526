/**
 * Browsers hold pointer moves back until the next picture of the screen, which alone can cost a frame, and
 * much more
 * while drawing is slow. During a drag the raw move is handed on at once; the held-back copy is then left
 * out.
 */
import { noteRawTime } from './inputTime.ts'

/** Least time between two raw moves, in ms: a fast mouse must not starve the screen. */
const LEAST_GAP_MS = 6

export const installRawPointer = (): void => {
  if (!('onpointerrawupdate' in window)) return
  let last = { x: Number.NaN, y: Number.NaN, at: 0 }
  window.addEventListener(
    'pointerrawupdate' as 'pointermove',
    (event) => {
      if (event.buttons === 0 || performance.now() - last.at < LEAST_GAP_MS) return
      noteRawTime(event.timeStamp)
      event.target?.dispatchEvent(new PointerEvent('pointermove', copyOf(event)))
      noteRawTime(null)
      last = { x: event.clientX, y: event.clientY, at: performance.now() }
    },
    { capture: true },
  )
  window.addEventListener(
    'pointermove',
    (event) => {
      if (event.isTrusted && event.buttons !== 0 && event.clientX === last.x && event.clientY === last.y)
        event.stopImmediatePropagation()
    },
    { capture: true },
  )
}

const copyOf = (event: PointerEvent): PointerEventInit => ({
  bubbles: true,
  cancelable: true,
  composed: true,
  pointerId: event.pointerId,
  pointerType: event.pointerType,
  isPrimary: event.isPrimary,
  button: event.button,
  buttons: event.buttons,
  clientX: event.clientX,
  clientY: event.clientY,
  screenX: event.screenX,
  screenY: event.screenY,
  pressure: event.pressure,
  shiftKey: event.shiftKey,
  altKey: event.altKey,
  ctrlKey: event.ctrlKey,
  metaKey: event.metaKey,
})
