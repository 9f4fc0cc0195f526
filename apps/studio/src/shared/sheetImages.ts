/** Decoded sheet pictures by content hash, for the stage, the film and menus. Lifetime: the page. */
import { BoundedCache } from '@gliv/base'
import type { Kit } from '@gliv/document'
import { prepareSheet, type PaintSheet } from '@gliv/paint'
import { decodePng, type Image } from '@gliv/pixels'
import { decodeSheetImage, type RenderSheet } from '@gliv/player/renderers'

/** Texels kept: every stroke makes a new picture, and the latest are the ones that undo wants. */
const KEPT_TEXELS = 32 * 1024 * 1024

const texelsOf = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  width * height

export const sheetImages = new BoundedCache<string, ImageBitmap>(KEPT_TEXELS, texelsOf)
const paintSheets = new BoundedCache<string, PaintSheet>(KEPT_TEXELS, texelsOf)

/** Makes a picture ready to be drawn before the kit names it, so that nothing flickers. */
export const rememberImage = async (hash: string, { width, height, data }: Image): Promise<void> => {
  if (sheetImages.has(hash)) return
  const pixels = new ImageData(new Uint8ClampedArray(data), width, height)
  sheetImages.set(
    hash,
    await createImageBitmap(pixels, { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' }),
  )
}

export const rememberBitmap = (hash: string, bitmap: ImageBitmap): void => {
  if (!sheetImages.has(hash)) sheetImages.set(hash, bitmap)
}

/** Pictures that are being decoded: many cells that show one sheet ask at once. */
const decoding = new Map<string, Promise<ImageBitmap>>()

const decode = async (hash: string, bytes: Uint8Array): Promise<ImageBitmap> => {
  try {
    const blob = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' })
    return sheetImages.set(hash, await decodeSheetImage(blob))
  } finally {
    decoding.delete(hash)
  }
}

/** The drawable form of a picture; decodes what is not decoded yet. */
export const bitmapOf = (hash: string, bytes: Uint8Array): Promise<ImageBitmap> => {
  const known = sheetImages.get(hash)
  if (known) return Promise.resolve(known)
  const begun = decoding.get(hash) ?? decode(hash, bytes)
  decoding.set(hash, begun)
  return begun
}

/** The kit's sheets in order, decoded. One whose picture is not at hand yet is empty. */
export const renderSheetsOf = (kit: Kit, pictures: ReadonlyMap<string, Uint8Array>): Promise<RenderSheet[]> =>
  Promise.all(
    kit.sheetOrder.map(async (id) => {
      const { picture, width, height, sampling } = kit.sheets[id]!
      const bytes = pictures.get(picture)
      return {
        image: bytes ? await bitmapOf(picture, bytes) : await createImageBitmap(new ImageData(1, 1)),
        width,
        height,
        sampling,
      }
    }),
  )

/** A sheet for the software compositor; undefined while its picture is missing. */
export const paintSheetOf = (
  kit: Kit,
  sheetId: string,
  pictures: ReadonlyMap<string, Uint8Array>,
): PaintSheet | undefined => {
  const sheet = kit.sheets[sheetId]
  const bytes = sheet && pictures.get(sheet.picture)
  if (!sheet || !bytes) return undefined
  const key = `${sheet.picture} ${sheet.sampling}`
  const known = paintSheets.get(key)
  if (known) return known
  const image = decodePng(bytes)
  return paintSheets.set(key, prepareSheet(image.width, image.height, image.data, sheet.sampling))
}
