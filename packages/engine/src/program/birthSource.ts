/** What a stream of births is: the steady flow, other rhythms, and bursts are each one. */

/** One stream of ordinals, each with a time on the timeline; times never fall with the ordinal. */
export interface Source {
  /** Name in reports: `flow`, `travel`, `topUp`, or the burst's id. */
  readonly id: string
  /** The number that goes into keys. */
  readonly key: number
  /** Ordinals of a pass with a time ≤ `t` (in microseconds × rate), or < `t` when `strict`. */
  due(pass: number, t: number, strict: boolean): number
  /** Writes the ordinal's seconds on the timeline to `out[0]`: a number given back would cost an object. */
  timeInto(pass: number, ordinal: number, out: Float64Array): void
  /** Most births in any window of so many seconds on the clock, in which so many passes can meet. */
  most(window: number, passes: number): number
  /** Bursts only: whether chance withholds an ordinal, and where in its burst it is. */
  readonly burst?: BurstPlace
}

export interface BurstPlace {
  withheld(pass: number, ordinal: number): boolean
  /** Ordinal within its firing, and the firing's count. */
  placeInto(pass: number, ordinal: number, out: { inBurst: number; burstCount: number }): void
}

/** The stretch of the timeline in which an emitter is open, in microseconds; half-open. */
export interface Window {
  readonly start: number
  readonly length: number
}
