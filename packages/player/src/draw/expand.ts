/** Instances as four corners each, made on the CPU. */
import { type Frame, INSTANCE_WORDS } from '@gliv/model'

/** Words of a corner: place, texel, box of the frame, tint, opacity. */
export const VERTEX_WORDS = 10

/** Writes four corners an instance, for so many from one on; places count from the frame's origin. */
export const expandInto = (
  frame: Frame,
  f32: Float32Array,
  u32: Uint32Array,
  first: number,
  count: number,
): void => {
  const from = frame.f32
  let o = 0
  for (let i = first; i < first + count; i++) {
    const k = i * INSTANCE_WORDS
    const left = from[k + 6]!
    const top = from[k + 7]!
    const right = left + from[k + 8]!
    const bottom = top + from[k + 9]!
    for (let corner = 0; corner < 4; corner++) {
      const s = corner & 1
      const t = corner >> 1
      f32[o] = from[k]! + s * from[k + 2]! + t * from[k + 4]!
      f32[o + 1] = from[k + 1]! + s * from[k + 3]! + t * from[k + 5]!
      f32[o + 2] = s ? right : left
      f32[o + 3] = t ? bottom : top
      f32[o + 4] = left
      f32[o + 5] = top
      f32[o + 6] = right
      f32[o + 7] = bottom
      u32[o + 8] = frame.u32[k + 10]!
      f32[o + 9] = from[k + 11]!
      o += VERTEX_WORDS
    }
  }
}
