/** Frames put together again as a game does: a piece of a page at its offset. */
import { createImage, crop, type Image, withPart } from '@gliv/pixels'
import type { SheetClip, SheetFrame } from '../sheet/json.ts'
import type { Sheet } from '../sheet/sheet.ts'

/** One frame of a clip at its whole size. */
export const wholeFrame = (
  { pages }: Pick<Sheet, 'pages'>,
  frame: SheetFrame,
  { w, h }: SheetClip['frame'],
): Image => {
  const page = pages[frame.page ?? 0]!.main
  const part = crop(page, frame)
  const image = createImage(w, h)
  return frame.offsetX === 0 && frame.offsetY === 0 && part.width === w && part.height === h
    ? part
    : withPart(image, part, frame.offsetX, frame.offsetY)
}

/** All frames of a clip. */
export const framesOfClip = (sheet: Pick<Sheet, 'pages' | 'numbers'>, clip: SheetClip): Image[] =>
  sheet.numbers.frames
    .slice(clip.from, clip.from + clip.count)
    .map((frame) => wholeFrame(sheet, frame, clip.frame))

/** How long each frame of a clip stays. */
export const secondsOfClip = ({ numbers }: Pick<Sheet, 'numbers'>, { from, count }: SheetClip): number[] =>
  numbers.frames.slice(from, from + count).map(({ seconds }) => seconds)
