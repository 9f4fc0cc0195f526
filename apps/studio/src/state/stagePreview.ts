/** How the shown effect is placed and moved where no game does it. Part of the session. */
import type { KnobValues } from '@gliv/model'

export const MOVES = ['auto', 'still', 'across', 'circle'] as const
export type Move = (typeof MOVES)[number]

export interface Preview {
  readonly move: Move
  readonly rotate: number
  readonly scale: number
  readonly mirror: boolean
  /**
   * Id of the kit's stage whose surfaces are there; `auto`: the first one, for effects that touch something.
   */
  readonly stage: string
  /** Where knobs were turned to, by their names; those that an effect does not have mean nothing to it. */
  readonly knobs: KnobValues
}

/** As designed; what emits along its way is moved all the same. */
export const STILL: Preview = { move: 'auto', rotate: 0, scale: 1, mirror: false, stage: 'auto', knobs: {} }
