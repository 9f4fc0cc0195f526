/** From a frame to an effect that breaks it up, or puts it together. */
import { addShatter, addSheet, type Sheet } from '@gliv/document'
import { createImage, encodePng } from '@gliv/pixels'
import { hashPicture } from '@gliv/document'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { takePicture } from './sheets/pictures.ts'

const SIDE = 2

/**
 * Adds the effect, and where it is missing the filled block that its pieces are drawn with. Gives the
 * effect's id.
 */
export const shatter = async (sheet: Sheet, frame: number, assemble: boolean): Promise<string> => {
  const block = createImage(SIDE, SIDE)
  block.data.fill(255)
  const png = encodePng(block)
  const known = Object.values(useDocument.getState().kit?.sheets ?? {}).find(
    (s) => s.picture === hashPicture(png),
  )
  const picture = await takePicture(block, png)
  let id = ''
  edit(`${assemble ? 'Assemble' : 'Shatter'} ${sheet.frames[frame]!.name}`, (kit) => {
    const blockSheet =
      known?.id ??
      addSheet(
        kit,
        {
          name: 'Block',
          picture,
          width: SIDE,
          height: SIDE,
          sampling: 'nearest',
          frames: [{ name: 'block', x: 0, y: 0, w: SIDE, h: SIDE, pivotX: SIDE / 2, pivotY: SIDE / 2 }],
          slicing: null,
          packing: null,
        },
        makeId,
      )
    id = addShatter(kit, { sheet: sheet.id, frame }, { sheet: blockSheet, frame: 0 }, assemble, makeId)
  })
  return id
}
