/** The sheet: all frames on one picture, and a JSON that says where they lie. */
import { type Effect, type KitFile } from '@gliv/document'
import { blit, createImage, encodePng, type Image, onPalette } from '@gliv/pixels'
import { columnsOf } from './layout.ts'
import { type RenderedFrames, renderFrames, type RenderOptions } from './renderFrames.ts'

/** What of an effect is baked to a sheet, and how it is laid out. */
export interface BakeOptions extends RenderOptions {
  /** Frames beside each other; default: about as wide as high. */
  readonly columns?: number
  /** The only colours that the sheet may have, `#rrggbb`; each texel takes the nearest. */
  readonly palette?: readonly string[]
}

/** What stands beside a sheet's picture; docs/format.md. */
export interface SheetJson {
  readonly format: 'gliv-sheet'
  readonly version: 1
  readonly image: string
  readonly size: { readonly w: number; readonly h: number }
  readonly fps: number
  readonly durationSeconds: number
  readonly loop: boolean
  readonly pivot: { readonly x: number; readonly y: number }
  readonly frames: readonly {
    readonly x: number
    readonly y: number
    readonly w: number
    readonly h: number
    readonly offsetX: number
    readonly offsetY: number
    readonly seconds: number
  }[]
}

/** A sprite sheet as bytes of a PNG, and its numbers. */
export interface BakedSheet {
  readonly png: Uint8Array
  readonly json: SheetJson
}

/** One file of a bake. */
export interface EncodedFile {
  readonly name: string
  /** Media type. */
  readonly type: string
  readonly data: Uint8Array | string
}

/** A baked sheet as files. @param name without an ending */
export const sheetFiles = ({ png, json }: BakedSheet, name: string): readonly EncodedFile[] => [
  { name: `${name}.png`, type: 'image/png', data: png },
  { name: `${name}.json`, type: 'application/json', data: `${JSON.stringify(json, null, 1)}\n` },
]

/** Reports progress from 0 to 1; return false to cancel. */
export type Progress = (done: number) => boolean | void

/** Thrown when `progress` asked to stop. */
export class BakeCancelled extends Error {
  override readonly name = 'BakeCancelled'
}

/** Lays frames out on one sheet. Throws `BakeCancelled` when `progress` says so. */
export const layOut = (
  rendered: RenderedFrames,
  imageName: string,
  options: Pick<BakeOptions, 'columns' | 'palette'>,
  progress?: Progress,
): BakedSheet => {
  const { w, h, fps, count } = rendered
  const columns = columnsOf(count, rendered, options.columns)
  const sheet: Image = createImage(Math.min(columns, count) * w, Math.ceil(count / columns) * h)
  const frames: SheetJson['frames'][number][] = []
  for (let k = 0; k < count; k++) {
    if (progress?.(k / count) === false) throw new BakeCancelled('Baking was cancelled')
    const [x, y] = [(k % columns) * w, Math.floor(k / columns) * h]
    blit(rendered.draw(k), sheet, x, y)
    frames.push({ x, y, w, h, offsetX: 0, offsetY: 0, seconds: 1 / fps })
  }
  const json: SheetJson = {
    format: 'gliv-sheet',
    version: 1,
    image: imageName,
    size: { w: sheet.width, h: sheet.height },
    fps,
    durationSeconds: count / fps,
    loop: rendered.loop,
    pivot: { x: rendered.x, y: rendered.y },
    frames,
  }
  return { png: encodePng(options.palette ? onPalette(sheet, options.palette) : sheet), json }
}

/**
 * Bakes one effect of a kit to a sheet.
 * @param imageName file name of the picture, which the JSON names
 * @throws Refusal on impossible options, BakeCancelled when `progress` says so
 * @example const { png, json } = bakeSheet(file, file.kit.effects['pier-dust']!, 'pier-dust.png', { fps: 12
 * })
 */
export const bakeSheet = (
  file: KitFile,
  effect: Effect,
  imageName: string,
  options: BakeOptions = {},
  progress?: Progress,
): BakedSheet => layOut(renderFrames(file, effect, options), imageName, options, progress)
