/**
 * The software canvas: premultiplied RGBA with 16 bits a channel, 1/128 of an 8-bit step each, so that many
 * faint
 * layers do not band. Light-adding blends may raise colour above alpha; `toStraight` says what becomes of
 * that.
 */

/** Full intensity. Its square stays below 2^31, so products are exact integers. */
export const ONE = 255 * 128

/** Pixels in premultiplied RGBA with 16 bits a channel, row by row (decision 0006). */
export interface Canvas {
  readonly width: number
  readonly height: number
  readonly data: Uint16Array
}

/** A transparent canvas of so many whole pixels. */
export const createCanvas = (width: number, height: number): Canvas => ({
  width,
  height,
  data: new Uint16Array(width * height * 4),
})

/** Fills with an opaque colour, channels 0 to 255, or clears to transparent when none is given. */
export const fill = (canvas: Canvas, colour?: readonly [number, number, number]): void => {
  if (!colour) {
    canvas.data.fill(0)
    return
  }
  const { data } = canvas
  for (let o = 0; o < data.length; o += 4) {
    data[o] = colour[0] * 128
    data[o + 1] = colour[1] * 128
    data[o + 2] = colour[2] * 128
    data[o + 3] = ONE
  }
}

/**
 * To straight-alpha RGBA8. Rule for added light on a transparent ground: where a colour channel exceeds
 * alpha, alpha is
 * raised to the brightest channel, so that the pixel keeps its light when it is drawn over black.
 */
export const toStraight = (canvas: Canvas): Uint8Array<ArrayBuffer> => {
  const { data } = canvas
  const out = new Uint8Array(data.length)
  for (let o = 0; o < data.length; o += 4) {
    const r = data[o]!
    const g = data[o + 1]!
    const b = data[o + 2]!
    const a = Math.max(data[o + 3]!, r, g, b)
    if (a === 0) continue
    out[o] = (r * 255) / a + 0.5
    out[o + 1] = (g * 255) / a + 0.5
    out[o + 2] = (b * 255) / a + 0.5
    out[o + 3] = (a + 64) >> 7
  }
  return out
}
