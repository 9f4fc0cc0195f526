/** Frames as a film, by the browser's encoder. */
import type { Image } from '@gliv/pixels'
import { BufferTarget, CanvasSource, getFirstEncodableVideoCodec, Output, WebMOutputFormat } from 'mediabunny'

/** Bits a pixel and picture: soft sprites stay over 35 dB. */
const BITS_PER_PIXEL = 1.2
const LEAST_BITS = 2_000_000

const even = (px: number): number => Math.max(2, Math.ceil(px / 2) * 2)

/** Pictures of one size on a ground, each for its seconds. */
export const webmBytes = async (
  images: readonly Image[],
  seconds: readonly number[],
  ground: string,
): Promise<Uint8Array> => {
  const [{ width, height }] = images as [Image]
  const size = { width: even(width), height: even(height) }
  const codec = await getFirstEncodableVideoCodec(['vp9', 'vp8'], size)
  if (!codec) throw new Error('This browser encodes neither VP9 nor VP8; choose GIF or APNG')
  const canvas = new OffscreenCanvas(size.width, size.height)
  const context = canvas.getContext('2d')!
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  const length = seconds.reduce((sum, one) => sum + one, 0)
  const rate = images.length / Math.max(0.001, length)
  const source = new CanvasSource(canvas, {
    codec,
    bitrate: Math.max(LEAST_BITS, Math.round(size.width * size.height * rate * BITS_PER_PIXEL)),
  })
  output.addVideoTrack(source)
  await output.start()
  let at = 0
  for (const [k, image] of images.entries()) {
    const bitmap = await createImageBitmap(new ImageData(new Uint8ClampedArray(image.data), width, height))
    context.fillStyle = ground
    context.fillRect(0, 0, size.width, size.height)
    context.drawImage(bitmap, 0, 0)
    bitmap.close()
    await source.add(at, seconds[k]!)
    at += seconds[k]!
  }
  await output.finalize()
  return new Uint8Array(target.buffer!)
}
