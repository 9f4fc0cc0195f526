/**
 * The film: one typical particle (median draws) at moments of its life, painted by the reference compositor.
 */
import { framesOf, type Kit, type ParticleType, resolveType } from '@gliv/document'
import { cosSinInto, type Draws, emptyFrame, typicalAt } from '@gliv/engine'
import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import { createCanvas, fill, paintFrame, toStraight, type PaintSheet } from '@gliv/paint'

/** Largest size the typical particle reaches, in px: cells share one scale. */
export const largestSide = (kit: Kit, type: ParticleType, draws: Draws = 'middle'): number => {
  const [picture] = type.pictures
  const sheet = kit.sheets[picture!.sheet]!
  const frame = sheet.frames[framesOf(sheet, picture!)[0]!]!
  let largest = 0
  for (let i = 0; i <= 20; i++) {
    const { scale, scaleY } = typicalAt(resolveType(kit, type), i / 20, draws)
    largest = Math.max(largest, scale, scaleY)
  }
  return Math.max(1, largest * Math.sqrt(frame.w * frame.w + frame.h * frame.h))
}

const turn = new Float64Array(2)

const oneParticle = (kit: Kit, type: ParticleType, life: number, draws: Draws): Frame => {
  const typical = typicalAt(resolveType(kit, type), life, draws)
  const { scale, scaleY, opacity, angle, tint, shift, frame: index } = typical
  const { x, y, w, h, pivotX, pivotY } = kit.sheets[type.pictures[0]!.sheet]!.frames[index]!
  const frame = emptyFrame()
  frame.f32 = new Float32Array(INSTANCE_WORDS)
  frame.u32 = new Uint32Array(frame.f32.buffer)
  cosSinInto(angle, turn)
  const c = turn[0]! * scale
  const s = turn[1]! * scale
  const cY = turn[0]! * scaleY
  const sY = turn[1]! * scaleY
  frame.f32.set([
    -c * pivotX + sY * pivotY,
    -s * pivotX - cY * pivotY,
    c * w,
    s * w,
    -sY * h,
    cY * h,
    x,
    y,
    w,
    h,
    0,
    opacity,
  ])
  frame.u32[10] = (tint[0] | (tint[1] << 8) | (tint[2] << 16) | 0xff000000) >>> 0
  frame.count = 1
  frame.shifts = new Float32Array(shift ?? [])
  frame.batches = [
    { sheet: 0, blend: type.blend, layer: 'front', first: 0, count: 1, shifted: shift !== null },
  ]
  frame.batchCount = 1
  return frame
}

/** One cell as RGBA; `span` px of the world across. */
export const paintCell = (
  kit: Kit,
  type: ParticleType,
  sheet: PaintSheet,
  life: number,
  size: number,
  span: number,
  ground: readonly [number, number, number],
  draws: Draws = 'middle',
): Uint8Array<ArrayBuffer> => {
  const canvas = createCanvas(size, size)
  fill(canvas, ground)
  paintFrame(canvas, oneParticle(kit, type, life, draws), [sheet], {
    x: -span / 2,
    y: -span / 2,
    zoom: size / span,
  })
  return toStraight(canvas)
}
