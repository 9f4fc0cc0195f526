/**
 * Picture files to frames: PNG, animated PNG and GIF here, other kinds by the platform. Runs in a worker or
 * in Node.
 */
import { isPng } from '@gliv/base'
import { GifReader } from 'omggif'
import { createImage, type Image } from './image.ts'
import { gifIndices, interlacedRows } from './lzw.ts'
import { PICTURE_LIMITS, PictureError, refuseSize } from './pngCheck.ts'
import { decodeApng } from './pngRead.ts'

/** A picture file's frames, all of one size; a still picture has one. */
export interface DecodedPicture {
  readonly frames: readonly Image[]
  /** How long each frame is shown; 0 for a still picture. */
  readonly seconds: readonly number[]
}

const startsWith = (bytes: Uint8Array, text: string, at = 0): boolean =>
  [...text].every((c, i) => bytes[at + i] === c.charCodeAt(0))

/** Kinds of picture files, told apart by what they begin with, never by their names. */
export const PICTURE_KINDS = {
  png: isPng,
  gif: (bytes) => startsWith(bytes, 'GIF87a') || startsWith(bytes, 'GIF89a'),
  webp: (bytes) => startsWith(bytes, 'RIFF') && startsWith(bytes, 'WEBP', 8),
  jpeg: (bytes) => bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff,
  svg: (bytes) =>
    /^\s*(<\?xml[^>]*\?>)?\s*(<!--[\s\S]*?-->\s*)*(<!DOCTYPE svg[^>]*>)?\s*(<!--[\s\S]*?-->\s*)*<svg[\s>]/i.test(
      String.fromCharCode(...bytes.subarray(bytes[0] === 0xef ? 3 : 0, 2048)),
    ),
} as const satisfies Record<string, (bytes: Uint8Array) => boolean>
/** Name of a picture form that is read; see `PICTURE_KINDS`. */
export type PictureKind = keyof typeof PICTURE_KINDS

/** What a file is, or null. */
export const pictureKind = (bytes: Uint8Array): PictureKind | null =>
  (Object.keys(PICTURE_KINDS) as PictureKind[]).find((kind) => PICTURE_KINDS[kind](bytes)) ?? null

/** Refuses files that are too large, or no pictures. */
export const checkFile = (bytes: Uint8Array): PictureKind => {
  if (bytes.length > PICTURE_LIMITS.bytes)
    throw new PictureError(
      `The file has ${bytes.length} bytes; at most ${PICTURE_LIMITS.bytes} are read; make the picture smaller`,
    )
  const kind = pictureKind(bytes)
  if (!kind)
    throw new PictureError('This is no picture that Gliv reads; use PNG, APNG, GIF, WebP, JPEG or SVG')
  return kind
}

/** Delays under this many hundredths are shown as a tenth of a second, as browsers do. */
const SHORTEST_DELAY = 2

type FrameInfo = ReturnType<GifReader['frameInfo']> & {
  readonly palette_offset: number | null
  readonly data_offset: number
  readonly transparent_index: number | null
  readonly interlaced: boolean
}

/** Draws a frame's opaque pixels; the package's own way loops for ever on some streams. */
const blitFrame = (
  bytes: Uint8Array,
  frame: ReturnType<GifReader['frameInfo']>,
  canvas: Uint8Array,
  canvasWidth: number,
): void => {
  const {
    x,
    y,
    width,
    height,
    palette_offset: palette,
    data_offset: data,
    transparent_index: clear,
    interlaced,
  } = frame as FrameInfo
  if (palette === null) throw new PictureError('A frame of the GIF has no colours; save it again')
  const indices = gifIndices(bytes, data, width * height)
  const rows = interlaced ? interlacedRows(height) : null
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const index = indices[row * width + column]!
      if (index === clear) continue
      const to = ((y + (rows ? rows[row]! : row)) * canvasWidth + x + column) * 4
      canvas[to] = bytes[palette + index * 3] ?? 0
      canvas[to + 1] = bytes[palette + index * 3 + 1] ?? 0
      canvas[to + 2] = bytes[palette + index * 3 + 2] ?? 0
      canvas[to + 3] = 255
    }
}

const decodeGif = (bytes: Uint8Array): DecodedPicture => {
  const reader = new GifReader(bytes)
  const { width, height } = reader
  const count = reader.numFrames()
  if (count < 1) throw new PictureError('The GIF has no picture in it; save it again')
  refuseSize(width, height, count)
  const frames: Image[] = []
  const seconds: number[] = []
  const canvas = new Uint8Array(width * height * 4)
  for (let k = 0; k < count; k++) {
    const info = reader.frameInfo(k)
    const { x, y, width: w, height: h, disposal, delay } = info
    if (x + w > width || y + h > height)
      throw new PictureError(`Frame ${k + 1} of the GIF lies outside its picture; save it again`)
    const before = disposal === 3 ? canvas.slice() : null
    blitFrame(bytes, info, canvas, width)
    const frame = createImage(width, height)
    frame.data.set(canvas)
    frames.push(frame)
    seconds.push((delay < SHORTEST_DELAY ? 10 : delay) / 100)
    if (before) canvas.set(before)
    else if (disposal === 2)
      for (let row = y; row < y + h; row++) canvas.fill(0, (row * width + x) * 4, (row * width + x + w) * 4)
  }
  return { frames, seconds: count > 1 ? seconds : [0] }
}

const DECODERS: Readonly<Partial<Record<PictureKind, (bytes: Uint8Array) => DecodedPicture>>> = {
  png: decodeApng,
  gif: decodeGif,
}

/** Whether `decodePicture` reads this kind; the others need a browser. */
export const isDecoded = (kind: PictureKind): boolean => kind in DECODERS

/** PNG, APNG or GIF to frames. Throws `PictureError` in words. */
export const decodePicture = (bytes: Uint8Array): DecodedPicture => {
  const kind = checkFile(bytes)
  const decoder = DECODERS[kind]
  if (!decoder) throw new PictureError(`A ${kind} picture is read in the studio only; save it as PNG`)
  try {
    return decoder(bytes)
  } catch (error) {
    if (error instanceof PictureError) throw error
    throw new PictureError(
      `The ${kind.toUpperCase()} is damaged (${error instanceof Error ? error.message : String(error)}); save it again`,
    )
  }
}
