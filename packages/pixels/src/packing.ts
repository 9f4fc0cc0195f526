/** Loose pictures on one sheet. Finding places is a package's work. */
import { MaxRectsPacker, PACKING_LOGIC } from 'maxrects-packer'
import { createImage, type Image } from './image.ts'
import { PICTURE_LIMITS, PictureError } from './pngCheck.ts'
import type { Cell } from './slice.ts'

/** How frames are packed into one sheet; whole texels. */
export interface PackingOptions {
  /** Empty texels between two frames and around all, beyond the extrusion. */
  readonly padding: number
  /** Border texels repeated outwards, against seams when a sheet is sampled smoothly. */
  readonly extrude: number
  readonly powerOfTwo: boolean
}

/** One empty texel around each frame, nothing else. */
export const DEFAULT_PACKING: PackingOptions = { padding: 1, extrude: 0, powerOfTwo: false }

/** A packed sheet and where each picture went. */
export interface Packed {
  readonly image: Image
  /** Place of each picture, in the order given. */
  readonly cells: readonly Cell[]
}

interface Size {
  readonly width: number
  readonly height: number
}

/** Large ones first; equal ones keep their order, so that the same pictures always lie alike. */
const tallestFirst = (sizes: readonly Size[]): number[] =>
  sizes
    .map((_, i) => i)
    .sort((a, b) => sizes[b]!.height - sizes[a]!.height || sizes[b]!.width - sizes[a]!.width || a - b)

/**
 * Places for pictures of these sizes, in their order, and the size of the sheet. Throws `PictureError` when
 * they do not fit.
 */
export const placesFor = (
  sizes: readonly Size[],
  { padding, extrude, powerOfTwo }: PackingOptions,
): { width: number; height: number; cells: Cell[] } => {
  if (sizes.length === 0) throw new PictureError('There is no picture to pack; add one')
  const { side } = PICTURE_LIMITS
  const packer = new MaxRectsPacker(side, side, padding, {
    smart: true,
    pot: powerOfTwo,
    square: false,
    allowRotation: false,
    border: padding,
    logic: PACKING_LOGIC.MAX_AREA,
  })
  const cells: Cell[] = []
  for (const i of tallestFirst(sizes)) {
    const { width, height } = sizes[i]!
    const rect = packer.add(width + 2 * extrude, height + 2 * extrude, { i })
    cells[i] = { x: rect.x, y: rect.y, w: width, h: height }
  }
  if (packer.bins.length > 1 || packer.bins.some((bin) => bin.width > side || bin.height > side))
    throw new PictureError(
      `These pictures do not fit on one sheet of ${side} × ${side}; pack fewer, or smaller ones`,
    )
  const [bin] = packer.bins
  for (const rect of bin!.rects) {
    const i = (rect.data as { i: number }).i
    cells[i] = { ...cells[i]!, x: rect.x + extrude, y: rect.y + extrude }
  }
  return { width: bin!.width, height: bin!.height, cells }
}

const clamp = (value: number, high: number): number => Math.min(high, Math.max(0, value))

/** Puts a picture down with its border repeated outwards. */
export const blitExtruded = (from: Image, to: Image, { x, y }: Cell, extrude: number): void => {
  for (let row = -extrude; row < from.height + extrude; row++) {
    const source = clamp(row, from.height - 1) * from.width * 4
    const target = ((y + row) * to.width + x) * 4
    to.data.set(from.data.subarray(source, source + from.width * 4), target)
    for (let k = 1; k <= extrude; k++) {
      to.data.set(from.data.subarray(source, source + 4), target - k * 4)
      to.data.set(
        from.data.subarray(source + (from.width - 1) * 4, source + from.width * 4),
        target + (from.width - 1 + k) * 4,
      )
    }
  }
}

/** Packs pictures on one sheet. `progress` hears shares from 0 to 1. */
export const packImages = (
  images: readonly Image[],
  options: PackingOptions = DEFAULT_PACKING,
  progress?: (done: number) => void,
): Packed => {
  const { width, height, cells } = placesFor(images, options)
  const image = createImage(width, height)
  images.forEach((from, i) => {
    blitExtruded(from, image, cells[i]!, options.extrude)
    progress?.((i + 1) / images.length)
  })
  return { image, cells }
}

/** Where a picture lies among pages. */
export interface PagePlace {
  readonly page: number
  readonly x: number
  readonly y: number
}

/**
 * Places for pictures of these sizes on as many pages as they need. Equal sizes always lie alike.
 * @param side longest of a page; no picture is larger
 */
export const packPages = (
  sizes: readonly Size[],
  side: number,
  padding: number,
): { readonly places: readonly PagePlace[]; readonly pages: readonly Size[] } => {
  const packer = new MaxRectsPacker(side, side, padding, {
    smart: true,
    pot: false,
    square: false,
    allowRotation: false,
    border: 0,
    logic: PACKING_LOGIC.MAX_AREA,
  })
  for (const i of tallestFirst(sizes)) packer.add(sizes[i]!.width, sizes[i]!.height, { i })
  const places: PagePlace[] = []
  packer.bins.forEach((bin, page) => {
    for (const { x, y, data } of bin.rects) places[(data as { i: number }).i] = { page, x, y }
  })
  return {
    places,
    pages: packer.bins.map(({ rects }) => ({
      width: Math.max(1, ...rects.map(({ x, width }) => x + width)),
      height: Math.max(1, ...rects.map(({ y, height }) => y + height)),
    })),
  }
}
