/**
 * The launch of a relayed particle: beside what has happened, with headings that count from its direction.
 */
import type { Space } from '@gliv/model'
import { multiplyColours } from '../../appearance/index.ts'
import { type MutableView, type Pose, PoseTransform } from '../../geometry/index.ts'
import type { Pool } from '../../state/index.ts'
import { RELAYED } from './delayedSpawns.ts'

const transform = new PoseTransform()

/**
 * What the launcher has put into slot `i` as if at the effect's origin goes into the world, and on into the
 * space that the particle lives in.
 */
export const relayedInto = (
  pool: Pool,
  i: number,
  space: Space,
  pose: Pose,
  view: MutableView,
  from: Float64Array,
): void => {
  const size = pose.scale * from[RELAYED.size]!
  // A mirrored effect sends things to the other side of the direction.
  const side = pose.mirror ? -1 : 1
  const c = from[RELAYED.alongX]!
  const s = from[RELAYED.alongY]!
  const x = pool.x[i]! * size
  const y = pool.y[i]! * side * size
  const vx = pool.vx[i]! * pose.scale
  const vy = pool.vy[i]! * side * pose.scale
  const fx = pool.faceX[i]!
  const fy = pool.faceY[i]! * side
  pool.x[i] = from[RELAYED.x]! + x * c - y * s
  pool.y[i] = from[RELAYED.y]! + x * s + y * c
  pool.vx[i] = vx * c - vy * s + from[RELAYED.vx]!
  pool.vy[i] = vx * s + vy * c + from[RELAYED.vy]!
  pool.faceX[i] = fx * c - fy * s
  pool.faceY[i] = fx * s + fy * c
  pool.effectTurnDeg[i] = pose.rotate
  pool.effectScale[i] = side * size
  pool.colour[i] = multiplyColours(pool.colour[i]!, from[RELAYED.colour]!)
  if (space === 'carried') worldToLocal(pool, i, pose, from[RELAYED.size]!)
  if (space === 'pinned') {
    pool.x[i]! -= view.x
    pool.y[i]! -= view.y
  }
}

const worldToLocal = (pool: Pool, i: number, pose: Pose, size: number): void => {
  transform.set(pose)
  transform.localPlaceIn(pool.x, pool.y, i)
  transform.localVectorIn(pool.vx, pool.vy, i)
  transform.localDirectionIn(pool.faceX, pool.faceY, i)
  pool.effectTurnDeg[i] = 0
  pool.effectScale[i] = size
}
