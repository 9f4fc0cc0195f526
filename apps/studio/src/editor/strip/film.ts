/** The film: one typical particle (median draws) at moments of its life, painted by the reference compositor. */
import type { Kit, ParticleType } from '@gliv/document'
import { compileRamp, compileTint, cosSinInto, emptyFrame, rampAt, tintAt } from '@gliv/engine'
import { type Frame, INSTANCE_WORDS, type Range } from '@gliv/model'
import { createCanvas, fill, paintFrame, toStraight, type PaintSheet } from '@gliv/paint'

const median = ({ from, to }: Range): number => (from + to) / 2

interface Typical {
  readonly scale: number
  readonly opacity: number
  readonly angle: number
  readonly tint: readonly [number, number, number]
}

/** Values of the typical particle at life 0 to 1. */
export const typicalAt = (type: ParticleType, life: number): Typical => {
  const { numbers, ramps } = type
  const over = (start: Range, floor: Range, ramp: ParticleType['ramps']['scale']): number => median(floor) + (median(start) - median(floor)) * rampAt(compileRamp(ramp), life)
  return {
    scale: over(numbers.scale, numbers.scaleFloor, ramps.scale),
    opacity: over(numbers.opacity, numbers.opacityFloor, ramps.opacity),
    angle: median(numbers.startAngle) + median(numbers.spin) * life * median(numbers.life),
    tint: tintAt(compileTint(ramps.tint), life),
  }
}

/** Largest size the typical particle reaches, in px: cells share one scale. */
export const largestSide = (kit: Kit, type: ParticleType): number => {
  const frame = kit.sheets[type.sheet]!.frames[type.frame]!
  let largest = 0
  for (let i = 0; i <= 20; i++) largest = Math.max(largest, typicalAt(type, i / 20).scale)
  return Math.max(1, largest * Math.sqrt(frame.w * frame.w + frame.h * frame.h))
}

const turn = new Float64Array(2)

const oneParticle = (kit: Kit, type: ParticleType, life: number): Frame => {
  const { x, y, w, h, pivotX, pivotY } = kit.sheets[type.sheet]!.frames[type.frame]!
  const { scale, opacity, angle, tint } = typicalAt(type, life)
  const frame = emptyFrame()
  frame.f32 = new Float32Array(INSTANCE_WORDS)
  frame.u32 = new Uint32Array(frame.f32.buffer)
  cosSinInto(angle, turn)
  const c = turn[0]! * scale
  const s = turn[1]! * scale
  frame.f32.set([-c * pivotX + s * pivotY, -s * pivotX - c * pivotY, c * w, s * w, -s * h, c * h, x, y, w, h, 0, opacity])
  frame.u32[10] = (tint[0] | (tint[1] << 8) | (tint[2] << 16) | 0xff000000) >>> 0
  frame.count = 1
  frame.batches = [{ sheet: 0, blend: type.blend, first: 0, count: 1 }]
  frame.batchCount = 1
  return frame
}

/** One cell as RGBA; `span` px of the world across. */
export const paintCell = (kit: Kit, type: ParticleType, sheet: PaintSheet, life: number, size: number, span: number, ground: readonly [number, number, number]): Uint8Array<ArrayBuffer> => {
  const canvas = createCanvas(size, size)
  fill(canvas, ground)
  paintFrame(canvas, oneParticle(kit, type, life), [sheet], { x: -span / 2, y: -span / 2, zoom: size / span })
  return toStraight(canvas)
}
