/**
 * A picture that takes long to draw must not hold up the page: a browser waits for a canvas's own drawing
 * before it
 * shows anything or takes input. Slow pictures are therefore drawn behind the scenes and copied over when
 * they are ready.
 * One that is wanted in a hurry, because another will follow it at once, is then drawn coarser, so that it is
 * ready soon;
 * one that has time is drawn in bands, each of which is ready soon, so that whatever comes between need not
 * wait for all of it.
 */
import type { FrameBudget } from './renderer.ts'

/** Above this a picture counts as slow, below the second it no longer does, in ms. */
const SLOW_MS = 28
const QUICK_MS = 14
/**
 * A picture in a hurry is drawn with the largest of these shares of its width and height that should take no
 * longer than this, in ms.
 */
const HURRIED_MS = 7
/** The same for a picture of a running effect: longer, and edits would wait for it. */
const PLAYING_MS = 40
const SHARES = [1 / 2, 1 / 3, 1 / 4, 1 / 6] as const
/** How long a band should take, in ms, and how many there are at most. */
const BAND_MS = 10
const MOST_BANDS = 32
/**
 * A turn of the screen, in ms, with some to spare; and a picture that covers less tells nothing of the price
 * of pixels.
 */
const TURN_MS = 20
const LEAST_PIXELS = 50_000

export class BackBuffer {
  readonly #gl: WebGL2RenderingContext
  readonly #buffer: WebGLFramebuffer
  readonly #colour: WebGLRenderbuffer
  readonly #slowMs: number
  readonly #quickMs: number
  #width = 0
  #height = 0
  /** Pictures that were handed over and are not known to be finished, the oldest first. */
  readonly #begun: { readonly fence: WebGLSync; readonly at: number }[] = []
  #startedAt = 0
  #behind = false
  /** Whether the next picture is drawn behind the scenes. */
  #slow = false
  /** How long a whole picture takes, in ms, as far as that is known. */
  #cost = 0
  /** The same for one pixel that is covered, and how many the picture covers; 0 when nobody knows. */
  #perPixel: number
  #pixels = 0
  /** What of a picture was begun last. */
  #part: 'whole' | 'band' | 'last' = 'whole'
  /** How long the last coarse picture took, in ms; and whether the present one is shown without waiting. */
  #coarseTook = 0
  #atOnce = false
  /** How long the present picture may take, in ms. */
  #target = Infinity
  /** Share of width and height at which the last picture is drawn. */
  #share = 1

  /**
   * @param perPixel ms that a covered pixel takes, when that is known
   * @param slowMs, quickMs for tests; pictures above the first go behind the scenes until one is below the
   * second
   */
  constructor(gl: WebGL2RenderingContext, perPixel = 0, slowMs = SLOW_MS, quickMs = QUICK_MS) {
    this.#gl = gl
    this.#perPixel = perPixel
    this.#slowMs = slowMs
    this.#quickMs = quickMs
    this.#buffer = gl.createFramebuffer()
    this.#colour = gl.createRenderbuffer()
  }

  /** The last picture is coarser than the canvas. */
  get coarse(): boolean {
    return this.#share < 1
  }

