/** What the screen does, as a picture over everything. */
import type { Frame, ViewRect } from '@gliv/model'
import type { ScreenNow } from '@gliv/scene'
import { WHITE } from './figures.ts'
import { quadsFrame } from '../shared/quads.ts'

/**
 * Flashes and tints over all that is seen; null while there are none.
 * @param own number of the sheet of figures
 */
export const overFrame = ({ over }: ScreenNow, seen: ViewRect, own: number): Frame | null =>
  over.length === 0
    ? null
    : quadsFrame(over.map(({ colour, opacity }) => ({ sheet: own, ...seen, ...WHITE, colour, opacity })))
