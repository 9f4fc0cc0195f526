/** Pages of a pack: the frames that its effects show, packed together, so that few pictures are drawn from. */
import type { GatheredPack } from '@gliv/document'
import {
  type PackFrame,
  type PackPage,
  type PackSheet,
  Refusal,
  type ResolvedEffect,
  type Sampling,
} from '@gliv/model'
import {
  blitExtruded,
  type Cell,
  createImage,
  decodePng,
  encodePng,
  type Image,
  packPages,
  PICTURE_LIMITS,
} from '@gliv/pixels'
import { allEffects } from './within.ts'

/** Longest side of a page that sheets share. */
const PAGE_SIDE = 2048
/** Border texels that are repeated around a frame, so that smooth sampling finds nothing else there. */
const EXTRUDE = 1

type Sheet = GatheredPack['sheets'][number]

/** Numbers of the frames of each sheet that something shows, ascending. */
const usedFrames = (sheets: readonly Sheet[], effects: readonly ResolvedEffect[]): number[][] => {
  const used = sheets.map(() => new Set<number>())
  const numberAt = (sheet: number, x: number, y: number): number =>
    sheets[sheet]!.frames.findIndex((frame) => frame.x === x && frame.y === y)
  for (const { emitters, source } of allEffects(effects)) {
    if (source) used[source.sheet]!.add(numberAt(source.sheet, source.frame.x, source.frame.y))
    for (const { type } of emitters)
      for (const picture of type.mark ? [...type.pictures, type.mark] : type.pictures)
        for (const frame of picture.frameIndices) used[picture.sheet]!.add(frame)
  }
  return used.map((frames) => [...frames].sort((a, b) => a - b))
}

const cropped = (from: Image, x: number, y: number, w: number, h: number): Image => {
  const out = createImage(w, h)
  for (let row = 0; row < h; row++) {
    const start = ((y + row) * from.width + x) * 4
    out.data.set(from.data.subarray(start, start + w * 4), row * w * 4)
  }
  return out
}

interface Piece {
  readonly sheet: number
  readonly frame: number
  readonly image: Image
}

const piecesOf = (
  { sheets, effects }: GatheredPack,
  pictures: ReadonlyMap<string, Uint8Array>,
): readonly Piece[] => {
  const used = usedFrames(sheets, effects)
  return sheets.flatMap((sheet, s) => {
    const bytes = pictures.get(sheet.picture)
    if (!bytes) throw new Refusal(`sheet "${sheet.name}"`, 'its picture is missing; open the kit again')
    const whole = decodePng(bytes)
    return used[s]!.map((frame): Piece => {
      const { x, y, w, h } = sheet.frames[frame]!
      return { sheet: s, frame, image: cropped(whole, x, y, w, h) }
    })
  })
}

/** Pieces on one page; null when they need more than one. */
const placed = (
  pieces: readonly Piece[],
  sampling: Sampling,
  side: number,
): { readonly page: PackPage; readonly cells: readonly Cell[] } | null => {
  const sizes = pieces.map(({ image }) => ({
    width: image.width + 2 * EXTRUDE,
    height: image.height + 2 * EXTRUDE,
  }))
  const { places, pages } = packPages(sizes, side, 0)
  if (pages.length > 1) return null
  const { width, height } = pages[0]!
  const page = createImage(width, height)
  const cells = places.map(({ x, y }, k): Cell => ({
    x: x + EXTRUDE,
    y: y + EXTRUDE,
    w: pieces[k]!.image.width,
    h: pieces[k]!.image.height,
  }))
  pieces.forEach(({ image }, k) => blitExtruded(image, page, cells[k]!, EXTRUDE))
  return { page: { image: encodePng(page), width, height, sampling }, cells }
}

/** All pieces on one page where they fit, else each sheet's on one of its own: a picture's frames stay together. */
const pagesFor = (
  pieces: readonly Piece[],
  sampling: Sampling,
): { readonly page: PackPage; readonly cells: readonly Cell[]; readonly pieces: readonly Piece[] }[] => {
  const together = placed(pieces, sampling, PAGE_SIDE)
  if (together) return [{ ...together, pieces }]
  return [...new Set(pieces.map(({ sheet }) => sheet))].map((sheet) => {
    const mine = pieces.filter((piece) => piece.sheet === sheet)
    const alone = placed(mine, sampling, PICTURE_LIMITS.side)
    if (!alone)
      throw new Refusal('pack', `the frames of one sheet do not fit on a page; leave some of them out`)
    return { ...alone, pieces: mine }
  })
}

/**
 * Sheets and pages of what a pack carries. Sheets of one way of sampling share a page where they fit on one.
 * @param pictures PNGs by content hash
 */
export const pagesOf = (
  gathered: GatheredPack,
  pictures: ReadonlyMap<string, Uint8Array>,
): { readonly pages: readonly PackPage[]; readonly sheets: readonly PackSheet[] } => {
  const pieces = piecesOf(gathered, pictures)
  const pages: PackPage[] = []
  const frames = gathered.sheets.map((): { page: number; list: PackFrame[] } => ({ page: 0, list: [] }))
  for (const sampling of ['smooth', 'nearest'] as const) {
    const mine = pieces.filter(({ sheet }) => gathered.sheets[sheet]!.sampling === sampling)
    if (mine.length === 0) continue
    for (const { page, cells, pieces: on } of pagesFor(mine, sampling)) {
      on.forEach(({ sheet, frame }, k) => {
        const { x: fromX, y: fromY, w, h, pivotX, pivotY } = gathered.sheets[sheet]!.frames[frame]!
        frames[sheet]!.page = pages.length
        frames[sheet]!.list.push([frame, cells[k]!.x, cells[k]!.y, w, h, pivotX, pivotY, fromX, fromY])
      })
      pages.push(page)
    }
  }
  const sheets = gathered.sheets.map(({ id, name, width, height }, s) => ({
    ...{ id, name, width, height },
    page: frames[s]!.page,
    frames: frames[s]!.list,
  }))
  return { pages, sheets }
}
