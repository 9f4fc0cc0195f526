/** Frames of the demo's sheets by name. */
import { PIXEL_SPRITES } from './pixelArt.ts'
import type { FrameName } from './recipe.ts'
import { BIT_SPRITES, SOFT_SPRITES, type Sprite } from './sprites.ts'

const frameOf =
  (sheet: string, sprites: readonly Sprite[]) =>
  (name: string): FrameName => {
    const frame = sprites.findIndex((s) => s.name === name)
    if (frame < 0) throw new Error(`No sprite "${name}" in ${sheet}`)
    return { sheet, frame }
  }

export const soft = frameOf('soft', SOFT_SPRITES)
export const bits = frameOf('bits', BIT_SPRITES)
export const pixels = frameOf('pixels', PIXEL_SPRITES)
