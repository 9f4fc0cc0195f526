import type { Frame, Sampling } from '@gliv/model'

/** What a sheet's picture may be: anything that both a texture and a 2D canvas take. */
export type SheetImage = ImageBitmap | HTMLCanvasElement | OffscreenCanvas | HTMLImageElement

/** A decoded sheet; premultiplied where it is an `ImageBitmap`. */
export interface RenderSheet {
  readonly image: SheetImage
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
}

/** What of the world a picture shows. */
export interface Camera {
  /** World px at the left top corner of the picture while it is not turned. */
  readonly x: number
  readonly y: number
  /** Picture pixels a world pixel. */
  readonly zoom: number
  /** Turns the camera around the middle of the picture, in degrees clockwise; the world seems to turn back. */
  readonly rotation?: number
}

/** A part of what is drawn to, in its pixels, from the lower left corner as WebGL counts. */
export interface Viewport {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/**
 * How sprites reach the canvas: as instances of one quad, as four corners each, or one by one with a 2D context.
 * A probe chooses between the first two; see `createRenderer`.
 */
export type DrawPath = 'instanced' | 'expanded' | 'canvas2d'

/** Draws frames of the engine. All sizes are in canvas pixels. */
export interface Renderer {
  readonly path: DrawPath
  /** Sprites of both blends, normal and additive, may share a batch: an additive one's tint has no alpha. */
  readonly joinsLight: boolean
  /** Where in its target it draws; null for all of it. */
  viewport: Viewport | null
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
  /** Width and height of what it draws to, in pixels. */
  readonly size: { readonly w: number; readonly h: number }
  /** True while the graphics context is gone; drawing is then without effect and resumes by itself. */
  readonly lost: boolean
  dispose(): void
}

export const parseColour = (colour: string): [number, number, number] => {
  const n = Number.parseInt(colour.slice(1), 16)
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255]
}

/** A place of the world in the picture: x × a + y × c + e, x × b + y × d + f. */
export type ViewMatrix = [a: number, b: number, c: number, d: number, e: number, f: number]

const DEG = Math.PI / 180

/**
 * The way from the world into a picture, in its pixels from the left top.
 * Places may leave out `x` and `y` world px, such as a frame's origin. `out` is filled and given back.
 */
export const viewMatrixInto = (
  { x: left, y: top, zoom, rotation = 0 }: Camera,
  w: number,
  h: number,
  out: ViewMatrix,
  x = 0,
  y = 0,
): ViewMatrix => {
  const c = rotation === 0 ? zoom : Math.cos(-rotation * DEG) * zoom
  const s = rotation === 0 ? 0 : Math.sin(-rotation * DEG) * zoom
  // From the middle of the picture, which stays where it is.
  const dx = x - left - w / 2 / zoom
  const dy = y - top - h / 2 / zoom
  out[0] = c
  out[1] = s
  out[2] = -s
  out[3] = c
  out[4] = rotation === 0 ? (x - left) * zoom : dx * c - dy * s + w / 2
  out[5] = rotation === 0 ? (y - top) * zoom : dx * s + dy * c + h / 2
  return out
}

/** The box of the world that a picture of so many pixels shows. */
export const shownBy = (
  camera: Camera,
  w: number,
  h: number,
): { x: number; y: number; w: number; h: number } => {
  const { x, y, zoom, rotation = 0 } = camera
  if (rotation === 0) return { x, y, w: w / zoom, h: h / zoom }
  const c = Math.abs(Math.cos(rotation * DEG))
  const s = Math.abs(Math.sin(rotation * DEG))
  const wide = (w * c + h * s) / zoom
  const high = (w * s + h * c) / zoom
  return { x: x + w / 2 / zoom - wide / 2, y: y + h / 2 / zoom - high / 2, w: wide, h: high }
}
