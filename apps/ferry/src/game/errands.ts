/** What a press of the hand does, by where the deckhand stands. */
import type { Boat } from './boat.ts'
import type { Cargo } from './cargo.ts'
import { NEAR, SPOTS } from './places.ts'
import type { Walker } from './walker.ts'

/** What errands need of the game. */
export interface Doer {
  readonly hand: Walker
  readonly boat: Boat
  readonly cargo: readonly Cargo[]
  readonly carried: Cargo | null
  take(one: Cargo): void
  letGo(vx: number, vy: number): void
  slipTo(x: number, y: number): void
}

/** Something that can be done here. */
export interface Errand {
  /** What the game says of it. */
  readonly says: string
  readonly when: (game: Doer) => boolean
  readonly does: (game: Doer) => void
}

const isAt = ({ hand }: Doer, x: number, y: number): boolean =>
  Math.abs(hand.x - x) < NEAR && Math.abs(hand.y - y) < 12

/** The crate or keg that the hand can reach. */
export const reached = ({ hand, cargo }: Doer): Cargo | undefined =>
  cargo.find(
    ({ where, kind, x, y }) =>
      where === 'lies' && kind === 'crate' && Math.abs(x - hand.x) < NEAR && Math.abs(y - hand.y) < 14,
  )

/** In the order in which they are asked; the first that may be done is. */
export const ERRANDS: readonly Errand[] = [
  {
    says: 'leave the wheel',
    when: ({ hand }) => hand.steers,
    does: ({ hand }) => void (hand.steers = false),
  },
  {
    says: 'set the crate down',
    when: ({ carried }) => carried !== null,
    does: (game) => game.letGo(game.hand.facing * 30, 0),
  },
  {
    says: 'take the crate',
    when: (game) => reached(game) !== undefined,
    does: (game) => game.take(reached(game)!),
  },
  {
    says: 'put coal on the fire',
    when: (game) => isAt(game, ...game.boat.stove) && game.boat.heat > 0,
    does: ({ boat }) => void (boat.heat = Math.min(1, boat.heat + 0.3)),
  },
  {
    says: 'light the stove',
    when: (game) => isAt(game, ...game.boat.stove),
    does: ({ boat }) => void (boat.heat = 0.45),
  },
  {
    says: 'take the wheel',
    when: (game) => isAt(game, ...game.boat.wheel),
    does: ({ hand }) => void (hand.steers = true),
  },
  ...SPOTS.slipStones.map((at, k): Errand => ({
    says: 'slip across the water',
    when: (game) => isAt(game, at, -46),
    does: (game) => game.slipTo(SPOTS.slipStones[1 - k]!, -46),
  })),
]

/** The winch is worked for as long as the hand is held. */
export const isAtWinch = (game: Doer): boolean => isAt(game, SPOTS.winch, -46)
