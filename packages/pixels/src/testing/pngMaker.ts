/** PNG files of any form for tests, written field by field. */
import { zlibSync } from 'fflate'

const crcOf = (bytes: Uint8Array): number => {
  let c = 0xffffffff
  for (const byte of bytes) {
    c ^= byte
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  }
  return (c ^ 0xffffffff) >>> 0
}

export const u32 = (...values: number[]): number[] =>
  values.flatMap((v) => [(v >>> 24) & 255, (v >>> 16) & 255, (v >>> 8) & 255, v & 255])
export const u16 = (...values: number[]): number[] => values.flatMap((v) => [(v >>> 8) & 255, v & 255])

export const chunkOf = (type: string, data: ArrayLike<number>): number[] => {
  const body = [...type].map((c) => c.charCodeAt(0)).concat(Array.from(data))
  return [...u32(data.length), ...body, ...u32(crcOf(Uint8Array.from(body)))]
}

export interface Form {
  readonly width: number
  readonly height: number
  readonly depth: number
  readonly colourType: number
  readonly interlaced?: boolean
}

const CHANNELS: Record<number, number> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }
const PASSES = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const

const paeth = (a: number, b: number, c: number): number => {
  const p = a + b - c
  const [pa, pb, pc] = [Math.abs(p - a), Math.abs(p - b), Math.abs(p - c)]
  return pa <= pb && pa <= pc ? a : pb <= pc ? b : c
}

/** A row under one of the five filters, its kind first. */
const filtered = (
  kind: number,
  row: readonly number[],
  above: readonly number[] | null,
  step: number,
): number[] => [
  kind,
  ...row.map((value, i) => {
    const [a, b, c] = [row[i - step] ?? 0, above?.[i] ?? 0, above?.[i - step] ?? 0]
    return (value - [0, a, b, (a + b) >> 1, paeth(a, b, c)][kind]!) & 255
  }),
]

/** Samples of one row (one number a channel) packed from the highest bit. */
const packedRow = (depth: number, samples: readonly number[]): number[] => {
  if (depth === 16) return u16(...samples)
  const out: number[] = []
  for (let i = 0; i < samples.length; i += 8 / depth) {
    let bits = 0
    for (let k = 0; k < 8 / depth; k++) bits = (bits << depth) | (samples[i + k] ?? 0)
    out.push(bits)
  }
  return out
}

/** All rows of a picture, each under another filter than the one before. */
export const rowsOf = (
  { width, height, depth, colourType, interlaced }: Form,
  sample: (x: number, y: number) => readonly number[],
): number[] => {
  const out: number[] = []
  const step = Math.max(1, (depth * CHANNELS[colourType]!) >> 3)
  let count = 0
  for (const [x0, y0, dx, dy] of interlaced ? PASSES : ([[0, 0, 1, 1]] as const)) {
    let above: number[] | null = null
    for (let y = y0; x0 < width && y < height; y += dy) {
      const samples: number[] = []
      for (let x = x0; x < width; x += dx) samples.push(...sample(x, y).slice(0, CHANNELS[colourType]))
      const row = packedRow(depth, samples)
      out.push(...filtered(count++ % 5, row, above, step))
      above = row
    }
  }
  return out
}

export const header = ({ width, height, depth, colourType, interlaced }: Form): number[] =>
  chunkOf('IHDR', [...u32(width, height), depth, colourType, 0, 0, interlaced ? 1 : 0])
export const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
export const pack = (rows: readonly number[]): Uint8Array => zlibSync(Uint8Array.from(rows))
export const END = chunkOf('IEND', [])

/** A PNG of any form; `more` goes between header and data (PLTE, tRNS). */
export const makePng = (
  form: Form,
  sample: (x: number, y: number) => readonly number[],
  more: readonly number[] = [],
): Uint8Array =>
  Uint8Array.from([
    ...SIGNATURE,
    ...header(form),
    ...more,
    ...chunkOf('IDAT', pack(rowsOf(form, sample))),
    ...END,
  ])

export interface AnimationFrame {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly dispose: 0 | 1 | 2
  readonly blend: 0 | 1
  readonly rgba: readonly number[]
}

/**
 * An animated PNG in 8-bit RGBA: each frame one colour in its rectangle. `hidden`: the default picture is not
 * part of it.
 */
export const makeApng = (
  width: number,
  height: number,
  frames: readonly AnimationFrame[],
  hidden = false,
): Uint8Array => {
  const form = (w: number, h: number): Form => ({ width: w, height: h, depth: 8, colourType: 6 })
  let sequence = 0
  const out = [...SIGNATURE, ...header(form(width, height)), ...chunkOf('acTL', u32(frames.length, 0))]
  if (hidden) out.push(...chunkOf('IDAT', pack(rowsOf(form(width, height), () => [9, 9, 9, 9]))))
  frames.forEach(({ x, y, w, h, dispose, blend, rgba }, i) => {
    out.push(...chunkOf('fcTL', [...u32(sequence++, w, h, x, y), ...u16(1, 10), dispose, blend]))
    const data = pack(rowsOf(form(w, h), () => rgba))
    out.push(...(i === 0 && !hidden ? chunkOf('IDAT', data) : chunkOf('fdAT', [...u32(sequence++), ...data])))
  })
  return Uint8Array.from([...out, ...END])
}
