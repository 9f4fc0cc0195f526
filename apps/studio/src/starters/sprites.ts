/**
 * The pictures that techniques bring along: one sheet, made by the kit's own generators, taken in when the
 * first is used.
 */
import {
  addSheet,
  emptyKit,
  hashPicture,
  type Kit,
  type KitFile,
  TECHNIQUE_SPRITES,
  type TechniqueSprite,
} from '@gliv/document'
import { blit, createImage, encodePng, type Image, makeSprite } from '@gliv/pixels'
import { keepPicture } from '../state/document.ts'
import { makeId } from '../state/ids.ts'

const SIDE = 48
const GAP = 2
const NAME = 'Techniques'

/** Hardness of each sprite; streaks are long. */
const MADE = {
  dot: 0.15,
  ring: 0.4,
  spark: 0.5,
  streak: 0.3,
  flake: 0.6,
  puff: 0.25,
  shard: 0.8,
  star: 0.6,
  smoke: 0.3,
} as const satisfies Record<TechniqueSprite, number>

interface Made {
  readonly image: Image
  readonly png: Uint8Array
  readonly frames: Kit['sheets'][string]['frames']
}

let made: Made | null = null

const make = (): Made => {
  if (made) return made
  const sprites = TECHNIQUE_SPRITES.map((kind) =>
    makeSprite(kind, { size: SIDE, hardness: MADE[kind], seed: 7 }),
  )
  const image = createImage((SIDE + GAP) * sprites.length, SIDE)
  const frames = sprites.map((sprite, k) => {
    blit(sprite, image, k * (SIDE + GAP), 0)
    return {
      name: TECHNIQUE_SPRITES[k]!,
      x: k * (SIDE + GAP),
      y: 0,
      w: sprite.width,
      h: sprite.height,
      pivotX: sprite.width / 2,
      pivotY: sprite.height / 2,
    }
  })
  made = { image, png: encodePng(image), frames }
  return made
}

export type SpriteFrames = Readonly<Record<TechniqueSprite, number>>

const framesIn = (kit: Kit, sheet: string): SpriteFrames | null => {
  const names = kit.sheets[sheet]!.frames.map((frame) => frame.name)
  const numbers = TECHNIQUE_SPRITES.map((kind) => names.indexOf(kind))
  return numbers.every((n) => n >= 0)
    ? (Object.fromEntries(TECHNIQUE_SPRITES.map((kind, i) => [kind, numbers[i]!])) as unknown as SpriteFrames)
    : null
}

/**
 * The sheet with all of the sprites: one that is there, else a new one. `picture` must be at hand under its
 * hash.
 */
export const ensureSprites = (
  kit: Kit,
  picture: string,
): { readonly sheet: string; readonly frames: SpriteFrames } => {
  for (const id of kit.sheetOrder) {
    const frames = framesIn(kit, id)
    if (frames) return { sheet: id, frames }
  }
  const { image, frames } = make()
  const sheet = addSheet(
    kit,
    {
      name: NAME,
      picture,
      width: image.width,
      height: image.height,
      sampling: 'smooth',
      frames: frames.map((frame) => ({ ...frame })),
      slicing: null,
      packing: null,
    },
    makeId,
  )
  return { sheet, frames: framesIn(kit, sheet)! }
}

/** Takes the picture in, so that an edit can name it. */
export const keepSprites = (): string => keepPicture(make().png)

/** A kit of nothing but the sprites, for the shelf's own pictures. */
export const shelfKit = (): KitFile => {
  const kit = emptyKit('techniques', NAME)
  const { png } = make()
  const picture = hashPicture(png)
  ensureSprites(kit, picture)
  return { kit, pictures: new Map([[picture, png]]) }
}
