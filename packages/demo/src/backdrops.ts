/** Backdrops of Last Ferry's stages and its deckhand, drawn pixel by pixel. */
import type { Clip } from '@gliv/document'
import { createImage, type Image, lattice } from '@gliv/pixels'
import { makeSheet, type Sprite } from './sprites.ts'

type Pen = (x: number, y: number, w: number, h: number, colour: string) => void

/** A picture made of rectangles, from the far to the near; what hangs over the edge is left out. */
export const drawn = (name: string, width: number, height: number, draw: (pen: Pen) => void): Sprite => {
  const image: Image = createImage(width, height)
  draw((x, y, w, h, colour) => {
    const n = Number.parseInt(colour.slice(1), 16)
    const [x0, y0, w0, h0] = [x, y, w, h].map(Math.round) as [number, number, number, number]
    for (let py = Math.max(0, y0); py < Math.min(height, y0 + h0); py++)
      for (let px = Math.max(0, x0); px < Math.min(width, x0 + w0); px++)
        image.data.set([n >> 16, (n >> 8) & 255, n & 255, 255], (py * width + px) * 4)
  })
  return { name, image }
}

/** 0 to 1, the same for the same numbers. */
export const chance = (k: number, seed: number): number => lattice(k, 0, seed)

/** A row of gabled houses that repeats, with a lit window here and there. */
const houses = (name: string, seed: number, wall: string, light: string): Sprite =>
  drawn(name, 320, 120, (pen) => {
    for (let k = 0, x = 0; x < 320; k++) {
      const w = Math.min(320 - x, 36 + Math.floor(chance(k, seed) * 34))
      const h = 44 + Math.floor(chance(k, seed + 1) * 44)
      const gable = chance(k, seed + 2) < 0.6 ? Math.min(16, w >> 2) : 0
      pen(x, 120 - h, w, h, wall)
      for (let row = 0; row < gable; row++)
        pen(x + w / 2 - row * 1.6, 120 - h - gable + row, row * 3.2, 1, wall)
      if (chance(k, seed + 3) < 0.5) pen(x + w * 0.7, 120 - h - 12, 5, 12, wall)
      for (let floor = 0; floor * 20 + 44 < h; floor++)
        for (let across = 0; across * 14 + 14 < w; across++)
          if (chance(k * 31 + floor * 7 + across, seed + 4) < 0.18)
            pen(x + 6 + across * 14, 120 - h + 10 + floor * 20, 5, 7, light)
      x += w
    }
  })

/** Planks from above the water, with the ends of their piles. */
const pier = drawn('pier planks', 360, 62, (pen) => {
  for (const x of [18, 110, 202, 294]) pen(x, 20, 12, 42, '#2a2019')
  pen(0, 0, 360, 26, '#4a382a')
  pen(0, 0, 360, 3, '#8a6a48')
  for (let k = 0; k < 15; k++) {
    pen(k * 24, 3, 1, 23, '#33261c')
    pen(k * 24 + 3, 5 + Math.floor(chance(k, 9) * 12), 16, 1, '#5a4532')
    pen(k * 24 + 2, 4, 1, 1, '#1d1510')
  }
  pen(0, 23, 360, 3, '#2c2018')
})

const post = drawn('mooring post', 18, 50, (pen) => {
  pen(1, 4, 16, 46, '#5a4230')
  pen(0, 0, 18, 6, '#8a6a48')
  pen(3, 8, 2, 42, '#735640')
  pen(0, 14, 18, 5, '#c9b48a')
  pen(0, 16, 18, 1, '#8f7d58')
})

const cargo = drawn('tarred cargo', 46, 48, (pen) => {
  for (let x = 0; x < 46; x++) {
    const top = x < 40 ? 6 - (x * 6) / 40 : 0
    pen(x, top, 1, 48 - top, '#3c3038')
    pen(x, top, 1, 3, '#5c4a54')
  }
  for (let k = 0; k < 5; k++) pen(3 + k * 9, 8, 1, 40, '#2d232a')
  pen(0, 26, 46, 3, '#8a7350')
})

const buoy = drawn('buoy', 44, 44, (pen) => {
  for (let y = 0; y < 44; y++) {
    const half = Math.sqrt(Math.max(0, 22 * 22 - (y - 21.5) * (y - 21.5)))
    pen(22 - half, y, half * 2, 1, y > 15 && y < 27 ? '#d9cfb6' : '#8c2f26')
    pen(22 - half, y, half * 0.5, 1, y > 15 && y < 27 ? '#f2ead6' : '#b4473a')
  }
})

const awning = drawn('awning', 84, 26, (pen) => {
  for (let x = 0; x < 84; x++) {
    const top = 16 - (x * 14) / 84
    pen(x, top, 1, 4, '#d9c9a2')
    pen(x, top + 4, 1, 4 + (Math.floor(x / 7) % 2) * 2, Math.floor(x / 7) % 2 ? '#7d2f2a' : '#c9b48a')
  }
})

