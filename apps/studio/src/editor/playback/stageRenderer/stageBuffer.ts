import { Fences, OffScreen, type PictureBuffer, QUICK_MS, SLOW_MS } from '@gliv/player/renderers'
import type { FrameBudget } from './stageRenderer.ts'

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

/** What of a picture is drawn at a time. */
type Part = 'whole' | 'band' | 'last'

/**
 * Where the pictures of a stage go. One that is wanted in a hurry, because another will follow it at once, is drawn
 * coarser where pictures are slow, so that it is ready soon; one that has time is drawn in bands, each of which
 * is ready soon, so that whatever comes between need not wait for all of it.
 */
export class StageBuffer implements PictureBuffer {
  readonly #gl: WebGL2RenderingContext
  readonly #unseen: OffScreen
  readonly #fences: Fences
  readonly #slowMs: number
  readonly #quickMs: number
  /** What is drawn now, in pixels of what is bound. */
  area = { x: 0, y: 0, w: 0, h: 0 }
  #startedAt = 0
  #behind = false
  /** Whether the next picture is drawn behind the scenes. */
  #slow = false
  /** How long a whole picture takes, in ms, as far as that is known. */
  #cost = 0
  /** The same for one pixel that is covered, and how many the picture covers; 0 when nobody knows. */
  #perPixel: number
  #pixels = 0
  #part: Part = 'whole'
  /** How long the last coarse picture took, in ms; and whether the present one is shown without waiting. */
  #coarseTook = 0
  #atOnce = false
  /** How long the present picture may take, in ms. */
  #target = Infinity
  #share = 1

  /**
   * @param perPixel ms that a covered pixel takes, when that is known
   * @param slowMs, quickMs for tests; pictures above the first go behind the scenes until one is below the
   * second
   */
  constructor(gl: WebGL2RenderingContext, perPixel = 0, slowMs = SLOW_MS, quickMs = QUICK_MS) {
    this.#gl = gl
    this.#unseen = new OffScreen(gl)
    this.#fences = new Fences(gl)
    this.#perPixel = perPixel
    this.#slowMs = slowMs
    this.#quickMs = quickMs
  }

  /** The last picture is coarser than the canvas. */
  get coarse(): boolean {
    return this.#share < 1
  }

  /** Share of the canvas's width and height at which the last picture is drawn. */
  get share(): number {
    return this.#share
  }

  /**
   * Says how many pixels the next picture covers, so that one that is far larger than the last does not come as
   * a surprise.
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
    this.#behind = this.#slow || bands > 1
    this.#part = bands === 1 ? 'whole' : band === bands - 1 ? 'last' : 'band'
    this.#target = hurried ? HURRIED_MS : playing ? PLAYING_MS : Infinity
    this.#share = this.#sharePlanned(hurried)
    this.#startedAt = performance.now()
    this.#unseen.bind(this.#behind)
    this.#setArea(band, bands)
    this.limit()
  }

  #sharePlanned(hurried: boolean): number {
    if (!this.#slow || (!hurried && this.#cost <= this.#target)) return 1
    return SHARES.find((share) => this.#cost * share * share <= this.#target) ?? SHARES.at(-1)!
  }

  #setArea(band: number, bands: number): void {
    const gl = this.#gl
    const w = Math.ceil(gl.drawingBufferWidth * this.#share)
    const h = Math.ceil(gl.drawingBufferHeight * this.#share)
    gl.viewport(0, 0, w, h)
    const from = Math.floor((gl.drawingBufferHeight * band) / bands)
    const to = Math.floor((gl.drawingBufferHeight * (band + 1)) / bands)
    this.area = { x: 0, y: from, w, h: bands > 1 ? to - from : h }
  }

  /** Keeps drawing inside a band. */
  limit(): void {
    const gl = this.#gl
    const { x, y, w, h } = this.area
    gl.scissor(x, y, w, h)
    if (this.#part === 'whole') gl.disable(gl.SCISSOR_TEST)
    else gl.enable(gl.SCISSOR_TEST)
  }

  end(): void {
    // What takes long even coarsely waits for its fence: shown at once it would hold up the page.
    this.#atOnce = this.coarse && this.#coarseTook <= SLOW_MS
    if (this.#atOnce) this.#unseen.show(this.#share)
    else this.#fences.forget()
    this.#fences.push(this.#startedAt)
  }

  /**
   * Copies a finished picture over; true while one is being drawn, and in the turn in which it is shown.
   * Coarse ones that are quick are shown at once, and a second may wait.
   */
  settle(): boolean {
    const waited = this.#fences.waiting > 0
    this.#fences.poll((took) => this.#learn(took))
    if (this.#atOnce) return this.#fences.waiting > 1
    if (this.#fences.waiting > 0) return true
    if (!waited || !this.#behind || this.#part === 'band') return false
    this.#unseen.show(this.#share)
    return true
  }

  /**
   * A coarse picture tells whether it should have been coarser still, or need not have been, a band whether it
   * was too wide or too narrow; both are seen up to a turn of the screen late.
   */
  #learn(took: number): void {
    if (this.coarse) {
      this.#coarseTook = took
      this.#correct(took > 2 * this.#target ? 1.5 : took < this.#target / 2 ? 0.97 : 1)
    } else if (this.#part !== 'whole')
      this.#correct(took > 36 ? 1.15 : took < 20 ? (this.#part === 'last' ? 0.8 : 0.97) : 1)
    else this.#learnWhole(took)
  }

  #learnWhole(took: number): void {
    this.#slow = took > (this.#slow ? this.#quickMs : this.#slowMs)
    this.#cost = took
    if (this.#pixels < LEAST_PIXELS) return
    // What was there with the next turn of the screen may have been there long before.
    const perPixel = took / this.#pixels
    this.#perPixel = took > TURN_MS ? perPixel : Math.min(this.#perPixel || perPixel, perPixel)
  }

  #correct(factor: number): void {
    this.#cost *= factor
    this.#perPixel *= factor
  }

  dispose(): void {
    this.#unseen.dispose()
  }
}
