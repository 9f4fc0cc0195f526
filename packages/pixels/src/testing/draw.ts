/** Pictures written as rows of characters, for tests. */
import { createImage, type Image } from '../image.ts'

/** `.` is empty, `#` white, `r` red, `g` green, `b` blue. */
const COLOURS: Record<string, readonly number[]> = {
  '.': [0, 0, 0, 0],
  '#': [255, 255, 255, 255],
  r: [255, 0, 0, 255],
  g: [0, 255, 0, 255],
  b: [0, 0, 255, 255],
}

export const drawn = (...rows: readonly string[]): Image => {
  const image = createImage(rows[0]!.length, rows.length)
  rows.forEach((row, y) =>
    [...row].forEach((character, x) => image.data.set(COLOURS[character]!, (y * image.width + x) * 4)),
  )
  return image
}

/** The other way round; what is none of the colours is `?`. */
export const asRows = ({ width, height, data }: Image): string[] =>
  Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (_, x) => {
      const texel = [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)].join()
      return Object.keys(COLOURS).find((c) => COLOURS[c]!.join() === texel) ?? '?'
    }).join(''),
  )
