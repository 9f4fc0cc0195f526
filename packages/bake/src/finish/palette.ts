/** Fewer colours over all frames, with or without dither, and alpha on or off. */
import { compilePalette, nearestIn, parseColour } from '@gliv/base'
import type { ShipValues } from '@gliv/model'
import { createImage, type Image, quantized } from '@gliv/pixels'

type Colours = ShipValues<'colours'>

/** Texels looked at when colours are chosen, in all frames together. */
const LOOKED_AT = 1 << 20

/** Filled texels of all frames, evenly thinned, opaque. */
const sampleOf = (images: readonly Image[]): Uint8Array => {
  const filled = images.reduce((n, { data }) => {
    for (let o = 3; o < data.length; o += 4) if (data[o]! > 0) n++
    return n
  }, 0)
  const step = Math.max(1, Math.ceil(filled / LOOKED_AT))
  const out = new Uint8Array(Math.ceil(filled / step) * 4)
  let [seen, n] = [0, 0]
  for (const { data } of images)
    for (let o = 0; o < data.length; o += 4)
      if (data[o + 3]! > 0 && seen++ % step === 0) {
        out.set([data[o]!, data[o + 1]!, data[o + 2]!, 255], n)
        n += 4
      }
  return out.subarray(0, n)
}

/** The colours that frames may have; null: all. @param palette of the kit, already looked up */
export const coloursFor = (
  images: readonly Image[],
  { colours }: Colours,
  palette: readonly string[] | null,
): readonly string[] | null => {
  if (palette) return colours === null ? palette : palette.slice(0, colours)
  if (colours === null) return null
  const sample = sampleOf(images)
  return sample.length === 0 ? [] : quantized(sample, colours)
}

/** Ordered thresholds in a square of four (Bayer), −½ to ½. */
const ORDERED = [0, 8, 2, 10, 12, 4, 14, 6, 3, 11, 1, 9, 15, 7, 13, 5].map((v) => (v + 0.5) / 16 - 0.5)

/** Shares of an error that go right, and down left, down, down right (Floyd and Steinberg). */
const [RIGHT, DOWN_LEFT, DOWN, DOWN_RIGHT] = [7 / 16, 3 / 16, 5 / 16, 1 / 16]

const clamped = (value: number): number => (value < 0 ? 0 : value > 255 ? 255 : value)

type Nearest = (r: number, g: number, b: number) => number

/** The nearest colour as r · 2¹⁶ + g · 2⁸ + b, by distance in OKLab; each question is answered once. */
const nearestOf = (colours: readonly string[]): Nearest => {
  const palette = compilePalette(colours)
  const packed = colours.map((colour) => Number.parseInt(colour.slice(1), 16))
  const known = new Map<number, number>()
  return (r, g, b) => {
    const key = (r << 16) | (g << 8) | b
    const found = known.get(key)
    if (found !== undefined) return found
    const value = packed[nearestIn(palette, [r, g, b])]!
    known.set(key, value)
    return value
  }
}

/** Mean distance between neighbours of a palette on the three channels, 0 to 255: how far a dither reaches. */
const reachOf = (colours: readonly string[]): number => {
  const all = colours.map((colour) => parseColour(colour))
  const distances = all.map((a, i) =>
    Math.min(...all.map((b, j) => (i === j ? Infinity : Math.max(...a.map((v, k) => Math.abs(v - b[k]!)))))),
  )
  const finite = distances.filter((d) => Number.isFinite(d))
  return finite.length === 0 ? 0 : finite.reduce((a, b) => a + b, 0) / finite.length
}

/** Errors of the row that is worked on and of the next, three channels a pixel. */
const spread = (errors: Float64Array, x: number, width: number, c: number, error: number): void => {
  const row = (width + 2) * 3
  const at = (x + 1) * 3 + c
  errors[at + 3]! += error * RIGHT
  errors[row + at - 3]! += error * DOWN_LEFT
  errors[row + at]! += error * DOWN
  errors[row + at + 3]! += error * DOWN_RIGHT
}

const diffuse = (image: Image, nearest: Nearest): Image => {
  const { width, height, data } = image
  const out = createImage(width, height)
  const row = (width + 2) * 3
  const errors = new Float64Array(row * 2)
  for (let y = 0; y < height; y++) {
    errors.copyWithin(0, row)
    errors.fill(0, row)
    for (let x = 0; x < width; x++) {
      const o = (y * width + x) * 4
      if (data[o + 3] === 0) continue
      const want = [0, 1, 2].map((c) => clamped(data[o + c]! + errors[(x + 1) * 3 + c]!))
      const value = nearest(Math.round(want[0]!), Math.round(want[1]!), Math.round(want[2]!))
      for (let c = 0; c < 3; c++) {
        out.data[o + c] = (value >> (16 - 8 * c)) & 255
        spread(errors, x, width, c, want[c]! - out.data[o + c]!)
      }
      out.data[o + 3] = data[o + 3]!
    }
  }
  return out
}

/** Moves by a pattern that is fixed to the frame, so that it does not crawl. */
const ordered = (image: Image, nearest: Nearest, reach: number, left: number, top: number): Image => {
  const { width, data } = image
  const out = createImage(width, image.height)
  for (let o = 0, i = 0; o < data.length; o += 4, i++) {
    if (data[o + 3] === 0) continue
    const [x, y] = [(i % width) + left, Math.floor(i / width) + top]
    const move = reach === 0 ? 0 : ORDERED[(y & 3) * 4 + (x & 3)]! * reach
    const at = (c: number): number => Math.round(clamped(data[o + c]! + move))
    const value = nearest(at(0), at(1), at(2))
    out.data[o] = value >> 16
    out.data[o + 1] = (value >> 8) & 255
    out.data[o + 2] = value & 255
    out.data[o + 3] = data[o + 3]!
  }
  return out
}

const hardened = (image: Image): Image => {
  const out = createImage(image.width, image.height)
  for (let o = 0; o < out.data.length; o += 4)
    if (image.data[o + 3]! >= 128) {
      out.data.set(image.data.subarray(o, o + 3), o)
      out.data[o + 3] = 255
    }
  return out
}

/** A way to bring pictures down to colours. @param left, top where the picture lies in its frame, px */
export type Reduce = (image: Image, left: number, top: number) => Image

/** How pictures are reduced. @param colours null: they keep theirs */
export const reducer = (choice: Colours, colours: readonly string[] | null): Reduce => {
  const hard = choice.hardAlpha ? hardened : (image: Image) => image
  if (colours === null || colours.length === 0) return hard
  const nearest = nearestOf(colours)
  if (choice.dither === 'diffused') return (image) => diffuse(hard(image), nearest)
  const reach = choice.dither === 'ordered' ? reachOf(colours) : 0
  return (image, left, top) => ordered(hard(image), nearest, reach, left, top)
}

/** How many different colours filled texels have, in all pictures together. */
export const countColours = (images: readonly Image[]): number => {
  const seen = new Uint8Array(1 << 21)
  let n = 0
  for (const { data } of images)
    for (let o = 0; o < data.length; o += 4) {
      if (data[o + 3] === 0) continue
      const key = (data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!
      const bit = 1 << (key & 7)
      if (seen[key >> 3]! & bit) continue
      seen[key >> 3]! |= bit
      n++
    }
  return n
}