const water = drawn('dark water', 64, 100, (pen) => {
  for (let y = 0; y < 100; y++) pen(0, y, 64, 1, y < 2 ? '#49618c' : y < 12 ? '#15203c' : '#0e1730')
  for (let k = 0; k < 22; k++)
    pen(
      Math.floor(chance(k, 3) * 54),
      4 + k * 4,
      5 + Math.floor(chance(k, 4) * 9),
      1,
      k % 3 ? '#22335a' : '#3a5282',
    )
})

const plates = drawn('iron plates', 64, 64, (pen) => {
  pen(0, 0, 64, 64, '#2a211d')
  pen(0, 0, 64, 1, '#3d302a')
  pen(0, 0, 1, 64, '#3d302a')
  pen(0, 63, 64, 1, '#1a1412')
  pen(63, 0, 1, 64, '#1a1412')
  for (const at of [6, 22, 40, 56]) {
    pen(at, 4, 2, 2, '#4a3a32')
    pen(at, 58, 2, 2, '#4a3a32')
  }
  pen(20, 26, 30, 1, '#251d19')
})

const boiler = drawn('boiler', 120, 90, (pen) => {
  pen(0, 0, 120, 90, '#43332b')
  pen(0, 0, 120, 4, '#6b5344')
  for (let k = 0; k < 5; k++) pen(10 + k * 24, 0, 3, 90, '#352822')
  for (let k = 0; k < 12; k++) pen(4 + k * 10, 8, 2, 2, '#7b6252')
  pen(36, 46, 48, 34, '#1b1310')
  pen(40, 50, 40, 26, '#d8602a')
  pen(46, 58, 28, 18, '#f7b23b')
  for (let k = 0; k < 5; k++) pen(44 + k * 8, 48, 2, 30, '#1b1310')
  pen(52, 16, 16, 16, '#cfc3a8')
  pen(55, 19, 10, 10, '#241c18')
  pen(59, 20, 2, 5, '#d8602a')
})

const grating = drawn('grating', 200, 14, (pen) => {
  pen(0, 0, 200, 3, '#8d7f70')
  for (let k = 0; k < 25; k++) pen(k * 8, 3, 2, 6, '#5d5248')
  pen(0, 9, 200, 2, '#4a4038')
})

const floor = drawn('engine floor', 64, 40, (pen) => {
  pen(0, 0, 64, 40, '#1f1815')
  pen(0, 0, 64, 3, '#5c4c40')
  for (let k = 0; k < 8; k++) pen(k * 8 + (k % 2) * 2, 6 + (k % 3) * 8, 4, 2, '#2d2420')
})

const pipes = drawn('pipes', 96, 40, (pen) => {
  for (const [y, h, colour] of [
    [4, 10, '#5d4636'],
    [22, 7, '#4a4a52'],
  ] as const) {
    pen(0, y, 96, h, colour)
    pen(0, y + 1, 96, 2, '#8a705a')
    for (const x of [12, 60]) pen(x, y - 2, 6, h + 4, '#3a2c24')
  }
})

const bank = drawn('grassy bank', 240, 46, (pen) => {
  for (let x = 0; x < 240; x++) {
    const top = x < 180 ? 44 - (x * 40) / 180 : 4 + ((x - 180) * 40) / 60
    pen(x, top, 1, 46 - top, '#241d22')
    pen(x, top - 2 - Math.floor(chance(x, 7) * 5), 1, 6, chance(x, 8) < 0.5 ? '#3f4436' : '#4f5540')
  }
})

const reeds = drawn('reeds', 80, 56, (pen) => {
  for (let k = 0; k < 26; k++) {
    const [x, h] = [Math.floor(chance(k, 12) * 78), 20 + Math.floor(chance(k, 13) * 34)]
    pen(x, 56 - h, 1, h, k % 3 ? '#1c1a20' : '#2b2630')
    if (k % 4 === 0) pen(x - 1, 56 - h - 4, 3, 9, '#3a2a24')
  }
})

const ripples = drawn('canal water', 64, 48, (pen) => {
  for (let y = 0; y < 48; y++) pen(0, y, 64, 1, y < 2 ? '#d99a76' : y < 14 ? '#5a4a5c' : '#3a3550')
  for (let k = 0; k < 10; k++)
    pen(
      Math.floor(chance(k, 21) * 52),
      4 + k * 4,
      6 + Math.floor(chance(k, 22) * 10),
      1,
      k % 3 ? '#6f5a66' : '#b97f6a',
    )
})

/** Backdrops, by their names. */
export const BACKDROP_SPRITES = [
  houses('far houses', 40, '#1a2140', '#8f7a4a'),
  houses('near houses', 71, '#0f1428', '#e0b45c'),
  pier,
  post,
  cargo,
  buoy,
  awning,
  water,
  plates,
  boiler,
  grating,
  floor,
  pipes,
  bank,
  reeds,
  ripples,
]

