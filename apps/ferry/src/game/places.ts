/** Where things stand, in world px: the water's surface lies at 0, up is negative. */
import type { Surface } from '@gliv/player'

export interface Box {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

/** Something to stand on; through one that is one-way a jump from below leads. */
export interface Ground extends Box {
  readonly id: string
  readonly oneWay?: boolean
}

export const WATER = 0
/** Ends of the world. */
export const WORLD = { left: -860, right: 880 } as const

export const QUAY: Ground = { id: 'quay', x: -860, y: -46, w: 460, h: 110 }
export const PIER: Ground = { id: 'pier', x: 400, y: -46, w: 480, h: 26 }
export const AWNING: Ground = { id: 'awning', x: -590, y: -142, w: 84, h: 8, oneWay: true }
export const YARD: Ground = { id: 'yard', x: 712, y: -120, w: 26, h: 4, oneWay: true }
export const POST: Ground = { id: 'post', x: 826, y: -94, w: 18, h: 48 }
/** Tarred cargo, while it is there. */
export const TARRED: Ground = { id: 'tarred', x: -648, y: -94, w: 46, h: 48 }

/** Middles of what can be worked with. */
export const SPOTS = {
  mud: -770,
  strawMan: -700,
  crates: [-500, -474],
  kegs: [640, 664],
  lantern: 590,
  winch: 420,
  winchTop: -78,
  secondPost: 474,
  delivery: 540,
  slipStones: [-430, 770],
  mast: 725,
  eddy: 20,
} as const

export const COINS: readonly (readonly [x: number, y: number])[] = [
  [-566, -166],
  [-536, -166],
  [725, -146],
  [0, -78],
  [-120, -62],
  [150, -62],
]

/** How near, in px, counts as there. */
export const NEAR = 26

/** What stays where it is, as effects can touch it. */
const STILL: readonly Surface[] = [
  ...[QUAY, PIER, POST].map(({ id, x, y, w, h }): Surface => ({ id, kind: 'box', x, y, w, h })),
  ...[AWNING, YARD].map(({ id, x, y, w }): Surface => ({
    ...{ id, kind: 'segment', x1: x, y1: y, x2: x + w, y2: y },
    oneWay: true,
  })),
  { id: 'water', kind: 'segment', x1: -2000, y1: WATER, x2: 2000, y2: WATER },
]

/** All that effects can touch. @param grounds what is there beside what never moves */
export const surfacesOf = (grounds: readonly Ground[]): readonly Surface[] => [
  ...STILL,
  ...grounds.map(({ id, x, y, w, h, oneWay }): Surface =>
    oneWay
      ? { id, kind: 'segment', x1: x, y1: y, x2: x + w, y2: y, oneWay: true }
      : { id, kind: 'box', x, y, w, h },
  ),
]
