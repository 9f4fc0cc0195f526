/** Scale, opacity and tint of the visible: ramps, lanes, wavers. */
import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import {
  cellOf,
  type CompiledRamp,
  type CompiledTint,
  drawTableOf,
  frameAt,
  opacityAt,
  rampIn,
  scaleAt,
  scaleYAt,
  shiftInto,
  tintOf,
  tintTableOf,
  tintWordAt,
} from '../appearance/index.ts'
import { laneAt, withLane } from '../program/index.ts'
import { type EmitterRun, tinted } from '../spawn/index.ts'
import { reserveShifts } from '../state/index.ts'
import { orderVisible } from './drawOrder.ts'
import type { VisibleColumns } from './visibleColumns.ts'

/** The unused fourth byte of a tint. */
export const OPAQUE = 0xff000000

/** A look-up goes through here: a value that may come from a call would cost an object for every particle. */
const look = new Float64Array(1)

/** floor + (start − floor) × ramp, times a lane, for each visible particle. */
const rampedInto = (
  ramp: CompiledRamp,
  starts: Float64Array,
  floors: Float64Array,
  v: VisibleColumns,
  lane: number,
  out: Float64Array,
): void => {
  const table = drawTableOf(ramp)
  const { slot, u: us, count } = v
  for (let k = 0; k < count; k++) {
    const i = slot[k]!
    const u = us[k]!
    const cell = cellOf(u) * 2
    const r = table[cell]! + table[cell + 1]! * u
    const floor = floors[i]!
    look[0] = u
    if (r === r) look[0] = r
    else rampIn(ramp, look)
    out[k] = (floor + (starts[i]! - floor) * look[0]!) * lane
  }
}

const laneOf = (run: EmitterRun, id: 'scale' | 'scaleY' | 'opacity' | 'hueTurn', seconds: number): number => {
  const lane = run.program.lanes[id]
  return lane ? laneAt(lane, seconds) : 1
}

const writeScales = (run: EmitterRun, v: VisibleColumns, seconds: number): void => {
  const { pool, appearance } = run
  const { type } = appearance
  const lane = laneOf(run, 'scale', seconds)
  if (type.styles.scale.by === 'rate')
    for (let k = 0; k < v.count; k++)
      v.scale[k] = scaleAt(appearance, pool, v.slot[k]!, v.u[k]!, v.age[k]!) * lane
  else rampedInto(appearance.scaleRamp, pool.scale, pool.scaleFloor, v, lane, v.scale)
  if (!type.scaleApart) return
  const laneY = laneOf(run, 'scaleY', seconds)
  for (let k = 0; k < v.count; k++)
    v.scaleY[k] = scaleYAt(appearance, pool, v.slot[k]!, v.u[k]!, v.age[k]!) * laneY
}

const writeOpacities = (
  run: EmitterRun,
  v: VisibleColumns,
  seconds: number,
  f32: Float32Array,
  from: number,
): void => {
  const { pool, appearance } = run
  const lane = laneOf(run, 'opacity', seconds)
  if (appearance.type.styles.opacity.by === 'rate')
    for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS)
      f32[o] = opacityAt(appearance, pool, v.slot[k]!, v.u[k]!, v.age[k]!) * lane
  else {
    rampedInto(appearance.opacityRamp, pool.opacity, pool.opacityFloor, v, lane, v.opacity)
    for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS) f32[o] = v.opacity[k]!
  }
}

const tintsInto = (
  tint: CompiledTint,
  us: Float64Array,
  count: number,
  u32: Uint32Array,
  from: number,
): void => {
  const table = tintTableOf(tint)
  for (let k = 0, o = from; k < count; k++, o += INSTANCE_WORDS) {
    const u = us[k]!
    const word = table[cellOf(u)]!
    u32[o] = word !== 0 ? word : tintWordAt(tint.pieces, tint.firstPiece, u) | OPAQUE
  }
}

const writeTints = (
  run: EmitterRun,
  v: VisibleColumns,
  seconds: number,
  u32: Uint32Array,
  from: number,
): void => {
  const { appearance, pool } = run
  if (appearance.plainTint) {
    tintsInto(appearance.tint, v.u, v.count, u32, from)
    return
  }
  const hue = laneOf(run, 'hueTurn', seconds)
  for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS)
    u32[o] = tintOf(appearance, pool, v.slot[k]!, v.u[k]!, hue) | OPAQUE
}

