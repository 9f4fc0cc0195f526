/**
 * Reading PNG and animated PNG, of every form that the specification (second and third edition) names, to
 * straight-alpha
 * RGBA8. Unpacking is a package's work; the rows are ours, see docs/decisions/0018.
 */
import { Unzlib } from 'fflate'
import { createImage, type Image } from './image.ts'
import {
  type Chunk,
  CHANNELS,
  chunksOf,
  CUT,
  PictureError,
  pngFacts,
  type PngFacts,
  refuseSize,
} from './pngCheck.ts'

/** Where the pixels of a pass lie: first column and row, steps. */
const WHOLE = [[0, 0, 1, 1]] as const
/** Adam7, section 8.2. */
const ADAM7 = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const

const rowBytes = (width: number, { depth, colourType }: PngFacts): number =>
  Math.ceil((width * depth * CHANNELS[colourType]!) / 8)

interface Pass {
  readonly x: number
  readonly y: number
  readonly dx: number
  readonly dy: number
  readonly columns: number
  readonly rows: number
}

const passesOf = ({ width, height, interlaced }: PngFacts): Pass[] =>
  (interlaced ? ADAM7 : WHOLE)
    .map(([x, y, dx, dy]) => ({
      x,
      y,
      dx,
      dy,
      columns: Math.ceil((width - x) / dx),
      rows: Math.ceil((height - y) / dy),
    }))
    .filter((pass) => pass.columns > 0 && pass.rows > 0)

/** Packed bytes are handed over in pieces of this size, so that data that swells is stopped early. */
const PIECE = 64 * 1024

/** Unpacks into exactly as many bytes as the picture's size asks for. */
const inflateExact = (parts: readonly Uint8Array[], expected: number): Uint8Array => {
  const out = new Uint8Array(expected)
  let got = 0
  const inflater = new Unzlib((piece) => {
    if (got + piece.length > expected)
      throw new PictureError(
        'The PNG unpacks to more than its size says; it is damaged or made to do harm, and was not read',
      )
    out.set(piece, got)
    got += piece.length
  })
  try {
    for (const part of parts)
      for (let at = 0; at < part.length; at += PIECE) inflater.push(part.subarray(at, at + PIECE), false)
  } catch (error) {
    throw error instanceof PictureError ? error : new PictureError(CUT)
  }
  if (got < expected) throw new PictureError(CUT)
  return out
}

/** The one of three that is nearest to a + b − c; the first of equals (section 9.4). */
const paeth = (a: number, b: number, c: number): number => {
  const [pa, pb, pc] = [Math.abs(b - c), Math.abs(a - c), Math.abs(a + b - 2 * c)]
  if (pa <= pb && pa <= pc) return a
  return pb <= pc ? b : c
}

/** Each takes one filter of a row back, in place; `above` is zeros for the first row. */
const UNFILTERS: readonly ((row: Uint8Array, above: Uint8Array, step: number) => void)[] = [
  () => undefined,
  (row, _above, step) => {
    for (let i = step; i < row.length; i++) row[i]! += row[i - step]!
  },
  (row, above) => {
    for (let i = 0; i < row.length; i++) row[i]! += above[i]!
  },
  (row, above, step) => {
    for (let i = 0; i < row.length; i++) row[i]! += ((i >= step ? row[i - step]! : 0) + above[i]!) >> 1
  },
  (row, above, step) => {
    for (let i = 0; i < step && i < row.length; i++) row[i]! += above[i]!
    for (let i = step; i < row.length; i++) row[i]! += paeth(row[i - step]!, above[i]!, above[i - step]!)
  },
]

/**
 * Takes the filter of one row back, in place (section 9.2). `above` is null for the first row; `step` bytes a
 * pixel, at least one.
 */
const unfilter = (kind: number, row: Uint8Array, above: Uint8Array | null, step: number): void => {
  const take = UNFILTERS[kind]
  if (!take) throw new PictureError(CUT)
  take(row, above ?? new Uint8Array(row.length), step)
}

