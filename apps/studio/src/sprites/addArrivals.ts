/** From arrived pictures to sheets of the kit, or to another picture of a sheet. Each is one step of undo. */
import {
  addClip,
  addSheet,
  changeClip,
  type PackingChoice,
  setFrames,
  type Sheet,
  type SheetFrame,
  type SlicingChoice,
} from '@gliv/document'
import type { Sampling } from '@gliv/model'
import type { Cell, Image } from '@gliv/pixels'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { deepFrozen, nextTask } from '../shared/tasks.ts'
import type { Arrival } from './arrivalStore.ts'
import { pictureWorker } from './sheets/jobs.ts'
import { addPacked, centred, type LooseFrame, looseFrames, repack, type Watched } from './sheets/repack.ts'
import { editPicture, takePicture, tell } from './sheets/pictures.ts'

const framesAt = (name: string, cells: readonly Cell[]): SheetFrame[] =>
  cells.map((cell, i) => ({
    name: cells.length === 1 ? name : `${name} ${i + 1}`,
    ...cell,
    pivotX: cell.w / 2,
    pivotY: cell.h / 2,
  }))

export const isAnimated = ({ frames }: Arrival): boolean => frames.length > 1

/** An arrival's frames as loose pictures: of an animation all, of a still one itself. */
const looseOf = ({ name, frames }: Arrival): LooseFrame[] =>
  frames.map((image, i) => centred(frames.length === 1 ? name : `${name} ${i + 1}`, image))

/** The rate of an animation, and how often its shortest frame time fits into each of its frames. */
export const timingOf = (
  seconds: readonly number[],
): { readonly fps: number; readonly holds: readonly number[] } => {
  const shortest = Math.min(...seconds.filter((s) => s > 0), 10)
  return {
    fps: Math.min(240, Math.max(0.1, Math.round(1000 / shortest) / 1000)),
    holds: seconds.map((s) => Math.min(120, Math.max(1, Math.round(s / shortest)))),
  }
}

/**
 * One arrival as a sheet: a still picture cut by its slicing, an animation packed and with a clip. Gives the
 * sheet's id.
 */
export const addSheetOf = async (
  arrival: Arrival,
  sampling: Sampling,
  packing: PackingChoice,
  watched: Watched = {},
): Promise<string> => {
  const { name, slicing, png, frames } = arrival
  if (isAnimated(arrival)) {
    const { fps, holds } = timingOf(arrival.seconds)
    return addPacked(`Import ${name}`, name, looseOf(arrival), sampling, packing, watched, (kit, id) => {
      const clip = addClip(
        kit,
        id,
        frames.map((_, i) => i),
        makeId,
      )
      changeClip(kit, id, clip, { name, fps, steps: holds.map((hold, frame) => ({ frame, hold })) })
    })
  }
  const [image] = frames
  const { numbers } = arrival
  const cells =
    numbers?.cells ?? (await pictureWorker().cut(`arrival ${arrival.id} ${image!.width}`, png, slicing))
  const picture = await takePicture(image!, png)
  let id = ''
  const cut = deepFrozen(
    framesAt(name, cells).map((frame, k) => {
      const pivot = numbers?.pivots?.[k]
      return pivot ? { ...frame, pivotX: pivot.x, pivotY: pivot.y } : frame
    }),
  )
  await nextTask()
  edit(`Import ${name}`, (kit) => {
    id = addSheet(
      kit,
      {
        name,
        picture,
        width: image!.width,
        height: image!.height,
        sampling,
        frames: cut,
        slicing: numbers ? null : slicing,
        packing: null,
      },
      makeId,
    )
    if (numbers?.fps == null || cut.length < 2) return
    const clip = addClip(
      kit,
      id,
      cut.map((_, i) => i),
      makeId,
    )
    changeClip(kit, id, clip, { name, fps: numbers.fps })
  })
  return id
}

/** All arrivals on one sheet, one frame each (or as many as they have). Gives the sheet's id. */
export const addPackedSheet = (
  arrivals: readonly Arrival[],
  name: string,
  sampling: Sampling,
  packing: PackingChoice,
  watched: Watched = {},
): Promise<string> => addPacked(`Pack ${name}`, name, arrivals.flatMap(looseOf), sampling, packing, watched)

