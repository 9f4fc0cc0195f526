/**
 * A picture that takes long to draw must not hold up the page: a browser waits for a canvas's own drawing before it
 * shows anything or takes input. Slow pictures are therefore drawn behind the scenes and copied over when they are ready.
 */

/** Above this a picture counts as slow, below the second it no longer does, in ms. */
const SLOW_MS = 28
const QUICK_MS = 14

export class BackBuffer {
  readonly #gl: WebGL2RenderingContext
  readonly #buffer: WebGLFramebuffer
  readonly #colour: WebGLRenderbuffer
  readonly #slowMs: number
  readonly #quickMs: number
  #width = 0
  #height = 0
  #fence: WebGLSync | null = null
  #startedAt = 0
  #behind = false
  /** Whether the next picture is drawn behind the scenes. */
  #slow = false

  /** `slowMs`, `quickMs`: for tests; pictures above the first go behind the scenes until one is below the second. */
  constructor(gl: WebGL2RenderingContext, slowMs = SLOW_MS, quickMs = QUICK_MS) {
    this.#gl = gl
    this.#slowMs = slowMs
    this.#quickMs = quickMs
    this.#buffer = gl.createFramebuffer()
    this.#colour = gl.createRenderbuffer()
  }

  /** Chooses where the next picture goes and binds it. */
  begin(): void {
    const gl = this.#gl
    this.#behind = this.#slow
    this.#startedAt = performance.now()
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.#behind ? this.#buffer : null)
    if (!this.#behind || (this.#width === gl.drawingBufferWidth && this.#height === gl.drawingBufferHeight)) return
    this.#width = gl.drawingBufferWidth
    this.#height = gl.drawingBufferHeight
    gl.bindRenderbuffer(gl.RENDERBUFFER, this.#colour)
    gl.renderbufferStorage(gl.RENDERBUFFER, gl.RGBA8, this.#width, this.#height)
    gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, this.#colour)
  }

  end(): void {
    const gl = this.#gl
    if (this.#fence) gl.deleteSync(this.#fence)
    this.#fence = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)
    gl.flush()
  }

  /** Copies a finished picture over; true while one is being drawn, and in the turn in which it is shown. */
  settle(): boolean {
    const gl = this.#gl
    if (!this.#fence) return false
    if (gl.getSyncParameter(this.#fence, gl.SYNC_STATUS) !== gl.SIGNALED) return true
    gl.deleteSync(this.#fence)
    this.#fence = null
    const took = performance.now() - this.#startedAt
    this.#slow = took > (this.#slow ? this.#quickMs : this.#slowMs)
    if (!this.#behind) return false
    gl.bindFramebuffer(gl.READ_FRAMEBUFFER, this.#buffer)
    gl.bindFramebuffer(gl.DRAW_FRAMEBUFFER, null)
    gl.blitFramebuffer(0, 0, this.#width, this.#height, 0, 0, gl.drawingBufferWidth, gl.drawingBufferHeight, gl.COLOR_BUFFER_BIT, gl.NEAREST)
    return true
  }

  dispose(): void {
    this.#gl.deleteFramebuffer(this.#buffer)
    this.#gl.deleteRenderbuffer(this.#colour)
  }
}
