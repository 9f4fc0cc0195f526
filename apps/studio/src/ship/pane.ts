/** How a picture of the ship screen is looked at: all of it, or nearer, moved by hand. Lifetime: while it is shown. */
import { useGesture } from '@use-gesture/react'
import { type RefObject, useRef, useState } from 'react'
import { useTwoFingers } from '../shared/hooks/useTwoFingers.ts'

/** What is drawn at `p` px is seen at `p · zoom + (x, y)` px. */
export interface Look {
  readonly zoom: number
  readonly x: number
  readonly y: number
}

export const WHOLE: Look = { zoom: 1, x: 0, y: 0 }
const NEAREST = 16
/** Factor of one step of a wheel of 100 px. */
const WHEEL = 1.25

type Place = readonly [x: number, y: number]

/** Nearer by a factor, so that what was seen at `from` is seen at `to`; never farther than all of it. */
export const lookedNearer = (look: Look, from: Place, to: Place, factor: number): Look => {
  const zoom = Math.min(NEAREST, Math.max(1, look.zoom * factor))
  if (zoom === 1) return WHOLE
  const seen = (start: number, at: number, then: number): number => then - ((at - start) / look.zoom) * zoom
  return { zoom, x: seen(look.x, from[0], to[0]), y: seen(look.y, from[1], to[1]) }
}

/** Where something is drawn once it is looked at so. */
export const seenAt = <P extends { readonly scale: number; readonly x: number; readonly y: number }>(
  { zoom, x, y }: Look,
  placed: P,
): P => ({ ...placed, scale: placed.scale * zoom, x: placed.x * zoom + x, y: placed.y * zoom + y })

/** Two fingers and the wheel look nearer, one moves what is larger than its box. */
export const usePane = (target: RefObject<HTMLElement | null>) => {
  const [look, setLook] = useState(WHOLE)
  const now = useRef(look)
  now.current = look
  /** The press that ends now has moved the picture, and means nothing on it. */
  const moved = useRef(false)
  const place = (clientX: number, clientY: number): Place => {
    const box = target.current!.getBoundingClientRect()
    return [clientX - box.x, clientY - box.y]
  }
  const fingers = useTwoFingers(target, {
    place,
    start: () => now.current,
    move: (start, from, to, factor) => setLook(lookedNearer(start, from, to, factor)),
  })
  useGesture(
    {
      onDrag: ({ delta: [dx, dy], tap, first }) => {
        if (first || tap) moved.current = !tap
        if (tap || fingers.current || now.current.zoom === 1) return
        setLook(({ zoom, x, y }) => ({ zoom, x: x + dx, y: y + dy }))
      },
      onWheel: ({ event }) => {
        event.preventDefault()
        const at = place(event.clientX, event.clientY)
        setLook((before) => lookedNearer(before, at, at, WHEEL ** (-event.deltaY / 100)))
      },
    },
    { target, eventOptions: { passive: false }, drag: { filterTaps: true, pointer: { keys: false } } },
  )
  return { look, moved, showWhole: () => setLook(WHOLE) }
}
