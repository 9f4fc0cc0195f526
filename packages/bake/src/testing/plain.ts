/** Plain bakes for tests: whole frames of one size, row by row, by the few options that most of them need. */
import type { Effect, KitFile } from '@gliv/document'
import { type Sampling, SHIP_PLAIN, type ShipSettings, type Surface } from '@gliv/model'
import { type Image } from '@gliv/pixels'
import { bakeSheet, drawJob, framesOfClip, plainJob, type Progress, type ShipJob, sheetOf } from '../index.ts'

/** What most tests set. */
export interface PlainOptions {
  readonly fps?: number
  readonly from?: number
  readonly to?: number
  readonly size?: { readonly w: number; readonly h: number }
  readonly origin?: { readonly x: number; readonly y: number }
  readonly seed?: number
  readonly surfaces?: readonly Surface[]
  readonly columns?: number
  readonly sampling?: Sampling
  readonly tile?: ShipSettings['size']['tile']
  readonly palette?: string
}

const rangeBy = ({ fps, from = 0, to }: PlainOptions): ShipSettings['range'] => ({
  ...SHIP_PLAIN.range,
  ...(to === undefined && from === 0 ? {} : { span: 'typed', from, to: to ?? null }),
  ...(fps === undefined ? {} : { fps }),
})

const sizeBy = ({ size, sampling, tile = 'none' }: PlainOptions): ShipSettings['size'] => ({
  ...SHIP_PLAIN.size,
  ...size,
  sampling: sampling ?? 'own',
  tile,
})

/** The job of some options: from `from` until the end where `to` is left out. */
export const jobBy = (effect: Effect, options: PlainOptions): ShipJob => {
  const { origin = null, seed = null, surfaces = null, columns = null, palette = null } = options
  return plainJob(
    effect,
    {
      ...SHIP_PLAIN,
      range: rangeBy(options),
      size: sizeBy(options),
      sheet: { ...SHIP_PLAIN.sheet, columns },
      colours: { ...SHIP_PLAIN.colours, palette },
    },
    { pivot: origin, seed, surfaces },
  )
}

/** A bake on one page. */
export const plainBake = (
  file: KitFile,
  effect: Effect,
  imageName: string,
  options: PlainOptions = {},
  progress?: Progress,
) => bakeSheet(file, jobBy(effect, options), imageName, progress)

/** The frames of a bake, each as a picture of its own. */
export const plainFrames = async (file: KitFile, effect: Effect, options: PlainOptions = {}) => {
  const drawn = await drawJob(file, jobBy(effect, options))
  const sheet = sheetOf(file.kit, [drawn])
  const images: readonly Image[] = framesOfClip(sheet, sheet.numbers.clips[0]!)
  return { ...drawn.fit, images, drawn, sheet }
}
