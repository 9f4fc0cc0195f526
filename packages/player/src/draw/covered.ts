import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import type { Camera } from './renderer.ts'

/**
 * Pixels that a frame's sprites cover on a canvas of so many, each counted for every sprite: what a picture
 * costs to fill. A guess from above: what lies outside the canvas counts too.
 */
export const coveredPixels = ({ f32, count }: Frame, { zoom }: Camera, canvasPixels: number): number => {
  let sum = 0
  for (let i = 0, o = 2; i < count; i++, o += INSTANCE_WORDS)
    sum += Math.min(canvasPixels, Math.abs(f32[o]! * f32[o + 3]! - f32[o + 1]! * f32[o + 2]!) * zoom * zoom)
  return sum
}
