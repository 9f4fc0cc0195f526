/**
 * The instance buffer: what the engine writes and every renderer draws as it is.
 * Twelve 32-bit words an instance. The quad is `origin + s·across + t·down` with s and t from 0 to 1, in
 * pixels
 * relative to the effect's origin; the texel rectangle is in pixels of the sheet.
 */
import type { Blend } from './kinds.ts'

export const INSTANCE_WORDS = 12
export const INSTANCE_BYTES = INSTANCE_WORDS * 4

/**
 * Word offsets. `TINT` is a uint32 in the byte order r, g, b, 255 (little-endian); all others are float32.
 */
export const WORD = {
  ORIGIN_X: 0,
  ORIGIN_Y: 1,
  ACROSS_X: 2,
  ACROSS_Y: 3,
  DOWN_X: 4,
  DOWN_Y: 5,
  TEXEL_X: 6,
  TEXEL_Y: 7,
  TEXEL_W: 8,
  TEXEL_H: 9,
  TINT: 10,
  OPACITY: 11,
} as const

/** A run of instances that share sheet and blend: one draw call. */
export interface Batch {
  sheet: number
  blend: Blend
  /** The layer of the emitters in it. */
  layer: string
  first: number
  count: number
  /** Its instances' pixels are shifted: see `Frame.shifts`. */
  shifted: boolean
}

/** One picture's worth of instances; the same object is filled again by the next frame. */
export interface Frame {
  f32: Float32Array
  u32: Uint32Array
  count: number
  /**
   * Three float32 an instance, at three times its number: what hue of its picture's pixels turns by in degrees, and
   * factors of their saturation and value. Read for batches that are shifted; long enough for those alone.
   */
  shifts: Float32Array
  batches: Batch[]
  batchCount: number
  /** World position of the effect's origin, to be added to every instance. */
  originX: number
  originY: number
}
