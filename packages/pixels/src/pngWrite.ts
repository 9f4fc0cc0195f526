/** Writing PNG: ours, because it has to be fast and give the same bytes everywhere. */
import { crc32, PNG_SIGNATURE } from '@gliv/base'
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

const header = (width: number, height: number): Uint8Array => {
  const data = new Uint8Array(13)
  const view = new DataView(data.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  data[8] = 8 // bits a channel
  data[9] = 6 // truecolour with alpha
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

const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}

const pixelsOf = (image: Image): Uint8Array => zlibSync(filterUp(image), { level: 6 })

/** Same picture, same bytes. */
export const encodePng = (image: Image): Uint8Array =>
  joined([
    Uint8Array.from(PNG_SIGNATURE),
    chunk('IHDR', header(image.width, image.height)),
    chunk('IDAT', pixelsOf(image)),
    chunk('IEND', new Uint8Array(0)),
  ])

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

/**
 * Pictures of one size as an animated PNG that plays again and again (the APNG extension of PNG).
 * @param seconds how long each stays
 */
export const encodeApng = (images: readonly [Image, ...Image[]], seconds: readonly number[]): Uint8Array => {
  const [first] = images
  const parts = [
    Uint8Array.from(PNG_SIGNATURE),
    chunk('IHDR', header(first.width, first.height)),
    chunk('acTL', u32(images.length, 0)),
  ]
  let sequence = 0
  images.forEach((image, k) => {
    parts.push(control(sequence++, image, seconds[k] ?? 0.1))
    parts.push(
      k === 0 ? chunk('IDAT', pixelsOf(image)) : chunk('fdAT', joined([u32(sequence++), pixelsOf(image)])),
    )
  })
  parts.push(chunk('IEND', new Uint8Array(0)))
  return joined(parts)
}
