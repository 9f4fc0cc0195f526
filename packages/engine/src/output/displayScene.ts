/** The moment of display, and where the particles' space is then. */
import { emptyPose, type Pose } from '../geometry/index.ts'
import { laneAt, withLane } from '../program/index.ts'
import type { EmitterRun } from '../spawn/index.ts'

export interface DisplayScene {
  /** Seconds on the clock before the tick. */
  back: number
  now: number
  stepSeconds: number
  pose: Pose
  carried: boolean
  /** Added to every place: the view's corner for pinned particles. */
  moveX: number
  moveY: number
  /** Where places are wrapped to: x, y, w, h in world px; w or h 0 for a way that is not wrapped. */
  wrap: Float64Array
  stretch: number
  /** Degrees added by a lane. */
  angleLane: number
  /** How far between the last two ticks, 0 to 1. */
  alpha: number
  /** Where the timeline stood at the step's start, for lanes. */
  seconds: number
}

/** A scene, to be filled in for each emitter. */
export const createScene = (): DisplayScene => ({
  back: 0,
  now: 0,
  stepSeconds: 0,
  pose: emptyPose(),
  carried: false,
  moveX: 0,
  moveY: 0,
  wrap: new Float64Array(4),
  stretch: 0,
  angleLane: 0,
  alpha: 1,
  seconds: 0,
})

const view = { x: 0, y: 0, w: 0, h: 0 }

/** The view and a margin around it, where a particle that leaves comes in again. */
export const wrapInto = (
  out: Float64Array,
  { wrap, numbers: { wrapMargin } }: EmitterRun['program']['source'],
  { x, y, w, h }: Readonly<typeof view>,
): void => {
  out[0] = x - wrapMargin
  out[1] = y - wrapMargin
  out[2] = wrap === 'x' || wrap === 'both' ? w + 2 * wrapMargin : 0
  out[3] = wrap === 'y' || wrap === 'both' ? h + 2 * wrapMargin : 0
}

/** A place on its axis, wrapped from `from` on; a length of 0 leaves it. */
export const wrapped = (at: number, from: number, length: number): number =>
  length > 0 ? at - length * Math.floor((at - from) / length) : at

/** Fills in where the particles' space is at the moment of display, and where run-time lanes are read. */
export const setScene = (scene: DisplayScene, run: EmitterRun): void => {
  const { source, laned, lanes } = run.program
  const { tape } = run.context
  scene.seconds = laned ? run.stepStartSeconds : 0
  scene.stepSeconds = run.stepSeconds
  scene.now = run.now
  scene.back = (1 - scene.alpha) * scene.stepSeconds
  scene.carried = source.space === 'carried'
  scene.moveX = scene.moveY = 0
  if (scene.carried) tape.poseInto(run.tick - (1 - scene.alpha), scene.pose)
  const wraps = source.wrap !== 'none'
  if (wraps || source.space === 'pinned') tape.viewInto(run.tick - (1 - scene.alpha), view)
  wrapInto(scene.wrap, source, view)
  if (source.space === 'pinned') {
    scene.moveX = view.x
    scene.moveY = view.y
  }
  scene.stretch = laned
    ? withLane(lanes.stretch, source.type.numbers.stretch, scene.seconds)
    : source.type.numbers.stretch
  scene.angleLane = lanes.startAngle ? laneAt(lanes.startAngle, scene.seconds) : 0
}
