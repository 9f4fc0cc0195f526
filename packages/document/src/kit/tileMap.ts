/** Open tile maps as JSON: their solid tiles become one surface. */
import { CORNER_LIMIT, type TilesSurface } from '@gliv/model'
import { z } from 'zod'
import { said } from './said.ts'

const layerSchema = z.looseObject({
  name: z.string().default(''),
  type: z.string().default('tilelayer'),
  width: z.number().int().positive().optional(),
  data: z.array(z.number().int()).optional(),
})

const mapSchema = z.looseObject({
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  tilewidth: z.number().positive(),
  tileheight: z.number().positive(),
  layers: z.array(layerSchema),
})

/** Layers whose name says that one stands on them. */
const SOLID_NAMES = /solid|collis|ground|wall|floor|terrain/i
/** Bits of a tile's number that say how it is turned. */
const NUMBER_BITS = 0x0fffffff

/** What was wrong with a map, with the value, the rule and the remedy. */
export class TileMapError extends Error {}

/** Whether something looks like a map of tiles. */
export const isTileMap = (data: unknown): boolean => mapSchema.safeParse(data).success

/**
 * The solid tiles of a map: those of the layer whose name says so, else of its first layer of tiles. The map's left
 * top corner comes to (x, y), world px. Throws `TileMapError`.
 */
export const tilesOfMap = (
  data: unknown,
  id: string,
  x: number,
  y: number,
): { readonly surface: TilesSurface; readonly layer: string; readonly count: number } => {
  const read = mapSchema.safeParse(data)
  if (!read.success) {
    const [issue] = read.error.issues
    throw new TileMapError(
      `${issue?.path.join('.') || 'the file'} is not as in a map of tiles: ${said(issue?.input)}; save the map as JSON with width, height, tilewidth, tileheight and layers with data as plain numbers`,
    )
  }
  const { width, height, tilewidth, tileheight, layers } = read.data
  if (tilewidth !== tileheight)
    throw new TileMapError(`its tiles are ${tilewidth} × ${tileheight} px; they must be as wide as high`)
  if (width > CORNER_LIMIT || height > CORNER_LIMIT)
    throw new TileMapError(
      `it has ${width} × ${height} tiles; at most ${CORNER_LIMIT} along a side are taken; save a part of it`,
    )
  const tiled = layers.filter(
    ({ type, data: tiles }) => type === 'tilelayer' && tiles?.length === width * height,
  )
  const layer = tiled.find(({ name }) => SOLID_NAMES.test(name)) ?? tiled[0]
  if (!layer)
    throw new TileMapError(
      `it has no layer of ${width * height} tiles as plain numbers; save the map without packing its layers`,
    )
  const solid = layer.data!.map((tile) => (tile & NUMBER_BITS) !== 0)
  const rows = Array.from({ length: height }, (_, row) =>
    solid
      .slice(row * width, (row + 1) * width)
      .map((is) => (is ? '#' : '.'))
      .join(''),
  )
  const count = solid.filter(Boolean).length
  if (count === 0) throw new TileMapError(`its layer "${layer.name}" is empty; draw solid tiles on it first`)
  return { surface: { id, kind: 'tiles', x, y, size: tilewidth, rows }, layer: layer.name, count }
}
