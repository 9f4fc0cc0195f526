/** Forces with a centre: pull, swirl, avoiding a circle. They are read half a step ahead of each particle, x + v·dt ÷ 2. */
import type { Centre, Falloff, PropertyId } from '@gliv/model'
import { withLane } from '../lanes.ts'
import { EmitterCentre } from '../centre.ts'
import type { EdgeGrid } from '../contact/grid.ts'
import { NEAREST, nearestWithin } from '../contact/sweep.ts'
import { rampOfForce } from './ramps.ts'
import type { ForceMaker, StepScope } from './scope.ts'

/** Where a force has its centre, in the particles' own space. */
export class CentrePoint {
  x = 0
  y = 0
  readonly #read: (scope: StepScope) => void

  constructor(program: StepScope['program'], setting: StepScope['setting'], to: Centre, idX: 'pullX' | 'swirlX' | 'avoidX', idY: 'pullY' | 'swirlY' | 'avoidY') {
    const { lanes, source } = program
    const { numbers } = source.type
    const emitter = to === 'emitter' ? new EmitterCentre(program, setting) : null
    const place = { x: 0, y: 0, tx: 1, ty: 0 }
    this.#read = ({ reference, timeline }) => {
      if (emitter) emitter.localInto(timeline, place)
      else {
        place.x = withLane(lanes[idX], numbers[idX], timeline)
        place.y = withLane(lanes[idY], numbers[idY], timeline)
      }
      const m = reference.fromLocal
      this.x = m.a * place.x + m.c * place.y + m.e
      this.y = m.b * place.x + m.d * place.y + m.f
    }
  }

  set(scope: StepScope): void {
    this.#read(scope)
  }
}

/** Strength ÷ distance at a distance ≥ 0, so that a vector to the centre need only be multiplied. `stiffest` keeps a spring from overshooting more each tick. */
type FalloffRule = (distance: number, strength: number, reach: number, stiffest: number) => number

const within = (value: number, most: number): number => (value > most ? most : value < -most ? -most : value)

export const FALLOFF_RULES = {
  steady: (distance, strength) => strength / (distance > 1 ? distance : 1),
  fading: (distance, strength, reach) => (distance < reach ? (strength * (1 - distance / reach)) / (distance > 1 ? distance : 1) : 0),
  near: (distance, strength, reach) => strength / (1 + (distance * distance) / (reach * reach)) / (distance > 1 ? distance : 1),
  spring: (_distance, strength, reach, stiffest) => within(strength / reach, stiffest),
} as const satisfies Record<Falloff, FalloffRule>

const stiffestOf = (seconds: number): number => 1 / (seconds * seconds)

/** Towards (or, negative, away from) a point, the emitter, or each particle's birthplace. Its damping is part of the steady drag. */
export const pull: ForceMaker = (program, setting) => {
  const { source, lanes } = program
  const { numbers, pullTo, pullFalloff } = source.type
  const centre = new CentrePoint(program, setting, pullTo, 'pullX', 'pullY')
  const ramp = rampOfForce(source, 'pull')
  const rule = FALLOFF_RULES[pullFalloff]
  const home = pullTo === 'home'
  let strength = 0
  let reach = 1
  return {
    set: (scope) => {
      centre.set(scope)
      const { unit } = scope.reference
      strength = withLane(lanes.pull, numbers.pull, scope.timeline) * unit
      reach = Math.max(1e-6, withLane(lanes.pullReach, numbers.pullReach, scope.timeline) * unit)
    },
    apply: (scope) => {
      const { pool, from, to, ax, ay, a, seconds } = scope
      const half = a / 2
      const stiffest = stiffestOf(setting.clock.stepTo(scope.tick + 1) || seconds)
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        const dx = (home ? pool.homeX[i]! : centre.x) - pool.x[i]! - pool.vx[i]! * half
        const dy = (home ? pool.homeY[i]! : centre.y) - pool.y[i]! - pool.vy[i]! * half
        const k = rule(Math.sqrt(dx * dx + dy * dy), strength * factor[i]!, reach, stiffest)
        ax[i]! += dx * k
        ay[i]! += dy * k
      }
    },
  }
}

