import { BoundedCache } from '@gliv/base'
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

const makeTinted = (
  sheet: RenderSheet,
  x: number,
  y: number,
  w: number,
  h: number,
  r: number,
  g: number,
  b: number,
): HTMLCanvasElement => {
  const canvas = document.createElement('canvas')
  canvas.width = w
  canvas.height = h
  const context = canvas.getContext('2d')!
  context.drawImage(sheet.image, x, y, w, h, 0, 0, w, h)
  if (r === 255 && g === 255 && b === 255) return canvas
  context.globalCompositeOperation = 'multiply'
  context.fillStyle = `rgb(${r} ${g} ${b})`
  context.fillRect(0, 0, w, h)
  // Multiplying filled the transparent places too; cut the shape out again.
  context.globalCompositeOperation = 'destination-in'
  context.drawImage(sheet.image, x, y, w, h, 0, 0, w, h)
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

  #tint(index: number, sheet: RenderSheet, frame: Frame, o: number): HTMLCanvasElement {
    const tint = frame.u32[o + 10]!
    const r = quantise(tint & 255)
    const g = quantise((tint >>> 8) & 255)
    const b = quantise((tint >>> 16) & 255)
    const { f32 } = frame
    const key = `${index} ${f32[o + 6]} ${f32[o + 7]} ${f32[o + 8]} ${f32[o + 9]} ${r} ${g} ${b}`
    return (
      this.#tinted.get(key) ??
      this.#tinted.set(key, makeTinted(sheet, f32[o + 6]!, f32[o + 7]!, f32[o + 8]!, f32[o + 9]!, r, g, b))
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
        context.drawImage(this.#tint(batch.sheet, sheet, frame, o), 0, 0)
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
