/**
 * From pools to what is drawn and reported. Drawing runs in passes over the visible, one concern each,
 * because short loops
 * over few columns stay in registers; scratch columns are shared by all emitters and grow by doubling.
 */
import { type Frame, type FrameRect, INSTANCE_WORDS, SPACE } from '@gliv/model'
import {
  frameAt,
  type Appearance,
  opacityAt,
  scaleAt,
  scaleYAt,
  tintOf,
  APPEARANCE_FLOATS,
  APPEARANCE_TINT,
  appearanceTableOf,
  cellOf,
  type CompiledRamp,
  drawTableOf,
  rampIn,
  type CompiledTint,
  tintTableOf,
  tintWordAt,
} from '../appearance/index.ts'
import { emptyPose } from '../geometry/index.ts'
import { CHUNK, NUMBERS, OUT_AT, type Slab, WORDS } from '../kernels/index.ts'
import { laneAt, withLane } from '../program/index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import { openBatch, reserve, type Pool } from '../state/index.ts'
import { orderVisible } from './drawOrder.ts'
import { drawGeneral, drawPlain, type GeneralScene } from './quads.ts'
import { makeRoom, type Visible, visible } from './visibleColumns.ts'

/** The unused fourth byte of a tint. */
const OPAQUE = 0xff000000

/** A look-up goes through here: a value that may come from a call would cost an object for every particle. */
const look = new Float64Array(1)

/** The moment of display of the emitter at hand. */
const scene: GeneralScene = {
  back: 0,
  now: 0,
  stepSeconds: 0,
  pose: emptyPose(),
  carried: false,
  moveX: 0,
  moveY: 0,
  stretch: 0,
  angleLane: 0,
  alpha: 1,
  seconds: 0,
}

/**
 * Everything between two ticks is read off `scene`, which is filled in anew: numbers given to functions would
 * cost objects.
 */
const selectVisible = ({ born, life, first, size }: Pool, { slot, u: us, age: ages }: Visible): number => {
  const time = scene.now - scene.back
  let count = 0
  for (let i = first; i < size; i++) {
    const lifeSeconds = life[i]!
    const age = time - born[i]!
    if (age < 0 || age >= lifeSeconds) continue
    slot[count] = i
    us[count] = age / lifeSeconds
    ages[count] = age
    count++
  }
  return count
}

