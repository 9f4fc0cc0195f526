import { BoundedCache, pixelShiftInto } from '@gliv/base'
import { INSTANCE_WORDS, type Blend, type Frame } from '@gliv/model'
import type { Camera, Renderer, RenderSheet } from './renderer.ts'

/** Tinted frames are kept by colour in steps of 4, which is at most 2 away from the exact tint. */
const TINT_STEP = 4
/** Tinted frames kept: about 32 MB at 128 × 128. */
const CACHE_LIMIT = 512

const COMPOSITE = {
  normal: 'source-over',
  additive: 'lighter',
  screen: 'screen',
  multiply: 'multiply',
} as const satisfies Record<Blend, GlobalCompositeOperation>

const quantise = (channel: number): number => Math.min(255, Math.round(channel / TINT_STEP) * TINT_STEP)

/** Shifts of pixels are kept by hue in steps of 6°, by saturation and value in steps of a twentieth. */
const HUE_STEP = 6
const FACTOR_STEP = 0.05

interface Shift {
  readonly hue: number
  readonly saturation: number
  readonly value: number
}

const toStep = (value: number, step: number): number => Math.round(value / step) * step

const shiftAt = ({ shifts }: Frame, i: number): Shift => ({
  hue: toStep(shifts[i * 3]!, HUE_STEP) % 360,
  saturation: toStep(shifts[i * 3 + 1]!, FACTOR_STEP),
  value: toStep(shifts[i * 3 + 2]!, FACTOR_STEP),
})

const matrix = new Float64Array(9)

/**
 * Shifts and tints every pixel of a canvas. Pixel by pixel, because what a canvas multiplies runs over into what is
 * half transparent; straight colours, clamped by the canvas itself.
 */
const colourPixels = (
  context: CanvasRenderingContext2D,
  { hue, saturation, value }: Shift,
  red: number,
  green: number,
  blue: number,
): void => {
  const { width, height } = context.canvas
  const pixels = context.getImageData(0, 0, width, height)
  const { data } = pixels
  pixelShiftInto(hue, saturation, value, matrix)
  const [kr, kg, kb] = [red / 255, green / 255, blue / 255]
  for (let o = 0; o < data.length; o += 4) {
    const r = data[o]!
    const g = data[o + 1]!
    const b = data[o + 2]!
    data[o] = within(matrix[0]! * r + matrix[1]! * g + matrix[2]! * b) * kr
    data[o + 1] = within(matrix[3]! * r + matrix[4]! * g + matrix[5]! * b) * kg
    data[o + 2] = within(matrix[6]! * r + matrix[7]! * g + matrix[8]! * b) * kb
  }
  context.putImageData(pixels, 0, 0)
}

const within = (channel: number): number => Math.min(255, Math.max(0, channel))

const NO_SHIFT: Shift = { hue: 0, saturation: 1, value: 1 }

const makeTinted = (
  sheet: RenderSheet,
  x: number,
  y: number,
  w: number,
  h: number,
  r: number,
  g: number,
  b: number,
  shift: Shift | null,
): HTMLCanvasElement => {
  const canvas = document.createElement('canvas')
  canvas.width = w
  canvas.height = h
  const context = canvas.getContext('2d')!
  context.drawImage(sheet.image, x, y, w, h, 0, 0, w, h)
  if (shift || r !== 255 || g !== 255 || b !== 255) colourPixels(context, shift ?? NO_SHIFT, r, g, b)
  return canvas
}

/** For machines without WebGL2, and for games that draw with a 2D context themselves. */
export class Canvas2dRenderer implements Renderer {
  readonly path = 'canvas2d'
  readonly lost = false
  protected readonly context: CanvasRenderingContext2D
  protected sheets: readonly RenderSheet[] = []
  readonly #tinted = new BoundedCache<string, HTMLCanvasElement>(CACHE_LIMIT)

  constructor(context: CanvasRenderingContext2D) {
    this.context = context
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    this.sheets = sheets
    this.#tinted.clear()
  }

  begin(ground?: string | null): void {
    const { context } = this
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.globalAlpha = 1
    context.globalCompositeOperation = 'source-over'
    if (ground === undefined) return
    const { width, height } = context.canvas
    context.clearRect(0, 0, width, height)
    if (ground === null) return
    context.fillStyle = ground
    context.fillRect(0, 0, width, height)
  }

  /** Sheets look otherwise than before. */
  protected forgetTints(): void {
    this.#tinted.clear()
  }

  #tint(index: number, sheet: RenderSheet, frame: Frame, o: number, shifted: boolean): HTMLCanvasElement {
    const tint = frame.u32[o + 10]!
    const r = quantise(tint & 255)
    const g = quantise((tint >>> 8) & 255)
    const b = quantise((tint >>> 16) & 255)
    const { f32 } = frame
    const shift = shifted ? shiftAt(frame, o / INSTANCE_WORDS) : null
    const turned = shift ? ` ${shift.hue} ${shift.saturation} ${shift.value}` : ''
    const key = `${index} ${f32[o + 6]} ${f32[o + 7]} ${f32[o + 8]} ${f32[o + 9]} ${r} ${g} ${b}${turned}`
    return (
      this.#tinted.get(key) ??
      this.#tinted.set(
        key,
        makeTinted(sheet, f32[o + 6]!, f32[o + 7]!, f32[o + 8]!, f32[o + 9]!, r, g, b, shift),
      )
    )
  }

  draw(frame: Frame, camera: Camera): void {
    const { context } = this
    const { f32 } = frame
    const { zoom } = camera
    const left = (frame.originX - camera.x) * zoom
    const top = (frame.originY - camera.y) * zoom
    context.save()
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const sheet = this.sheets[batch.sheet]
      if (!sheet) continue
      context.globalCompositeOperation = COMPOSITE[batch.blend]
      context.imageSmoothingEnabled = sheet.sampling === 'smooth'
      for (let i = batch.first; i < batch.first + batch.count; i++) {
        const o = i * INSTANCE_WORDS
        const opacity = f32[o + 11]!
        if (!(opacity > 0)) continue
        const w = f32[o + 8]!
        const h = f32[o + 9]!
        context.globalAlpha = Math.min(1, opacity)
        context.setTransform(
          (f32[o + 2]! / w) * zoom,
          (f32[o + 3]! / w) * zoom,
          (f32[o + 4]! / h) * zoom,
          (f32[o + 5]! / h) * zoom,
          f32[o]! * zoom + left,
          f32[o + 1]! * zoom + top,
        )
        context.drawImage(this.#tint(batch.sheet, sheet, frame, o, batch.shifted), 0, 0)
      }
    }
    context.restore()
  }

  end(): void {}

  settle(): boolean {
    return false
  }

  dispose(): void {
    this.#tinted.clear()
  }
}
