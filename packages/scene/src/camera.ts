/** Where a stage's camera is: it stays, pans, goes with an actor, and shakes where somebody is hurt. */
import type { StageCamera, ViewRect } from '@gliv/model'
import { drawOf } from './chance.ts'
import type { Track } from './track.ts'

/** Seconds of a shake, and how many times a second it turns. */
const SHAKE = { seconds: 0.35, rate: 30 } as const

/** Whether a camera never moves. */
export const isStill = (camera: StageCamera | undefined): boolean =>
  !camera || (camera.follows === null && camera.shake === 0 && camera.panX === 0 && camera.panY === 0)

/** How far a shake throws it off at a tick, px each way; it dies away evenly. */
const shakeAt = (track: Track, px: number, tick: number, rate: number): readonly [number, number] => {
  const hit = px === 0 ? undefined : track.lastShock(tick)
  if (hit === undefined) return [0, 0]
  const left = 1 - (tick - hit) / (SHAKE.seconds * rate)
  if (left <= 0) return [0, 0]
  const turn = Math.floor(((tick - hit) * SHAKE.rate) / rate)
  const way = (axis: number): number => (drawOf(`shake ${hit}`, turn, axis) * 2 - 1) * px * left
  return [way(0), way(1)]
}

/**
 * How far the camera is from where it begins at a tick, world px.
 * @param rate ticks per second
 */
export const cameraAt = (
  track: Track,
  camera: StageCamera | undefined,
  tick: number,
  rate: number,
): readonly [x: number, y: number] => {
  if (!camera || isStill(camera)) return [0, 0]
  const seconds = tick / rate
  const now = camera.follows === null ? null : track.actorAt(camera.follows, tick)
  const [shakeX, shakeY] = shakeAt(track, camera.shake, tick, rate)
  return [
    (now ? now.x - camera.x : 0) + camera.panX * seconds + shakeX,
    (now ? now.y - camera.y : 0) + camera.panY * seconds + shakeY,
  ]
}

/** What the view shows at a tick. */
export const viewAt = (
  track: Track,
  camera: StageCamera | undefined,
  view: ViewRect,
  tick: number,
  rate: number,
): ViewRect => {
  const [x, y] = cameraAt(track, camera, tick, rate)
  return { ...view, x: view.x + x, y: view.y + y }
}