/** floor + (start − floor) × ramp, times a lane, for each visible particle. */
const rampedInto = (
  ramp: CompiledRamp,
  starts: Float64Array,
  floors: Float64Array,
  v: Visible,
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

/**
 * Selects and looks up scale, opacity and tint in one go: the common case of ramps without lanes, in birth
 * order. All
 * stand in one cell of a table, which is worth more than shorter loops.
 */
const selectWithLooks = (
  { pool, appearance: appearance }: EmitterRun,
  first: number,
  size: number,
  v: Visible,
  f32: Float32Array,
  u32: Uint32Array,
  from: number,
): number => {
  const { all, at } = pool
  const { born, life, scale, scaleFloor: floorOfScale, opacity, opacityFloor: floorOfOpacity } = at
  const { scaleRamp, opacityRamp, tint } = appearance
  const { floats, words } = appearanceTableOf(appearance)
  const { slot, age: ages, scale: outScales } = v
  const time = scene.now - scene.back
  let count = 0
  for (let i = first, o = from; i < size; i++) {
    const lifeSeconds = all[life + i]!
    const age = time - all[born + i]!
    if (age < 0 || age >= lifeSeconds) continue
    const u = age / lifeSeconds
    const cell = cellOf(u) * APPEARANCE_FLOATS
    slot[count] = i
    ages[count] = age
    const s = floats[cell]! + floats[cell + 1]! * u
    const scaleFloor = all[floorOfScale + i]!
    if (s === s) outScales[count] = scaleFloor + (all[scale + i]! - scaleFloor) * s
    else {
      look[0] = u
      rampIn(scaleRamp, look)
      outScales[count] = scaleFloor + (all[scale + i]! - scaleFloor) * look[0]!
    }
    const a = floats[cell + 2]! + floats[cell + 3]! * u
    const opacityFloor = all[floorOfOpacity + i]!
    if (a === a) f32[o + 11] = opacityFloor + (all[opacity + i]! - opacityFloor) * a
    else {
      look[0] = u
      rampIn(opacityRamp, look)
      f32[o + 11] = opacityFloor + (all[opacity + i]! - opacityFloor) * look[0]!
    }
    const word = words[cell * 2 + APPEARANCE_TINT]!
    u32[o + 10] = word !== 0 ? word : tintWordAt(tint.pieces, tint.firstPiece, u) | OPAQUE
    count++
    o += INSTANCE_WORDS
  }
  return count
}

const laneOf = (run: EmitterRun, id: 'scale' | 'scaleY' | 'opacity' | 'hueTurn', seconds: number): number => {
  const lane = run.program.lanes[id]
  return lane ? laneAt(lane, seconds) : 1
}

const writeScales = (run: EmitterRun, v: Visible): void => {
  const { pool, appearance: appearance } = run
  const { type } = appearance
  const lane = laneOf(run, 'scale', scene.seconds)
  if (type.styles.scale.by === 'rate')
    for (let k = 0; k < v.count; k++)
      v.scale[k] = scaleAt(appearance, pool, v.slot[k]!, v.u[k]!, v.age[k]!) * lane
  else rampedInto(appearance.scaleRamp, pool.scale, pool.scaleFloor, v, lane, v.scale)
  if (!type.scaleApart) return
  const laneY = laneOf(run, 'scaleY', scene.seconds)
  for (let k = 0; k < v.count; k++)
    v.scaleY[k] = scaleYAt(appearance, pool, v.slot[k]!, v.u[k]!, v.age[k]!) * laneY
}

const writeOpacities = (run: EmitterRun, v: Visible, f32: Float32Array, from: number): void => {
  const { pool, appearance: appearance } = run
  const lane = laneOf(run, 'opacity', scene.seconds)
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

const writeTints = (run: EmitterRun, v: Visible, u32: Uint32Array, from: number): void => {
  const { appearance: appearance, pool } = run
  if (appearance.plainTint) {
    tintsInto(appearance.tint, v.u, v.count, u32, from)
    return
  }
  const hue = laneOf(run, 'hueTurn', scene.seconds)
  for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS)
    u32[o] = tintOf(appearance, pool, v.slot[k]!, v.u[k]!, hue) | OPAQUE
}

/** How far the picture is between the last two ticks, 0 to 1; set once for all emitters of a frame. */
export const setDisplay = (alpha: number): void => {
  scene.alpha = alpha
}

/** Fills in where the particles' space is at the moment of display, and where run-time lanes are read. */
const setScene = (run: EmitterRun): void => {
  const { source, laned, lanes } = run.program
  const { tape } = run.context
  scene.seconds = laned ? run.stepStartSeconds : 0
  scene.stepSeconds = run.stepSeconds
  scene.now = run.now
  scene.back = (1 - scene.alpha) * scene.stepSeconds
  scene.carried = source.space === 'carried'
  scene.moveX = scene.moveY = 0
  if (scene.carried) tape.poseInto(run.tick - (1 - scene.alpha), scene.pose)
  if (source.space === 'pinned') {
    tape.viewInto(run.tick - (1 - scene.alpha), view)
    scene.moveX = view.x
    scene.moveY = view.y
  }
  scene.stretch = laned
    ? withLane(lanes.stretch, source.type.numbers.stretch, scene.seconds)
    : source.type.numbers.stretch
  scene.angleLane = lanes.startAngle ? laneAt(lanes.startAngle, scene.seconds) : 0
}

const view = { x: 0, y: 0, w: 0, h: 0 }

/** An opacity that wavers stays from 0 to 1. */
const flickered = (opacity: number, by: number): number => Math.min(1, Math.max(0, opacity * (1 + by)))

const writeLooks = (run: EmitterRun, v: Visible, frame: Frame, from: number): void => {
  const { order } = run.program.source
  writeScales(run, v)
  const { scaleWaver: pulse, opacityWaver: flicker } = run.appearance
  const { keyHi, keyLo } = run.pool
  if (pulse)
    for (let k = 0; k < v.count; k++) {
      const factor = 1 + pulse.at(keyHi[v.slot[k]!]!, keyLo[v.slot[k]!]!, v.age[k]!)
      v.scale[k]! *= factor
      v.scaleY[k]! *= factor
    }
  if (order !== 'newest') orderVisible(order, run.pool, v)
  writeOpacities(run, v, frame.f32, from + 11)
  if (flicker)
    for (let k = 0, o = from + 11; k < v.count; k++, o += INSTANCE_WORDS)
      frame.f32[o] = flickered(frame.f32[o]!, flicker.at(keyHi[v.slot[k]!]!, keyLo[v.slot[k]!]!, v.age[k]!))
  writeTints(run, v, frame.u32, from + 10)
}

/** Whether quads need nothing but place, scale and turn: the common case, and the fast one. */
const isPlain = (run: EmitterRun): boolean => {
  const { appearance: appearance, program } = run
  const { type } = appearance
  const { space, order } = program.source
  const ramped =
    type.styles.scale.by === 'ramp' &&
    type.styles.opacity.by === 'ramp' &&
    appearance.plainTint &&
    order === 'newest'
  return (
    ramped &&
    !program.laned &&
    !appearance.angleWaver &&
    !appearance.scaleWaver &&
    !appearance.opacityWaver &&
    appearance.oneFrame &&
    !type.scaleApart &&
    type.facing === 'fixed' &&
    type.numbers.stretch === 0 &&
    space === SPACE.released &&
    run.placedPlainly
  )
}

/** Plain particles of some slots; returns how many are visible. */
const drawAllPlain = (run: EmitterRun, from: number, to: number, frame: Frame, o: number): number => {
  const v = visible
  makeRoom(to - from)
  v.count = selectWithLooks(run, from, to, v, frame.f32, frame.u32, o)
  drawPlain(
    run.pool,
    v,
    run.appearance.type.pictures[0]!.frames[0]!,
    scene,
    frame.f32,
    o,
    frame.originX,
    frame.originY,
  )
  return v.count
}

/** The same chunk by chunk through the kernel, whose twin mends what lies beside a ramp's point. */
const drawByKernel = (slab: Slab, run: EmitterRun, frame: Frame, first: number): number => {
  const { pool, appearance: appearance } = run
  const { kernels, left, drawn, words } = slab
  pool.open(slab)
  tellKernel(slab, appearance, frame)
  // Straight into the frame where both lie in the same slab.
  const { f32 } = frame
  const inside = f32.buffer === slab.buffer
  let count = 0
  for (let from = pool.first; from < pool.size; from += CHUNK) {
    words[WORDS.out] = inside ? f32.byteOffset + (first + count * INSTANCE_WORDS) * 4 : OUT_AT
    const to = Math.min(pool.size, from + CHUNK)
    const result = scene.back > 0 ? kernels.drawBetween(from, to) : kernels.drawPlain(from, to)
    const made = result & 0xffff
    const o = first + count * INSTANCE_WORDS
    if (!inside) {
      let view = 0
      while (drawn[view]!.length < made * INSTANCE_WORDS) view++
      f32.set(drawn[view]!, o)
    }
    for (let k = 0, lefts = result >>> 16; k < lefts; k++)
      drawAllPlain(run, left[k * 2]!, left[k * 2]! + 1, frame, o + left[k * 2 + 1]! * INSTANCE_WORDS)
    count += made
  }
  return count
}

const frameNumbers = ({ x, y, w, h, pivotX, pivotY }: FrameRect, out: Float32Array): void => {
  out[0] = x
  out[1] = y
  out[2] = out[8] = out[9] = w
  out[3] = out[10] = h
  out[11] = -h
  out[4] = out[5] = pivotX
  out[6] = out[7] = pivotY
}

const tellKernel = (slab: Slab, appearance: Appearance, frame: Frame): void => {
  const { words, numbers } = slab
  words[WORDS.appearance] = slab.appearance.addressOf(appearanceTableOf(appearance).floats)
  numbers[NUMBERS.time] = scene.now - scene.back
  numbers[NUMBERS.back] = scene.back
  numbers[NUMBERS.now] = scene.now
  numbers[NUMBERS.stepSeconds] = scene.stepSeconds
  numbers[NUMBERS.originX] = frame.originX
  numbers[NUMBERS.originY] = frame.originY
  frameNumbers(appearance.type.pictures[0]!.frames[0]!, slab.frame)
}

/**
 * Appends one emitter's living particles in draw order, at the moment that `setDisplay` says. A particle that
 * has ended
 * since is still there at a display time before its end.
 */
export const appendInstances = (run: EmitterRun, frame: Frame): void => {
  const { pool, appearance: appearance, program } = run
  const { blend } = appearance.type
  // Kernels hand over whole chunks.
  reserve(frame, pool.size + CHUNK)
  const v = visible
  setScene(run)
  const first = frame.count
  const o = first * INSTANCE_WORDS
  const plain = isPlain(run)
  const pictures = appearance.type.pictures
  if (plain)
    v.count = pool.slab
      ? drawByKernel(pool.slab, run, frame, o)
      : drawAllPlain(run, pool.first, pool.size, frame, o)
  else {
    makeRoom(pool.size)
    v.count = selectVisible(pool, v)
  }
  if (v.count === 0) return
  if (!plain) writeLooks(run, v, frame, o)
  if (pictures.length === 1) openBatch(frame, pictures[0]!.sheet, blend, program.source.layer, first)
  if (!plain) drawGeneral(run, v, scene, frame, o)
  if (pictures.length === 1) frame.batches[frame.batchCount - 1]!.count += v.count
  else
    for (let k = 0; k < v.count; k++) {
      openBatch(frame, pictures[pool.picture[v.slot[k]!]!]!.sheet, blend, program.source.layer, first + k)
      frame.batches[frame.batchCount - 1]!.count++
    }
  frame.count += v.count
}

/** Values of one particle as the report gives them, before its space is turned into the world. */
export const appearanceInto = (
  run: EmitterRun,
  i: number,
  age: number,
  out: { scaleX: number; scaleY: number; opacity: number; tint: number; frame: number },
): void => {
  const { pool, appearance: appearance } = run
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
  out.tint = tintOf(appearance, pool, i, u, laneOf(run, 'hueTurn', seconds))
  out.frame = frameAt(appearance, pool, i, u, age)
}

export const angleLaneOf = (run: EmitterRun): number => {
  const lane = run.program.lanes.startAngle
  return lane ? laneAt(lane, run.stepStartSeconds) : 0
}

export const stretchOf = (run: EmitterRun): number =>
  withLane(run.program.lanes.stretch, run.program.source.type.numbers.stretch, run.stepStartSeconds)
