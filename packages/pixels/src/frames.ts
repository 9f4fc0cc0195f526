/** Frames taken out of pictures and put back. */
import { blit, createImage, type Image } from './image.ts'
import type { Cell } from './slice.ts'

/** A copy of a rectangle; what lies outside of the picture is transparent. */
export const crop = (image: Image, { x, y, w, h }: Cell): Image => {
  const out = createImage(w, h)
  const [left, right] = [Math.max(0, x), Math.min(image.width, x + w)]
  for (let row = Math.max(0, y); row < Math.min(image.height, y + h); row++)
    if (right > left)
      out.data.set(
        image.data.subarray((row * image.width + left) * 4, (row * image.width + right) * 4),
        ((row - y) * w + left - x) * 4,
      )
  return out
}

/** A copy with another picture put in at (x, y), in place of what was there; it must fit. */
export const withPart = (image: Image, part: Image, x: number, y: number): Image => {
  const out: Image = { ...image, data: image.data.slice() }
  blit(part, out, x, y)
  return out
}

/** The same picture on a canvas of another size; (dx, dy) is where its left top corner comes to lie. */
export const resizeCanvas = (image: Image, width: number, height: number, dx: number, dy: number): Image =>
  crop(image, { x: -dx, y: -dy, w: width, h: height })

/** The picture mirrored: left and right for `across`, else top and bottom. */
export const flipped = ({ width, height, data }: Image, across: boolean): Image => {
  const out = createImage(width, height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = (y * width + x) * 4
      out.data.set(
        data.subarray(from, from + 4),
        ((across ? y : height - 1 - y) * width + (across ? width - 1 - x : x)) * 4,
      )
    }
  return out
}
