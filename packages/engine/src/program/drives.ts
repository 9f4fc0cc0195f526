/** What knobs do to an emitter's numbers, compiled as lanes over the knob's way from its low end to its high one. */
import {
  type Drives,
  FLAT_RAMP,
  isColourKnob,
  type Lane,
  type NumberKnob,
  PLUS_LANES,
  type PropertyId,
  type ResolvedEffect,
  type ResolvedEmitter,
} from '@gliv/model'
import { compileLane, compileLanes, type CompiledLane, type CompiledLanes, laneAt } from './lanes.ts'

export interface CompiledKnob {
  readonly name: string
  readonly low: number
  readonly start: number | string
  /** Its value over the effect's time, while nobody sets it. */
  readonly lane: CompiledLane | null
}

export interface CompiledDrive {
  readonly id: PropertyId
  readonly knob: CompiledKnob
  readonly lane: CompiledLane
}

/** A lane that changes nothing, for numbers that a knob drives and no lane. */
const still = (id: PropertyId): Lane => {
  const value = PLUS_LANES.has(id) ? 0 : 1
  return { ...FLAT_RAMP, from: value, to: value, seconds: 1 }
}

const known = new WeakMap<object, CompiledKnob>()

/** A knob as it is read; the same one each time. */
const compileKnob = (knob: NonNullable<ResolvedEffect['knobs']>[number]): CompiledKnob => {
  let made = known.get(knob)
  if (!made) {
    made = isColourKnob(knob)
      ? { name: knob.name, low: 0, start: knob.colour, lane: null }
      : {
          name: knob.name,
          low: knob.low,
          start: knob.start,
          // A value over time multiplies and adds to nothing.
          lane: knob.lane ? compileLane('flow', knob.lane) : null,
        }
    known.set(knob, made)
  }
  return made
}

/** The knobs of an effect, by name. */
export const compileKnobs = ({ knobs = [] }: ResolvedEffect): ReadonlyMap<string, CompiledKnob> =>
  new Map(knobs.map((knob) => [knob.name, compileKnob(knob)]))

const NO_DRIVES: readonly CompiledDrive[] = []

export const compileDrives = (
  { knobs = [] }: ResolvedEffect,
  { drives }: Pick<ResolvedEmitter, 'drives'>,
): readonly CompiledDrive[] => {
  if (!drives) return NO_DRIVES
  return Object.entries(drives).flatMap(([id, drive]): CompiledDrive[] => {
    const knob = knobs.find(({ name }) => name === drive?.knob) as NumberKnob | undefined
    if (!drive || !knob || isColourKnob(knob)) return []
    const lane = compileLane(id as PropertyId, { ...drive, seconds: knob.high - knob.low })
    return [{ id: id as PropertyId, knob: compileKnob(knob), lane }]
  })
}

/** Lanes of an emitter, and one for each number that only a knob drives. */
export const compileDrivenLanes = (
  { lanes }: Pick<ResolvedEmitter, 'lanes'>,
  drives: readonly CompiledDrive[],
): CompiledLanes => {
  const compiled = compileLanes(lanes)
  if (drives.length === 0) return compiled
  const more = drives.filter(({ id }) => !compiled[id]).map(({ id }) => [id, compileLane(id, still(id))])
  return { ...compiled, ...(Object.fromEntries(more) as CompiledLanes) }
}

/** What a drive multiplies by or adds while its knob stands at a value. */
export const driveAt = ({ knob, lane }: CompiledDrive, value: number): number =>
  laneAt(lane, value - knob.low)

type Driven = { readonly drives?: Drives | undefined }

const mostOfLane = (lane: { readonly from: number; readonly to: number } | undefined): number =>
  lane ? Math.max(lane.from, lane.to) : 1

/** The most that a knob may multiply a number by. */
export const drivenMost = ({ drives = {} }: Driven, id: PropertyId): number => mostOfLane(drives[id])

/** The most that a knob and a lane may multiply a number by together. */
export const mostOf = (emitter: Driven & Pick<ResolvedEmitter, 'lanes'>, id: PropertyId): number =>
  mostOfLane(emitter.lanes[id]) * drivenMost(emitter, id)
