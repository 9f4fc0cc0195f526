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

export type DrawPath = 'instanced' | 'expanded' | 'canvas2d'

/** A ground of squares in two greys, by its name instead of a colour; the side is in canvas pixels. */
export const CHECKER = { name: 'checker', a: '#4d525b', b: '#7d838d', side: 24 } as const

/**
 * The grey of that ground at a pixel, counted from the upper left corner of a canvas of a height; rows of
 * squares count from below.
 */
export const checkerAt = (x: number, y: number, height: number): string => {
  const column = Math.floor(x / CHECKER.side)
  const row = Math.floor((height - 1 - y) / CHECKER.side)
  return (column + row) % 2 === 0 ? CHECKER.b : CHECKER.a
}

/** How a picture is wanted where pictures are slow. */
export interface FrameBudget {
  /** Another one will follow at once: it may be coarser, to be there soon. */
  readonly hurried?: boolean
  /** Others follow at their own pace: it may be coarser where it would take long enough to be seen. */
  readonly playing?: boolean
  /** Only this of so many bands, from below; the picture is shown after the last one. */
  readonly band?: number
  readonly bands?: number
}

/** Draws frames of the engine. All sizes are in canvas pixels. */
export interface Renderer {
  readonly path: DrawPath
  setSheets(sheets: readonly RenderSheet[]): void
  /**
   * Replaces a rectangle of one sheet at once: premultiplied RGBA bytes, row by row. For what is being drawn
   * while it is shown.
   */
  patchSheet(
    sheet: number,
    x: number,
    y: number,
    width: number,
    height: number,
    rgba: Uint8ClampedArray<ArrayBuffer>,
  ): void
  /**
   * Says what the next picture will be, before `begin`, so that a renderer that is short of time can plan.
   */
  expect(frame: Frame, camera: Camera): void
  /**
   * Starts a picture: clears to an opaque `#rrggbb` or to `checker`, to transparent for null, or keeps what
   * is there for undefined.
   */
  begin(ground?: string | null, budget?: FrameBudget): void
  draw(frame: Frame, camera: Camera): void
  /** Ends a picture and hands it to the screen. */
  end(): void
  /**
   * Shows a picture that was still being drawn, once it is ready. True while there is one: a caller that is
   * short of
   * time leaves the next picture out. To be called once a picture of the screen.
   */
  settle(): boolean
  /** The last picture is coarser than the canvas, because it was wanted in a hurry. */
  readonly coarse: boolean
  /** In how many bands a picture that has time is best drawn; 1 where pictures are quick. */
  readonly bands: number
  /** Seconds spent handing over the last picture's instances. */
  readonly uploadSeconds: number
  /** True while the graphics context is gone; drawing is then without effect and resumes by itself. */
  readonly lost: boolean
  dispose(): void
}

export const parseColour = (colour: string): [number, number, number] => {
  const n = Number.parseInt(colour.slice(1), 16)
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255]
}
