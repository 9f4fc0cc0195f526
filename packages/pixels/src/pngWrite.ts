/** Writing PNG: ours, because it has to be fast and give the same bytes everywhere. */
import { crc32, joined, PNG_SIGNATURE } from '@gliv/base'
import { zlibSync } from 'fflate'
import type { Image } from './image.ts'

/** length · type · data · checksum of type and data */
const chunk = (type: string, data: Uint8Array): Uint8Array => {
  const out = new Uint8Array(12 + data.length)
  const view = new DataView(out.buffer)
  view.setUint32(0, data.length)
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i)
  out.set(data, 8)
  view.setUint32(8 + data.length, crc32(out.subarray(4, 8 + data.length)))
  return out
}

const header = (width: number, height: number, colourType: 3 | 6): Uint8Array => {
  const data = new Uint8Array(13)
  const view = new DataView(data.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  data[8] = 8 // bits a channel, or an index
  data[9] = colourType // 6: truecolour with alpha, 3: indices into a palette
  return data // compression 0, filter 0, not interlaced
}

/** Each row is stored as its difference to the row above (filter 2). */
const filterUp = ({ width, height, data }: Image): Uint8Array => {
  const row = width * 4
  const out = new Uint8Array((row + 1) * height)
  for (let y = 0; y < height; y++) {
    const o = y * (row + 1)
    out[o] = 2
    for (let x = 0; x < row; x++) out[o + 1 + x] = data[y * row + x]! - (y > 0 ? data[(y - 1) * row + x]! : 0)
  }
  return out
}

/** Packs bytes as a zlib stream (RFC 1950). */
export type Deflate = (bytes: Uint8Array) => Uint8Array | Promise<Uint8Array>

const ownDeflate = (bytes: Uint8Array): Uint8Array => zlibSync(bytes, { level: 6 })

/** A picture as PNG stores it, before it is packed. */
interface Rows {
  /** Chunks before the picture's own. */
  readonly head: readonly Uint8Array[]
  readonly rows: Uint8Array
}

const trueColour = (image: Image): Rows => ({
  head: [chunk('IHDR', header(image.width, image.height, 6))],
  rows: filterUp(image),
})

/** Indices into at most 256 colours with alpha, in the order in which they appear; null when there are more. */
const indexed = ({ width, height, data }: Image): Rows | null => {
  const pixels = new Uint32Array(data.buffer, data.byteOffset, width * height)
  const known = new Map<number, number>()
  const rows = new Uint8Array((width + 1) * height)
  for (let i = 0; i < pixels.length; i++) {
    let index = known.get(pixels[i]!)
    if (index === undefined) {
      if (known.size === 256) return null
      known.set(pixels[i]!, (index = known.size))
    }
    rows[i + Math.floor(i / width) + 1] = index
  }
  const palette = new Uint8Array(known.size * 3)
  const alphas = new Uint8Array(known.size)
  for (const [pixel, index] of known) {
    // Bytes of a pixel are red, green, blue, alpha, and machines of today store the lowest first.
    palette.set([pixel & 255, (pixel >>> 8) & 255, (pixel >>> 16) & 255], index * 3)
    alphas[index] = pixel >>> 24
  }
  return {
    head: [chunk('IHDR', header(width, height, 3)), chunk('PLTE', palette), chunk('tRNS', alphas)],
    rows,
  }
}

const pngOf = ({ head }: Rows, packed: Uint8Array): Uint8Array =>
  joined([Uint8Array.from(PNG_SIGNATURE), ...head, chunk('IDAT', packed), chunk('IEND', new Uint8Array(0))])

/** Same picture, same bytes. */
export const encodePng = (image: Image): Uint8Array => {
  const rows = trueColour(image)
  return pngOf(rows, ownDeflate(rows.rows))
}

/** A picture as PNG, packed by `deflate`; pictures of at most 256 colours as indices into them. */
export const packPng = async (image: Image, deflate: Deflate): Promise<Uint8Array> => {
  const rows = indexed(image) ?? trueColour(image)
  return pngOf(rows, await deflate(rows.rows))
}

const u32 = (...values: readonly number[]): Uint8Array => {
  const data = new Uint8Array(values.length * 4)
  values.forEach((value, k) => new DataView(data.buffer).setUint32(k * 4, value))
  return data
}

/** Milliseconds are exact enough for any clip. */
const MS = 1000

/** fcTL: number, size, no offset, how long it stays; each picture takes the place of the one before. */
const control = (sequence: number, { width, height }: Image, seconds: number): Uint8Array => {
  const tail = new Uint8Array(6)
  const view = new DataView(tail.buffer)
  view.setUint16(0, Math.min(65_535, Math.max(1, Math.round(seconds * MS))))
  view.setUint16(2, MS)
  return chunk('fcTL', joined([u32(sequence, width, height, 0, 0), tail]))
}

const apngOf = (
  images: readonly [Image, ...Image[]],
  seconds: readonly number[],
  packed: readonly Uint8Array[],
): Uint8Array => {
  const [first] = images
  const parts = [
    Uint8Array.from(PNG_SIGNATURE),
    chunk('IHDR', header(first.width, first.height, 6)),
    chunk('acTL', u32(images.length, 0)),
  ]
  let sequence = 0
  images.forEach((image, k) => {
    parts.push(control(sequence++, image, seconds[k] ?? 0.1))
    parts.push(k === 0 ? chunk('IDAT', packed[k]!) : chunk('fdAT', joined([u32(sequence++), packed[k]!])))
  })
  parts.push(chunk('IEND', new Uint8Array(0)))
  return joined(parts)
}

/**
 * Pictures of one size as an animated PNG that plays again and again (the APNG extension of PNG).
 * @param seconds how long each stays
 */
export const encodeApng = (images: readonly [Image, ...Image[]], seconds: readonly number[]): Uint8Array =>
  apngOf(
    images,
    seconds,
    images.map((image) => ownDeflate(filterUp(image))),
  )

const packed = async (images: readonly Image[], deflate: Deflate): Promise<Uint8Array[]> => {
  const all: Uint8Array[] = []
  for (const image of images) all.push(await deflate(filterUp(image)))
  return all
}

/** The same, packed by `deflate`. */
export const packApng = async (
  images: readonly [Image, ...Image[]],
  seconds: readonly number[],
  deflate: Deflate,
): Promise<Uint8Array> => apngOf(images, seconds, await packed(images, deflate))
