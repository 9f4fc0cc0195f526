import type { Frame, Sampling } from '@gliv/model'

/** A decoded sheet, premultiplied, as `createImageBitmap` gives it. */
export interface RenderSheet {
  readonly image: ImageBitmap | HTMLCanvasElement
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
}

/** World position of the canvas's left top corner in px, and canvas pixels a world pixel. */
export interface Camera {
  readonly x: number
  readonly y: number
  readonly zoom: number
}

/**
 * How sprites reach the canvas: as instances of one quad, as four corners each, or one by one with a 2D context.
 * A probe chooses between the first two; see `createRenderer`.
 */
export type DrawPath = 'instanced' | 'expanded' | 'canvas2d'

/** Draws frames of the engine. All sizes are in canvas pixels. */
export interface Renderer {
  readonly path: DrawPath
  setSheets(sheets: readonly RenderSheet[]): void
  /**
   * Starts a picture: clears to an opaque `#rrggbb`, to transparent for null, or keeps what is there for
   * undefined.
   */
  begin(ground?: string | null): void
  draw(frame: Frame, camera: Camera): void
  /** Ends a picture and hands it to the screen. */
  end(): void
  /**
   * Shows a picture that was still being drawn, once it is ready. True while there is one: a caller that is
   * short of time leaves the next picture out. To be called once a picture of the screen.
   */
  settle(): boolean
  /** True while the graphics context is gone; drawing is then without effect and resumes by itself. */
  readonly lost: boolean
  dispose(): void
}

export const parseColour = (colour: string): [number, number, number] => {
  const n = Number.parseInt(colour.slice(1), 16)
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255]
}
