/** Looking at a picture: zoom, and what lies under the pointer. Pure. */
import type { Cell } from '@gliv/pixels'

/** Screen px of the picture's left top corner, and screen px a texel. */
export interface Look {
  readonly x: number
  readonly y: number
  readonly zoom: number
}

export const ZOOM_LIMITS = [1 / 32, 64] as const

/** The whole picture in the middle; small ones by whole numbers, so that texels stay equal. */
export const lookAt = (
  width: number,
  height: number,
  boxWidth: number,
  boxHeight: number,
  margin = 12,
): Look => {
  const room = Math.min((boxWidth - 2 * margin) / width, (boxHeight - 2 * margin) / height)
  const zoom = Math.min(ZOOM_LIMITS[1], Math.max(ZOOM_LIMITS[0], room >= 1 ? Math.floor(room) : room))
  return {
    zoom,
    x: Math.round((boxWidth - width * zoom) / 2),
    y: Math.round((boxHeight - height * zoom) / 2),
  }
}

/** Zooms so that what is under the pointer stays there. */
export const zoomedAt = (look: Look, px: number, py: number, factor: number): Look => {
  const zoom = Math.min(ZOOM_LIMITS[1], Math.max(ZOOM_LIMITS[0], look.zoom * factor))
  return { zoom, x: px - ((px - look.x) * zoom) / look.zoom, y: py - ((py - look.y) * zoom) / look.zoom }
}

/** A look after two fingers: what lay under the middle of them at the start lies under it now. */
export const pinchedLook = (
  start: Look,
  from: readonly [number, number],
  to: readonly [number, number],
  factor: number,
): Look => {
  const zoomed = zoomedAt(start, ...from, factor)
  return { ...zoomed, x: zoomed.x + to[0] - from[0], y: zoomed.y + to[1] - from[1] }
}

export const texelAt = (look: Look, px: number, py: number): readonly [number, number] => [
  Math.floor((px - look.x) / look.zoom),
  Math.floor((py - look.y) / look.zoom),
]

/** Number of the topmost cell at a place of the screen; −1 for none. */
export const cellAt = (look: Look, cells: readonly Cell[], px: number, py: number): number => {
  const [x, y] = texelAt(look, px, py)
  return cells.findIndex((c) => x >= c.x && y >= c.y && x < c.x + c.w && y < c.y + c.h)
}

/**
 * Whether a picture is rather bright where it is filled: its ground then has to be dark. Bytes of
 * straight-alpha RGBA.
 */
export const isBright = (rgba: ArrayLike<number>): boolean => {
  let [sum, weight] = [0, 0]
  for (let o = 0; o < rgba.length; o += 4) {
    const alpha = rgba[o + 3]!
    sum += (0.2126 * rgba[o]! + 0.7152 * rgba[o + 1]! + 0.0722 * rgba[o + 2]!) * alpha
    weight += alpha
  }
  return weight === 0 || sum / weight > 120
}
