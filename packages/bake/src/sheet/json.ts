/** The numbers that stand beside a sheet; docs/format.md, "A sheet". */
import type { LoopKind } from '../plan/loop.ts'

interface Sides {
  readonly w: number
  readonly h: number
}
interface Place {
  readonly x: number
  readonly y: number
}

/** One frame of a sheet, px. */
export interface SheetFrame {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** Where its left top corner belongs in the whole frame. */
  readonly offsetX: number
  readonly offsetY: number
  readonly seconds: number
  /** Number of its page, where there is more than one. */
  readonly page?: number
}

/** Mean difference of a channel, 0 to 255. */
export interface SheetSeam {
  readonly lastToFirst: number
  readonly largestStep: number
}

/** Frames of one page with one size, that follow each other: what version 1 can say. */
export interface SheetJson1 {
  readonly format: 'gliv-sheet'
  readonly version: 1
  readonly image: string
  readonly size: Sides
  readonly fps: number
  readonly durationSeconds: number
  readonly loop: boolean
  readonly pivot: Place
  readonly frames: readonly SheetFrame[]
}

/** An animation among the frames. */
export interface SheetClip {
  readonly name: string
  /** Id of the effect in its kit. */
  readonly effect: string
  /** Number of its first frame, and how many follow each other. */
  readonly from: number
  readonly count: number
  readonly fps: number
  readonly durationSeconds: number
  readonly loop: LoopKind
  readonly seam: SheetSeam
  /** Size of a whole frame, and the effect's origin in it, px. */
  readonly frame: Sides
  readonly pivot: Place
  /** Picture px a world px. */
  readonly scale: number
}

/** A page of a sheet. */
export interface SheetPage {
  readonly image: string
  /** Light that is added after the image, laid out alike. */
  readonly light?: string
  readonly size: Sides
}

/** Pages, trimmed frames and several clips; the values beside `clips` are those of the first. */
export interface SheetJson2 {
  readonly format: 'gliv-sheet'
  readonly version: 2
  readonly image: string
  readonly size: Sides
  readonly pages: readonly SheetPage[]
  readonly alpha: 'straight' | 'premultiplied'
  readonly ground?: string
  readonly fps: number
  readonly durationSeconds: number
  readonly loop: LoopKind
  readonly seam: SheetSeam
  readonly pivot: Place
  readonly frame: Sides
  readonly frames: readonly SheetFrame[]
  readonly clips: readonly SheetClip[]
}

/** What stands beside a sheet's pictures. */
export type SheetJson = SheetJson1 | SheetJson2

/** Figures are kept to a thousandth. */
export const rounded = (value: number): number => Math.round(value * 1000) / 1000

const isPlain = ({ pages, clips, frames, alpha, ground, loop }: SheetJson2): boolean => {
  const [clip] = clips
  return (
    pages.length === 1 &&
    clips.length === 1 &&
    alpha === 'straight' &&
    ground === undefined &&
    pages[0]!.light === undefined &&
    loop === false &&
    clip!.scale === 1 &&
    clip!.name === '' &&
    frames.every(
      ({ w, h, offsetX, offsetY, seconds }) =>
        w === clip!.frame.w &&
        h === clip!.frame.h &&
        offsetX === 0 &&
        offsetY === 0 &&
        seconds === 1 / clip!.fps,
    ) &&
    new Set(frames.map(({ x, y }) => `${x} ${y}`)).size === frames.length
  )
}

/** The oldest version that can say it, so that readers of version 1 keep what they can read. */
export const inOldest = (sheet: SheetJson2): SheetJson => {
  if (!isPlain(sheet)) return sheet
  const { image, size, fps, durationSeconds, pivot, frames } = sheet
  return {
    format: 'gliv-sheet',
    version: 1,
    image,
    size,
    fps,
    durationSeconds,
    loop: false,
    pivot,
    frames: frames.map(({ x, y, w, h, offsetX, offsetY, seconds }) => ({
      x,
      y,
      w,
      h,
      offsetX,
      offsetY,
      seconds,
    })),
  }
}