  /**
   * Says how many pixels the next picture covers, so that one that is far larger than the last does not come
   * as a surprise.
   */
  expect(pixels: number): void {
    this.#pixels = pixels
    if (this.#perPixel === 0) return
    this.#cost = this.#perPixel * pixels
    this.#slow = this.#cost > (this.#slow ? this.#quickMs : this.#slowMs)
  }

  /** In how many bands the next picture is best drawn. */
  get bands(): number {
    return this.#slow ? Math.min(MOST_BANDS, Math.ceil(this.#cost / BAND_MS)) : 1
  }

  /** Chooses where the next picture goes, how large it is drawn, and binds it. */
  begin({ hurried = false, playing = false, band = 0, bands = 1 }: FrameBudget = {}): void {
    const gl = this.#gl
    this.#behind = this.#slow || bands > 1
    this.#part = bands === 1 ? 'whole' : band === bands - 1 ? 'last' : 'band'
    this.#target = hurried ? HURRIED_MS : playing ? PLAYING_MS : Infinity
    this.#share =
      this.#slow && (hurried || this.#cost > this.#target)
        ? (SHARES.find((share) => this.#cost * share * share <= this.#target) ?? SHARES.at(-1)!)
        : 1
    this.#startedAt = performance.now()
    gl.bindFramebuffer(gl.FRAMEBUFFER, this.#behind ? this.#buffer : null)
    gl.viewport(0, 0, this.#scaled(gl.drawingBufferWidth), this.#scaled(gl.drawingBufferHeight))
    const from = Math.floor((gl.drawingBufferHeight * band) / bands)
    this.area = {
      x: 0,
      y: from,
      w: this.#scaled(gl.drawingBufferWidth),
      h:
        bands > 1
          ? Math.floor((gl.drawingBufferHeight * (band + 1)) / bands) - from
          : this.#scaled(gl.drawingBufferHeight),
    }
    this.limit()
    if (!this.#behind || (this.#width === gl.drawingBufferWidth && this.#height === gl.drawingBufferHeight))
      return
    this.#width = gl.drawingBufferWidth
    this.#height = gl.drawingBufferHeight
    gl.bindRenderbuffer(gl.RENDERBUFFER, this.#colour)
    gl.renderbufferStorage(gl.RENDERBUFFER, gl.RGBA8, this.#width, this.#height)
    gl.framebufferRenderbuffer(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.RENDERBUFFER, this.#colour)
  }

  /** What is drawn now, in pixels of what is bound, and at which share of the canvas's size. */
  area = { x: 0, y: 0, w: 0, h: 0 }
  get share(): number {
    return this.#share
  }

  /** Keeps drawing inside a band. */
  limit(): void {
    const gl = this.#gl
    const { x, y, w, h } = this.area
    gl.scissor(x, y, w, h)
    if (this.#part === 'whole') gl.disable(gl.SCISSOR_TEST)
    else gl.enable(gl.SCISSOR_TEST)
  }

  #scaled(size: number): number {
    return Math.ceil(size * this.#share)
  }

  end(): void {
    const gl = this.#gl
    // What takes long even coarsely waits for its fence: shown at once it would hold up the page.
    this.#atOnce = this.coarse && this.#coarseTook <= SLOW_MS
    if (this.#atOnce) this.#show()
    else this.#forget()
    this.#begun.push({ fence: gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0)!, at: this.#startedAt })
    gl.flush()
  }

  /**
   * Copies a finished picture over; true while one is being drawn, and in the turn in which it is shown.
   * Coarse ones that are quick are shown at once, and a second may wait.
   */
  settle(): boolean {
    const gl = this.#gl
    const waited = this.#begun.length > 0
    while (this.#begun.length > 0) {
      const { fence, at } = this.#begun[0]!
      if (gl.getSyncParameter(fence, gl.SYNC_STATUS) !== gl.SIGNALED) break
      gl.deleteSync(fence)
      this.#begun.shift()
      this.#learn(performance.now() - at)
    }
    if (this.#atOnce) return this.#begun.length > 1
    if (this.#begun.length > 0) return true
    if (!waited || !this.#behind || this.#part === 'band') return false
    this.#show()
    return true
  }

  #show(): void {
    const gl = this.#gl
    gl.disable(gl.SCISSOR_TEST)
    gl.bindFramebuffer(gl.READ_FRAMEBUFFER, this.#buffer)
    gl.bindFramebuffer(gl.DRAW_FRAMEBUFFER, null)
    gl.blitFramebuffer(
      0,
      0,
      this.#scaled(this.#width),
      this.#scaled(this.#height),
      0,
      0,
      gl.drawingBufferWidth,
      gl.drawingBufferHeight,
      gl.COLOR_BUFFER_BIT,
      this.coarse ? gl.LINEAR : gl.NEAREST,
    )
  }

  #forget(): void {
    for (const { fence } of this.#begun) this.#gl.deleteSync(fence)
    this.#begun.length = 0
  }

  /**
   * A coarse picture tells whether it should have been coarser still, or need not have been, a band whether
   * it was too wide or too
   * narrow; both are seen up to a turn of the screen late.
   */
  #learn(took: number): void {
    if (this.coarse) {
      this.#coarseTook = took
      this.#correct(took > 2 * this.#target ? 1.5 : took < this.#target / 2 ? 0.97 : 1)
    } else if (this.#part !== 'whole')
      this.#correct(took > 36 ? 1.15 : took < 20 ? (this.#part === 'last' ? 0.8 : 0.97) : 1)
    else {
      this.#slow = took > (this.#slow ? this.#quickMs : this.#slowMs)
      this.#cost = took
      if (this.#pixels < LEAST_PIXELS) return
      // What was there with the next turn of the screen may have been there long before.
      const perPixel = took / this.#pixels
      this.#perPixel = took > TURN_MS ? perPixel : Math.min(this.#perPixel || perPixel, perPixel)
    }
  }

  #correct(factor: number): void {
    this.#cost *= factor
    this.#perPixel *= factor
  }

  dispose(): void {
    this.#gl.deleteFramebuffer(this.#buffer)
    this.#gl.deleteRenderbuffer(this.#colour)
  }
}
