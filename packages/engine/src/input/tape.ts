/** What the rest of the engine asks a tape. */
import type { ResolvedEffect, ViewRect } from '@gliv/model'
import { type MutableView, type Pose, type Surroundings } from '../geometry/index.ts'

/** What the view shows when nobody says: 640 × 360 px around the world's origin. */
export const DEFAULT_VIEW: ViewRect = { x: -320, y: -180, w: 640, h: 360 }

/** What the view shows when nobody says, of the size that an effect is made for, around the world's origin. */
export const viewAround = ({ view }: Pick<ResolvedEffect, 'view'>): ViewRect =>
  view ? { x: -view.w / 2, y: -view.h / 2, ...view } : DEFAULT_VIEW

/** Times are in ticks, so that exact comparisons need no division. */
export interface CompiledTape {
  /** The pose never changes, so that one look-up is enough. */
  readonly still: boolean
  /** Writes the effect's pose at a moment in ticks (fractions allowed). */
  poseInto(ticks: number, out: Pose): void
  viewInto(ticks: number, out: MutableView): void
  /** The surfaces on the way from the tick before to this one. */
  surroundings(tick: number): Surroundings
  /** Whether the way from one tick to the next was a jump, which emits nothing per pixel. */
  jumpsTo(tick: number): boolean
  /** Whether a birth at this moment (in ticks) of the step to a tick may happen; the stop is not counted. */
  emitsAt(ticks: number, tick: number): boolean
  /** True when some birth is ever withheld, so that counts cannot be taken from ordinals alone. */
  readonly hasEmitToggle: boolean
  /** Tick of the stop; Infinity when there is none. */
  stopTick(): number
  /** Tick from which on nothing is ever emitted; Infinity when emission never ends for good. */
  endTick(): number
  /**
   * Where point B of segments lies in the world at a moment in ticks; false, and nothing written, while it lies as
   * designed.
   */
  endInto?(ticks: number, out: { x: number; y: number }): boolean
  /** Some knob has ever been set. */
  readonly knobsSaid: boolean
  /** What a knob was last set to before a tick; undefined when nobody has. */
  knobAt(name: string, tick: number): number | string | undefined
  /** A game's: everything stands where it was last said to, since before a tick. */
  settle?(tick: number): void
  /** Called once before each tick is stepped; a live tape takes over its latest inputs here. */
  advance?(tick: number): void
}
