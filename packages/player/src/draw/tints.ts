/**
 * Tinted and shifted frames for 2D canvases, which have no way to tint what is half transparent. Pixels are read once
 * a frame and coloured one by one; a picture that asks for too many new ones at once gets coarser ones.
 */
import { BoundedCache, pixelShiftInto } from '@gliv/base'
import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import { newCanvas } from './newCanvas.ts'
import type { RenderSheet } from './renderer.ts'

/** Tints are kept in steps of 4, which is at most 2 away from the exact one; of 32 where a picture is short of time. */
const STEP = 4
const COARSE_STEP = 32
/** New tints a picture before it is short of time, in pixels. */
const FRESH_PIXELS = 600_000
/** Pixels of tinted frames, and of frames that were read, that are kept: 32 and 8 MB. */
const KEPT_PIXELS = 8_000_000
const READ_PIXELS = 2_000_000
/** Tints of a frame: a key has so many places for them. */
const TINTS = 2 ** 21

/** Shifts of pixels are kept by hue in steps of 6°, by saturation and value in steps of a twentieth. */
const HUE_STEP = 6
const FACTOR_STEP = 0.05

type Canvas = HTMLCanvasElement | OffscreenCanvas

interface Shift {
  readonly hue: number
  readonly saturation: number
  readonly value: number
}

interface Read {
  readonly width: number
  readonly height: number
  readonly data: Uint8ClampedArray
}

const toStep = (value: number, step: number): number => Math.round(value / step) * step

const shiftAt = ({ shifts }: Frame, i: number): Shift => ({
  hue: toStep(shifts[i * 3]!, HUE_STEP) % 360,
  saturation: toStep(shifts[i * 3 + 1]!, FACTOR_STEP),
  value: toStep(shifts[i * 3 + 2]!, FACTOR_STEP),
})

const NO_SHIFT: Shift = { hue: 0, saturation: 1, value: 1 }

const matrix = new Float64Array(9)

const within = (channel: number): number => Math.min(255, Math.max(0, channel))

/** Shifts and tints pixels; straight colours. */
const colourInto = (
  { data }: Read,
  { hue, saturation, value }: Shift,
  red: number,
  green: number,
  blue: number,
  out: Uint8ClampedArray,
): void => {
  pixelShiftInto(hue, saturation, value, matrix)
  const [kr, kg, kb] = [red / 255, green / 255, blue / 255]
  for (let o = 0; o < data.length; o += 4) {
    const r = data[o]!
    const g = data[o + 1]!
    const b = data[o + 2]!
    out[o] = within(matrix[0]! * r + matrix[1]! * g + matrix[2]! * b) * kr
    out[o + 1] = within(matrix[3]! * r + matrix[4]! * g + matrix[5]! * b) * kg
    out[o + 2] = within(matrix[6]! * r + matrix[7]! * g + matrix[8]! * b) * kb
    out[o + 3] = data[o + 3]!
  }
}

const context2dOf = (canvas: Canvas, reads = false): CanvasRenderingContext2D =>
  canvas.getContext('2d', { willReadFrequently: reads }) as CanvasRenderingContext2D

export class Tints {
  readonly #kept: BoundedCache<string | number, Canvas>
  readonly #freshPixels: number
  readonly #read = new BoundedCache<number, Read>(READ_PIXELS, ({ width, height }) => width * height)
  /** Numbers of frames, by sheet and place. */
  readonly #frames = new Map<number, Map<number, number>>()
  #count = 0
  #fresh = 0

  /** @param kept pixels of tints that are kept @param fresh of new ones in a picture before they are coarse */
  constructor(kept = KEPT_PIXELS, fresh = FRESH_PIXELS) {
    this.#kept = new BoundedCache(kept, ({ width, height }) => width * height)
    this.#freshPixels = fresh
  }

  /** A picture begins. */
  begin(): void {
    this.#fresh = 0
  }

