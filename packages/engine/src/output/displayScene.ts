/** The moment of display, and where the particles' space is then. */
import { emptyPose, type Pose } from '../geometry/index.ts'
import type { CompiledTape } from '../input/index.ts'
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
const area = { x: 0, y: 0, w: 0, h: 0 }

const place = emptyPose()

/** The rectangle of an emitter's own size around where the effect stands, grown with it, never turned. */
const boxInto = (
  out: typeof view,
  { wrapWidth, wrapHeight }: EmitterRun['program']['source']['numbers'],
  tape: CompiledTape,
  tick: number,
): void => {
  tape.poseInto(tick, place)
  out.w = wrapWidth * place.scale
  out.h = wrapHeight * place.scale
  out.x = place.x - out.w / 2
  out.y = place.y - out.h / 2
}

/**
 * Where a particle that leaves comes in again: x, y, w, h in world px of the view, or of the emitter's own rectangle,
 * with the margin around it; w or h 0 for a way that is not wrapped.
 */
export const wrapInto = (
  out: Float64Array,
  { wrap, wrapIn, numbers }: EmitterRun['program']['source'],
  tape: CompiledTape,
  tick: number,
): void => {
  out[2] = out[3] = 0
  if (wrap === 'none') return
  if (wrapIn === 'box') boxInto(area, numbers, tape, tick)
  else tape.viewInto(tick, area)
  const { wrapMargin } = numbers
  out[0] = area.x - wrapMargin
  out[1] = area.y - wrapMargin
  if (wrap !== 'y') out[2] = area.w + 2 * wrapMargin
  if (wrap !== 'x') out[3] = area.h + 2 * wrapMargin
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
  wrapInto(scene.wrap, source, tape, run.tick - (1 - scene.alpha))
  if (source.space === 'pinned') {
    tape.viewInto(run.tick - (1 - scene.alpha), view)
    scene.moveX = view.x
    scene.moveY = view.y
  }
  scene.stretch = laned
    ? withLane(lanes.stretch, source.type.numbers.stretch, scene.seconds)
    : source.type.numbers.stretch
  scene.angleLane = lanes.startAngle ? laneAt(lanes.startAngle, scene.seconds) : 0
}
