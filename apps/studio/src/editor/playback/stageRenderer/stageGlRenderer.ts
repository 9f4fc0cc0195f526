import type { Frame } from '@gliv/model'
import type { Camera, RenderSheet } from '@gliv/player/renderers'
import { type GlDrawPath, GlRenderer, probe } from '@gliv/player/renderers'
import { CHECKER } from './checker.ts'
import { coveredPixels } from '@gliv/player/renderers'
import { StageBuffer } from './stageBuffer.ts'
import type { CanvasBox, FrameBudget, SheetPatch, StageRenderer } from './stageRenderer.ts'

export class StageGlRenderer extends GlRenderer<StageBuffer> implements StageRenderer {
  uploadSeconds = 0
  /** Sheets that no longer look like their picture. */
  readonly #patched = new Set<RenderSheet>()

  /** @param path who asks for one measures for himself; else the probe tells what a pixel costs, too */
  constructor(gl: WebGL2RenderingContext, path?: GlDrawPath) {
    const perPixel = path ? 0 : probe().perPixel
    super(gl, { path, makeBack: (context) => new StageBuffer(context, perPixel) })
  }

  protected override isStale(sheet: RenderSheet): boolean {
    return this.#patched.has(sheet)
  }

  override setSheets(sheets: readonly RenderSheet[]): void {
    super.setSheets(sheets)
    this.#patched.clear()
  }

  patchSheet({ sheet, x, y, width, height, rgba }: SheetPatch): void {
    const texture = this.textures[sheet]
    if (this.lost || !texture) return
    const { gl } = this
    gl.activeTexture(gl.TEXTURE0)
    this.#patched.add(this.sheets[sheet]!)
    const bytes = new Uint8Array(rgba.buffer, rgba.byteOffset, rgba.byteLength)
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.texSubImage2D(gl.TEXTURE_2D, 0, x, y, width, height, gl.RGBA, gl.UNSIGNED_BYTE, bytes)
  }

  get coarse(): boolean {
    return this.back.coarse
  }

  get bands(): number {
    return this.back.bands
  }

  expect(frame: Frame, camera: Camera): void {
    const { drawingBufferWidth, drawingBufferHeight } = this.gl
    this.back.expect(coveredPixels(frame, camera, drawingBufferWidth * drawingBufferHeight))
  }

  override begin(ground?: string | null, budget?: FrameBudget): void {
    this.uploadSeconds = 0
    if (this.lost) return
    this.back.begin(budget)
    this.clear(ground === CHECKER.name ? CHECKER.a : ground)
    if (ground === CHECKER.name) this.#clearSquares()
  }

  limitTo(box: CanvasBox | null): void {
    if (this.lost) return
    if (!box) return this.back.limit()
    const { gl } = this
    const { area, share } = this.back
    const height = gl.drawingBufferHeight
    const bottom = Math.max(area.y, Math.floor((height - box.y - box.h) * share))
    const top = Math.min(area.y + area.h, Math.ceil((height - box.y) * share))
    gl.enable(gl.SCISSOR_TEST)
    gl.scissor(Math.floor(box.x * share), bottom, Math.ceil(box.w * share), Math.max(0, top - bottom))
  }

  /** Every second square, inside what is being drawn now. */
  #clearSquares(): void {
    const { gl } = this
    const { x, y, w, h } = this.back.area
    const side = Math.max(1, Math.round(CHECKER.side * this.back.share))
    gl.enable(gl.SCISSOR_TEST)
    for (let row = Math.floor(y / side); row * side < y + h; row++)
      for (let column = row % 2; column * side < x + w; column += 2) {
        const [top, bottom] = [Math.min(y + h, (row + 1) * side), Math.max(y, row * side)]
        gl.scissor(column * side, bottom, side, top - bottom)
        this.clearTo(CHECKER.b)
      }
    this.back.limit()
  }

  protected override upload(frame: Frame): void {
    const start = performance.now()
    super.upload(frame)
    this.uploadSeconds += (performance.now() - start) / 1000
  }
}
