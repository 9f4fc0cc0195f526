/** A rubber band drawn by a drag with the pointer. */
import { useDrag } from '@use-gesture/react'
import { type CSSProperties, type RefObject, useState } from 'react'
import { type Band, bandOf } from './band.ts'

/** A band over what `place` holds, in px from its left top corner; given to `onDone` when the drag ends. */
export const useBand = (
  place: RefObject<HTMLElement | null>,
  onDone: (band: Band, ctrl: boolean) => void,
  /** Where no band begins. */
  except?: string,
) => {
  const [band, setBand] = useState<Band | null>(null)
  const bind = useDrag(
    ({ event, first, last, tap, initial: [fromX, fromY], xy: [clientX, clientY], memo, canceled }) => {
      const box = place.current!.getBoundingClientRect()
      const here = [clientX - box.x, clientY - box.y] as const
      const from = event.target as Element
      const start = first
        ? except !== undefined && from.closest(except)
          ? null
          : ([fromX - box.x, fromY - box.y] as const)
        : (memo as typeof here | null)
      if (!start) return null
      if (tap || canceled) return void setBand(null)
      const drawn = bandOf(start, here)
      setBand(last ? null : drawn)
      const { ctrlKey, metaKey } = event as PointerEvent
      if (last) onDone(drawn, ctrlKey || metaKey)
      return start
    },
    { filterTaps: true, pointer: { keys: false }, preventScroll: false },
  )
  return { band, bind }
}

export const bandStyle = ({ x, y, w, h }: Band): CSSProperties => ({ left: x, top: y, width: w, height: h })
