/** Loose frames and the sheet that they lie on: taken off, changed, laid out anew, in one step of undo. */
import {
  addSheet,
  type Kit,
  type PackingChoice,
  setFrames,
  type Sheet,
  type SheetFrame,
} from '@gliv/document'
import type { Sampling } from '@gliv/model'
import { type Cell, crop, DEFAULT_PACKING, encodePng, type Image, packImages } from '@gliv/pixels'
import { edit } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { packJob } from './jobs.ts'
import { editPicture, imageOf, takePicture } from './pictures.ts'

export interface LooseFrame {
  readonly name: string
  readonly image: Image
  /** Texels from the frame's left top corner. */
  readonly pivotX: number
  readonly pivotY: number
  /** Number of the frame of the sheet that it was; null for a new one. */
  readonly from: number | null
}

export const centred = (name: string, image: Image): LooseFrame => ({
  name,
  image,
  pivotX: image.width / 2,
  pivotY: image.height / 2,
  from: null,
})

export const looseFrames = async (sheet: Sheet): Promise<LooseFrame[]> => {
  const image = await imageOf(sheet)
  return sheet.frames.map((frame, from) => ({
    name: frame.name,
    image: crop(image, frame),
    pivotX: frame.pivotX,
    pivotY: frame.pivotY,
    from,
  }))
}

interface LaidOut {
  readonly image: Image
  readonly png: Uint8Array
  readonly cells: readonly Cell[]
}

export interface Watched {
  readonly onProgress?: (done: number) => void
  /** Called with what cancels the work. */
  readonly onStart?: (cancel: () => void) => void
}

/** Sheets of fewer texels than this are laid out at once. */
const SMALL = 256 * 256

const layOut = (
  frames: readonly LooseFrame[],
  packing: PackingChoice,
  { onProgress, onStart }: Watched,
): LaidOut | Promise<LaidOut> => {
  const images = frames.map((f) => f.image)
  if (images.reduce((sum, i) => sum + i.width * i.height, 0) <= SMALL) {
    const packed = packImages(images, packing)
    return { ...packed, png: encodePng(packed.image) }
  }
  const job = packJob(images, packing, onProgress ?? (() => {}))
  onStart?.(job.cancel)
  return job.result
}

const placed = (frames: readonly LooseFrame[], cells: readonly Cell[]): SheetFrame[] =>
  frames.map(({ name, pivotX, pivotY }, i) => ({ name, ...cells[i]!, pivotX, pivotY }))

/**
 * Gives a sheet other frames; who used the old ones follows. `more` may do more to the kit in the same step.
 */
export const repack = async (
  label: string,
  sheet: Sheet,
  frames: readonly LooseFrame[],
  packing: PackingChoice = sheet.packing ?? DEFAULT_PACKING,
  watched: Watched = {},
  more?: (kit: Kit, sheet: Sheet) => void,
): Promise<void> => {
  const { image, png, cells } = await layOut(frames, packing, watched)
  const became = sheet.frames.map((_, old) => frames.findIndex((f) => f.from === old))
  await editPicture(
    label,
    sheet.id,
    image,
    (kit, draft) => {
      setFrames(kit, sheet.id, placed(frames, cells), became)
      Object.assign(draft, { packing: { ...packing }, slicing: null })
      more?.(kit, draft)
    },
    png,
  )
}

/** Adds a sheet of loose frames. Gives its id. */
export const addPacked = async (
  label: string,
  name: string,
  frames: readonly LooseFrame[],
  sampling: Sampling,
  packing: PackingChoice = DEFAULT_PACKING,
  watched: Watched = {},
  more?: (kit: Kit, id: string) => void,
): Promise<string> => {
  const { image, png, cells } = await layOut(frames, packing, watched)
  const picture = await takePicture(image, png)
  let id = ''
  edit(label, (kit) => {
    id = addSheet(
      kit,
      {
        name,
        picture,
        width: image.width,
        height: image.height,
        sampling,
        frames: placed(frames, cells),
        slicing: null,
        packing: { ...packing },
      },
      makeId,
    )
    more?.(kit, id)
  })
  return id
}
