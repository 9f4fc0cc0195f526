/** Packs from an address, a file or an object, with their pictures decoded. */
import { Refusal } from '@gliv/model'
import type { RenderSheet } from '../draw/renderer.ts'
import { Pack, readPack } from './pack.ts'

/** A pack with its pictures decoded. */
export class LoadedPack extends Pack {
  /** @internal */
  readonly sheets: readonly RenderSheet[]

  /** @internal */
  constructor({ contents }: Pack, sheets: readonly RenderSheet[]) {
    super(contents)
    this.sheets = sheets
  }
}

/** Decodes PNG bytes premultiplied, without colour conversion. */
export const decodeSheetImage = (blob: Blob): Promise<ImageBitmap> =>
  createImageBitmap(blob, { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' })

const readSource = async (source: string | URL | Blob | object): Promise<unknown> => {
  if (typeof source === 'string' || source instanceof URL) {
    const answer = await fetch(source)
    if (!answer.ok)
      throw new Refusal('', `The pack ${String(source)} cannot be loaded: the server says ${answer.status}`)
    return answer.arrayBuffer()
  }
  return source instanceof Blob ? source.arrayBuffer() : source
}

const decoded = async (page: number, bytes: Uint8Array): Promise<ImageBitmap> => {
  try {
    return await decodeSheetImage(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }))
  } catch {
    throw new Refusal(`pages[${page}]`, 'its picture cannot be decoded; export the pack from Gliv again')
  }
}

/** Loads a pack from an address, a file, or an object. Throws an error in words. */
export const loadPack = async (source: string | URL | Blob | object): Promise<LoadedPack> => {
  const pack = readPack(await readSource(source))
  const sheets = await Promise.all(
    pack.contents.pages.map(async ({ image, width, height, sampling }, page) => {
      const picture = await decoded(page, image)
      if (picture.width !== width || picture.height !== height)
        throw new Refusal(
          `pages[${page}]`,
          `its picture is ${picture.width} × ${picture.height} px and ought to be ${width} × ${height}; export the pack from Gliv again`,
        )
      return { image: picture, width, height, sampling }
    }),
  )
  return new LoadedPack(pack, sheets)
}
