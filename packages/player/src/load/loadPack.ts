/** Packs from an address, a file or an object, with their pictures decoded. */
import { Refusal } from '@gliv/model'
import type { RenderSheet } from '../draw/renderer.ts'
import { blobOfDataUrl, type ReadPack, readPack } from './pack.ts'

/** A pack with its pictures decoded, ready for players. Several players may share one. */
export interface LoadedPack extends ReadPack {
  readonly sheets: readonly RenderSheet[]
}

/** Decodes PNG bytes premultiplied, without colour conversion. */
export const decodeSheetImage = (blob: Blob): Promise<ImageBitmap> =>
  createImageBitmap(blob, { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' })

const readSource = async (source: string | URL | Blob | object): Promise<unknown> => {
  if (typeof source === 'string' || source instanceof URL) {
    const answer = await fetch(source)
    if (!answer.ok)
      throw new Refusal('', `The pack ${String(source)} cannot be loaded: the server says ${answer.status}`)
    return answer.text()
  }
  return source instanceof Blob ? source.text() : source
}

const decoded = async (name: string, url: string): Promise<ImageBitmap> => {
  try {
    return await decodeSheetImage(blobOfDataUrl(url))
  } catch {
    throw new Refusal(`sheet "${name}"`, 'its picture cannot be decoded; export the pack from Gliv again')
  }
}

/** Loads a pack from an address, a file, or an object. Throws an error in words. */
export const loadPack = async (source: string | URL | Blob | object): Promise<LoadedPack> => {
  const { pack } = readPack(await readSource(source))
  const sheets = await Promise.all(
    pack.sheets.map(async ({ name, image, width, height, sampling }) => {
      const picture = await decoded(name, image)
      if (picture.width !== width || picture.height !== height)
        throw new Refusal(
          `sheet "${name}"`,
          `its picture is ${picture.width} × ${picture.height} px and ought to be ${width} × ${height}; export the pack from Gliv again`,
        )
      return { image: picture, width, height, sampling }
    }),
  )
  return { pack, sheets }
}
