/** Hands on a scene's ruler: it is pulled to a moment, and stepped by arrow keys, with Shift by ten. */
import { useDrag } from '@use-gesture/react'
import type { KeyboardEvent, RefObject } from 'react'

export const useMoment = (
  place: RefObject<HTMLElement | null>,
  length: number,
  now: () => number,
  go: (tick: number) => void,
) => {
  const bind = useDrag(
    ({ xy: [x] }) => {
      const box = place.current!.getBoundingClientRect()
      go(Math.round(Math.min(1, Math.max(0, (x - box.x) / box.width)) * length))
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    go(now() + by * (event.shiftKey ? 10 : 1))
  }
  return { bind, onKeyDown }
}
