/** Sprites with hard pixels and colours of their own, set pixel by pixel. */
import { createImage, type Image } from '@gliv/pixels'
import type { Sprite } from './sprites.ts'

type Rgba = readonly [number, number, number, number]
const CLEAR: Rgba = [0, 0, 0, 0]
const WHITE: Rgba = [255, 255, 255, 255]

const draw = (width: number, height: number, pixel: (x: number, y: number) => Rgba): Image => {
  const image = createImage(width, height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) image.data.set(pixel(x, y), (y * width + x) * 4)
  return image
}

const WOOD: readonly Rgba[] = [
  [122, 78, 42, 255],
  [150, 98, 54, 255],
  [168, 114, 66, 255],
  [92, 57, 31, 255],
]

/** A crate of planks with an iron corner each. */
const crate = draw(32, 32, (x, y) => {
  const edge = Math.min(x, y, 31 - x, 31 - y)
  const corner =
    Math.max(Math.abs(x - 15.5), Math.abs(y - 15.5)) > 13 &&
    Math.min(Math.abs(x - 15.5), Math.abs(y - 15.5)) > 10
  if (corner) return [74, 80, 92, 255]
  if (edge < 4) return edge === 3 ? WOOD[3]! : WOOD[2]!
  const slant = Math.abs(x - y) < 3
  if (slant) return Math.abs(x - y) === 2 ? WOOD[3]! : WOOD[2]!
  return y % 6 === 0 ? WOOD[3]! : WOOD[(Math.floor(y / 6) + ((x * 7 + y * 3) % 5 === 0 ? 1 : 0)) % 2]!
})

/** Frame k of a pop: a star that opens, then breaks into pieces. */
const pop = (k: number): Image =>
  draw(24, 24, (x, y) => {
    const dx = x - 11.5
    const dy = y - 11.5
    const far = Math.sqrt(dx * dx + dy * dy)
    const near = Math.abs(dx) < Math.abs(dy) ? Math.abs(dx) : Math.abs(dy)
    const reach = 4 + k * 1.6
    const spike = far < reach + (near < 1 ? 2.5 : Math.abs(Math.abs(dx) - Math.abs(dy)) < 1.2 ? 1.2 : 0)
    const hole = far < k * 2.1 - 2
    const broken = k > 3 && (Math.floor(x / 3) + Math.floor(y / 3) + k) % 2 === 0
    return spike && !hole && !broken ? WHITE : CLEAR
  })

/** Frames of a sheet are told apart by name. */
export const PIXEL_SPRITES: readonly Sprite[] = [
  { name: 'crate', image: crate },
  { name: 'block', image: draw(2, 2, () => WHITE) },
  { name: 'stave', image: draw(7, 3, (x, y) => (y === 1 || (x > 0 && x < 6) ? WHITE : CLEAR)) },
  ...Array.from({ length: 6 }, (_, k) => ({ name: `pop ${k + 1}`, image: pop(k) })),
]
