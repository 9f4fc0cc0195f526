/**
 * A PNG's chunks and sizes, looked through before anything is unpacked: cut files and absurd sizes are
 * refused in words.
 */
import { isPng } from '@gliv/base'

/** Limits of what is read; larger pictures would have to be held several times. */
export const PICTURE_LIMITS = {
  bytes: 64 * 1024 * 1024,
  side: 8192,
  pixels: 8192 * 8192,
  frames: 1024,
} as const

/** A file that is not read, with the reason and what to do. */
export class PictureError extends Error {
  override readonly name = 'PictureError'
}

/** Refuses sizes over the limits. `frames` pictures of this size are going to be held. */
export const refuseSize = (width: number, height: number, frames = 1): void => {
  const side = Math.max(width, height)
  if (Math.min(width, height) < 1)
    throw new PictureError(
      `The picture says it is ${width} × ${height}; each side must be 1 pixel or more; save it again`,
    )
  if (side > PICTURE_LIMITS.side)
    throw new PictureError(
      `The picture is ${side} pixels on a side; at most ${PICTURE_LIMITS.side} are read; make it smaller`,
    )
  if (frames > PICTURE_LIMITS.frames)
    throw new PictureError(
      `The picture has ${frames} frames; at most ${PICTURE_LIMITS.frames} are read; leave some out`,
    )
  if (width * height * frames > PICTURE_LIMITS.pixels)
    throw new PictureError(
      `${frames} frames of ${width} × ${height} are more than ${PICTURE_LIMITS.pixels} pixels together; make them smaller or fewer`,
    )
}

export interface PngFacts {
  readonly width: number
  readonly height: number
  readonly depth: number
  /** 0 grey, 2 RGB, 3 indexed, 4 grey with alpha, 6 RGB with alpha. */
  readonly colourType: number
  readonly interlaced: boolean
}

/** Samples a pixel by colour type. */
export const CHANNELS: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }
/** Allowed bits a channel by colour type, from the specification's table 11.1. */
const DEPTHS: Readonly<Record<number, readonly number[]>> = {
  0: [1, 2, 4, 8, 16],
  2: [8, 16],
  3: [1, 2, 4, 8],
  4: [8, 16],
  6: [8, 16],
}

export const CUT = 'The PNG is cut short or damaged; save it again'

export interface Chunk {
  readonly type: string
  readonly data: Uint8Array
}

export const chunksOf = (bytes: Uint8Array): Chunk[] => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const chunks: Chunk[] = []
  for (let at = 8; at < bytes.length;) {
    if (at + 12 > bytes.length) throw new PictureError(CUT)
    const length = view.getUint32(at)
    if (at + 12 + length > bytes.length) throw new PictureError(CUT)
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    chunks.push({ type, data: bytes.subarray(at + 8, at + 8 + length) })
    if (type === 'IEND') return chunks
    at += 12 + length
  }
  throw new PictureError(CUT)
}

/** Size and form of a PNG by its header. Throws `PictureError` for what cannot be. */
export const pngFacts = (bytes: Uint8Array): PngFacts => {
  if (!isPng(bytes) || bytes.length < 33) throw new PictureError(CUT)
  const header = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [width, height] = [header.getUint32(16), header.getUint32(20)]
  refuseSize(width, height)
  const [depth, colourType] = [bytes[24]!, bytes[25]!]
  if (!DEPTHS[colourType]?.includes(depth))
    throw new PictureError(
      `The PNG says ${depth} bits in colour type ${colourType}, which does not exist; save it again`,
    )
  return { width, height, depth, colourType, interlaced: bytes[28] === 1 }
}
