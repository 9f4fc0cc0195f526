/**
 * The quads of an emitter's visible particles: the fast way for the common case, and the way that knows
 * everything.
 */
import { type Frame, type FrameRect, INSTANCE_WORDS } from '@gliv/model'
import { ANCHOR_PIVOTS, frameAt, stretchAt } from '../appearance/index.ts'
import type { Pose } from '../geometry/index.ts'
import { effectiveInto } from '../integrate/index.ts'
import {
  drawTurnInto,
  INTEGERS,
  RADIANS_PER_TURN_STEP,
  TURN_MASK,
  TURN_TABLE,
  TURNS_PER_DEG,
} from '../maths/index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import type { Pool } from '../state/index.ts'
import type { Visible } from './visibleColumns.ts'

/** The moment of display, and where the particles' space is then. */
export interface GeneralScene {
  /** Seconds on the clock before the tick. */
  back: number
  now: number
  stepSeconds: number
  pose: Pose
  carried: boolean
  /** Added to every place: the view's corner for pinned particles. */
  moveX: number
  moveY: number
  stretch: number
  /** Degrees added by a lane. */
  angleLane: number
  /** How far between the last two ticks, 0 to 1. */
  alpha: number
  /** Where the timeline stood at the step's start, for lanes. */
  seconds: number
}

const turn = new Float64Array(2)
const place = new Float64Array(2)

/**
 * Place at the moment of display: between the last tick and this one. A newborn's last place is its
 * birthplace, less than a tick ago.
 */
const placeInto = (pool: Pool, i: number, scene: GeneralScene): void => {
  let x = pool.x[i]!
  let y = pool.y[i]!
  if (scene.back > 0) {
    const sinceLast = Math.min(scene.stepSeconds, scene.now - pool.born[i]!)
    const t = sinceLast > 0 ? Math.min(1, scene.back / sinceLast) : 0
    x += (pool.lastX[i]! - x) * t
    y += (pool.lastY[i]! - y) * t
  }
  place[0] = x
  place[1] = y
}

const { fround } = Math

/**
 * Writes all words but tint and opacity, from where the place and the turn are known on in float32, as the
 * kernel does.
 */
export const drawPlain = (
  pool: Pool,
  v: Visible,
  rect: FrameRect,
  scene: GeneralScene,
  f32: Float32Array,
  from: number,
  originX: number,
  originY: number,
): void => {
  const { x: tx, y: ty, w, h } = rect
  const pivotX = fround(rect.pivotX)
  const pivotY = fround(rect.pivotY)
  const { slot, age, scale, count } = v
  const { all, at } = pool
  const { x: xs, y: ys, lastX, lastY, born, angle, spin } = at
  const { back, now, stepSeconds } = scene
  for (let k = 0, o = from; k < count; k++, o += INSTANCE_WORDS) {
    const i = slot[k]!
    let x = all[xs + i]!
    let y = all[ys + i]!
    if (back > 0) {
      const sinceLast = Math.min(stepSeconds, now - all[born + i]!)
      const t = sinceLast > 0 ? Math.min(1, back / sinceLast) : 0
      x += (all[lastX + i]! - x) * t
      y += (all[lastY + i]! - y) * t
    }
    // `drawTurnInto` written out.
    const turned = (all[angle + i]! + all[spin + i]! * age[k]!) * TURNS_PER_DEG
    const step = turned + INTEGERS - INTEGERS
    const d = fround((turned - step) * RADIANS_PER_TURN_STEP)
    const half = fround(d * 0.5)
    const q = (step & TURN_MASK) * 2
    const c0 = TURN_TABLE[q]!
    const s0 = TURN_TABLE[q + 1]!
    const size = fround(scale[k]!)
    const c = fround(fround(c0 + fround(d * fround(-s0 - fround(c0 * half)))) * size)
    const s = fround(fround(s0 + fround(d * fround(c0 - fround(s0 * half)))) * size)
    f32[o] = fround(fround(fround(x - originX) - fround(c * pivotX)) + fround(s * pivotY))
    f32[o + 1] = fround(fround(fround(y - originY) - fround(s * pivotX)) - fround(c * pivotY))
    f32[o + 2] = c * w
    f32[o + 3] = s * w
    f32[o + 4] = -s * h
    f32[o + 5] = c * h
    f32[o + 6] = tx
    f32[o + 7] = ty
    f32[o + 8] = w
    f32[o + 9] = h
  }
}

