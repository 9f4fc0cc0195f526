/** Writing animated GIFs, by a library; each picture has 256 colours of its own. */
import * as gifenc from 'gifenc'
import type { Image } from './image.ts'

interface GifStream {
  writeFrame(
    index: Uint8Array,
    width: number,
    height: number,
    options: { palette: number[][]; delay: number; repeat?: number },
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

/**
 * Opaque pictures of one size as a GIF that plays again and again.
 * @param seconds how long each stays; hundredths are kept, no less than 0.02
 * @param progress told a share from 0 to 1
 */
export const encodeGif = (
  images: readonly Image[],
  seconds: readonly number[],
  progress: (share: number) => void = () => {},
): Uint8Array => {
  const { GIFEncoder, quantize, applyPalette } = library()
  const stream = GIFEncoder()
  images.forEach(({ width, height, data }, k) => {
    const palette = quantize(data, 256)
    const delay = Math.max(SHORTEST_MS, (seconds[k] ?? 0.1) * 1000)
    stream.writeFrame(applyPalette(data, palette), width, height, { palette, delay, repeat: 0 })
    progress((k + 1) / images.length)
  })
  stream.finish()
  return stream.bytes()
}
