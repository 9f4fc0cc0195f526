/** Places of pictures, read once and kept: births on a picture's cells need its pixels. */
import { BoundedCache } from '@gliv/base'
import type { MaskReader, Pictures } from '@gliv/document'
import { type MaskPlaces, Refusal } from '@gliv/model'
import { decodePng, type Image, maskPlaces } from '@gliv/pixels'

const images = new WeakMap<Uint8Array, Image>()
const imageOf = (png: Uint8Array): Image => {
  const known = images.get(png)
  if (known) return known
  const image = decodePng(png)
  images.set(png, image)
  return image
}

/** Different questions kept; a drag over the eight grids of one picture stays far below. */
const KEPT = 256

/**
 * A reader over the pictures of a kit. `pictures` is asked anew each time, so that pictures may come later.
 */
export const maskReader = (pictures: () => Pictures): MaskReader => {
  const kept = new BoundedCache<string, MaskPlaces>(KEPT)
  return (sheet, frame, part, grid, keepColours) => {
    const rect = sheet.frames[frame]!
    const key = [
      sheet.picture,
      rect.x,
      rect.y,
      rect.w,
      rect.h,
      rect.pivotX,
      rect.pivotY,
      part,
      grid,
      keepColours,
    ].join(' ')
    const known = kept.get(key)
    if (known) return known
    const png = pictures().get(sheet.picture)
    if (!png) throw new Refusal(`sheets.${sheet.id}.picture`, 'its picture is not at hand; import it again')
    const places = maskPlaces(imageOf(png), rect, part, grid, keepColours)
    return kept.set(key, places)
  }
}
