/** Where frames lie on a sheet: all of one size, in rows from the left top corner. */
import { Refusal } from '@gliv/model'

/** Longest side of a sheet, px: larger textures are refused by too many graphics cards. */
export const SHEET_SIDE_LIMIT = 8192

/**
 * The number of columns of a sheet. @param asked by the user. Throws `Refusal` for sheets that are too large
 */
export const columnsOf = (
  count: number,
  { w, h }: { readonly w: number; readonly h: number },
  asked?: number,
): number => {
  const columns =
    asked ?? Math.max(1, Math.min(count, Math.floor(4096 / w) || 1, Math.ceil(Math.sqrt((count * h) / w))))
  if (!(Number.isInteger(columns) && columns > 0))
    throw new Refusal('--columns', `${columns} is not a number of columns; give a whole number from 1`)
  const sides = [Math.min(columns, count) * w, Math.ceil(count / columns) * h]
  if (Math.max(...sides) > SHEET_SIDE_LIMIT)
    throw new Refusal(
      '--size',
      `the sheet would be ${sides[0]} × ${sides[1]} px; at most ${SHEET_SIDE_LIMIT} on a side fit; lower the size, the frame rate or the span`,
    )
  return columns
}
