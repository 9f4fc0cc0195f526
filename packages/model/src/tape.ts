import type { Surface } from './surfaces.ts'

/**
 * The tape: tick-stamped inputs of a placed effect. Between two `move` samples the position and scale are
 * linear and
 * the rotation takes the shorter way; `teleport` and a change of mirror jump at their tick. Parts of a pose
 * that are not
 * said stay as they were. `stop` ends emission for good (a sustained effect goes on to its tail), `emit`
 * switches it.
 */
export interface PoseParts {
  readonly x?: number
  readonly y?: number
  /** Degrees, clockwise. */
  readonly rotate?: number
  readonly scale?: number
  /** Left and right change sides before anything else. */
  readonly mirror?: boolean
}

/** What the game's camera shows, in world px. */
export interface ViewRect {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

export type TapeEntry =
  | ({ readonly tick: number; readonly do: 'move' | 'teleport' } & PoseParts)
  | ({ readonly tick: number; readonly do: 'view' } & ViewRect)
  | { readonly tick: number; readonly do: 'surfaces'; readonly surfaces: readonly Surface[] }
  | { readonly tick: number; readonly do: 'stop' }
  | { readonly tick: number; readonly do: 'emit'; readonly on: boolean }
  /** The knob stands there from the next tick on. */
  | { readonly tick: number; readonly do: 'knob'; readonly name: string; readonly value: number | string }

export type Tape = readonly TapeEntry[]
