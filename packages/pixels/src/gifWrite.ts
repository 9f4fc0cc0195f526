/** Writing animated GIFs, by a library; each picture has 256 colours of its own. */
import * as gifenc from 'gifenc'
import type { Image } from './image.ts'

interface GifStream {
  writeFrame(
    index: Uint8Array,
    width: number,
    height: number,
    options: {
      palette: number[][]
      delay: number
      repeat: number
      transparent: boolean
      transparentIndex: number
      dispose: number
    },
  ): void
  finish(): void
  bytes(): Uint8Array
}

interface GifLibrary {
  GIFEncoder(): GifStream
  quantize(rgba: Uint8Array, colours: number): number[][]
  applyPalette(rgba: Uint8Array, palette: number[][]): Uint8Array
}

const library = (): GifLibrary =>
  ('quantize' in gifenc ? gifenc : (gifenc as { default: unknown }).default) as unknown as GifLibrary

/** Shortest time that viewers keep, ms. */
const SHORTEST_MS = 20

/** How a GIF is written. */
export interface GifChoice {
  /** It plays again and again; default true. */
  readonly loops?: boolean
  /** Told a share from 0 to 1. */
  readonly progress?: (share: number) => void
}

const CLEAR = [0, 0, 0]

/** Texels that are half there and more, as opaque ones. */
const solidTexels = (data: Uint8Array): Uint8Array => {
  const out = new Uint8Array(data.length)
  let n = 0
  for (let o = 0; o < data.length; o += 4)
    if (data[o + 3]! >= HALF) {
      out.set([data[o]!, data[o + 1]!, data[o + 2]!, 255], n)
      n += 4
    }
  return out.subarray(0, n)
}

/** Colours of one picture and an index for each texel; the last colour is none, where some are clear. */
const indexedColours = ({ data }: Image, { quantize, applyPalette }: GifLibrary) => {
  const solid = solidTexels(data)
  const transparent = solid.length < data.length
  const colours = solid.length === 0 ? [CLEAR] : quantize(solid, transparent ? 255 : 256)
  const index = applyPalette(data, colours)
  if (!transparent) return { palette: colours, index, transparent, transparentIndex: 0 }
  for (let i = 0; i < index.length; i++) if (data[i * 4 + 3]! < HALF) index[i] = colours.length
  return { palette: [...colours, CLEAR], index, transparent, transparentIndex: colours.length }
}

/** Alpha of a texel that counts as there. */
const HALF = 128

/**
 * Pictures of one size as a GIF; texels that are less than half there are clear.
 * @param seconds how long each stays; hundredths are kept, no less than 0.02
 */
export const encodeGif = (
  images: readonly Image[],
  seconds: readonly number[],
  { loops = true, progress = () => {} }: GifChoice = {},
): Uint8Array => {
  const gif = library()
  const stream = gif.GIFEncoder()
  // Hundredths of all times together are kept, so that an animation does not drift.
  let [told, due] = [0, 0]
  images.forEach((image, k) => {
    const { index, ...colours } = indexedColours(image, gif)
    due += Math.max(SHORTEST_MS, (seconds[k] ?? 0.1) * 1000)
    const delay = Math.max(SHORTEST_MS, Math.round((due - told) / 10) * 10)
    told += delay
    stream.writeFrame(index, image.width, image.height, {
      ...colours,
      delay,
      repeat: loops ? 0 : -1,
      dispose: colours.transparent ? 2 : 0,
    })
    progress((k + 1) / images.length)
  })
  stream.finish()
  return stream.bytes()
}
