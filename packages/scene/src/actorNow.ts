/** An actor as it is at a tick, and what happens to it. */
import type { Actor, ActorState, EventKind } from '@gliv/model'

/** Where an actor is and what it does; changed in place from tick to tick. */
export interface ActorNow {
  /** Feet, world px. */
  x: number
  y: number
  /** px/s. */
  vx: number
  vy: number
  /** 1 to the right, −1 to the left. */
  facing: 1 | -1
  state: ActorState
  /** Tick at which the state began. */
  since: number
  onGround: boolean
  /** Px gone on the ground since the last step. */
  walked: number
}

/** Something that happened, and how hard. */
export interface Happening {
  readonly kind: EventKind
  readonly actor: string
  /** px/s. */
  readonly speed: number
  readonly x: number
  readonly y: number
}

export const startOf = ({ x, y, kind }: Actor): ActorNow => ({
  x,
  y,
  vx: 0,
  vy: 0,
  facing: 1,
  state: kind === 'thrown' ? 'gone' : 'idle',
  since: 0,
  onGround: false,
  walked: 0,
})

/** What a kind of actor needs to know of a tick. */
export interface ActorTick {
  readonly actor: Actor
  readonly now: ActorNow
  readonly tick: number
  readonly dt: number
  /** Ticks of so many seconds. */
  readonly ticks: (seconds: number) => number
  /** Held, and newly pressed in this tick. */
  readonly held: (key: string) => boolean
  readonly pressed: (key: string) => boolean
  /** Moves along a way of so many px until it is used up or stopped; tells what it touched. */
  readonly move: (now: ActorNow, actor: Actor, dx: number, dy: number, touch: Touch) => void
  readonly raise: (kind: EventKind, speed: number, x?: number, y?: number) => void
}

/** What an actor touched: the outward normal of the surface. Gives true to stop there. */
export type Touch = (nx: number, ny: number) => boolean

export const setState = (now: ActorNow, state: ActorState, tick: number): void => {
  if (now.state === state) return
  now.state = state
  now.since = tick
}
