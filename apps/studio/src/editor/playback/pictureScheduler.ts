/** When pictures are drawn, and how finely: soon and coarse while edits follow one another, in full when they rest. */
import type { Frame } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'
import type { CanvasBox, StageRenderer } from './stageRenderer/stageRenderer.ts'

/** After a change, further ones are expected for so long, in ms: pictures are wanted in a hurry. */
const HURRY_MS = 180

/** A picture of its own in a part of the canvas. */
export interface PicturePart {
  readonly box: CanvasBox
  readonly frames: readonly Frame[]
  /** Of the whole canvas, so that what is to be seen comes to lie in the box. */
  readonly camera: Camera
}

/** What is to be drawn. */
export interface Picture {
  readonly frame: Frame | null
  /** All that is drawn, from the far to the near; the frame alone when it is left out. */
  readonly frames?: readonly Frame[]
  readonly camera: Camera
  /** Instead of all that: several pictures, each in its part of the canvas. */
  readonly parts?: readonly PicturePart[]
  readonly ground: string
  readonly playing: boolean
}

export class PictureScheduler {
  readonly #renderer: StageRenderer
  readonly #picture: () => Picture
  readonly #submitted: () => void
  #dirty = true
  /** What the canvas shows is coarse. */
  #coarse = false
  /** The next band of the picture, and how many it has. */
  #band = 0
  #bands = 1
  /** When the last change came, on the page's clock. */
  #edited = -HURRY_MS
  /** The last picture is still being drawn. */
  #drawing = false

  /**
   * @param picture what is to be seen now; asked for whenever something is drawn
   * @param submitted told after a picture, or a band of one, was handed over
   */
  constructor(renderer: StageRenderer, picture: () => Picture, submitted: () => void) {
    this.#renderer = renderer
    this.#picture = picture
    this.#submitted = submitted
  }

  /** The present state stands on the canvas in full. */
  get sharp(): boolean {
    return !this.#dirty && !this.#drawing && !this.#coarse
  }

  /** The picture is to be drawn anew with the next turn of the screen. */
  stale(restart = false): void {
    this.#dirty = true
    if (restart) this.#band = 0
  }

  /** The same, and further changes are expected. */
  change(): void {
    this.stale(true)
    this.#edited = performance.now()
  }

  /**
   * Draws at once, unless the last picture is still being drawn: handing over more would wait for it, and nobody
   * would see it. The next turn of the screen then draws the latest.
   */
  drawNow(): void {
    if (this.#drawing) this.#drawing = this.#renderer.settle()
    if (!this.#drawing) this.#draw()
  }

  /** A turn of the screen. */
  turn(now: number): void {
    this.#drawing = this.#renderer.settle()
    // Once nothing follows a coarse picture it is drawn anew in full.
    if (this.#coarse && !this.#hurried(now)) this.#dirty = true
    if (this.#dirty && !this.#drawing) this.#draw()
  }

  #hurried(now: number): boolean {
    return now - this.#edited < HURRY_MS
  }

  #drawParts(parts: readonly (Omit<PicturePart, 'box'> & { readonly box: CanvasBox | null })[]): void {
    for (const { box, frames, camera } of parts) {
      if (box) this.#renderer.limitTo(box)
      for (const frame of frames) this.#renderer.draw(frame, camera)
      if (box) this.#renderer.limitTo(null)
    }
  }

  #draw(): void {
    const renderer = this.#renderer
    this.#drawing = true
    const hurried = this.#hurried(performance.now())
    const { frame, frames, parts, camera, ground, playing } = this.#picture()
    if (frame) renderer.expect(frame, camera)
    // A frozen moment that has time comes in bands, one a turn of the screen; whatever changes it begins anew.
    if (hurried || playing) this.#band = 0
    else if (this.#band === 0) this.#bands = renderer.bands
    const bands = hurried || playing ? 1 : this.#bands
    renderer.begin(ground, { hurried, playing, band: this.#band, bands })
    this.#band = (this.#band + 1) % bands
    this.#dirty = this.#band > 0
    this.#coarse = renderer.coarse || (this.#coarse && this.#dirty)
    this.#drawParts(parts ?? [{ box: null, frames: frames ?? (frame ? [frame] : []), camera }])
    renderer.end()
    this.#submitted()
  }
}
