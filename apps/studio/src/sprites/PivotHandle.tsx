import type { Sheet } from '@gliv/document'
import { useDrag } from '@use-gesture/react'
import { editMoment, endMoment } from '../state/document.ts'
import type { Look } from './sheets/view.ts'

/** The chosen frame's pivot, dragged by half texels, with Shift freely. */
export const PivotHandle = ({ sheet, index, look }: { sheet: Sheet; index: number; look: Look }) => {
  const frame = sheet.frames[index]!
  const bind = useDrag(({ event, first, last, movement: [mx, my], memo, shiftKey }) => {
    event.stopPropagation()
    const start = first ? { x: frame.pivotX, y: frame.pivotY } : (memo as { x: number; y: number })
    const step = (value: number): number =>
      shiftKey ? Math.round(value * 100) / 100 : Math.round(value * 2) / 2
    if (mx !== 0 || my !== 0)
      editMoment(
        `Pivot of ${frame.name}`,
        (kit) =>
          void Object.assign(kit.sheets[sheet.id]!.frames[index]!, {
            pivotX: step(start.x + mx / look.zoom),
            pivotY: step(start.y + my / look.zoom),
          }),
      )
    if (last) endMoment()
    return start
  })
  const [x, y] = [
    look.x + (frame.x + frame.pivotX) * look.zoom,
    look.y + (frame.y + frame.pivotY) * look.zoom,
  ]
  return (
    <g
      {...bind()}
      data-handle="pivot"
      role="slider"
      aria-label="Pivot"
      aria-valuenow={frame.pivotX}
      tabIndex={-1}
      transform={`translate(${x} ${y})`}
      className="handle"
      style={{ cursor: 'move', touchAction: 'none' }}
    >
      <title>Pivot</title>
      <circle r={10} className="handle-reach" />
      <path d="M -8 0 H 8 M 0 -8 V 8" className="handle-cross-case" />
      <path d="M -8 0 H 8 M 0 -8 V 8" className="handle-cross" />
    </g>
  )
}
