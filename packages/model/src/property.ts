/** What an entry of the table of numbers is made of. */
import type { Bias } from './kinds.ts'

/** Which part of the document carries the number. */
export type Owner = 'effect' | 'emitter' | 'burst' | 'type' | 'relay' | 'part'

/**
 * What has to be redone when the number changes, from cheap to dear:
 * `output` steps nothing, `motion` re-runs the living, `birth` re-runs them from their births,
 * `emission` changes which particles there are.
 */
export type InvalidationLevel = 'output' | 'motion' | 'birth' | 'emission'

/** How a lane over the effect's time will act on the number. */
export type LaneAction = 'times' | 'plus' | 'none'

export type Unit =
  | 'px'
  | 's'
  | 'deg'
  | 'deg/s'
  | 'px/s'
  | 'px/s2'
  | 'per s'
  | 'per px'
  | 'factor'
  | 'factor/s'
  | 'share'
  | 'share/s'
  | 'count'

/** From–to, drawn once at birth, both ends included in the wording; equal ends mean a fixed value. */
export interface Range {
  readonly from: number
  readonly to: number
  /** Density between the ends; `even` when it is not said. */
  readonly bias?: Bias | undefined
}

interface PropertyBase {
  readonly owner: Owner
  readonly unit: Unit
  /** Outside these limits a document is refused. */
  readonly hard: readonly [number, number]
  /** What a slider offers; typing goes on to the hard limits. */
  readonly soft: readonly [number, number]
  readonly lane: LaneAction
  readonly invalidates: InvalidationLevel
  /** Whole numbers only. */
  readonly whole?: true
  /**
   * Permanent number of the random stream this property draws from; null: it draws nothing. Never reuse one.
   */
  readonly stream: number | null
  /** How many draws the property takes from its stream at each birth: fixed, so that no other value moves. */
  readonly draws: number
}

export interface NumberProperty extends PropertyBase {
  readonly kind: 'number'
  readonly default: number
}

export interface RangeProperty extends PropertyBase {
  readonly kind: 'range'
  readonly default: Range
}

export type Property = NumberProperty | RangeProperty

export type Limits = readonly [number, number]

export const number = <O extends Owner>(
  owner: O,
  unit: Unit,
  value: number,
  hard: Limits,
  soft: Limits,
  invalidates: InvalidationLevel,
  lane: LaneAction,
  more: { whole?: true; stream?: number; draws?: number } = {},
) =>
  ({
    kind: 'number',
    owner,
    unit,
    default: value,
    hard,
    soft,
    invalidates,
    lane,
    stream: null,
    draws: more.stream === undefined ? 0 : 1,
    ...more,
  }) as const

export const range = <O extends Owner>(
  owner: O,
  unit: Unit,
  from: number,
  to: number,
  hard: Limits,
  soft: Limits,
  invalidates: InvalidationLevel,
  lane: LaneAction,
  stream: number,
  more: { whole?: true } = {},
) =>
  ({
    kind: 'range',
    owner,
    unit,
    default: { from, to },
    hard,
    soft,
    invalidates,
    lane,
    stream,
    draws: 1,
    ...more,
  }) as const

export const FAR: Limits = [-100_000, 100_000]
export const SIZE: Limits = [0, 100_000]
export const ANGLE: Limits = [-36_000, 36_000]
export const NEAR: Limits = [-400, 400]
export const TURN: Limits = [-180, 180]
export const SECONDS: Limits = [0, 600]
export const SHARE: Limits = [0, 1]
