/** Forces along the way that a particle goes: thrust, brake, quadratic drag, turn. */
import { STREAMS } from '@gliv/model'
import { sampleRangeInto, cosSinIn, logRatio } from '../../maths/index.ts'
import { withLane, rampOfForce } from '../../program/index.ts'
import type { ForceMaker, StepScope } from '../step/stepScope.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

const turned = new Float64Array(2)

/**
 * Takes `slowing` px/s² off a particle's speed; one that comes to rest within the step goes the rest of its
 * way, v² ÷ 2·slowing,
 * and stays. Returns false when it rests already.
 */
const slow = ({ pool, ax, ay, ownX, ownY, a, e }: StepScope, i: number, slowing: number): void => {
  const vx = pool.vx[i]!
  const vy = pool.vy[i]!
  const speed = Math.sqrt(vx * vx + vy * vy)
  if (speed === 0 || slowing === 0) return
  if (slowing * a < speed * e) {
    ax[i]! -= (slowing * vx) / speed
    ay[i]! -= (slowing * vy) / speed
    return
  }
  const way = speed / (2 * slowing)
  ownX[i]! += vx * way
  ownY[i]! += vy * way
  pool.vx[i] = pool.vy[i] = 0
}

/**
 * A steady push along the travel. Against it, it stops at speed 0, or goes on and drives the particle back.
 */
export const thrust: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'thrust')
  const reverses = source.type.thrustEnd === 'reverse'
  let strength = 0
  return {
    set: (scope) => {
      strength = withLane(lanes.thrust, source.type.numbers.thrust, scope.timeline) * scope.reference.unit
    },
    apply: (scope) => {
      const { pool, from, to, ax, ay, a, e } = scope
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        const push = strength * factor[i]!
        if (push < 0 && !reverses) {
          slow(scope, i, -push)
          continue
        }
        const vx = pool.vx[i]!
        const vy = pool.vy[i]!
        const speed = Math.sqrt(vx * vx + vy * vy)
        const way = pool.thrustSign[i]!
        // From rest it starts where the particle last faced.
        const fx = speed > 0 ? vx * way : pool.faceX[i]!
        const fy = speed > 0 ? vy * way : pool.faceY[i]!
        const length = speed > 0 ? speed : Math.sqrt(fx * fx + fy * fy)
        if (length === 0) continue
        ax[i]! += (push * fx) / length
        ay[i]! += (push * fy) / length
        if (push * way < 0 && -push * way * a > speed * e) pool.thrustSign[i] = -way
      }
    },
  }
}

/** Slows down by so much a second and stops at speed 0. */
export const brake: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'brake')
  let strength = 0
  return {
    set: (scope) => {
      strength = withLane(lanes.brake, source.type.numbers.brake, scope.timeline) * scope.reference.unit
    },
    apply: (scope) => {
      const factor = scope.factors(ramp)
      for (let i = scope.from; i < scope.to; i++) slow(scope, i, strength * factor[i]!)
    },
  }
}

/**
 * The part of drag that grows with the square of the speed: v(t) = v ÷ (1 + q·v·t), x(t) = ln(1 + q·v·t) ÷ q.
 */
export const dragQuadratic: ForceMaker = ({ source, lanes }) => {
  let strength = 0
  return {
    set: (scope) => {
      strength =
        withLane(lanes.dragQuadratic, source.type.numbers.dragQuadratic, scope.timeline) /
        scope.reference.unit
    },
    apply: ({ pool, from, to, ax, ay, ownX, ownY, a, b, e, seconds }) => {
      if (strength === 0) return
      for (let i = from; i < to; i++) {
        const vx = pool.vx[i]!
        const vy = pool.vy[i]!
        const z = strength * Math.sqrt(vx * vx + vy * vy) * seconds
        if (z === 0 || a === 0) continue
        const change = (-(z / (1 + z)) * e) / a
        ax[i]! += vx * change
        ay[i]! += vy * change
        // What the true way is longer than that of an even slowing.
        const more = (z < 4 ? logRatio(z) : 1 - z / (2 * (1 + z))) * a - a - change * b
        ownX[i]! += vx * more
        ownY[i]! += vy * more
      }
    },
  }
}

/**
 * Turns the velocity by so many degrees a second, clockwise; mirrored with the effect. The way is the arc's
 * chord.
 */
export const turn: ForceMaker = ({ source, lanes }) => {
  const ramp = rampOfForce(source, 'turn')
  const range = source.type.numbers.turn
  let lane = 1
  return {
    set: (scope) => {
      lane = withLane(lanes.turn, 1, scope.timeline)
    },
    apply: (scope) => {
      const { pool, from, to, ax, ay, ownX, ownY, a, b, e, seconds } = scope
      if (a === 0) return
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        sampleRangeInto(range, pool.keyHi, pool.keyLo, i, STREAMS.turn, sampled)
        const deg = sampled[0]! * lane * factor[i]! * seconds * (pool.effectScale[i]! < 0 ? -1 : 1)
        if (deg === 0) continue
        turned[0] = deg
        cosSinIn(turned)
        const c = turned[0]!
        const s = turned[1]!
        const angle = deg * RADIANS
        const q = angle * angle
        // sin θ ÷ θ and (1 − cos θ) ÷ θ.
        const along = q < 1e-4 ? 1 - q / 6 : s / angle
        const aside = q < 1e-4 ? angle / 2 - (angle * q) / 24 : (1 - c) / angle
        const vx = pool.vx[i]!
        const vy = pool.vy[i]!
        const gx = ((vx * (c - 1) - vy * s) * e) / a
        const gy = ((vy * (c - 1) + vx * s) * e) / a
        ax[i]! += gx
        ay[i]! += gy
        ownX[i]! += a * (vx * (along - 1) - vy * aside) - gx * b
        ownY[i]! += a * (vy * (along - 1) + vx * aside) - gy * b
      }
    },
  }
}

const RADIANS = Math.PI / 180