/** Adds all arrivals to a sheet as further frames. */
export const addToSheet = async (
  arrivals: readonly Arrival[],
  sheet: Sheet,
  packing: PackingChoice,
  watched: Watched = {},
): Promise<void> =>
  repack(
    `Add to ${sheet.name}`,
    sheet,
    [...(await looseFrames(sheet)), ...arrivals.flatMap(looseOf)],
    packing,
    watched,
  )

/**
 * Frames of a sheet on a picture of another size: cut in the same way where it was cut, else grown alike,
 * else those that fit.
 */
const framesOn = async (
  sheet: Sheet,
  arrival: Arrival,
  image: Image,
): Promise<{ frames: SheetFrame[]; slicing: SlicingChoice | null }> => {
  const { width, height } = image
  if (width === sheet.width && height === sheet.height)
    return { frames: sheet.frames, slicing: sheet.slicing }
  if (sheet.slicing && sheet.slicing.by !== 'whole') {
    const cells = await pictureWorker().cut(`arrival ${arrival.id} ${width}`, arrival.png, sheet.slicing)
    if (cells.length >= sheet.frames.length)
      return { frames: cells.map((cell, i) => named(sheet, i, cell)), slicing: sheet.slicing }
  }
  const [kx, ky] = [width / sheet.width, height / sheet.height]
  if (kx === ky || sheet.slicing?.by === 'whole')
    return {
      frames: sheet.frames.map((f, i) =>
        named(sheet, i, {
          x: Math.round(f.x * kx),
          y: Math.round(f.y * ky),
          w: Math.max(1, Math.round(f.w * kx)),
          h: Math.max(1, Math.round(f.h * ky)),
        }),
      ),
      slicing: null,
    }
  const inside = (f: SheetFrame): SheetFrame => {
    const [x, y] = [Math.min(f.x, width - 1), Math.min(f.y, height - 1)]
    return { ...f, x, y, w: Math.min(f.w, width - x), h: Math.min(f.h, height - y) }
  }
  return { frames: sheet.frames.map(inside), slicing: null }
}

/** Frame i at a new place: its name stays, its pivot by share. */
const named = (sheet: Sheet, i: number, cell: Cell): SheetFrame => {
  const old = sheet.frames[i]
  return {
    name: old?.name ?? `${sheet.name} ${i + 1}`,
    ...cell,
    pivotX: old ? (old.pivotX / old.w) * cell.w : cell.w / 2,
    pivotY: old ? (old.pivotY / old.h) * cell.h : cell.h / 2,
  }
}

/** Another picture for a sheet; its frames, clips and all who use them stay. */
export const replacePicture = async (sheet: Sheet, arrival: Arrival): Promise<void> => {
  const [image] = arrival.frames
  if (!image) return
  const { frames, slicing } = await framesOn(sheet, arrival, image)
  const sameSize = image.width === sheet.width && image.height === sheet.height
  await editPicture(
    `Replace the picture of ${sheet.name}`,
    sheet.id,
    image,
    (kit, draft) => {
      setFrames(
        kit,
        sheet.id,
        frames,
        sheet.frames.map((_, i) => i),
      )
      Object.assign(draft, { slicing, packing: sameSize ? sheet.packing : null })
    },
    arrival.png,
  )
  if (!sameSize)
    tell(
      `The new picture is ${image.width} × ${image.height} instead of ${sheet.width} × ${sheet.height}; look at the frames of “${sheet.name}”, and cut it anew where they do not fit.`,
    )
}

/** Puts a sheet's picture on a palette. */
export const mapToPalette = async (
  sheet: Sheet,
  palette: { readonly name: string; readonly colours: readonly string[] },
): Promise<void> => {
  const png = useDocument.getState().pictures.get(sheet.picture)
  if (png)
    await editPicture(
      `${sheet.name} in the colours of ${palette.name}`,
      sheet.id,
      await pictureWorker().onPalette(png, palette.colours),
    )
}
