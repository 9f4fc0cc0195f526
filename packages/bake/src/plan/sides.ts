/** How long the sides of sheets and frames may be. Pure. */
import type { ShipValues } from '@gliv/model'

/** Longest side of a picture, px: larger textures are refused by too many graphics cards. */
export const SIDE_LIMIT = 8192

/** The smallest power of two that is not less, for whole numbers up to 2³⁰. */
export const powerOver = (value: number): number => {
  let power = 1
  while (power < value) power *= 2
  return power
}

/** The longest side that all rules allow together. */
export const sideFor = ({ maxSide, powerOfTwo, multiple }: ShipValues<'sheet'>): number => {
  const side = powerOfTwo ? powerOver(maxSide + 1) / 2 : maxSide
  return Math.max(multiple, Math.floor(side / multiple) * multiple)
}

/** By how much pictures have to be smaller, so that the largest fits a side; 1 when all do. */
export const shrinkFor = (
  sizes: readonly { readonly w: number; readonly h: number }[],
  sheet: ShipValues<'sheet'>,
  extrude: number,
): number => {
  const room = Math.min(SIDE_LIMIT, sideFor(sheet)) - 2 * extrude
  const most = Math.max(1, ...sizes.map(({ w, h }) => Math.max(w, h)))
  return most <= room ? 1 : room / most
}
