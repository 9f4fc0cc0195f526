/** Wind and drift that run over life; steady ones are part of the exact step. Gravity with a ramp. */
import { directionInto } from '../step/headings.ts'
import { withLane, rampOfForce } from '../../program/index.ts'
import { expNegative } from '../../maths/index.ts'
import type { ForceMaker } from '../step/stepScope.ts'

const way = new Float64Array(2)

export const rampedGravity: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'gravity')
  const { numbers, axes } = source.type
  let gx = 0
  let gy = 0
  return {
    set: ({ timeline, reference }) => {
      directionInto(
        withLane(lanes.gravityHeading, numbers.gravityHeading, timeline),
        axes.gravity,
        source.space,
        reference,
        way,
      )
      const strength = withLane(lanes.gravity, numbers.gravity, timeline) * reference.unit
      gx = way[0]! * strength
      gy = way[1]! * strength
    },
    apply: (scope) => {
      const { ax, ay, from, to } = scope
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        ax[i]! += gx * factor[i]!
        ay[i]! += gy * factor[i]!
      }
    },
  }
}

/**
 * Pushes with a steady acceleration, or carries towards the air's speed: the difference shrinks by
 * e^(−carry·t).
 */
export const rampedWind: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'wind')
  const { numbers, axes, windMode } = source.type
  let wx = 0
  let wy = 0
  let carry = 0
  return {
    set: ({ timeline, reference }) => {
      directionInto(
        withLane(lanes.windHeading, numbers.windHeading, timeline),
        axes.wind,
        source.space,
        reference,
        way,
      )
      const strength =
        (windMode === 'push'
          ? withLane(lanes.wind, numbers.wind, timeline)
          : withLane(lanes.windSpeed, numbers.windSpeed, timeline)) * reference.unit
      wx = way[0]! * strength
      wy = way[1]! * strength
      carry = windMode === 'push' ? 0 : withLane(lanes.windCarry, numbers.windCarry, timeline)
    },
    apply: (scope) => {
      const { pool, ax, ay, from, to, a, e, seconds } = scope
      const factor = scope.factors(ramp)
      if (windMode === 'push') {
        for (let i = from; i < to; i++) {
          ax[i]! += wx * factor[i]!
          ay[i]! += wy * factor[i]!
        }
        return
      }
      if (a === 0) return
      const share = ((1 - expNegative(carry * seconds)) * e) / a
      for (let i = from; i < to; i++) {
        ax[i]! += (wx - pool.vx[i]!) * share * factor[i]!
        ay[i]! += (wy - pool.vy[i]!) * share * factor[i]!
      }
    },
  }
}

/** A speed that is added to the particle's own and never becomes part of it. */
export const drift: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'drift')
  const { numbers, axes } = source.type
  let dx = 0
  let dy = 0
  return {
    set: ({ timeline, reference }) => {
      directionInto(
        withLane(lanes.driftHeading, numbers.driftHeading, timeline),
        axes.drift,
        source.space,
        reference,
        way,
      )
      const strength = withLane(lanes.drift, numbers.drift, timeline) * reference.unit
      dx = way[0]! * strength
      dy = way[1]! * strength
    },
    apply: (scope) => {
      const { pool, wayX, wayY, from, to, seconds } = scope
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        wayX[i]! += dx * factor[i]! * seconds
        wayY[i]! += dy * factor[i]! * seconds
        pool.addedVx[i]! += dx * factor[i]!
        pool.addedVy[i]! += dy * factor[i]!
      }
    },
  }
}
