/**
 * Games of whole pixels: the corner of each sprite comes to lie on a whole world pixel. Only what is shown
 * moves, never the simulation.
 */
import { type Frame, INSTANCE_WORDS, WORD } from '@gliv/model'

/**
 * The nearest whole world pixel, halves to the right and down. Sprites of whole sizes then cover whole
 * pixels, also mirrored ones.
 */
export const snapFrame = (frame: Frame): void => {
  const { f32, count, originX, originY } = frame
  for (let o = 0, end = count * INSTANCE_WORDS; o < end; o += INSTANCE_WORDS) {
    f32[o + WORD.ORIGIN_X] = Math.floor(originX + f32[o + WORD.ORIGIN_X]! + 0.5) - originX
    f32[o + WORD.ORIGIN_Y] = Math.floor(originY + f32[o + WORD.ORIGIN_Y]! + 0.5) - originY
  }
}
