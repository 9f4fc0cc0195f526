import type { Surface } from '@gliv/model'

/**
 * How an effect is placed: mirrored first, then scaled, turned and moved. What is not said stays as it is.
 */
export interface Placing {
  /** Degrees, clockwise. */
  readonly rotation?: number
  /** Left and right change sides. */
  readonly mirror?: boolean
  /** Multiplies every length and no time. */
  readonly scale?: number
}

/** Where an effect starts and how, when a game plays it. */
export interface PlayOptions extends Placing {
  /** World pixels; default 0, 0. */
  readonly x?: number
  readonly y?: number
  /** Where point B of segments lies, in world pixels; default: as designed. */
  readonly anchorB?: { readonly x: number; readonly y: number }
  /** What particles can touch, in world pixels; default: nothing. */
  readonly surfaces?: readonly Surface[]
  /** Unsigned 32 bits; default: the effect's own. */
  readonly seed?: number
  /** Multiplies counts of bursts and flow, and what the effect's own ramps say; 0 to 8, 1 is as designed. */
  readonly strength?: number
}