/** Palette and the colour that stands for transparent, as the chunks say. */
interface Colours {
  readonly palette: Uint8Array | null
  readonly clear: Uint8Array | null
}

/** 16 bits are cut to their upper 8; fewer than 8 are spread over the whole range. */
const toByte = (value: number, depth: number): number =>
  depth === 16 ? value >> 8 : depth === 8 ? value : Math.round((value * 255) / ((1 << depth) - 1))

/** Sample k of a row; fewer than 8 bits lie packed from the highest bit. */
const sampleAt = (row: Uint8Array, k: number, depth: number): number => {
  if (depth === 8) return row[k]!
  if (depth === 16) return (row[2 * k]! << 8) | row[2 * k + 1]!
  const bit = k * depth
  return (row[bit >> 3]! >> (8 - depth - (bit & 7))) & ((1 << depth) - 1)
}

const indexed = (
  row: Uint8Array,
  i: number,
  { depth }: PngFacts,
  { palette, clear }: Colours,
  data: Uint8Array,
  o: number,
): void => {
  const index = sampleAt(row, i, depth)
  if (!palette || index * 3 + 2 >= palette.length)
    throw new PictureError(
      `The picture names colour ${index}, but its palette has ${palette ? palette.length / 3 : 0}; save it again`,
    )
  for (let c = 0; c < 3; c++) data[o + c] = palette[index * 3 + c]!
  data[o + 3] = clear && index < clear.length ? clear[index]! : 255
}

const direct = (
  row: Uint8Array,
  i: number,
  { depth, colourType }: PngFacts,
  { clear }: Colours,
  data: Uint8Array,
  o: number,
): void => {
  const channels = CHANNELS[colourType]!
  const colours = channels < 3 ? 1 : 3
  let same = clear !== null && clear.length >= colours * 2
  for (let c = 0; c < 3; c++) {
    const k = colours === 1 ? 0 : c
    const value = sampleAt(row, i * channels + k, depth)
    data[o + c] = toByte(value, depth)
    if (same && ((clear![2 * k]! << 8) | clear![2 * k + 1]!) !== value) same = false
  }
  data[o + 3] =
    channels === 2 || channels === 4
      ? toByte(sampleAt(row, i * channels + channels - 1, depth), depth)
      : same
        ? 0
        : 255
}

/** One picture's packed data to pixels. */
const readData = (facts: PngFacts, colours: Colours, parts: readonly Uint8Array[]): Image => {
  const passes = passesOf(facts)
  const raw = inflateExact(
    parts,
    passes.reduce((sum, p) => sum + p.rows * (1 + rowBytes(p.columns, facts)), 0),
  )
  const image = createImage(facts.width, facts.height)
  const step = Math.max(1, (facts.depth * CHANNELS[facts.colourType]!) >> 3)
  const plain = facts.depth === 8 && facts.colourType === 6
  const put = facts.colourType === 3 ? indexed : direct
  let at = 0
  for (const pass of passes) {
    const length = rowBytes(pass.columns, facts)
    let above: Uint8Array | null = null
    for (let r = 0; r < pass.rows; r++) {
      const row = raw.subarray(at + 1, at + 1 + length)
      unfilter(raw[at]!, row, above, step)
      at += 1 + length
      above = row
      const start = (pass.y + r * pass.dy) * facts.width + pass.x
      if (plain && pass.dx === 1) image.data.set(row, start * 4)
      else
        for (let i = 0; i < pass.columns; i++)
          put(row, i, facts, colours, image.data, (start + i * pass.dx) * 4)
    }
  }
  return image
}

const coloursOf = (chunks: readonly Chunk[]): Colours => ({
  palette: chunks.find((c) => c.type === 'PLTE')?.data ?? null,
  clear: chunks.find((c) => c.type === 'tRNS')?.data ?? null,
})

/**
 * Any PNG to straight-alpha RGBA8: its still picture. Throws `PictureError` for what is broken or too large.
 */
