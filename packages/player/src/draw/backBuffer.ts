import { Fences, OffScreen } from './offScreen.ts'

/** Above this a picture counts as slow, below the second it no longer does, in ms. */
export const SLOW_MS = 28
export const QUICK_MS = 14

/** What a picture is begun with. */
export interface PictureStart {
  /** It goes over what is there. */
  readonly keeps?: boolean
}

/** Where a renderer's pictures go. */
export interface PictureBuffer {
  /** Chooses where the next picture goes, and binds it. */
  begin(start?: PictureStart): void
  end(): void
  /** Copies a finished picture over; true while one is being drawn, and in the turn in which it is shown. */
  settle(): boolean
  dispose(): void
}

/**
 * Quick pictures go straight to the canvas, those after a slow one behind the scenes. What goes over a picture that is
 * there, and the first picture of another size, goes to the canvas at once.
 */
export class BackBuffer implements PictureBuffer {
  readonly #gl: WebGL2RenderingContext
  readonly #unseen: OffScreen
  readonly #fences: Fences
  /** A canvas of several samples takes no copies. */
  readonly #copies: boolean
  #startedAt = 0
  /** Whether the present picture, and the next one, is drawn behind the scenes. */
  #behind = false
  #slow = false
  #width = 0
  #height = 0

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
    this.#unseen = new OffScreen(gl)
    this.#fences = new Fences(gl)
    this.#copies = gl.getContextAttributes()?.antialias !== true
  }

  get #resized(): boolean {
    const { drawingBufferWidth, drawingBufferHeight } = this.#gl
    return this.#width !== drawingBufferWidth || this.#height !== drawingBufferHeight
  }

  begin({ keeps = false }: PictureStart = {}): void {
    const gl = this.#gl
    this.#behind = this.#copies && this.#slow && !keeps && !this.#resized
    this.#width = gl.drawingBufferWidth
    this.#height = gl.drawingBufferHeight
    this.#startedAt = performance.now()
    this.#unseen.bind(this.#behind)
    gl.viewport(0, 0, gl.drawingBufferWidth, gl.drawingBufferHeight)
    gl.disable(gl.SCISSOR_TEST)
  }

  end(): void {
    this.#fences.forget()
    this.#fences.push(this.#startedAt)
  }

  settle(): boolean {
    // A canvas that was resized is empty: whatever was on its way is of no use.
    if (this.#resized) {
      this.#fences.forget()
      return false
    }
    const waited = this.#fences.waiting > 0
    this.#fences.poll((took) => (this.#slow = took > (this.#slow ? QUICK_MS : SLOW_MS)))
    if (this.#fences.waiting > 0) return true
    if (!waited || !this.#behind) return false
    this.#unseen.show()
    return true
  }

  dispose(): void {
    this.#fences.forget()
    this.#unseen.dispose()
  }
}

/** Pictures go to what the game has bound, and to the part of it that the game has set. */
export class GameTarget implements PictureBuffer {
  readonly #gl: WebGL2RenderingContext

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
  }

  begin(): void {
    const gl = this.#gl
    gl.disable(gl.SCISSOR_TEST)
    // The canvas itself is filled; of another target only the game knows how large it is.
    if (gl.getParameter(gl.DRAW_FRAMEBUFFER_BINDING) === null)
      gl.viewport(0, 0, gl.drawingBufferWidth, gl.drawingBufferHeight)
  }

  end(): void {}

  settle(): boolean {
    return false
  }

  dispose(): void {}
}
