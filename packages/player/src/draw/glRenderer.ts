import type { Blend, Frame } from '@gliv/model'
import { BackBuffer, type PictureBuffer } from './backBuffer.ts'
import type { GlProgram } from './glProgram.ts'
import { createExpandedPath, createInstancedPath, type GlPath } from './glPaths.ts'
import {
  type KeptState,
  readDrawingState,
  restoreDrawingState,
  setDrawingState,
  uploading,
} from './glState.ts'
import { probe } from './probe.ts'
import {
  parseColour,
  type Camera,
  type DrawPath,
  type Renderer,
  type RenderSheet,
  type ViewMatrix,
  viewMatrixInto,
  type Viewport,
} from './renderer.ts'

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

/** How a renderer stands to its context. */
export interface GlRendererOptions<B extends PictureBuffer> {
  /** Without it the one that a probe finds faster. */
  readonly path?: GlDrawPath | undefined
  /** Where pictures go. */
  readonly makeBack?: (gl: WebGL2RenderingContext) => B
  /** Every picture puts back the state that the game had set. */
  readonly restores?: boolean
}

/** @template B where its pictures go; a stage plans them more closely than a game */
export class GlRenderer<B extends PictureBuffer = PictureBuffer> implements Renderer {
  readonly path: GlDrawPath
  readonly joinsLight = true
  lost = false
  viewport: Viewport | null = null
  protected readonly gl: WebGL2RenderingContext
  protected back: B
  protected sheets: readonly RenderSheet[] = []
  protected textures: WebGLTexture[] = []
  readonly #makeBack: (gl: WebGL2RenderingContext) => B
  readonly #restores: boolean
  readonly #matrix: ViewMatrix = [1, 0, 0, 1, 0, 0]
  /** Of what is drawn to, which a camera's middle counts from. */
  readonly #size = { w: 0, h: 0 }
  #kept: KeptState | null = null
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

  constructor(
    gl: WebGL2RenderingContext,
    {
      path,
      makeBack = (context) => new BackBuffer(context) as PictureBuffer as B,
      restores = false,
    }: GlRendererOptions<B> = {},
  ) {
    this.gl = gl
    this.path = path ?? probe().path
    this.#makeBack = makeBack
    this.#restores = restores
    this.#way = this.#keeping(() => PATHS[this.path](gl))
    this.back = makeBack(gl)
    gl.canvas.addEventListener('webglcontextlost', this.#onLost)
    gl.canvas.addEventListener('webglcontextrestored', this.#onRestored)
  }

  /** Does something, and puts back what the game had set where that is asked for. */
  #keeping<T>(make: () => T): T {
    const { gl } = this
    const was = this.#restores && !gl.isContextLost() ? readDrawingState(gl) : null
    if (was) setDrawingState(gl)
    const made = make()
    gl.bindVertexArray(null)
    if (was) restoreDrawingState(gl, was)
    return made
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
    if (this.lost) return void (this.textures = [])
    uploading(gl, () => {
      this.textures = sheets.map((sheet, i) => kept[i] ?? this.#textureOf(sheet))
    })
  }

  #textureOf({ image, sampling }: RenderSheet): WebGLTexture {
    const { gl } = this
    const texture = gl.createTexture()
    const filter = sampling === 'nearest' ? gl.NEAREST : gl.LINEAR
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, filter)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, filter)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE)
    // A bitmap is premultiplied as it was decoded; WebGL leaves it as it is.
    gl.pixelStorei(gl.UNPACK_PREMULTIPLY_ALPHA_WEBGL, true)
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, image)
    return texture
  }

  get size(): { readonly w: number; readonly h: number } {
    const { gl, viewport } = this
    const size = this.#size
    size.w = viewport?.w ?? gl.drawingBufferWidth
    size.h = viewport?.h ?? gl.drawingBufferHeight
    return size
  }

  begin(ground?: string | null): void {
    const { gl, viewport } = this
    if (this.lost) return
    this.#kept = this.#restores ? readDrawingState(gl) : null
    this.back.begin({ keeps: ground === undefined })
    if (viewport) {
      const { x, y, w, h } = viewport
      gl.viewport(x, y, w, h)
      gl.scissor(x, y, w, h)
      gl.enable(gl.SCISSOR_TEST)
    }
    this.clear(ground)
  }

  /** Readies the picture that was begun. */
  protected clear(ground: string | null | undefined): void {
    setDrawingState(this.gl)
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
    const { w, h } = this.size
    const matrix = viewMatrixInto(camera, w, h, this.#matrix, frame.originX, frame.originY)
    let used: GlProgram | null = null
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const sheet = this.sheets[batch.sheet]
      if (!sheet || batch.count === 0) continue
      const wanted: GlProgram = batch.shifted ? this.#way.shiftedProgram() : this.#way.program
      if (wanted !== used) this.#use((used = wanted), matrix, 2 / w, -2 / h)
      gl.bindTexture(gl.TEXTURE_2D, this.textures[batch.sheet]!)
      gl.uniform2f(used.sheetSize, sheet.width, sheet.height)
      BLEND_FACTORS[batch.blend](gl)
      this.#way.drawBatch(batch)
    }
    // So that nothing that the game does next changes it.
    gl.bindVertexArray(null)
  }

  #use({ program, turned, start }: GlProgram, [a, b, c, d, e, f]: ViewMatrix, sx: number, sy: number): void {
    const { gl } = this
    gl.useProgram(program)
    gl.uniform4f(turned, a * sx, b * sy, c * sx, d * sy)
    gl.uniform2f(start, e * sx - 1, f * sy + 1)
  }

  end(): void {
    if (this.lost) return
    this.back.end()
    if (this.#kept) restoreDrawingState(this.gl, this.#kept)
    this.#kept = null
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
    this.#way.dispose()
    this.back.dispose()
  }
}
