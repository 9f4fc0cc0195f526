/**
 * The table of numbers: one entry for every number that a designer can set.
 *
 * Everything else that knows about numbers (schema, sampler, control, sentence, export) is keyed by these ids and
 * mapped from this table, so that a new property is one entry here and the compiler names the places that miss it.
 */

import { STREAMS } from './streams.ts'

/** Which part of the document carries the number. */
export type Owner = 'effect' | 'emitter' | 'burst' | 'type'

/**
 * What has to be redone when the number changes, from cheap to dear:
 * `output` steps nothing, `motion` re-runs the living, `birth` re-runs them from their births,
 * `emission` changes which particles there are.
 */
export type Touch = 'output' | 'motion' | 'birth' | 'emission'

/** How a lane over the effect's time will act on the number. */
export type LaneAction = 'times' | 'plus' | 'none'

export type Unit = 'px' | 's' | 'deg' | 'deg/s' | 'px/s' | 'px/s2' | 'per s' | 'factor' | 'share' | 'count'

/** From–to, drawn once at birth, both ends included in the wording; equal ends mean a fixed value. */
export interface Range {
  readonly from: number
  readonly to: number
}

interface PropertyBase {
  readonly owner: Owner
  readonly unit: Unit
  /** Outside these limits a document is refused. */
  readonly hard: readonly [number, number]
  /** What a slider offers; typing goes on to the hard limits. */
  readonly soft: readonly [number, number]
  readonly lane: LaneAction
  readonly touches: Touch
  /** Whole numbers only. */
  readonly whole?: true
  /** Permanent number of the random stream this property draws from; null: it draws nothing. Never reuse one. */
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

const number = <O extends Owner>(
  owner: O,
  unit: Unit,
  value: number,
  hard: readonly [number, number],
  soft: readonly [number, number],
  touches: Touch,
  lane: LaneAction,
  more: { whole?: true; stream?: number } = {},
) =>
  ({ kind: 'number', owner, unit, default: value, hard, soft, touches, lane, stream: null, draws: more.stream === undefined ? 0 : 1, ...more }) as const

const range = <O extends Owner>(
  owner: O,
  unit: Unit,
  from: number,
  to: number,
  hard: readonly [number, number],
  soft: readonly [number, number],
  touches: Touch,
  lane: LaneAction,
  stream: number,
) => ({ kind: 'range', owner, unit, default: { from, to }, hard, soft, touches, lane, stream, draws: 1 }) as const

/** Largest cap of one emitter; the sum over an effect has its own limit in the engine. */
export const CAP_LIMIT = 100_000

export const PROPERTIES = {
  loopSeconds: number('effect', 's', 2, [0.05, 600], [0.1, 10], 'emission', 'none'),

  delay: number('emitter', 's', 0, [0, 600], [0, 2], 'emission', 'none'),
  duration: number('emitter', 's', 1, [0, 600], [0, 6], 'emission', 'none'),
  flow: number('emitter', 'per s', 24, [0, 100_000], [0, 600], 'emission', 'times'),
  cap: number('emitter', 'count', 2000, [1, CAP_LIMIT], [1, 2000], 'emission', 'none', { whole: true }),
  offsetX: number('emitter', 'px', 0, [-100_000, 100_000], [-400, 400], 'birth', 'plus'),
  offsetY: number('emitter', 'px', 0, [-100_000, 100_000], [-400, 400], 'birth', 'plus'),
  shapeWidth: number('emitter', 'px', 64, [0, 100_000], [0, 800], 'birth', 'times'),
  shapeHeight: number('emitter', 'px', 16, [0, 100_000], [0, 600], 'birth', 'times'),
  shapeRadius: number('emitter', 'px', 24, [0, 100_000], [0, 400], 'birth', 'times'),
  heading: number('emitter', 'deg', -90, [-36_000, 36_000], [-180, 180], 'birth', 'plus'),
  fan: number('emitter', 'deg', 30, [0, 360], [0, 360], 'birth', 'times', { stream: STREAMS.fan }),
  speed: range('emitter', 'px/s', 60, 120, [-100_000, 100_000], [0, 800], 'birth', 'times', STREAMS.speed),

  burstAt: number('burst', 's', 0, [0, 600], [0, 2], 'emission', 'none'),
  burstCount: number('burst', 'count', 20, [0, 20_000], [0, 200], 'emission', 'none', { whole: true }),

  life: range('type', 's', 0.8, 1.2, [0.001, 600], [0.05, 6], 'birth', 'times', STREAMS.life),
  scale: range('type', 'factor', 1, 1, [0, 1000], [0.05, 8], 'output', 'times', STREAMS.scale),
  scaleFloor: range('type', 'factor', 0, 0, [0, 1000], [0, 8], 'output', 'times', STREAMS.scaleFloor),
  opacity: range('type', 'share', 1, 1, [0, 1], [0, 1], 'output', 'times', STREAMS.opacity),
  opacityFloor: range('type', 'share', 0, 0, [0, 1], [0, 1], 'output', 'times', STREAMS.opacityFloor),
  startAngle: range('type', 'deg', 0, 0, [-36_000, 36_000], [-180, 180], 'output', 'plus', STREAMS.startAngle),
  spin: range('type', 'deg/s', 0, 0, [-36_000, 36_000], [-720, 720], 'output', 'times', STREAMS.spin),
  gravity: number('type', 'px/s2', 240, [-100_000, 100_000], [-800, 800], 'motion', 'times'),
  gravityHeading: number('type', 'deg', 90, [-36_000, 36_000], [-180, 180], 'motion', 'plus'),
  drag: number('type', 'per s', 1.5, [0, 1000], [0, 8], 'motion', 'times'),
} as const satisfies Record<string, Property>

export type PropertyId = keyof typeof PROPERTIES
export type PropertyOf<O extends Owner> = { [K in PropertyId]: (typeof PROPERTIES)[K]['owner'] extends O ? K : never }[PropertyId]
export type ValueOf<K extends PropertyId> = (typeof PROPERTIES)[K]['kind'] extends 'range' ? Range : number
/** The numbers of one owner, all of them present. */
export type NumbersOf<O extends Owner> = { readonly [K in PropertyOf<O>]: ValueOf<K> }

export const property = (id: PropertyId): Property => PROPERTIES[id]

/** Ids of one owner in the table's order. */
export const propertiesOf = <O extends Owner>(owner: O): PropertyOf<O>[] =>
  (Object.keys(PROPERTIES) as PropertyId[]).filter((id) => PROPERTIES[id].owner === owner) as PropertyOf<O>[]

/** Defaults of one owner. */
export const defaultsOf = <O extends Owner>(owner: O): NumbersOf<O> =>
  Object.fromEntries(propertiesOf(owner).map((id) => [id, PROPERTIES[id].default])) as NumbersOf<O>
