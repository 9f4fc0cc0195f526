/** The sprites of Last Ferry, painted by formula. */
import { type Clip, hashPicture, type Sheet, type SheetFrame } from '@gliv/document'
import {
  blit,
  bolt,
  chip,
  coin,
  createImage,
  crescent,
  dot,
  encodePng,
  flame,
  fluff,
  foam,
  glow,
  moth,
  paintField,
  puff,
  ring,
  spark,
  streak,
  type Image,
} from '@gliv/pixels'
import type { Sampling } from '@gliv/model'

export interface Sprite {
  readonly name: string
  readonly image: Image
}

const sprite = (
  name: string,
  width: number,
  height: number,
  field: Parameters<typeof paintField>[2],
): Sprite => ({ name, image: paintField(width, height, field) })

export const SOFT_SPRITES: readonly Sprite[] = [
  sprite('soft dot', 32, 32, dot(0.05)),
  sprite('glow', 64, 64, glow),
  sprite('puff', 64, 64, puff(3)),
  sprite('torn puff', 64, 64, puff(29)),
  sprite('spark', 32, 32, spark),
  sprite('ring', 64, 64, ring(0.18)),
  sprite('drop streak', 48, 6, streak),
  sprite('flame', 24, 48, flame),
  sprite('crescent', 40, 64, crescent),
  sprite('fluff', 28, 34, fluff),
  sprite('bolt', 20, 8, bolt),
  sprite('foam', 40, 40, foam(5)),
  sprite('broken foam', 40, 40, foam(23)),
  sprite('moth', 28, 22, moth),
  sprite('coin', 32, 32, coin),
]

export const BIT_SPRITES: readonly Sprite[] = [
  sprite('chip', 8, 8, chip(1)),
  sprite('long chip', 10, 6, chip(5, 5)),
  sprite('grain', 4, 4, dot(0.6)),
  sprite('ember', 6, 6, dot(0.45)),
]

/** Side by side with a transparent texel between them; pivots in the centres. */
export const makeSheet = (
  id: string,
  name: string,
  sampling: Sampling,
  sprites: readonly Sprite[],
  clips: readonly Clip[] = [],
): { sheet: Sheet; png: Uint8Array } => {
  const gap = 1
  const width = sprites.reduce((w, s) => w + s.image.width + gap, gap)
  const height = Math.max(...sprites.map((s) => s.image.height)) + 2 * gap
  const picture = createImage(width, height)
  const frames: SheetFrame[] = []
  let x = gap
  for (const { name: frame, image } of sprites) {
    blit(image, picture, x, gap)
    frames.push({
      name: frame,
      x,
      y: gap,
      w: image.width,
      h: image.height,
      pivotX: image.width / 2,
      pivotY: image.height / 2,
    })
    x += image.width + gap
  }
  const png = encodePng(picture)
  return {
    sheet: {
      id,
      name,
      picture: hashPicture(png),
      width,
      height,
      sampling,
      frames,
      clips: JSON.parse(JSON.stringify(clips)) as Clip[],
      slicing: null,
      packing: { padding: gap, extrude: 0, powerOfTwo: false },
    },
    png,
  }
}
