import type { Sampling } from '@gliv/model'

/** A sheet as the compositor wants it: premultiplied channels, 0 to 255, unrounded. */
export interface PaintSheet {
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
  readonly texels: Float32Array
}

/** From straight-alpha RGBA8. */
export const prepareSheet = (
  width: number,
  height: number,
  rgba: Uint8Array,
  sampling: Sampling,
): PaintSheet => {
  const texels = new Float32Array(rgba.length)
  for (let o = 0; o < rgba.length; o += 4) {
    const a = rgba[o + 3]!
    texels[o] = (rgba[o]! * a) / 255
    texels[o + 1] = (rgba[o + 1]! * a) / 255
    texels[o + 2] = (rgba[o + 2]! * a) / 255
    texels[o + 3] = a
  }
  return { width, height, sampling, texels }
}
