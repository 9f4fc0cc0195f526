/** What comes to a stage from outside: screenshots, pictures' outlines, maps of tiles. */
import { addSheet, type Kit, TileMapError, tilesOfMap } from '@gliv/document'
import type { StageLayer, Surface } from '@gliv/model'
import { type Image, likelyPixelScale, solidOutlines, type SolidsChoice } from '@gliv/pixels'
import { readFile } from '../sprites/sheets/jobs.ts'
import { imageOf, takePicture, tell } from '../sprites/sheets/pictures.ts'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { newLayer } from './layers.ts'

/** A picture as a sheet of one frame. */
const addWholeSheet = (kit: Kit, name: string, image: Image, picture: string): string =>
  addSheet(
    kit,
    {
      name,
      picture,
      width: image.width,
      height: image.height,
      sampling: 'nearest',
      frames: [
        {
          name,
          x: 0,
          y: 0,
          w: image.width,
          h: image.height,
          pivotX: image.width / 2,
          pivotY: image.height / 2,
        },
      ],
      slicing: null,
      packing: null,
    },
    makeId,
  )

/** Where a backdrop goes: behind all that is there, before the plain colours. */
const withBackdrop = (layers: readonly StageLayer[], layer: StageLayer): readonly StageLayer[] => {
  const first = layers.findIndex(({ kind }) => kind === 'picture')
  return first < 0 ? [...layers, layer] : layers.toSpliced(first, 0, layer)
}

const withSurfaces = (kit: Kit, stageId: string, surfaces: readonly Surface[]): void => {
  const stage = kit.stages[stageId]
  if (stage) stage.surfaces = [...stage.surfaces, ...surfaces]
}

/** A screenshot as the backdrop of a stage, at the size of its game's pixels. One step of undo. */
export const addScreenshot = async (stageId: string, file: File): Promise<void> => {
  const name = file.name.replace(/\.[^.]*$/, '') || 'screenshot'
  try {
    const { frames } = await readFile(new Uint8Array(await file.arrayBuffer()), file.name)
    const [image] = frames
    if (!image) return
    const scale = likelyPixelScale(image)
    const picture = await takePicture(image)
    edit(`Backdrop ${name}`, (kit) => {
      const stage = kit.stages[stageId]
      if (!stage) return
      const sheet = addWholeSheet(kit, name, image, picture)
      const layer = { ...newLayer(makeId('layer'), 'picture', name), sheet, scale: 1 / scale }
      stage.layers = withBackdrop(stage.layers ?? [], layer)
    })
    useDocument.setState({
      notice:
        scale > 1
          ? `${name}: a pixel of the game is ${scale} px there, so it is shown at 1∕${scale}; another scale can be typed under Picture`
          : `${name} is shown pixel by pixel; another scale can be typed under Picture`,
    })
  } catch (error) {
    tell(`${name} was not taken. ${error instanceof Error ? error.message : String(error)}`)
  }
}

/** A layer's picture: its sheet and its frame there; null when it has none. */
const pictureOf = (kit: Kit | null, stageId: string, layerId: string) => {
  const layer = kit?.stages[stageId]?.layers?.find(({ id }) => id === layerId)
  if (!kit || !layer || layer.sheet === null) return null
  const sheet = kit.sheets[layer.sheet]
  const frame = sheet?.frames[layer.frame]
  return sheet && frame ? { layer, sheet, frame } : null
}

/** Adds the outlines of a layer's picture as surfaces, where the layer lies. One step of undo. */
export const addOutlines = async (stageId: string, layerId: string, choice: SolidsChoice): Promise<void> => {
  const found = pictureOf(useDocument.getState().kit, stageId, layerId)
  if (!found) return tell('This layer has no picture; choose one first')
  const { layer, sheet, frame } = found
  try {
    const outlines = solidOutlines(cutOut(await imageOf(sheet), frame), choice).slice(0, 200)
    if (outlines.length === 0)
      return tell(`${layer.name} has no solid pixels of so much opacity; choose another picture`)
    const { x, y, scale } = layer
    const [left, top] = [x - (frame.w * scale) / 2, y - (frame.h * scale) / 2]
    const surfaces = outlines.map((points): Surface => ({
      id: makeId('surface'),
      kind: 'polygon',
      points: points.map(([px, py]) => [left + px * scale, top + py * scale] as const),
    }))
    edit(`Outline of ${layer.name}`, (draft) => withSurfaces(draft, stageId, surfaces))
  } catch (error) {
    tell(error)
  }
}

const cutOut = (image: Image, { x, y, w, h }: { x: number; y: number; w: number; h: number }): Image => {
  const data = new Uint8Array(w * h * 4)
  for (let row = 0; row < h; row++) {
    const from = ((y + row) * image.width + x) * 4
    data.set(image.data.subarray(from, from + w * 4), row * w * 4)
  }
  return { width: w, height: h, data }
}

/** The solid tiles of a map as a surface, its left top corner at the view's. One step of undo. */
export const addTileMap = async (stageId: string, file: File, x: number, y: number): Promise<void> => {
  try {
    const { surface, layer, count } = tilesOfMap(JSON.parse(await file.text()), makeId('surface'), x, y)
    edit(`Tiles of ${file.name}`, (kit) => withSurfaces(kit, stageId, [surface]))
    useDocument.setState({
      notice: `${count} solid tiles of “${layer || 'the first layer'}” are surfaces now`,
    })
  } catch (error) {
    const why =
      error instanceof SyntaxError
        ? 'it is no JSON; save the map as JSON'
        : error instanceof TileMapError
          ? error.message
          : String(error)
    tell(`${file.name} was not taken: ${why}`)
  }
}
