import type { Blend, Frame } from '@gliv/model'
import { BackBuffer, type PictureBuffer } from './backBuffer.ts'
import type { GlProgram } from './glProgram.ts'
import { createExpandedPath, createInstancedPath, type GlPath } from './glPaths.ts'
import { probe } from './probe.ts'
import { parseColour, type Camera, type DrawPath, type Renderer, type RenderSheet } from './renderer.ts'

/** Blend factors for premultiplied colour: one entry a blend. */
const BLEND_FACTORS = {
  normal: (gl) => gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA),
  // Light is added; the ground's alpha stays.
  additive: (gl) => gl.blendFuncSeparate(gl.ONE, gl.ONE, gl.ZERO, gl.ONE),
  screen: (gl) => gl.blendFuncSeparate(gl.ONE, gl.ONE_MINUS_SRC_COLOR, gl.ZERO, gl.ONE),
  multiply: (gl) => gl.blendFuncSeparate(gl.DST_COLOR, gl.ONE_MINUS_SRC_ALPHA, gl.ZERO, gl.ONE),
} as const satisfies Record<Blend, (gl: WebGL2RenderingContext) => void>

export type GlDrawPath = Exclude<DrawPath, 'canvas2d'>

const PATHS = { instanced: createInstancedPath, expanded: createExpandedPath } as const satisfies Record<
  GlDrawPath,
  (gl: WebGL2RenderingContext) => GlPath
>

/** @template B where its pictures go; a stage plans them more closely than a game */
export class GlRenderer<B extends PictureBuffer = PictureBuffer> implements Renderer {
  readonly path: GlDrawPath
  lost = false
  protected readonly gl: WebGL2RenderingContext
  protected back: B
  protected sheets: readonly RenderSheet[] = []
  protected textures: WebGLTexture[] = []
  readonly #makeBack: (gl: WebGL2RenderingContext) => B
  #way: GlPath
  readonly #onLost = (event: Event): void => {
    event.preventDefault()
    this.lost = true
  }
  readonly #onRestored = (): void => {
    this.lost = false
    this.back = this.#makeBack(this.gl)
    this.#way = PATHS[this.path](this.gl)
    this.textures = []
    this.setSheets(this.sheets)
  }

  /** @param path without it the one that a probe finds faster */
  constructor(
    gl: WebGL2RenderingContext,
    path?: GlDrawPath,
    makeBack: (gl: WebGL2RenderingContext) => B = (context) => new BackBuffer(context) as PictureBuffer as B,
  ) {
    this.gl = gl
    this.path = path ?? probe().path
    this.#makeBack = makeBack
    this.#way = PATHS[this.path](gl)
    this.back = makeBack(gl)
    gl.canvas.addEventListener('webglcontextlost', this.#onLost)
    gl.canvas.addEventListener('webglcontextrestored', this.#onRestored)
  }

  /** A sheet's texture no longer shows its picture, so that it cannot be kept. */
  protected isStale(_sheet: RenderSheet): boolean {
    return false
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    const { gl } = this
    // What is on the card already stays there.
    const known = new Map(
      this.textures
        .map((texture, i) => [this.sheets[i]!, texture] as const)
        .filter(([sheet]) => !this.isStale(sheet)),
    )
    const kept = sheets.map((sheet) => {
      const found = [...known].find(([old]) => old.image === sheet.image && old.sampling === sheet.sampling)
      if (found) known.delete(found[0])
      return found?.[1]
    })
    for (const texture of this.textures) if (!kept.includes(texture)) gl.deleteTexture(texture)
    this.sheets = sheets
    this.textures = sheets.map((sheet, i) => {
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

  begin(ground?: string | null): void {
    if (this.lost) return
    this.back.begin()
    this.clear(ground)
  }

  /** Readies the picture that was begun. */
  protected clear(ground: string | null | undefined): void {
    this.gl.enable(this.gl.BLEND)
    if (ground !== undefined) this.clearTo(ground)
  }

  protected clearTo(ground: string | null): void {
    const { gl } = this
    const [r, g, b] = ground === null ? [0, 0, 0] : parseColour(ground)
    gl.clearColor(r / 255, g / 255, b / 255, ground === null ? 0 : 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
  }

  /** Hands a frame's instances over. */
  protected upload(frame: Frame): void {
    this.#way.upload(frame)
  }

  draw(frame: Frame, camera: Camera): void {
    if (this.lost || frame.count === 0) return
    const { gl } = this
    this.upload(frame)
    const sx = (2 * camera.zoom) / gl.drawingBufferWidth
    const sy = (-2 * camera.zoom) / gl.drawingBufferHeight
    let used: GlProgram | null = null
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const sheet = this.sheets[batch.sheet]
      if (!sheet || batch.count === 0) continue
      const wanted: GlProgram = batch.shifted ? this.#way.shiftedProgram() : this.#way.program
      if (wanted !== used) {
        used = wanted
        gl.useProgram(used.program)
        const [x, y] = [(frame.originX - camera.x) * sx - 1, (frame.originY - camera.y) * sy + 1]
        gl.uniform4f(used.camera, x, y, sx, sy)
      }
      gl.bindTexture(gl.TEXTURE_2D, this.textures[batch.sheet]!)
      gl.uniform2f(used.sheetSize, sheet.width, sheet.height)
      BLEND_FACTORS[batch.blend](gl)
      this.#way.drawBatch(batch)
    }
  }

  end(): void {
    if (!this.lost) this.back.end()
  }

  settle(): boolean {
    return !this.lost && this.back.settle()
  }

  dispose(): void {
    const { gl } = this
    gl.canvas.removeEventListener('webglcontextlost', this.#onLost)
    gl.canvas.removeEventListener('webglcontextrestored', this.#onRestored)
    for (const texture of this.textures) gl.deleteTexture(texture)
    this.textures = []
    this.back.dispose()
  }
}
