/** What the arrow keys mean on something that is moved. */
import type { KeyboardEvent as ReactKeyboardEvent } from 'react'
import { stepFactor } from './step.ts'

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** Steps to the right and down, ten with Shift; null for other keys. */
export const arrowSteps = ({
  key,
  shiftKey,
}: Pick<ReactKeyboardEvent, 'key' | 'shiftKey'>): readonly [x: number, y: number] | null => {
  const arrow = ARROWS[key]
  const by = stepFactor({ shiftKey })
  return arrow ? [arrow[0] * by, arrow[1] * by] : null
}
