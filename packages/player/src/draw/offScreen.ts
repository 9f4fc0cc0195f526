/**
 * A picture that takes long to draw must not hold up the page: a browser waits for a canvas's own drawing before
 * it shows anything or takes input. So slow pictures are drawn to a buffer of their own, and copied over when
 * they are ready.
 */

/** The buffer that pictures are drawn to unseen, as large as the canvas. */
export class OffScreen {
  readonly #gl: WebGL2RenderingContext
  readonly #buffer: WebGLFramebuffer
  readonly #colour: WebGLRenderbuffer
  #width = 0
  #height = 0

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
    this.#buffer = gl.createFramebuffer()
    this.#colour = gl.createRenderbuffer()
  }

  /** From now on drawing goes here, or to the canvas itself. */
  bind(unseen: boolean): void {
    const gl = this.#gl
    gl.bindFramebuffer(gl.FRAMEBUFFER, unseen ? this.#buffer : null)
    if (!unseen || (this.#width === gl.drawingBufferWidth && this.#height === gl.drawingBufferHeight)) return
    this.#width = gl.drawingBufferWidth
    this.#height = gl.drawingBufferHeight
    gl.bindRenderbuffer(gl.RENDERBUFFER, this.#colour)
    gl.renderbufferStorage(gl.RENDERBUFFER, gl.RGBA8, this.#width, this.#height)
    gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, this.#colour)
  }

  /** Copies what was drawn to the canvas. @param share of width and height that it fills; it is stretched */
  show(share = 1): void {
    const gl = this.#gl
    gl.disable(gl.SCISSOR_TEST)
    gl.bindFramebuffer(gl.READ_FRAMEBUFFER, this.#buffer)
    gl.bindFramebuffer(gl.DRAW_FRAMEBUFFER, null)
    gl.blitFramebuffer(
      0,
      0,
      Math.ceil(this.#width * share),
      Math.ceil(this.#height * share),
      0,
      0,
      gl.drawingBufferWidth,
      gl.drawingBufferHeight,
      gl.COLOR_BUFFER_BIT,
      share < 1 ? gl.LINEAR : gl.NEAREST,
    )
  }

  dispose(): void {
    this.#gl.deleteFramebuffer(this.#buffer)
    this.#gl.deleteRenderbuffer(this.#colour)
  }
}

/** Pictures that were handed over and are not known to be finished, the oldest first. */
export class Fences {
  readonly #gl: WebGL2RenderingContext
  readonly #begun: { readonly fence: WebGLSync; readonly at: number }[] = []

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
  }

  get waiting(): number {
    return this.#begun.length
  }

  /** Hands over what was drawn since a moment on the page's clock. */
  push(startedAt: number): void {
    const gl = this.#gl
    this.#begun.push({ fence: gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)!, at: startedAt })
    gl.flush()
  }

  /** Tells how many ms each of those took that have become ready. */
  poll(ready: (took: number) => void): void {
    const gl = this.#gl
    while (this.#begun.length > 0) {
      const { fence, at } = this.#begun[0]!
      if (gl.getSyncParameter(fence, gl.SYNC_STATUS) !== gl.SIGNALED) return
      gl.deleteSync(fence)
      this.#begun.shift()
      ready(performance.now() - at)
    }
  }

  forget(): void {
    for (const { fence } of this.#begun) this.#gl.deleteSync(fence)
    this.#begun.length = 0
  }
}
