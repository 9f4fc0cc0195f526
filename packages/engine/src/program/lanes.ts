/** Lanes: values over the effect's time, compiled with the same ramps. */
import { type Lane, type Lanes, PLUS_LANES, type PropertyId } from '@gliv/model'
import {
  type CompiledIntegral,
  type CompiledRamp,
  compileIntegral,
  compileRamp,
  integralAt,
  rampAt,
} from '../appearance/index.ts'

export interface CompiledLane {
  readonly ramp: CompiledRamp
  readonly from: number
  readonly change: number
  readonly perSecond: number
  readonly times: boolean
  /** Largest and smallest value that it may give; handles of free points are included. */
  readonly most: number
  /** What a knob multiplies it by, or adds to it, now; 1 or 0 where none does. */
  driven: number
}

export type CompiledLanes = { readonly [K in PropertyId]?: CompiledLane }

export const compileLane = (id: PropertyId, lane: Lane): CompiledLane => ({
  ramp: compileRamp(lane),
  from: lane.from,
  change: lane.to - lane.from,
  perSecond: 1 / lane.seconds,
  times: !PLUS_LANES.has(id),
  most: Math.max(lane.from, lane.to),
  driven: PLUS_LANES.has(id) ? 0 : 1,
})

export const compileLanes = (lanes: Lanes): CompiledLanes =>
  Object.fromEntries(
    Object.entries(lanes).flatMap(([id, lane]) => (lane ? [[id, compileLane(id as PropertyId, lane)]] : [])),
  )

/** The lane's own value at `seconds` ≥ 0 of effect time. */
export const laneAt = (lane: CompiledLane, seconds: number): number => {
  const u = seconds * lane.perSecond
  const value = lane.from + lane.change * rampAt(lane.ramp, u < 0 ? 0 : u > 1 ? 1 : u)
  return lane.times ? value * lane.driven : value + lane.driven
}

/** A property's value under its lane, which multiplies or adds as the table says. */
export const withLane = (lane: CompiledLane | undefined, value: number, seconds: number): number =>
  lane === undefined ? value : lane.times ? value * laneAt(lane, seconds) : value + laneAt(lane, seconds)

/** The lane's value summed over time. */
export interface LaneIntegral {
  readonly lane: CompiledLane
  readonly integral: CompiledIntegral
}

export const compileLaneIntegral = (lane: CompiledLane): LaneIntegral => ({
  lane,
  integral: compileIntegral(lane.ramp),
})

/** ∫ of the lane from 0 to `seconds` ≥ 0. */
export const laneIntegralAt = ({ lane, integral }: LaneIntegral, seconds: number): number =>
  lane.from * seconds + (lane.change * integralAt(integral, seconds * lane.perSecond)) / lane.perSecond
