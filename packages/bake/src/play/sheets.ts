/** The sheets of a kit as paint reads them, made once for each picture and sampling. */
import type { KitFile } from '@gliv/document'
import type { Sampling } from '@gliv/model'
import { type PaintSheet, prepareSheet } from '@gliv/paint'
import { decodePng } from '@gliv/pixels'

const known = new WeakMap<Uint8Array, Map<Sampling, PaintSheet>>()

const sheetOf = (png: Uint8Array, sampling: Sampling): PaintSheet => {
  const of = known.get(png) ?? new Map<Sampling, PaintSheet>()
  known.set(png, of)
  const made = of.get(sampling)
  if (made) return made
  const image = decodePng(png)
  const sheet = prepareSheet(image.width, image.height, image.data, sampling)
  of.set(sampling, sheet)
  return sheet
}

/** The sheets of a kit in its order. @param sampling overrides the sheets' own */
export const prepareSheets = ({ kit, pictures }: KitFile, sampling?: Sampling): PaintSheet[] =>
  kit.sheetOrder.map((id) => {
    const sheet = kit.sheets[id]!
    return sheetOf(pictures.get(sheet.picture)!, sampling ?? sheet.sampling)
  })
