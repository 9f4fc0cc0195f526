/** A picture as bytes: straight-alpha RGBA, 8 bits, row by row from the top. */
export interface Image {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array
}

/** A transparent picture of so many whole pixels. */
export const createImage = (width: number, height: number): Image => ({
  width,
  height,
  data: new Uint8Array(width * height * 4),
})

/** Copies a whole picture into another at (x, y); it must fit. */
export const blit = (from: Image, to: Image, x: number, y: number): void => {
  for (let row = 0; row < from.height; row++)
    to.data.set(
      from.data.subarray(row * from.width * 4, (row + 1) * from.width * 4),
      ((y + row) * to.width + x) * 4,
    )
}
