/**
 * The pixels of one frame, changed by strokes: at once here and on the stage, and in the kit as soon as they
 * are written.
 */
import { type Sheet } from '@gliv/document'
import { blitExtruded, crop, type Image } from '@gliv/pixels'
import { useCallback, useMemo, useRef, useState } from 'react'
import { useDocument } from '../../state/document.ts'
import { publishPatch } from '../../state/livePatches.ts'
import { editPicture, imageOf, tell } from '../sheets/pictures.ts'
import { usePixels } from '../sheets/chosenSheet.ts'

/** Commits follow one another, each on the sheet as the one before left it. */
let queue: Promise<void> = Promise.resolve()

const commitFrame = (label: string, sheetId: string, frame: number, image: Image): Promise<void> => {
  queue = queue.then(async () => {
    const sheet = useDocument.getState().kit?.sheets[sheetId]
    const rect = sheet?.frames[frame]
    if (!sheet || !rect || rect.w !== image.width || rect.h !== image.height) return
    const whole = await imageOf(sheet)
    const next: Image = { ...whole, data: whole.data.slice() }
    blitExtruded(image, next, rect, sheet.packing?.extrude ?? 0)
    await editPicture(label, sheetId, next)
  })
  queue = queue.catch(tell)
  return queue
}

export interface FrameImage {
  readonly image: Image
  /** Shows a change on the stage without keeping it. */
  readonly preview: (image: Image) => void
  /** Keeps a change as one step of undo. */
  readonly commit: (label: string, image: Image) => void
}

export const useFrameImage = (sheet: Sheet, index: number): FrameImage | null => {
  const pixels = usePixels(sheet)
  const rect = sheet.frames[index]!
  const { x, y, w, h } = rect
  const stored = useMemo(() => (pixels ? crop(pixels.image, { x, y, w, h }) : null), [pixels, x, y, w, h])
  // Set from the end of a stroke until its picture is the sheet's.
  const [pending, setPending] = useState<{ readonly key: string; readonly image: Image } | null>(null)
  const latest = useRef(0)
  const key = `${sheet.id} ${index}`
  const preview = useCallback(
    (image: Image) => publishPatch({ sheet: sheet.id, x, y, image }),
    [sheet.id, x, y],
  )
  const commit = useCallback(
    (label: string, image: Image) => {
      const mine = ++latest.current
      setPending({ key, image })
      preview(image)
      void commitFrame(`${label} on ${rect.name}`, sheet.id, index, image).then(
        () => mine === latest.current && setPending(null),
      )
    },
    [key, preview, rect.name, sheet.id, index],
  )
  const image = pending?.key === key ? pending.image : stored
  return useMemo(() => (image ? { image, preview, commit } : null), [image, preview, commit])
}
