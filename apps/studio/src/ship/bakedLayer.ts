/** A bake as a stage shows it in the effect's place, frame by frame as a game would. */
import type { SheetClip, SheetFrame } from '@gliv/bake'
import type { Frame } from '@gliv/model'
import type { RenderSheet } from '@gliv/player/renderers'
import { type Quad, quadsFrame } from '../shared/quads.ts'

/** What of a baked sheet is needed: whole, not a draft. */
export interface BakedSheet {
  readonly pages: readonly {
    readonly main: ImageBitmap
    readonly light: ImageBitmap | null
    readonly w: number
    readonly h: number
  }[]
  readonly frames: readonly SheetFrame[]
  readonly clips: readonly SheetClip[]
}

/** Which frame of a clip a game shows so many seconds after its cue; −1 before it and after the end. */
export const bakedFrameAt = ({ fps, count, loop }: SheetClip, seconds: number): number => {
  if (seconds < 0) return -1
  // A tick that ought to be a frame's first is not its last because of rounding.
  const frame = Math.floor(seconds * fps + 1e-6)
  if (loop !== false) return frame % count
  return frame < count ? frame : -1
}

export class BakedLayer {
  readonly #sheet: BakedSheet
  readonly clip: SheetClip
  /** Pages, each followed by its light where it has one. */
  readonly sheets: readonly RenderSheet[]
  readonly #numbers: readonly { readonly main: number; readonly light: number | null }[]

  /** @param effect whose clip it shows */
  constructor(sheet: BakedSheet, effect: string) {
    this.#sheet = sheet
    this.clip = sheet.clips.find((clip) => clip.effect === effect) ?? sheet.clips[0]!
    const sheets: RenderSheet[] = []
    const add = (image: ImageBitmap): number =>
      sheets.push({ image, width: image.width, height: image.height, sampling: 'smooth' }) - 1
    this.#numbers = sheet.pages.map(({ main, light }) => ({ main: add(main), light: light && add(light) }))
    this.sheets = sheets
  }

  /** Bytes of its pictures on a graphics card. */
  get textureBytes(): number {
    return this.#sheet.pages.reduce((sum, { w, h, light }) => sum + w * h * 4 * (light ? 2 : 1), 0)
  }

  /** px of its pages together. */
  get sizes(): string {
    return this.#sheet.pages.map(({ w, h }) => `${w} × ${h}`).join(', ')
  }

  /**
   * What to draw; nothing before the cue and after the end.
   * @param first number of its first sheet among the renderer's @param origin where the effect is, world px
   */
  frame(seconds: number, first: number, [x, y]: readonly [number, number], mirror = false): Frame {
    const { clip } = this
    const shown = bakedFrameAt(clip, seconds)
    const frame = shown < 0 ? undefined : this.#sheet.frames[clip.from + shown]
    if (!frame || frame.w === 0) return quadsFrame([])
    const by = 1 / clip.scale
    const left = (frame.offsetX - clip.pivot.x) * by
    const w = frame.w * by
    const quad = (sheet: number, blend: Quad['blend']): Quad => ({
      sheet: first + sheet,
      x: mirror ? x - left - w : x + left,
      y: y + (frame.offsetY - clip.pivot.y) * by,
      w: mirror ? -w : w,
      h: frame.h * by,
      ...{ tx: frame.x, ty: frame.y, tw: frame.w, th: frame.h },
      ...(blend ? { blend } : {}),
    })
    const { main, light } = this.#numbers[frame.page ?? 0]!
    return quadsFrame([quad(main, 'normal'), ...(light === null ? [] : [quad(light, 'additive')])])
  }
}