  /** Sheets look otherwise than before. */
  clear(): void {
    this.#kept.clear()
    this.#read.clear()
    this.#frames.clear()
  }

  #frameAt(sheet: number, { f32 }: Frame, o: number): number {
    let places = this.#frames.get(sheet)
    if (!places) this.#frames.set(sheet, (places = new Map<number, number>()))
    const place = f32[o + 6]! + f32[o + 7]! * 2 ** 13 + f32[o + 8]! * 2 ** 26 + f32[o + 9]! * 2 ** 39
    let frame = places.get(place)
    if (frame === undefined) places.set(place, (frame = this.#count++))
    return frame
  }

  /** The frame of an instance at word `o` by itself, tinted and shifted. */
  get(index: number, sheet: RenderSheet, frame: Frame, o: number, shifted: boolean): Canvas {
    const tint = frame.u32[o + 10]!
    const number = this.#frameAt(index, frame, o)
    // White is the frame as it is; cut out, so that nothing beside it is sampled.
    if (!shifted && (tint & 0xffffff) === 0xffffff)
      return this.#kept.ensure(number * TINTS + WHITE, () => cutOut(sheet, frame, o).canvas)
    const shift = shifted ? shiftAt(frame, o / INSTANCE_WORDS) : NO_SHIFT
    return (
      this.#find(number, tint, STEP, shift, shifted) ??
      (this.#fresh < this.#freshPixels
        ? this.#make(number, sheet, frame, o, STEP, shift, shifted)
        : (this.#find(number, tint, COARSE_STEP, shift, shifted) ??
          this.#make(number, sheet, frame, o, COARSE_STEP, shift, shifted)))
    )
  }

  #keyOf(frame: number, tint: number, step: number, shift: Shift, shifted: boolean): string | number {
    const level = (at: number): number => (Math.round(((tint >>> at) & 255) / step) * step) / STEP
    const key = frame * TINTS + ((level(0) << 14) | (level(8) << 7) | level(16))
    return shifted ? `${key} ${shift.hue} ${shift.saturation} ${shift.value}` : key
  }

  #find(frame: number, tint: number, step: number, shift: Shift, shifted: boolean): Canvas | undefined {
    return this.#kept.get(this.#keyOf(frame, tint, step, shift, shifted))
  }

  #make(
    number: number,
    sheet: RenderSheet,
    frame: Frame,
    o: number,
    step: number,
    shift: Shift,
    shifted: boolean,
  ): Canvas {
    const tint = frame.u32[o + 10]!
    const read = this.#read.ensure(number, () => readFrame(sheet, frame, o))
    const canvas = newCanvas(read.width, read.height)
    const context = context2dOf(canvas)
    const pixels = context.createImageData(read.width, read.height)
    const channel = (at: number): number => Math.min(255, Math.round(((tint >>> at) & 255) / step) * step)
    colourInto(read, shift, channel(0), channel(8), channel(16), pixels.data)
    context.putImageData(pixels, 0, 0)
    this.#fresh += read.width * read.height
    return this.#kept.set(this.#keyOf(number, tint, step, shift, shifted), canvas)
  }
}

/** A key of a frame that no tint has. */
const WHITE = TINTS - 1

const cutOut = (
  { image }: RenderSheet,
  { f32 }: Frame,
  o: number,
  reads = false,
): CanvasRenderingContext2D => {
  const [x, y, w, h] = [f32[o + 6]!, f32[o + 7]!, f32[o + 8]!, f32[o + 9]!]
  const context = context2dOf(newCanvas(w, h), reads)
  context.drawImage(image, x, y, w, h, 0, 0, w, h)
  return context
}

const readFrame = (sheet: RenderSheet, frame: Frame, o: number): Read => {
  const context = cutOut(sheet, frame, o, true)
  const { width, height } = context.canvas
  return context.getImageData(0, 0, width, height)
}
