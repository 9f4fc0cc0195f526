/** A sheet: the pages with all pictures on them, and where each frame lies. */
import type { Kit } from '@gliv/document'
import type { ShipValues } from '@gliv/model'
import { blitExtruded, createImage, type Image } from '@gliv/pixels'
import type { DrawnEffect } from '../draw/drawJob.ts'
import { bleed } from '../finish/bleed.ts'
import { rounded, type SheetClip, type SheetFrame, type SheetJson2 } from './json.ts'
import { layoutOf, type Spot } from './layout.ts'
import { type ColourLoss, type Cut, cutAll, type Piece } from './pieces.ts'

/** One page as pictures of equal size. */
export interface Page {
  readonly main: Image
  readonly light: Image | null
}

/** Effects on their pages. */
export interface Sheet {
  readonly pages: readonly Page[]
  /** The numbers, as soon as the pages have names. */
  readonly numbers: Omit<SheetJson2, 'image' | 'pages'> & { readonly sizes: SheetJson2['size'][] }
  readonly drawn: readonly DrawnEffect[]
  readonly loss: ColourLoss | null
  /** Share of the pages' texels that frames cover, 0 to 1. */
  readonly used: number
}

/** How long a clip is: exact where all frames stay equally long, else to a microsecond. */
const secondsOf = (frames: readonly { readonly seconds: number }[], fps: number): number =>
  frames.every(({ seconds }) => seconds === 1 / fps)
    ? frames.length / fps
    : Math.round(frames.reduce((sum, { seconds }) => sum + seconds, 0) * 1e6) / 1e6

const framesOf = ({ drawn, pieces, shows }: Cut, spots: readonly Spot[], many: boolean): SheetFrame[] =>
  drawn.clips.flatMap(({ frames }, c) =>
    frames.map(({ seconds }, k) => {
      const number = shows[c]![k]!
      const { x, y, page } = spots[number]!
      const { box } = pieces[number]!
      const frame = { x, y, w: box.w, h: box.h, offsetX: box.x, offsetY: box.y, seconds }
      return many ? { ...frame, page } : frame
    }),
  )

const clipsOf = (cuts: readonly Cut[], draft: number): SheetClip[] => {
  let from = 0
  return cuts.flatMap(({ drawn: { clips, fit, effect } }) =>
    clips.map(({ name, fps, frames, loop, seam }) => {
      const clip: SheetClip = {
        name,
        effect: effect.id,
        from,
        count: frames.length,
        fps,
        durationSeconds: secondsOf(frames, fps),
        loop,
        seam: { lastToFirst: rounded(seam.last), largestStep: rounded(seam.most) },
        frame: { w: fit.w, h: fit.h },
        pivot: { x: fit.x, y: fit.y },
        scale: rounded(fit.zoom / draft),
      }
      from += frames.length
      return clip
    }),
  )
}

const paintPages = (
  pieces: readonly Piece[],
  spots: readonly Spot[],
  sizes: readonly { readonly w: number; readonly h: number }[],
  { extrude, bleeds }: { readonly extrude: number; readonly bleeds: boolean },
): Page[] => {
  const lit = pieces.some(({ light }) => light !== null)
  const pages = sizes.map(({ w, h }) => ({
    main: createImage(w, h),
    light: lit ? createImage(w, h) : null,
  }))
  pieces.forEach(({ main, light }, k) => {
    const { page, x, y } = spots[k]!
    const cell = { x, y, w: main.width, h: main.height }
    blitExtruded(main, pages[page]!.main, cell, extrude)
    if (light) blitExtruded(light, pages[page]!.light!, cell, extrude)
  })
  if (bleeds)
    for (const { main, light } of pages) {
      bleed(main)
      if (light) bleed(light)
    }
  return pages
}

const paletteOf = ({ palettes }: Kit, { palette }: ShipValues<'colours'>): readonly string[] | null =>
  palette === null ? null : (palettes[palette]?.colours ?? null)

/** What is covered of all pages. */
const usedOf = (
  pieces: readonly Piece[],
  sizes: readonly { readonly w: number; readonly h: number }[],
): number => {
  const all = sizes.reduce((sum, { w, h }) => sum + w * h, 0)
  return all === 0 ? 0 : pieces.reduce((sum, { box }) => sum + box.w * box.h, 0) / all
}

/** Lays effects out together. Colours, padding and layout are those of the first. @param draft as drawn */
export const sheetOf = (kit: Kit, drawn: readonly [DrawnEffect, ...DrawnEffect[]], draft = 1): Sheet => {
  const { sheet, size, colours } = drawn[0].job.settings
  const { cuts, loss } = cutAll(drawn, colours, paletteOf(kit, colours))
  const pieces = cuts.flatMap((one) => one.pieces)
  const { extrude, padding } = size
  const { spots, pages: sizes } = layoutOf(
    pieces.map(({ box }) => box),
    { sheet, padding, extrude },
  )
  const pages = paintPages(pieces, spots, sizes, {
    extrude,
    // Nobody sees it in a draft.
    bleeds: size.bleed && draft === 1 && colours.alpha === 'straight' && colours.light !== 'ground',
  })
  let at = 0
  const frames = cuts.flatMap((one) => {
    const own = spots.slice(at, at + one.pieces.length)
    at += one.pieces.length
    return framesOf(one, own, sizes.length > 1)
  })
  const clips = clipsOf(cuts, draft)
  const [{ fps, durationSeconds, loop, seam, pivot, frame }] = clips as [SheetClip]
  return {
    pages,
    numbers: {
      format: 'gliv-sheet',
      version: 2,
      size: sizes[0]!,
      sizes: [...sizes],
      alpha: colours.alpha,
      ...(colours.light === 'ground' ? { ground: colours.ground } : {}),
      fps,
      durationSeconds,
      loop,
      seam,
      pivot,
      frame,
      frames,
      clips,
    },
    drawn,
    loss,
    used: usedOf(pieces, sizes),
  }
}
