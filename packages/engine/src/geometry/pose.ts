/** Where an effect stands in the world and what the view shows: values, mixtures and the transform. */
import type { PoseParts, ViewRect } from '@gliv/model'
import { cosSinInto } from '../maths/index.ts'

/** A placed effect: first mirrored (left and right), then scaled, turned and moved. Degrees. */
export interface Pose {
  x: number
  y: number
  rotate: number
  scale: number
  mirror: boolean
}

export const emptyPose = (): Pose => ({ x: 0, y: 0, rotate: 0, scale: 1, mirror: false })

export type MutableView = { -readonly [K in keyof ViewRect]: number }

export const samePose = (a: Readonly<Pose>, b: Readonly<Pose>): boolean =>
  a.x === b.x && a.y === b.y && a.rotate === b.rotate && a.scale === b.scale && a.mirror === b.mirror

export const copyPose = (from: Readonly<Pose>, out: Pose): void => {
  out.x = from.x
  out.y = from.y
  out.rotate = from.rotate
  out.scale = from.scale
  out.mirror = from.mirror
}

export const posed = (base: Readonly<Pose>, parts: PoseParts): Pose => ({
  x: parts.x ?? base.x,
  y: parts.y ?? base.y,
  rotate: parts.rotate ?? base.rotate,
  scale: parts.scale ?? base.scale,
  mirror: parts.mirror ?? base.mirror,
})

/** The shorter way from one angle to another, in degrees. */
const shorterTurn = (from: number, to: number): number => {
  const turn = to - from
  return turn - 360 * Math.floor((turn + 180) / 360)
}

/** Mixes two poses, turning the shorter way. @param t from 0 to 1 */
export const poseBetweenInto = (a: Readonly<Pose>, b: Readonly<Pose>, t: number, out: Pose): void => {
  out.x = a.x + (b.x - a.x) * t
  out.y = a.y + (b.y - a.y) * t
  out.rotate = a.rotate === b.rotate ? a.rotate : a.rotate + shorterTurn(a.rotate, b.rotate) * t
  out.scale = a.scale + (b.scale - a.scale) * t
  // Mirrors jump when the sample is reached.
  out.mirror = t < 1 ? a.mirror : b.mirror
}

export const viewBetweenInto = (a: ViewRect, b: ViewRect, t: number, out: MutableView): void => {
  out.x = a.x + (b.x - a.x) * t
  out.y = a.y + (b.y - a.y) * t
  out.w = a.w + (b.w - a.w) * t
  out.h = a.h + (b.h - a.h) * t
}

const turn = new Float64Array(2)

/** A place of the effect → the world's. */
export const toWorld = (pose: Pose, place: { x: number; y: number }): void => {
  const x = place.x * (pose.mirror ? -pose.scale : pose.scale)
  const y = place.y * pose.scale
  cosSinInto(pose.rotate, turn)
  place.x = pose.x + x * turn[0]! - y * turn[1]!
  place.y = pose.y + x * turn[1]! + y * turn[0]!
}
