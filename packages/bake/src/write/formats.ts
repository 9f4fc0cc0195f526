/** Ways in which a sheet is written: one entry each. A new one is an entry here and its flag in the model. */
import { type ShipValues } from '@gliv/model'
import { type Deflate, encodeGif, type Image, packApng, packPng } from '@gliv/pixels'
import { strToU8, zipSync, type Zippable } from 'fflate'
import { inOldest, type SheetClip, type SheetJson, type SheetPage } from '../sheet/json.ts'
import type { Sheet } from '../sheet/sheet.ts'
import { nameOf, type NameParts, numbered } from './names.ts'
import { typescriptOf } from './typescript.ts'
import { framesOfClip, secondsOfClip } from './wholeFrames.ts'

/** One file of a bake. */
export interface EncodedFile {
  readonly name: string
  /** Media type. */
  readonly type: string
  readonly data: Uint8Array | string
}

/** What a format writes with. */
export interface WriteTools {
  readonly deflate: Deflate
  /** Pictures with some loss, by the browser; null: there is none. */
  readonly lossy: LossyEncoder | null
}

/** What only a browser encodes. */
export interface LossyEncoder {
  webp(image: Image): Promise<Uint8Array>
  /** @param ground `#rrggbb` under what is transparent */
  webm(images: readonly Image[], seconds: readonly number[], ground: string): Promise<Uint8Array>
}

/** A sheet to be written, and how its files are called. */
export interface Writing {
  readonly sheet: Sheet
  readonly pattern: string
  readonly names: NameParts
  readonly tools: WriteTools
}

type Format = (writing: Writing) => Promise<readonly EncodedFile[]>
/** The flags of the sentence *Write* that stand for a format. */
export type FormatId = Exclude<keyof ShipValues<'write'>, 'pattern' | 'fast'>

const pageNames = ({ sheet, pattern, names }: Writing): string[] =>
  sheet.pages.map((_, k) =>
    nameOf(pattern, sheet.pages.length > 1 ? { ...names, page: numbered(k, sheet.pages.length) } : names),
  )

/** The numbers of a sheet whose pictures have these names. */
export const numbersOf = (sheet: Sheet, bases: readonly string[], ending: string): SheetJson => {
  const { sizes, ...numbers } = sheet.numbers
  const pages: SheetPage[] = sizes.map((size, k) => ({
    image: `${bases[k]}.${ending}`,
    ...(sheet.pages[k]!.light ? { light: `${bases[k]}-light.${ending}` } : {}),
    size,
  }))
  return inOldest({ ...numbers, image: pages[0]!.image, pages })
}

const jsonFile = (name: string, json: SheetJson): EncodedFile => ({
  name: `${name}.json`,
  type: 'application/json',
  data: `${JSON.stringify(json, null, 1)}\n`,
})

const pictures = async (
  writing: Writing,
  ending: string,
  type: string,
  encode: (image: Image) => Promise<Uint8Array>,
): Promise<readonly EncodedFile[]> => {
  const bases = pageNames(writing)
  const files: EncodedFile[] = []
  for (const [k, { main, light }] of writing.sheet.pages.entries()) {
    files.push({ name: `${bases[k]}.${ending}`, type, data: await encode(main) })
    if (light) files.push({ name: `${bases[k]}-light.${ending}`, type, data: await encode(light) })
  }
  return files
}

/** What an animation is written with. */
interface ClipWriting {
  readonly clip: SheetClip
  readonly tools: WriteTools
  /** `#rrggbb` under what is transparent, where a format has no alpha. */
  readonly ground: string
}

/** One file for each clip. */
const perClip =
  (
    ending: string,
    type: string,
    encode: (
      images: readonly [Image, ...Image[]],
      seconds: number[],
      writing: ClipWriting,
    ) => Promise<Uint8Array>,
  ): Format =>
  async ({ sheet, pattern, names, tools }) => {
    const files: EncodedFile[] = []
    for (const clip of sheet.numbers.clips) {
      const images = framesOfClip(sheet, clip) as [Image, ...Image[]]
      files.push({
        name: `${nameOf(pattern, { ...names, ...clipParts(sheet, clip) })}.${ending}`,
        type,
        data: await encode(images, secondsOfClip(sheet, clip), {
          clip,
          tools,
          ground: sheet.drawn[0]!.job.settings.colours.ground,
        }),
      })
    }
    return files
  }

/** What names a clip among those of its sheet. */
const clipParts = ({ drawn }: Sheet, { name, effect }: SheetClip): NameParts => ({
  effect: drawn.find((one) => one.effect.id === effect)!.effect.name,
  ...(name === '' ? {} : { clip: name }),
})

const frames: Format = async ({ sheet, pattern, names, tools }) => {
  const files: Zippable = {}
  for (const clip of sheet.numbers.clips) {
    const images = framesOfClip(sheet, clip)
    for (const [k, image] of images.entries()) {
      const parts = { ...names, ...clipParts(sheet, clip), frame: numbered(k, images.length) }
      files[`${nameOf(pattern, parts)}.png`] = [
        await packPng(image, tools.deflate),
        { level: 0, mtime: ZIP_TIME },
      ]
    }
  }
  return [{ name: `${nameOf(pattern, names)}-frames.zip`, type: 'application/zip', data: zipSync(files) }]
}

/** Zips hold no clock, so that the same frames give the same bytes: the first day that a zip can tell. */
const ZIP_TIME = '1980-01-01T12:00:00'

const lossyOf = ({ lossy }: WriteTools): LossyEncoder => {
  if (!lossy) throw new TypeError('formats that need a browser are refused before anything is drawn')
  return lossy
}

/** All formats, in the order of the screen. */
export const FORMATS = {
  sheet: async (writing) => {
    const files = await pictures(writing, 'png', 'image/png', (image) =>
      packPng(image, writing.tools.deflate),
    )
    const bases = pageNames(writing)
    return [
      ...files,
      jsonFile(nameOf(writing.pattern, writing.names), numbersOf(writing.sheet, bases, 'png')),
    ]
  },
  frames,
  apng: perClip('apng.png', 'image/apng', (images, seconds, { tools }) =>
    packApng(images, seconds, tools.deflate),
  ),
  gif: perClip('gif', 'image/gif', (images, seconds, { clip: { loop } }) =>
    Promise.resolve(encodeGif(images, seconds, { loops: loop !== false })),
  ),
  webp: async (writing) => {
    const files = await pictures(writing, 'webp', 'image/webp', (image) => lossyOf(writing.tools).webp(image))
    const bases = pageNames(writing)
    const base = nameOf(writing.pattern, writing.names)
    return [...files, jsonFile(`${base}.webp`, numbersOf(writing.sheet, bases, 'webp'))]
  },
  webm: perClip('webm', 'video/webm', (images, seconds, { tools, ground }) =>
    lossyOf(tools).webm(images, seconds, ground),
  ),
  typescript: (writing) => {
    const base = nameOf(writing.pattern, writing.names)
    const json = numbersOf(writing.sheet, pageNames(writing), 'png')
    return Promise.resolve([
      { name: `${base}.ts`, type: 'text/typescript', data: typescriptOf(json, writing.sheet) },
    ])
  },
} as const satisfies Readonly<Record<FormatId, Format>>

/** Formats that only a browser can write. */
export const BROWSER_FORMATS = ['webp', 'webm'] as const satisfies readonly FormatId[]

/** The bytes of a file as they are written. */
export const bytesOf = ({ data }: EncodedFile): Uint8Array =>
  typeof data === 'string' ? strToU8(data) : data