export const decodePng = (bytes: Uint8Array): Image => {
  const facts = pngFacts(bytes)
  const chunks = chunksOf(bytes)
  return readData(
    facts,
    coloursOf(chunks),
    chunks.filter((c) => c.type === 'IDAT').map((c) => c.data),
  )
}

/** A frame of an animation as its control chunk says. */
interface Control {
  readonly x: number
  readonly y: number
  readonly facts: PngFacts
  readonly seconds: number
  readonly dispose: number
  readonly over: boolean
  readonly parts: Uint8Array[]
}

const controlOf = (data: Uint8Array, facts: PngFacts): Control => {
  if (data.length < 26) throw new PictureError(CUT)
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength)
  const [width, height, x, y] = [view.getUint32(4), view.getUint32(8), view.getUint32(12), view.getUint32(16)]
  if (width < 1 || height < 1 || x + width > facts.width || y + height > facts.height)
    throw new PictureError('A frame of the animated PNG lies outside its picture; save it again')
  const delay = view.getUint16(20) / (view.getUint16(22) || 100)
  return {
    x,
    y,
    facts: { ...facts, width, height },
    seconds: delay < 0.011 ? 0.1 : delay,
    dispose: data[24]!,
    over: data[25] === 1,
    parts: [],
  }
}

const controlsOf = (chunks: readonly Chunk[], facts: PngFacts): Control[] => {
  const controls: Control[] = []
  for (const { type, data } of chunks) {
    if (type === 'fcTL') {
      controls.push(controlOf(data, facts))
      refuseSize(facts.width, facts.height, controls.length)
    } else if (type === 'fdAT') controls.at(-1)?.parts.push(data.subarray(4))
    // The still picture belongs to the animation when a control comes before it.
    else if (type === 'IDAT') controls.at(-1)?.parts.push(data)
  }
  return controls.filter((c) => c.parts.length > 0)
}

/** A frame's pixels into the picture: in place of what is there, or over it (both with straight alpha). */
const compose = (frame: Image, onto: Image, { x, y, over }: Control): void => {
  for (let row = 0; row < frame.height; row++)
    for (let column = 0; column < frame.width; column++) {
      const [s, d] = [(row * frame.width + column) * 4, ((y + row) * onto.width + x + column) * 4]
      const a = frame.data[s + 3]! / 255
      const below = onto.data[d + 3]! / 255
      if (!over || a === 1 || below === 0) {
        if (!over || a > 0) for (let c = 0; c < 4; c++) onto.data[d + c] = frame.data[s + c]!
        continue
      }
      const alpha = a + below * (1 - a)
      for (let c = 0; c < 3; c++)
        onto.data[d + c] = Math.round((frame.data[s + c]! * a + onto.data[d + c]! * below * (1 - a)) / alpha)
      onto.data[d + 3] = Math.round(alpha * 255)
    }
}

const clearRect = (image: Image, { x, y, facts }: Control): void => {
  for (let row = y; row < y + facts.height; row++)
    image.data.fill(0, (row * image.width + x) * 4, (row * image.width + x + facts.width) * 4)
}

/** Whole frames of an animated PNG with their seconds; a still one has one frame of 0 s. */
export const decodeApng = (bytes: Uint8Array): { frames: Image[]; seconds: number[] } => {
  const facts = pngFacts(bytes)
  const chunks = chunksOf(bytes)
  const controls = chunks.some((c) => c.type === 'acTL') ? controlsOf(chunks, facts) : []
  if (controls.length < 2) return { frames: [decodePng(bytes)], seconds: [0] }
  const colours = coloursOf(chunks)
  const canvas = createImage(facts.width, facts.height)
  const frames = controls.map((control, i) => {
    const before = control.dispose === 2 && i > 0 ? canvas.data.slice() : null
    compose(readData(control.facts, colours, control.parts), canvas, control)
    const frame: Image = { ...canvas, data: canvas.data.slice() }
    if (before) canvas.data.set(before)
    else if (control.dispose > 0) clearRect(canvas, control)
    return frame
  })
  return { frames, seconds: controls.map((c) => c.seconds) }
}
