/**
 * The quads of an emitter's visible particles: the fast way for the common case, and the way that knows
 * everything.
 */
import { type Frame, type FrameRect, INSTANCE_WORDS } from '@gliv/model'
import { ANCHOR_PIVOTS, frameAt, rampAt, stretchAt, turnedAt } from '../appearance/index.ts'
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
import { type DisplayScene, wrapped } from './displayScene.ts'
import type { VisibleColumns } from './visibleColumns.ts'

const turn = new Float64Array(2)
const place = new Float64Array(2)

/**
 * Place at the moment of display: between the last tick and this one. A newborn's last place is its
 * birthplace, less than a tick ago.
 */
const placeInto = (pool: Pool, i: number, scene: DisplayScene): void => {
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
  v: VisibleColumns,
  rect: FrameRect,
  scene: DisplayScene,
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

/** A sprite on its way to a quad: its axes across and down, its place, its pivot's column, its scales. */
const Q = { acrossX: 0, acrossY: 1, downX: 2, downY: 3, x: 4, y: 5, pivotX: 6, scaleX: 7, scaleY: 8 } as const
const sprite = new Float64Array(9)
/** Where a sprite's face points, as cos and sin. */
const face = new Float64Array(2)
/** The effect's pose for carried particles: cosine and sine times the scale, and the side. */
const carrier = new Float64Array(3)

/** Scales and pivot, stretched along travel. */
const scaleInto = (run: EmitterRun, v: VisibleColumns, k: number, rect: FrameRect, stretch: number): void => {
  const { pool, program } = run
  const { type } = run.appearance
  const i = v.slot[k]!
  const size = pool.effectScale[i]!
  const grow = size < 0 ? -size : size
  sprite[Q.scaleX] = v.scale[k]! * grow
  sprite[Q.scaleY] = (type.scaleApart ? v.scaleY[k]! : v.scale[k]!) * grow
  sprite[Q.pivotX] = rect.pivotX
  const { alongThickness } = run.appearance
  if (alongThickness) sprite[Q.scaleY]! *= rampAt(alongThickness, pool.along[i]!)
  if (program.pieces) sprite[Q.scaleX]! *= program.pieces.stretch
  if (stretch === 0) return
  effectiveInto(program, pool, i, v.age[k]!, turn)
  const speed = Math.sqrt(turn[0]! * turn[0]! + turn[1]! * turn[1]!)
  const factor = stretchAt(type.numbers, stretch, speed)
  sprite[Q.scaleX]! *= factor
  if (factor > 1e-6) sprite[Q.pivotX] = ANCHOR_PIVOTS[type.anchor](rect, factor)
}

/** Along travel, or as the effect was turned at birth. */
const faceInto = (pool: Pool, i: number, faces: boolean): void => {
  face[0] = 1
  face[1] = 0
  if (faces) {
    const fx = pool.faceX[i]!
    const fy = pool.faceY[i]!
    const length = Math.sqrt(fx * fx + fy * fy)
    if (length === 0) return
    face[0] = fx / length
    face[1] = fy / length
  } else if (pool.effectTurnDeg[i] !== 0) drawTurnInto(pool.effectTurnDeg[i]!, face)
}

/**
 * The sprite's axes are A·F·R(start + spin)·diag(scale): A turns to the face, F mirrors across for a mirrored
 * effect, along travel down instead.
 */
const axesInto = (run: EmitterRun, i: number, u: number, age: number, angleLane: number): void => {
  const { pool, appearance } = run
  const faces = appearance.type.facing === 'travel'
  const waver = appearance.angleWaver ? appearance.angleWaver.at(pool.keyHi[i]!, pool.keyLo[i]!, age) : 0
  faceInto(pool, i, faces)
  drawTurnInto(
    appearance.turn
      ? turnedAt(appearance.turn, pool, i, u, age) + angleLane + waver
      : pool.angle[i]! + angleLane + pool.spin[i]! * age + waver,
    turn,
  )
  const mirrored = pool.effectScale[i]! < 0
  const p = mirrored && !faces ? -1 : 1
  const q = mirrored && faces ? -1 : 1
  const c = turn[0]!
  const s = turn[1]!
  const ax = face[0]!
  const ay = face[1]!
  const sx = sprite[Q.scaleX]!
  const sy = sprite[Q.scaleY]!
  sprite[Q.acrossX] = (p * c * ax - q * s * ay) * sx
  sprite[Q.acrossY] = (p * c * ay + q * s * ax) * sx
  sprite[Q.downX] = (-p * s * ax - q * c * ay) * sy
  sprite[Q.downY] = (-p * s * ay + q * c * ax) * sy
}

/** A carried particle's place and axes go through the effect's pose at the moment of display. */
const carry = (pose: Pose): void => {
  const c = carrier[0]!
  const s = carrier[1]!
  const sign = carrier[2]!
  const y = sprite[Q.y]!
  const lx = sprite[Q.x]! * sign
  sprite[Q.x] = pose.x + lx * c - y * s
  sprite[Q.y] = pose.y + lx * s + y * c
  const acrossY = sprite[Q.acrossY]!
  const ux = sprite[Q.acrossX]! * sign
  sprite[Q.acrossX] = ux * c - acrossY * s
  sprite[Q.acrossY] = ux * s + acrossY * c
  const downY = sprite[Q.downY]!
  const dx = sprite[Q.downX]! * sign
  sprite[Q.downX] = dx * c - downY * s
  sprite[Q.downY] = dx * s + downY * c
}

const carrierInto = (pose: Pose): void => {
  drawTurnInto(pose.rotate, turn)
  carrier[0] = turn[0]! * pose.scale
  carrier[1] = turn[1]! * pose.scale
  carrier[2] = pose.mirror ? -1 : 1
}

const writeQuad = ({ f32, originX, originY }: Frame, o: number, rect: FrameRect): void => {
  const acrossX = sprite[Q.acrossX]!
  const acrossY = sprite[Q.acrossY]!
  const downX = sprite[Q.downX]!
  const downY = sprite[Q.downY]!
  const pivotX = sprite[Q.pivotX]!
  f32[o] = sprite[Q.x]! - originX - acrossX * pivotX - downX * rect.pivotY
  f32[o + 1] = sprite[Q.y]! - originY - acrossY * pivotX - downY * rect.pivotY
  f32[o + 2] = acrossX * rect.w
  f32[o + 3] = acrossY * rect.w
  f32[o + 4] = downX * rect.h
  f32[o + 5] = downY * rect.h
  f32[o + 6] = rect.x
  f32[o + 7] = rect.y
  f32[o + 8] = rect.w
  f32[o + 9] = rect.h
}

/** A frame of which only the beginning shows; its pivot stays. */
const cut = { x: 0, y: 0, w: 0, h: 0, pivotX: 0, pivotY: 0 }

const cutTo = ({ x, y, w, h, pivotX, pivotY }: FrameRect, keep: number): FrameRect => {
  cut.x = x
  cut.y = y
  cut.w = w * keep
  cut.h = h
  cut.pivotX = pivotX
  cut.pivotY = pivotY
  return cut
}

/** The way that knows everything: facing, stretch, mirrors, spaces, several frames. */
export const drawGeneral = (
  run: EmitterRun,
  v: VisibleColumns,
  scene: DisplayScene,
  frame: Frame,
  from: number,
): void => {
  const { pool, appearance } = run
  const { pictures } = appearance.type
  const { pieces } = run.program
  if (scene.carried) carrierInto(scene.pose)
  for (let k = 0, o = from; k < v.count; k++, o += INSTANCE_WORDS) {
    const i = v.slot[k]!
    const { frames } = pictures[pool.picture[i]!]!
    const whole = frames[appearance.oneFrame ? 0 : frameAt(appearance, pool, i, v.u[k]!, v.age[k]!)]!
    const rect = pieces && pool.along[i]! >= pieces.cutFrom ? cutTo(whole, pieces.keep) : whole
    scaleInto(run, v, k, rect, scene.stretch)
    axesInto(run, i, v.u[k]!, v.age[k]!, scene.angleLane)
    placeInto(pool, i, scene)
    sprite[Q.x] = place[0]! + scene.moveX
    sprite[Q.y] = place[1]! + scene.moveY
    if (scene.carried) carry(scene.pose)
    sprite[Q.x] = wrapped(sprite[Q.x]!, scene.wrap[0]!, scene.wrap[2]!)
    sprite[Q.y] = wrapped(sprite[Q.y]!, scene.wrap[1]!, scene.wrap[3]!)
    writeQuad(frame, o, rect)
  }
}