/** An opacity that wavers stays from 0 to 1. */
const flickered = (opacity: number, by: number): number => Math.min(1, Math.max(0, opacity * (1 + by)))

/**
 * Writes opacity and tint into the frame from a word on; scales stay in the columns.
 * @param seconds where lanes are read
 */
export const writeAppearance = (
  run: EmitterRun,
  v: VisibleColumns,
  seconds: number,
  frame: Frame,
  from: number,
): void => {
  const { order } = run.program.source
  writeScales(run, v, seconds)
  const { scaleWaver: pulse, opacityWaver: flicker } = run.appearance
  const { keyHi, keyLo } = run.pool
  if (pulse)
    for (let k = 0; k < v.count; k++) {
      const factor = 1 + pulse.at(keyHi[v.slot[k]!]!, keyLo[v.slot[k]!]!, v.age[k]!)
      v.scale[k]! *= factor
      v.scaleY[k]! *= factor
    }
  if (order !== 'newest') orderVisible(order, run.pool, v)
  writeOpacities(run, v, seconds, frame.f32, from + 11)
  if (flicker)
    for (let k = 0, o = from + 11; k < v.count; k++, o += INSTANCE_WORDS)
      frame.f32[o] = flickered(frame.f32[o]!, flicker.at(keyHi[v.slot[k]!]!, keyLo[v.slot[k]!]!, v.age[k]!))
  writeTints(run, v, seconds, frame.u32, from + 10)
}

/** Writes what the visible particles' pixels are shifted by, from the frame's `first` instance on. */
export const writeShifts = (
  run: EmitterRun,
  v: VisibleColumns,
  seconds: number,
  frame: Frame,
  first: number,
): void => {
  const { appearance, pool } = run
  const hue = laneOf(run, 'hueTurn', seconds)
  reserveShifts(frame, first + v.count)
  for (let k = 0; k < v.count; k++) {
    const i = v.slot[k]!
    shiftInto(appearance, pool.keyHi[i]!, pool.keyLo[i]!, v.u[k]!, hue, frame.shifts, (first + k) * 3)
  }
}

/** Values of one particle as the report gives them, before its space is turned into the world. */
export const appearanceInto = (
  run: EmitterRun,
  i: number,
  age: number,
  out: {
    scaleX: number
    scaleY: number
    opacity: number
    tint: number
    frame: number
    /** Degrees, saturation and value of its pixels. */
    readonly shift: Float64Array
  },
): void => {
  const { pool, appearance } = run
  const u = age / pool.life[i]!
  const seconds = run.stepStartSeconds
  out.scaleX = scaleAt(appearance, pool, i, u, age) * laneOf(run, 'scale', seconds)
  out.scaleY = appearance.type.scaleApart
    ? scaleYAt(appearance, pool, i, u, age) * laneOf(run, 'scaleY', seconds)
    : out.scaleX
  out.opacity = opacityAt(appearance, pool, i, u, age) * laneOf(run, 'opacity', seconds)
  const hi = pool.keyHi[i]!
  const lo = pool.keyLo[i]!
  if (appearance.scaleWaver) {
    const factor = 1 + appearance.scaleWaver.at(hi, lo, age)
    out.scaleX *= factor
    out.scaleY *= factor
  }
  if (appearance.opacityWaver) out.opacity = flickered(out.opacity, appearance.opacityWaver.at(hi, lo, age))
  const tint = tintOf(appearance, pool, i, u, laneOf(run, 'hueTurn', seconds))
  out.tint = run.knobs ? tinted(tint, run.knobs.tint) : tint
  out.frame = frameAt(appearance, pool, i, u, age)
  if (appearance.shifts) shiftInto(appearance, hi, lo, u, laneOf(run, 'hueTurn', seconds), out.shift, 0)
}

export const angleLaneOf = (run: EmitterRun): number => {
  const lane = run.program.lanes.startAngle
  return lane ? laneAt(lane, run.stepStartSeconds) : 0
}

export const stretchOf = (run: EmitterRun): number =>
  withLane(run.program.lanes.stretch, run.program.source.type.numbers.stretch, run.stepStartSeconds)
