/**
 * Pixels of the kit's pictures, and edits that replace a picture. Lifetime: the page; the pixels are a cache.
 */
import { BoundedCache } from '@gliv/base'
import type { Kit, Sheet } from '@gliv/document'
import { decodePng, encodePng, type Image } from '@gliv/pixels'
import { edit, keepPicture, useDocument } from '../../state/document.ts'
import { rememberBitmap, rememberImage } from '../../shared/sheetImages.ts'
import { pictureWorker } from './jobs.ts'

/** Pictures up to this many texels are read and written at once, larger ones in a worker. */
const SMALL = 512 * 512
/** Texels kept decoded. */
const KEPT = 40 * 1024 * 1024

const images = new BoundedCache<string, Image>(KEPT, ({ width, height }) => width * height)

/** Pixels of a sheet's picture; rejects in words when it is not at hand. */
export const imageOf = async (
  sheet: Pick<Sheet, 'picture' | 'width' | 'height' | 'name'>,
): Promise<Image> => {
  const known = images.get(sheet.picture)
  if (known) return known
  const png = useDocument.getState().pictures.get(sheet.picture)
  if (!png)
    throw new Error(
      `The picture of "${sheet.name}" is not at hand; open the kit again, or replace the picture`,
    )
  return images.set(
    sheet.picture,
    sheet.width * sheet.height <= SMALL ? decodePng(png) : await pictureWorker().decode(png),
  )
}

/** Takes a picture in: written as PNG, kept, decoded, and ready to be drawn. Gives its content hash. */
export const takePicture = async (image: Image, png?: Uint8Array): Promise<string> => {
  const bytes =
    png ?? (image.width * image.height <= SMALL ? encodePng(image) : await pictureWorker().encode(image))
  if (image.width * image.height > SMALL) {
    const { bitmap, hash } = await pictureWorker().bitmap(bytes)
    rememberBitmap(keepPicture(bytes, hash), bitmap)
    images.set(hash, image)
    return hash
  }
  const hash = keepPicture(bytes)
  images.set(hash, image)
  await rememberImage(hash, image)
  return hash
}

/** Gives a sheet another picture in one step of undo; `change` may do more to the kit in the same step. */
export const editPicture = async (
  label: string,
  sheetId: string,
  image: Image,
  change?: (kit: Kit, sheet: Sheet) => void,
  png?: Uint8Array,
): Promise<void> => {
  const picture = await takePicture(image, png)
  edit(label, (kit) => {
    const sheet = kit.sheets[sheetId]
    if (!sheet) return
    Object.assign(sheet, { picture, width: image.width, height: image.height })
    change?.(kit, sheet)
  })
}

/** Says in words what went wrong; for promises that nobody waits for. */
export const tell = (error: unknown): void =>
  useDocument.setState({ notice: error instanceof Error ? error.message : String(error) })
