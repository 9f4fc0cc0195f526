/** What the emitters of one simulation share. */
import type { CompiledTape } from './tape.ts'
import type { Clock, Timeline } from './timeline.ts'

export interface Setting {
  readonly seed: number
  readonly clock: Clock
  readonly timeline: Timeline
  readonly tape: CompiledTape
  /** A way from one tick to the next that is longer is a jump and emits nothing per pixel. */
  readonly jumpPx: number
  /** Length of the effect's period in seconds; 0 when it has none. */
  readonly periodSeconds: number
}

/** One moment between two ticks of the clock. */
export interface Moment {
  /** Ticks, with a fraction. */
  ticks: number
  /** Seconds on the clock. */
  clock: number
  /** Seconds on the timeline. */
  timeline: number
}
