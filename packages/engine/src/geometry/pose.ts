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
  // Exactly there, to the last digit.
  if (t >= 1) return copyPose(b, out)
  out.x = a.x + (b.x - a.x) * t
  out.y = a.y + (b.y - a.y) * t
  out.rotate = a.rotate === b.rotate ? a.rotate : a.rotate + shorterTurn(a.rotate, b.rotate) * t
  out.scale = a.scale + (b.scale - a.scale) * t
  // Mirrors jump when the sample is reached.
  out.mirror = a.mirror
}

export const viewBetweenInto = (a: ViewRect, b: ViewRect, t: number, out: MutableView): void => {
  const there = t >= 1
  out.x = there ? b.x : a.x + (b.x - a.x) * t
  out.y = there ? b.y : a.y + (b.y - a.y) * t
  out.w = there ? b.w : a.w + (b.w - a.w) * t
  out.h = there ? b.h : a.h + (b.h - a.h) * t
}

const turn = new Float64Array(2)

/**
 * The way from an effect into the world and back, for one pose: mirrored (left and right), scaled, turned, moved.
 * Each method changes slot `i` of two columns in place. Places are moved, vectors are not; directions are not
 * scaled either.
 */
export class PoseTransform {
  x = 0
  y = 0
  cos = 1
  sin = 0
  /** −1 for a mirrored effect. */
  side = 1
  scale = 1

  set(pose: Readonly<Pose>): void {
    cosSinInto(pose.rotate, turn)
    this.cos = turn[0]!
    this.sin = turn[1]!
    this.x = pose.x
    this.y = pose.y
    this.side = pose.mirror ? -1 : 1
    this.scale = pose.scale
  }

  placeIn(xs: Float64Array, ys: Float64Array, i: number): void {
    const x = xs[i]! * this.side * this.scale
    const y = ys[i]! * this.scale
    xs[i] = this.x + x * this.cos - y * this.sin
    ys[i] = this.y + x * this.sin + y * this.cos
  }

  vectorIn(xs: Float64Array, ys: Float64Array, i: number): void {
    const x = xs[i]! * this.side * this.scale
    const y = ys[i]! * this.scale
    xs[i] = x * this.cos - y * this.sin
    ys[i] = x * this.sin + y * this.cos
  }

  directionIn(xs: Float64Array, ys: Float64Array, i: number): void {
    const x = xs[i]! * this.side
    const y = ys[i]!
    xs[i] = x * this.cos - y * this.sin
    ys[i] = x * this.sin + y * this.cos
  }

  /** From the world into the effect. */
  localPlaceIn(xs: Float64Array, ys: Float64Array, i: number): void {
    xs[i]! -= this.x
    ys[i]! -= this.y
    this.localVectorIn(xs, ys, i)
  }

  localVectorIn(xs: Float64Array, ys: Float64Array, i: number): void {
    const x = xs[i]!
    const y = ys[i]!
    xs[i] = ((x * this.cos + y * this.sin) / this.scale) * this.side
    ys[i] = (y * this.cos - x * this.sin) / this.scale
  }

  localDirectionIn(xs: Float64Array, ys: Float64Array, i: number): void {
    const x = xs[i]!
    const y = ys[i]!
    xs[i] = (x * this.cos + y * this.sin) * this.side
    ys[i] = y * this.cos - x * this.sin
  }
}

const across = new Float64Array(1)
const down = new Float64Array(1)
const transform = new PoseTransform()

/** A place of the effect → the world's. */
export const toWorld = (pose: Readonly<Pose>, place: { x: number; y: number }): void => {
  transform.set(pose)
  across[0] = place.x
  down[0] = place.y
  transform.placeIn(across, down, 0)
  place.x = across[0]!
  place.y = down[0]!
}
