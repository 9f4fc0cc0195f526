import type { PictureStart } from '@gliv/player/renderers'
/** What a stage draws with: a renderer that plans its pictures, and shows strokes before they are kept. */
import type { Frame } from '@gliv/model'
import type { Camera, Renderer } from '@gliv/player/renderers'

/** How a picture is wanted where pictures are slow. */
export interface FrameBudget extends PictureStart {
  /** Another one will follow at once: it may be coarser, to be there soon. */
  readonly hurried?: boolean
  /** Others follow at their own pace: it may be coarser where it would take long enough to be seen. */
  readonly playing?: boolean
  /** Only this of so many bands, from below; the picture is shown after the last one. */
  readonly band?: number
  readonly bands?: number
}

/** A part of the canvas, px from its left top corner. */
export interface CanvasBox {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** A rectangle of one sheet: premultiplied RGBA bytes, row by row. */
export interface SheetPatch {
  readonly sheet: number
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly rgba: Uint8ClampedArray<ArrayBuffer>
}

export interface StageRenderer extends Renderer {
  /** Replaces a rectangle of one sheet at once, for what is being drawn while it is shown. */
  patchSheet(patch: SheetPatch): void
  /** Says what the next picture will be, before `begin`, so that a renderer that is short of time can plan. */
  expect(frame: Frame, camera: Camera): void
  /** Keeps drawing inside a part of the canvas; null ends that. Only between `begin` and `end`. */
  limitTo(box: CanvasBox | null): void
  /** As any renderer begins; `checker` is a ground, too. */
  begin(ground?: string | null, budget?: FrameBudget): void
  /** The last picture is coarser than the canvas, because it was wanted in a hurry. */
  readonly coarse: boolean
  /** In how many bands a picture that has time is best drawn; 1 where pictures are quick. */
  readonly bands: number
  /** Seconds spent handing over the last picture's instances. */
  readonly uploadSeconds: number
}