/**
 * The sprite's axes are A·F·R(start + spin)·diag(scale): A turns to the facing (along travel, or the effect's
 * turn at
 * birth), F mirrors across for a mirrored effect, along travel down instead. A carried particle's place and
 * axes then
 * go through the effect's pose at the moment of display.
 */
export const drawGeneral = (
  run: EmitterRun,
  v: Visible,
  scene: GeneralScene,
  frame: Frame,
  from: number,
): void => {
  const { pool, appearance: appearance, program } = run
  const { type } = appearance
  const { f32 } = frame
  const { pose } = scene
  const faces = type.facing === 'travel'
  const pivotOf = ANCHOR_PIVOTS[type.anchor]
  drawTurnInto(pose.rotate, turn)
  const poseC = turn[0]! * pose.scale
  const poseS = turn[1]! * pose.scale
  const sign = pose.mirror ? -1 : 1
  for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS) {
    const i = v.slot[k]!
    const picture = type.pictures[pool.picture[i]!]!
    const rect = picture.frames[appearance.oneFrame ? 0 : frameAt(appearance, pool, i, v.u[k]!, v.age[k]!)]!
    const size = pool.effectScale[i]!
    const grow = size < 0 ? -size : size
    let sx = v.scale[k]! * grow
    const sy = (type.scaleApart ? v.scaleY[k]! : v.scale[k]!) * grow
    let pivotX = rect.pivotX
    if (scene.stretch !== 0) {
      effectiveInto(program, pool, i, v.age[k]!, turn)
      const factor = stretchAt(
        type.numbers,
        scene.stretch,
        Math.sqrt(turn[0]! * turn[0]! + turn[1]! * turn[1]!),
      )
      sx *= factor
      if (factor > 1e-6) pivotX = pivotOf(rect, factor)
    }
    let ax = 1
    let ay = 0
    if (faces) {
      const fx = pool.faceX[i]!
      const fy = pool.faceY[i]!
      const length = Math.sqrt(fx * fx + fy * fy)
      if (length > 0) {
        ax = fx / length
        ay = fy / length
      }
    } else if (pool.effectTurnDeg[i] !== 0) {
      drawTurnInto(pool.effectTurnDeg[i]!, turn)
      ax = turn[0]!
      ay = turn[1]!
    }
    drawTurnInto(
      pool.angle[i]! +
        scene.angleLane +
        pool.spin[i]! * v.age[k]! +
        (appearance.angleWaver ? appearance.angleWaver.at(pool.keyHi[i]!, pool.keyLo[i]!, v.age[k]!) : 0),
      turn,
    )
    const p = size < 0 && !faces ? -1 : 1
    const q = size < 0 && faces ? -1 : 1
    const c = turn[0]!
    const s = turn[1]!
    let acrossX = (p * c * ax - q * s * ay) * sx
    let acrossY = (p * c * ay + q * s * ax) * sx
    let downX = (-p * s * ax - q * c * ay) * sy
    let downY = (-p * s * ay + q * c * ax) * sy
    placeInto(pool, i, scene)
    let x = place[0]! + scene.moveX
    let y = place[1]! + scene.moveY
    if (scene.carried) {
      const lx = x * sign
      x = pose.x + lx * poseC - y * poseS
      y = pose.y + lx * poseS + y * poseC
      const ux = acrossX * sign
      acrossX = ux * poseC - acrossY * poseS
      acrossY = ux * poseS + acrossY * poseC
      const dx = downX * sign
      downX = dx * poseC - downY * poseS
      downY = dx * poseS + downY * poseC
    }
    f32[o] = x - frame.originX - acrossX * pivotX - downX * rect.pivotY
    f32[o + 1] = y - frame.originY - acrossY * pivotX - downY * rect.pivotY
    f32[o + 2] = acrossX * rect.w
    f32[o + 3] = acrossY * rect.w
    f32[o + 4] = downX * rect.h
    f32[o + 5] = downY * rect.h
    f32[o + 6] = rect.x
    f32[o + 7] = rect.y
    f32[o + 8] = rect.w
    f32[o + 9] = rect.h
  }
}
