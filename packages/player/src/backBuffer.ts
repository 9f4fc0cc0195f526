import { Fences, OffScreen } from './offScreen.ts'

/** Above this a picture counts as slow, below the second it no longer does, in ms. */
export const SLOW_MS = 28
export const QUICK_MS = 14

/** Where a renderer's pictures go. */
export interface PictureBuffer {
  /** Chooses where the next picture goes, and binds it. */
  begin(): void
  end(): void
  /** Copies a finished picture over; true while one is being drawn, and in the turn in which it is shown. */
  settle(): boolean
  dispose(): void
}

/** Quick pictures go straight to the canvas, those after a slow one behind the scenes. */
export class BackBuffer implements PictureBuffer {
  readonly #gl: WebGL2RenderingContext
  readonly #unseen: OffScreen
  readonly #fences: Fences
  #startedAt = 0
  /** Whether the present picture, and the next one, is drawn behind the scenes. */
  #behind = false
  #slow = false

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
    this.#unseen = new OffScreen(gl)
    this.#fences = new Fences(gl)
  }

  begin(): void {
    const gl = this.#gl
    this.#behind = this.#slow
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
    const waited = this.#fences.waiting > 0
    this.#fences.poll((took) => (this.#slow = took > (this.#slow ? QUICK_MS : SLOW_MS)))
    if (this.#fences.waiting > 0) return true
    if (!waited || !this.#behind) return false
    this.#unseen.show()
    return true
  }

  dispose(): void {
    this.#unseen.dispose()
  }
}
