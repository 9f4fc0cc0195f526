/** The common case in one go: ramps without lanes, in birth order, through a kernel where there is one. */
import { type Frame, type FrameRect, INSTANCE_WORDS, SPACE } from '@gliv/model'
import {
  type Appearance,
  APPEARANCE_FLOATS,
  APPEARANCE_TINT,
  appearanceTableOf,
  cellOf,
  rampIn,
  tintWordAt,
} from '../appearance/index.ts'
import { CHUNK, NUMBERS, OUT_AT, type Slab, WORDS } from '../kernels/index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import type { DisplayScene } from './displayScene.ts'
import { drawPlain } from './quads.ts'
import type { VisibleColumns } from './visibleColumns.ts'
import { OPAQUE } from './writeAppearance.ts'

/** A look-up goes through here: a value that may come from a call would cost an object for every particle. */
const look = new Float64Array(1)

/**
 * Selects and looks up scale, opacity and tint in one go: the common case of ramps without lanes, in birth
 * order. All
 * stand in one cell of a table, which is worth more than shorter loops.
 */
const selectWithAppearance = (
  { pool, appearance }: EmitterRun,
  first: number,
  size: number,
  v: VisibleColumns,
  f32: Float32Array,
  u32: Uint32Array,
  from: number,
  scene: DisplayScene,
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

/** Looks that come from ramps alone, on one frame. */
const isAppearancePlain = ({
  type,
  plainTint,
  oneFrame,
  angleWaver,
  scaleWaver,
  opacityWaver,
  turn,
  shifts,
}: Appearance): boolean =>
  type.styles.scale.by === 'ramp' &&
  type.styles.opacity.by === 'ramp' &&
  !type.scaleApart &&
  plainTint &&
  oneFrame &&
  !angleWaver &&
  !turn &&
  !shifts &&
  !scaleWaver &&
  !opacityWaver

/** Whether quads need nothing but place, scale and turn: the common case, and the fast one. */
export const isPlain = ({ appearance, program, placedPlainly }: EmitterRun): boolean => {
  const { facing, numbers } = appearance.type
  const { space, order, wrap } = program.source
  const turnsPlainly = facing === 'fixed' && numbers.stretch === 0
  const standsWhole = program.pieces === null && appearance.alongThickness === null
  const standsPlainly =
    wrap === 'none' && standsWhole && space === SPACE.released && placedPlainly && order === 'newest'
  return !program.laned && turnsPlainly && standsPlainly && isAppearancePlain(appearance)
}

/** Plain particles of some slots; returns how many are visible. */
const drawSlots = (
  run: EmitterRun,
  from: number,
  to: number,
  v: VisibleColumns,
  scene: DisplayScene,
  frame: Frame,
  o: number,
): number => {
  v.makeRoom(to - from)
  v.count = selectWithAppearance(run, from, to, v, frame.f32, frame.u32, o, scene)
  const [rect] = run.appearance.type.pictures[0]!.frames
  drawPlain(run.pool, v, rect!, scene, frame.f32, o, frame.originX, frame.originY)
  return v.count
}

/** The same chunk by chunk through the kernel, whose twin mends what lies beside a ramp's point. */
const drawByKernel = (
  slab: Slab,
  run: EmitterRun,
  v: VisibleColumns,
  scene: DisplayScene,
  frame: Frame,
  first: number,
): number => {
  const { pool } = run
  const { kernels, left, words } = slab
  pool.open(slab)
  writeDrawParameters(slab, run.appearance, scene, frame)
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
    if (!inside) copyDrawn(slab, made, f32, o)
    for (let k = 0, lefts = result >>> 16; k < lefts; k++) {
      const slot = left[k * 2]!
      drawSlots(run, slot, slot + 1, v, scene, frame, o + left[k * 2 + 1]! * INSTANCE_WORDS)
    }
    count += made
  }
  return count
}

/** What a kernel has drawn into its own memory goes into the frame. */
const copyDrawn = ({ drawn }: Slab, made: number, f32: Float32Array, o: number): void => {
  let view = 0
  while (drawn[view]!.length < made * INSTANCE_WORDS) view++
  f32.set(drawn[view]!, o)
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

const writeDrawParameters = (slab: Slab, appearance: Appearance, scene: DisplayScene, frame: Frame): void => {
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

/** Appends an emitter that `isPlain`; returns how many of its particles are visible. */
export const drawPlainly = (
  run: EmitterRun,
  v: VisibleColumns,
  scene: DisplayScene,
  frame: Frame,
  o: number,
): number => {
  const { pool } = run
  return pool.slab
    ? drawByKernel(pool.slab, run, v, scene, frame, o)
    : drawSlots(run, pool.first, pool.size, v, scene, frame, o)
}
