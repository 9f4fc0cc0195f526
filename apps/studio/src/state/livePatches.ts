/** A frame while it is being drawn, on its way to the running effect. Lifetime: moment; nothing is kept. */
import type { Image } from '@gliv/pixels'

export interface LivePatch {
  readonly sheet: string
  /** Texels of the sheet. */
  readonly x: number
  readonly y: number
  readonly image: Image
}

const listeners = new Set<(patch: LivePatch) => void>()

export const publishPatch = (patch: LivePatch): void => {
  for (const listener of listeners) listener(patch)
}

export const onPatch = (listener: (patch: LivePatch) => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** As textures want it. */
export const premultiplied = ({ data }: Image): Uint8ClampedArray<ArrayBuffer> => {
  const out = new Uint8ClampedArray(data.length)
  for (let o = 0; o < data.length; o += 4) {
    const alpha = data[o + 3]!
    for (let c = 0; c < 3; c++) out[o + c] = Math.round((data[o + c]! * alpha) / 255)
    out[o + 3] = alpha
  }
  return out
}
