/** From pools to what is drawn and reported: values at an age, quads in the instance buffer. */
import { INSTANCE_WORDS, type Frame } from '@gliv/model'
import type { Looks } from './compile.ts'
import type { EmitterRun } from './emitter.ts'
import { cosSinInto } from './maths.ts'
import { rampAt } from './ramp.ts'

const turn = new Float64Array(2)

/** Values of one particle at life `u` (0 to 1) and `age` seconds. Filled in place. */
export interface Values {
  scale: number
  opacity: number
  angleDeg: number
  r: number
  g: number
  b: number
}

/** Byte of a channel: rounded half up. */
const byte = (channel: number): number => Math.floor(channel + 0.5)

export const valuesInto = (run: EmitterRun, looks: Looks, i: number, age: number, out: Values): void => {
  const { pool } = run
  const u = age / pool.life[i]!
  const scaleFloor = pool.scaleFloor[i]!
  const opacityFloor = pool.opacityFloor[i]!
  out.scale = scaleFloor + (pool.scale[i]! - scaleFloor) * rampAt(looks.scaleRamp, u)
  out.opacity = opacityFloor + (pool.opacity[i]! - opacityFloor) * rampAt(looks.opacityRamp, u)
  out.angleDeg = pool.angle[i]! + pool.spin[i]! * age
  out.r = byte(rampAt(looks.tint.r, u))
  out.g = byte(rampAt(looks.tint.g, u))
  out.b = byte(rampAt(looks.tint.b, u))
}

const values: Values = { scale: 1, opacity: 1, angleDeg: 0, r: 255, g: 255, b: 255 }

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
  const { f32, u32 } = frame
  const time = now - back
  const start = frame.count
  let count = start
  for (let i = 0; i < pool.size; i++) {
    const age = time - pool.born[i]!
    if (age < 0 || age >= pool.life[i]!) continue
    valuesInto(run, looks, i, age, values)
    let x = pool.x[i]!
    let y = pool.y[i]!
    if (back > 0) {
      // A newborn's last place is its birthplace, less than a tick ago.
      const sinceLast = Math.min(tickSeconds, now - pool.born[i]!)
      const t = sinceLast > 0 ? Math.min(1, back / sinceLast) : 0
      x += (pool.lastX[i]! - x) * t
      y += (pool.lastY[i]! - y) * t
    }
    cosSinInto(values.angleDeg, turn)
    const c = turn[0]! * values.scale
    const s = turn[1]! * values.scale
    const o = count * INSTANCE_WORDS
    f32[o] = x - frame.originX - c * pivotX + s * pivotY
    f32[o + 1] = y - frame.originY - s * pivotX - c * pivotY
    f32[o + 2] = c * w
    f32[o + 3] = s * w
    f32[o + 4] = -s * h
    f32[o + 5] = c * h
    f32[o + 6] = tx
    f32[o + 7] = ty
    f32[o + 8] = w
    f32[o + 9] = h
    u32[o + 10] = (values.r | (values.g << 8) | (values.b << 16) | 0xff000000) >>> 0
    f32[o + 11] = values.opacity
    count++
  }
  frame.count = count
  frame.batches[frame.batchCount - 1]!.count += count - start
}
