/** From pools to what is drawn and reported: values at an age, quads in the instance buffer. */
import { INSTANCE_WORDS, type Frame } from '@gliv/model'
import type { Looks } from './compile.ts'
import type { EmitterRun } from './emitter.ts'
import { drawTurnInto } from './maths.ts'
import { pieceAt, rampAt, tintWordAt } from './ramp.ts'

const turn = new Float64Array(2)
/** The unused fourth byte of a tint. */
const OPAQUE = 0xff000000

/** Values of one particle at life `u` (0 to 1) and `age` seconds. Filled in place. */
export interface Values {
  scale: number
  opacity: number
  angleDeg: number
  r: number
  g: number
  b: number
}

export const valuesInto = (run: EmitterRun, looks: Looks, i: number, age: number, out: Values): void => {
  const { pool } = run
  const u = age / pool.life[i]!
  const scaleFloor = pool.scaleFloor[i]!
  const opacityFloor = pool.opacityFloor[i]!
  out.scale = scaleFloor + (pool.scale[i]! - scaleFloor) * rampAt(looks.scaleRamp, u)
  out.opacity = opacityFloor + (pool.opacity[i]! - opacityFloor) * rampAt(looks.opacityRamp, u)
  out.angleDeg = pool.angle[i]! + pool.spin[i]! * age
  const word = tintWordAt(looks.tint.pieces, looks.tint.firstPiece, u)
  out.r = word & 255
  out.g = (word >> 8) & 255
  out.b = (word >> 16) & 255
}

/** Makes room for `count` more instances; grows by doubling, so that a steady state allocates nothing. */
const reserve = (frame: Frame, count: number): void => {
  const words = (frame.count + count) * INSTANCE_WORDS
  if (words <= frame.f32.length) return
  const grown = new Float32Array(Math.max(words, frame.f32.length * 2))
  grown.set(frame.f32)
  frame.f32 = grown
  frame.u32 = new Uint32Array(grown.buffer)
}

const openBatch = (frame: Frame, sheet: number, blend: Looks['type']['blend']): void => {
  const last = frame.batchCount > 0 ? frame.batches[frame.batchCount - 1]! : null
  if (last && last.sheet === sheet && last.blend === blend) return
  const batch = (frame.batches[frame.batchCount] ??= { sheet, blend, first: 0, count: 0 })
  batch.sheet = sheet
  batch.blend = blend
  batch.first = frame.count
  batch.count = 0
  frame.batchCount++
}

/**
 * Appends one emitter's living particles, oldest first, as they are `back` seconds before the tick that the emitter
 * stands at (0 ≤ back ≤ one tick). A particle that has ended since is still there at a display time before its end.
 */
export const appendInstances = (run: EmitterRun, frame: Frame, now: number, back: number, tickSeconds: number): void => {
  const { pool, looks } = run
  const { picture, blend } = looks.type
  const { x: tx, y: ty, w, h, pivotX, pivotY } = picture.frame
  reserve(frame, pool.size)
  openBatch(frame, picture.sheet, blend)
  const { f32, u32, originX, originY } = frame
  const { born, life, size, x: xs, y: ys, lastX, lastY, angle, spin } = pool
  const { scale: scaleStarts, scaleFloor: scaleFloors, opacity: opacityStarts, opacityFloor: opacityFloors } = pool
  const { scaleRamp, opacityRamp, tint } = looks
  const scaleAt = scaleRamp.pieces
  const scaleFirst = scaleRamp.firstPiece
  const opacityAt = opacityRamp.pieces
  const opacityFirst = opacityRamp.firstPiece
  const tintPieces = tint.pieces
  const tintFirst = tint.firstPiece
  const oneScale = scaleRamp.constant ? rampAt(scaleRamp, 0) : -1
  const oneTint = tint.constant ? tintWordAt(tintPieces, tintFirst, 0) : -1
  const time = now - back
  let o = frame.count * INSTANCE_WORDS
  const first = o
  for (let i = 0; i < size; i++) {
    const lifeSeconds = life[i]!
    const age = time - born[i]!
    if (age < 0 || age >= lifeSeconds) continue
    const u = age / lifeSeconds
    let x = xs[i]!
    let y = ys[i]!
    if (back > 0) {
      // A newborn's last place is its birthplace, less than a tick ago.
      const sinceLast = Math.min(tickSeconds, now - born[i]!)
      const t = sinceLast > 0 ? Math.min(1, back / sinceLast) : 0
      x += (lastX[i]! - x) * t
      y += (lastY[i]! - y) * t
    }
    const scaleFloor = scaleFloors[i]!
    const scale = scaleFloor + (scaleStarts[i]! - scaleFloor) * (oneScale >= 0 ? oneScale : pieceAt(scaleAt, scaleFirst, u))
    const opacityFloor = opacityFloors[i]!
    drawTurnInto(angle[i]! + spin[i]! * age, turn)
    const c = turn[0]! * scale
    const s = turn[1]! * scale
    f32[o] = x - originX - c * pivotX + s * pivotY
    f32[o + 1] = y - originY - s * pivotX - c * pivotY
    f32[o + 2] = c * w
    f32[o + 3] = s * w
    f32[o + 4] = -s * h
    f32[o + 5] = c * h
    f32[o + 6] = tx
    f32[o + 7] = ty
    f32[o + 8] = w
    f32[o + 9] = h
    u32[o + 10] = (oneTint >= 0 ? oneTint : tintWordAt(tintPieces, tintFirst, u)) | OPAQUE
    f32[o + 11] = opacityFloor + (opacityStarts[i]! - opacityFloor) * pieceAt(opacityAt, opacityFirst, u)
    o += INSTANCE_WORDS
  }
  const count = (o - first) / INSTANCE_WORDS
  frame.count += count
  frame.batches[frame.batchCount - 1]!.count += count
}
