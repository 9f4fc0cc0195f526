import type { Blend, Frame } from '@gliv/model'
import { BackBuffer } from './backBuffer.ts'
import { coveredPixels } from './covered.ts'
import { createExpandedPath, createInstancedPath, type GlPath } from './glPaths.ts'
import { probe } from './probe.ts'
import {
  CHECKER,
  parseColour,
  type Camera,
  type DrawPath,
  type FrameBudget,
  type Renderer,
  type RenderSheet,
} from './renderer.ts'

/** Blend factors for premultiplied colour: one entry a blend. */
const BLEND_FACTORS = {
  normal: (gl) => gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA),
  // Light is added; the ground's alpha stays.
  additive: (gl) => gl.blendFuncSeparate(gl.ONE, gl.ONE, gl.ZERO, gl.ONE),
  screen: (gl) => gl.blendFuncSeparate(gl.ONE, gl.ONE_MINUS_SRC_COLOR, gl.ZERO, gl.ONE),
  multiply: (gl) => gl.blendFuncSeparate(gl.DST_COLOR, gl.ONE_MINUS_SRC_ALPHA, gl.ZERO, gl.ONE),
} as const satisfies Record<Blend, (gl: WebGL2RenderingContext) => void>

type GlDrawPath = Exclude<DrawPath, 'canvas2d'>

const PATHS = { instanced: createInstancedPath, expanded: createExpandedPath } as const satisfies Record<
  GlDrawPath,
  (gl: WebGL2RenderingContext) => GlPath
>

export class GlRenderer implements Renderer {
  readonly path: GlDrawPath
  uploadSeconds = 0
  lost = false
  readonly #gl: WebGL2RenderingContext
  #way: GlPath
  #sheets: readonly RenderSheet[] = []
  #textures: WebGLTexture[] = []
  /** Sheets that no longer look like their picture. */
  readonly #patched = new Set<RenderSheet>()
  #back: BackBuffer
  readonly #onLost = (event: Event): void => {
    event.preventDefault()
    this.lost = true
  }
  readonly #onRestored = (): void => {
    this.lost = false
    this.#back = new BackBuffer(this.#gl)
    this.#way = PATHS[this.path](this.#gl)
    this.#textures = []
    this.setSheets(this.#sheets)
  }

  constructor(gl: WebGL2RenderingContext, path?: GlDrawPath) {
    this.#gl = gl
    // Who asks for a path measures for himself.
    const probed = path ? null : probe()
    this.path = path ?? probed!.path
    this.#way = PATHS[this.path](gl)
    this.#back = new BackBuffer(gl, probed?.perPixel)
    gl.canvas.addEventListener('webglcontextlost', this.#onLost)
    gl.canvas.addEventListener('webglcontextrestored', this.#onRestored)
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    const gl = this.#gl
    // What is on the card already stays there.
    const known = new Map(
      this.#textures
        .map((texture, i) => [this.#sheets[i]!, texture] as const)
        .filter(([sheet]) => !this.#patched.has(sheet)),
    )
    const kept = sheets.map((sheet) => {
      const found = [...known].find(([old]) => old.image === sheet.image && old.sampling === sheet.sampling)
      if (found) known.delete(found[0])
      return found?.[1]
    })
    for (const texture of this.#textures) if (!kept.includes(texture)) gl.deleteTexture(texture)
    this.#sheets = sheets
    this.#patched.clear()
    this.#textures = sheets.map((sheet, i) => {
      if (kept[i]) return kept[i]
      const texture = gl.createTexture()
      const filter = sheet.sampling === 'nearest' ? gl.NEAREST : gl.LINEAR
      gl.bindTexture(gl.TEXTURE_2D, texture)
      gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, filter)
      gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, filter)
      gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE)
      gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE)
      gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, sheet.image)
      return texture
    })
  }

  patchSheet(
    sheet: number,
    x: number,
    y: number,
    width: number,
    height: number,
    rgba: Uint8ClampedArray<ArrayBuffer>,
  ): void {
    const texture = this.#textures[sheet]
    if (this.lost || !texture) return
    const gl = this.#gl
    this.#patched.add(this.#sheets[sheet]!)
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.texSubImage2D(
      gl.TEXTURE_2D,
      0,
      x,
      y,
      width,
      height,
      gl.RGBA,
      gl.UNSIGNED_BYTE,
      new Uint8Array(rgba.buffer, rgba.byteOffset, rgba.byteLength),
    )
  }

  get coarse(): boolean {
    return this.#back.coarse
  }

  get bands(): number {
    return this.#back.bands
  }

  expect(frame: Frame, camera: Camera): void {
    const { drawingBufferWidth, drawingBufferHeight } = this.#gl
    this.#back.expect(coveredPixels(frame, camera, drawingBufferWidth * drawingBufferHeight))
  }

  begin(ground?: string | null, budget?: FrameBudget): void {
    const gl = this.#gl
    this.uploadSeconds = 0
    if (this.lost) return
    this.#back.begin(budget)
    gl.enable(gl.BLEND)
    if (ground === undefined) return
    this.#clearTo(ground === null ? null : ground === CHECKER.name ? CHECKER.a : ground)
    if (ground === CHECKER.name) this.#clearSquares()
  }

  #clearTo(ground: string | null): void {
    const gl = this.#gl
    const [r, g, b] = ground === null ? [0, 0, 0] : parseColour(ground)
    gl.clearColor(r / 255, g / 255, b / 255, ground === null ? 0 : 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
  }

  /** Every second square, inside what is being drawn now. */
  #clearSquares(): void {
    const gl = this.#gl
    const { x, y, w, h } = this.#back.area
    const side = Math.max(1, Math.round(CHECKER.side * this.#back.share))
    gl.enable(gl.SCISSOR_TEST)
    for (let row = Math.floor(y / side); row * side < y + h; row++)
      for (let column = row % 2; column * side < x + w; column += 2) {
        const [top, bottom] = [Math.min(y + h, (row + 1) * side), Math.max(y, row * side)]
        gl.scissor(column * side, bottom, side, top - bottom)
        this.#clearTo(CHECKER.b)
      }
    this.#back.limit()
  }

  draw(frame: Frame, camera: Camera): void {
    if (this.lost || frame.count === 0) return
    const gl = this.#gl
    const start = performance.now()
    this.#way.upload(frame)
    this.uploadSeconds += (performance.now() - start) / 1000
    const { program, camera: uniform, sheetSize } = this.#way.program
    gl.useProgram(program)
    const sx = (2 * camera.zoom) / gl.drawingBufferWidth
    const sy = (-2 * camera.zoom) / gl.drawingBufferHeight
    gl.uniform4f(uniform, (frame.originX - camera.x) * sx - 1, (frame.originY - camera.y) * sy + 1, sx, sy)
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const sheet = this.#sheets[batch.sheet]
      if (!sheet || batch.count === 0) continue
      gl.bindTexture(gl.TEXTURE_2D, this.#textures[batch.sheet]!)
      gl.uniform2f(sheetSize, sheet.width, sheet.height)
      BLEND_FACTORS[batch.blend](gl)
      this.#way.drawBatch(batch)
    }
  }

  end(): void {
    if (!this.lost) this.#back.end()
  }

  settle(): boolean {
    return !this.lost && this.#back.settle()
  }

  dispose(): void {
    const gl = this.#gl
    gl.canvas.removeEventListener('webglcontextlost', this.#onLost)
    gl.canvas.removeEventListener('webglcontextrestored', this.#onRestored)
    for (const texture of this.#textures) gl.deleteTexture(texture)
    this.#textures = []
    this.#back.dispose()
  }
}
