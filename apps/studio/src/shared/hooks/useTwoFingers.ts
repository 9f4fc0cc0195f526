/** Two fingers on a canvas: apart they zoom, together they move what is shown. */
import { usePinch } from '@use-gesture/react'
import { type RefObject, useRef } from 'react'

type Place = readonly [x: number, y: number]

interface Hands<S> {
  /** A place of the window as the canvas counts it. */
  readonly place: (clientX: number, clientY: number) => Place
  /** How it is looked at when the fingers come down. */
  readonly start: () => S
  /** Looks so that what was under their middle lies under it now. @param factor how much farther apart they are */
  readonly move: (start: S, from: Place, to: Place, factor: number) => void
}

/** Gives whether two fingers are down, for gestures of one that have to leave them alone. */
export const useTwoFingers = <S>(
  target: RefObject<HTMLElement | null>,
  { place, start, move }: Hands<S>,
): RefObject<boolean> => {
  const down = useRef(false)
  usePinch(
    ({ origin, movement: [factor], first, last, memo }) => {
      const to = place(...origin)
      const begun = first ? { look: start(), from: to } : (memo as { look: S; from: Place })
      down.current = !last
      move(begun.look, begun.from, to, factor)
      return begun
    },
    { target, pinchOnWheel: false, eventOptions: { passive: false } },
  )
  return down
}