export const BACKDROPS = makeSheet('backdrops', 'Backdrops', 'nearest', BACKDROP_SPRITES)
/** Number of a backdrop's frame by its name. */
export const backdropFrame = (name: string): number =>
  BACKDROP_SPRITES.findIndex((sprite) => sprite.name === name)

interface Pose {
  /** How far the legs are apart, and which is in front. */
  readonly step?: number
  readonly lift?: number
  /** Where the hand is from the shoulder. */
  readonly hand?: readonly [x: number, y: number]
  readonly lean?: number
  readonly low?: number
}

/** A deckhand in oilskin who looks to the right, feet in the middle of the foot. */
const hand = (
  name: string,
  { step = 3, lift = 0, hand: [hx, hy] = [4, 9], lean = 0, low = 0 }: Pose,
): Sprite =>
  drawn(name, 48, 44, (pen) => {
    const [x, top] = [24, 4 + low]
    const leg = (at: number, up: number, colour: string): void => {
      pen(x + at / 2 - 2, top + 25, 4, 8, colour)
      pen(x + at - 2, top + 31, 4, 9 - low - up, colour)
      pen(x + at - 2, 42 - up, 6, 2, '#17120f')
    }
    leg(-step, 0, '#2b3350')
    leg(step, lift, '#39446a')
    pen(x - 5 + lean / 2, top + 11, 10, 16, '#c98a2c')
    pen(x - 5 + lean / 2, top + 11, 3, 16, '#a86d20')
    pen(x - 5 + lean / 2, top + 24, 10, 2, '#5a3a18')
    pen(x - 4 + lean, top + 3, 9, 8, '#e8c39a')
    pen(x + 3 + lean, top + 5, 2, 2, '#2a1c14')
    pen(x - 6 + lean, top, 13, 4, '#c98a2c')
    pen(x - 4 + lean, top - 3, 9, 3, '#dba040')
    const [ex, ey] = [x + lean + hx, top + 12 + hy]
    for (let k = 0; k <= 4; k++)
      pen(
        x + lean / 2 + ((ex - x - lean / 2) * k) / 4 - 1,
        top + 13 + ((ey - top - 13) * k) / 4,
        4,
        4,
        '#b67a26',
      )
    pen(ex - 1, ey, 4, 4, '#e8c39a')
  })

/** The deckhand's pictures, by their names. */
export const POSES: readonly Sprite[] = [
  hand('stand 1', {}),
  hand('stand 2', { low: 1 }),
  hand('walk 1', { step: 7, lift: 2, hand: [-5, 8], lean: 1 }),
  hand('walk 2', { step: 2, hand: [1, 10], lean: 1 }),
  hand('walk 3', { step: -7, hand: [8, 8], lean: 1 }),
  hand('walk 4', { step: -2, lift: 2, hand: [3, 10], lean: 1 }),
  hand('jump', { step: 5, lift: 5, hand: [8, -4], low: 0 }),
  hand('land', { step: 7, hand: [9, 8], low: 6 }),
  hand('swing 1', { step: 5, hand: [-9, -4], lean: -1 }),
  hand('swing 2', { step: 6, hand: [12, -3], lean: 3 }),
  hand('swing 3', { step: 6, hand: [13, 8], lean: 4, low: 1 }),
  hand('hurt', { step: 4, hand: [-10, -2], lean: -4, low: 1 }),
  hand('dash', { step: 10, lift: 3, hand: [-8, 3], lean: 6, low: 3 }),
]

const clip = (
  id: string,
  name: string,
  frames: readonly number[],
  fps: number,
  play: Clip['play'],
): Clip => ({
  id,
  name,
  steps: frames.map((frame) => ({ frame, hold: 1 })),
  fps,
  play,
})

const CLIPS: readonly Clip[] = [
  clip('stand', 'Stand', [0, 1], 2, 'loop'),
  clip('walk', 'Walk', [2, 3, 4, 5], 10, 'loop'),
  clip('jump', 'Jump', [6], 10, 'loop'),
  clip('land', 'Land', [7], 10, 'once'),
  clip('swing', 'Swing', [8, 8, 9, 10], 14, 'once'),
  clip('hurt', 'Hurt', [11], 10, 'once'),
  clip('dash', 'Dash', [12], 10, 'once'),
]

const sheet = makeSheet('deckhand', 'Deckhand', 'nearest', POSES, CLIPS)
/** The deckhand's pictures; each stands on its feet. */
export const DECKHAND = {
  ...sheet,
  sheet: { ...sheet.sheet, frames: sheet.sheet.frames.map((frame) => ({ ...frame, pivotY: frame.h })) },
}
const of = (id: string) => ({ sheet: 'deckhand', clip: id })
/** Which clip shows what the deckhand does. */
export const DECKHAND_CLIPS = {
  idle: of('stand'),
  walk: of('walk'),
  jump: of('jump'),
  land: of('land'),
  attack: of('swing'),
  hurt: of('hurt'),
  dash: of('dash'),
  teleport: of('jump'),
} as const
