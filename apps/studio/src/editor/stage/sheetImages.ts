/** Decoded sheet pictures by content hash, for the stage, the film and menus. Lifetime: the page. */
import type { Kit } from '@gliv/document'
import { prepareSheet, type PaintSheet } from '@gliv/paint'
import { decodePng } from '@gliv/pixels'
import { decodeSheetImage, type RenderSheet } from '@gliv/player'

export const sheetImages = new Map<string, ImageBitmap>()
const paintSheets = new Map<string, PaintSheet>()

/** Decodes what is not decoded yet and gives the kit's sheets in order. */
export const renderSheetsOf = (kit: Kit, pictures: ReadonlyMap<string, Uint8Array>): Promise<RenderSheet[]> =>
  Promise.all(
    kit.sheetOrder.map(async (id) => {
      const { picture, width, height, sampling } = kit.sheets[id]!
      let image = sheetImages.get(picture)
      if (!image) {
        image = await decodeSheetImage(new Blob([pictures.get(picture)! as Uint8Array<ArrayBuffer>], { type: 'image/png' }))
        sheetImages.set(picture, image)
      }
      return { image, width, height, sampling }
    }),
  )

/** A sheet for the software compositor; undefined while its picture is missing. */
export const paintSheetOf = (kit: Kit, sheetId: string, pictures: ReadonlyMap<string, Uint8Array>): PaintSheet | undefined => {
  const sheet = kit.sheets[sheetId]
  const bytes = sheet && pictures.get(sheet.picture)
  if (!sheet || !bytes) return undefined
  const key = `${sheet.picture} ${sheet.sampling}`
  let made = paintSheets.get(key)
  if (!made) {
    const image = decodePng(bytes)
    made = prepareSheet(image.width, image.height, image.data, sheet.sampling)
    paintSheets.set(key, made)
  }
  return made
}
