import { cosSinInto } from './maths.ts'
import type { Pose } from './tape.ts'

const turn = new Float64Array(2)

/** A place of the effect → the world's. */
export const toWorld = (pose: Pose, place: { x: number; y: number }): void => {
  const x = place.x * (pose.mirror ? -pose.scale : pose.scale)
  const y = place.y * pose.scale
  cosSinInto(pose.rotate, turn)
  place.x = pose.x + x * turn[0]! - y * turn[1]!
  place.y = pose.y + x * turn[1]! + y * turn[0]!
}
