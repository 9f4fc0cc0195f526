/**
 * The tape: tick-stamped inputs of a placed effect. Between two `move` samples the position is linear;
 * `teleport` jumps at its tick; `stop` ends emission for good, `emit` switches it.
 */
export type TapeEntry =
  | { readonly tick: number; readonly do: 'move' | 'teleport'; readonly x: number; readonly y: number }
  | { readonly tick: number; readonly do: 'stop' }
  | { readonly tick: number; readonly do: 'emit'; readonly on: boolean }

export type Tape = readonly TapeEntry[]