/** Around a point, clockwise when positive; mirrored with the effect. */
export const swirl: ForceMaker = (program, setting) => {
  const { source, lanes } = program
  const { numbers, swirlTo, swirlFalloff } = source.type
  const centre = new CentrePoint(program, setting, swirlTo, 'swirlX', 'swirlY')
  const ramp = rampOfForce(source, 'swirl')
  const rule = FALLOFF_RULES[swirlFalloff]
  const home = swirlTo === 'home'
  let strength = 0
  let reach = 1
  return {
    set: (scope) => {
      centre.set(scope)
      const { unit } = scope.reference
      strength = withLane(lanes.swirl, numbers.swirl, scope.timeline) * unit
      reach = Math.max(1e-6, withLane(lanes.swirlReach, numbers.swirlReach, scope.timeline) * unit)
    },
    apply: (scope) => {
      const { pool, from, to, ax, ay, a, seconds } = scope
      const half = a / 2
      const stiffest = stiffestOf(setting.clock.stepTo(scope.tick + 1) || seconds)
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        const dx = (home ? pool.homeX[i]! : centre.x) - pool.x[i]! - pool.vx[i]! * half
        const dy = (home ? pool.homeY[i]! : centre.y) - pool.y[i]! - pool.vy[i]! * half
        const k = rule(Math.sqrt(dx * dx + dy * dy), strength * factor[i]!, reach, stiffest) * (pool.grow[i]! < 0 ? -1 : 1)
        ax[i]! += dy * k
        ay[i]! -= dx * k
      }
    },
  }
}

/** Away from surfaces: from full strength at them to nothing at `reach` px. */
const avoidSurfaces: ForceMaker = ({ source, lanes }, setting) => {
  const { numbers } = source.type
  const ramp = rampOfForce(source, 'avoid')
  const carried = source.space === 'carried'
  let strength = 0
  let reach = 1
  let grid: EdgeGrid | null = null
  return {
    set: ({ reference, timeline, tick }) => {
      const surroundings = setting.tape.surroundings(tick + 1)
      grid = surroundings.empty || source.space === 'pinned' ? null : surroundings.grid(0)
      strength = withLane(lanes.avoid, numbers.avoid, timeline) * reference.unit
      reach = Math.max(1e-6, withLane(lanes.avoidReach, numbers.avoidReach, timeline) * reference.pose.scale)
    },
    apply: (scope) => {
      if (!grid) return
      const { pool, from, to, ax, ay, a, reference } = scope
      const half = a / 2
      const { toWorld: m, fromWorldTurn: back } = reference
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        const px = pool.x[i]! + pool.vx[i]! * half
        const py = pool.y[i]! + pool.vy[i]! * half
        if (!nearestWithin(grid, m.a * px + m.c * py + m.e, m.b * px + m.d * py + m.f, reach)) continue
        const k = (strength * factor[i]! * (1 - NEAREST[2]! / reach)) / NEAREST[2]!
        const x = NEAREST[0]! * k
        const y = NEAREST[1]! * k
        ax[i]! += carried ? back.a * x + back.c * y : x
        ay[i]! += carried ? back.b * x + back.d * y : y
      }
    },
  }
}

/** Away from a circle: full strength at its edge and inside, nothing from `reach` px outside on. */
const avoidCircle: ForceMaker = (program, setting) => {
  const { source, lanes } = program
  const { numbers } = source.type
  const centre = new CentrePoint(program, setting, 'point', 'avoidX', 'avoidY')
  const ramp = rampOfForce(source, 'avoid')
  const of = (id: 'avoid' | 'avoidRadius' | 'avoidReach' & PropertyId, scope: StepScope): number => withLane(lanes[id], numbers[id], scope.timeline) * scope.reference.unit
  let strength = 0
  let radius = 0
  let reach = 1
  return {
    set: (scope) => {
      centre.set(scope)
      strength = of('avoid', scope)
      radius = of('avoidRadius', scope)
      reach = Math.max(1e-6, of('avoidReach', scope))
    },
    apply: (scope) => {
      const { pool, from, to, ax, ay, a } = scope
      const half = a / 2
      const factor = scope.factors(ramp)
      for (let i = from; i < to; i++) {
        const dx = pool.x[i]! + pool.vx[i]! * half - centre.x
        const dy = pool.y[i]! + pool.vy[i]! * half - centre.y
        const distance = Math.sqrt(dx * dx + dy * dy)
        const outside = distance - radius
        if (outside >= reach || distance === 0) continue
        const k = (strength * factor[i]! * (outside > 0 ? 1 - outside / reach : 1)) / distance
        ax[i]! += dx * k
        ay[i]! += dy * k
      }
    },
  }
}

/** Away from a circle, or from surfaces. */
export const avoid: ForceMaker = (program, setting) => (program.source.type.avoids === 'circle' ? avoidCircle : avoidSurfaces)(program, setting)
