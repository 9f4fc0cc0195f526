/**
 * Forces with a centre: pull, swirl, avoiding a circle. They are read half a step ahead of each particle, x +
 * v·dt ÷ 2.
 */
import type { Centre, Falloff, PropertyId } from '@gliv/model'
import { withLane, rampOfForce } from '../../program/index.ts'
import { EmitterCentre } from '../../input/index.ts'
import { type EdgeGrid, nearestWithin } from '../../geometry/index.ts'
import type { CompiledRamp } from '../../appearance/index.ts'
import { NUMBERS, type Slab, CENTRAL, SWIRL_SHIFT } from '../../kernels/index.ts'
import type { ForceMaker, StepScope } from '../step/stepScope.ts'

/** The way from the nearest edge to a place, and its length. */
const nearest = new Float64Array(3)

/** Where a force has its centre, in the particles' own space. */
export class CentrePoint {
  x = 0
  y = 0
  readonly #read: (scope: StepScope) => void

  constructor(
    program: StepScope['program'],
    context: StepScope['context'],
    to: Centre,
    idX: 'pullX' | 'swirlX' | 'avoidX',
    idY: 'pullY' | 'swirlY' | 'avoidY',
  ) {
    const { lanes, source } = program
    const { numbers } = source.type
    const emitter = to === 'emitter' ? new EmitterCentre(program, context) : null
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

const MODES = { steady: 0, fading: 1, near: 2, spring: 3 } as const satisfies Record<Falloff, number>

/** What a pull or a swirl needs for a step, in cells so that loops hold bare numbers. */
interface Central {
  readonly mode: number
  readonly home: boolean
  readonly around: boolean
  x: number
  y: number
  strength: number
  reach: number
}

/** Mode `steady` is `near` with an endless reach: a division by one changes no bit. */
const MODE_FLAGS = [0, CENTRAL.fading, 0, CENTRAL.spring] as const

const writeCentralParameters = (
  { mode, home, around, x, y, strength, reach }: Central,
  { numbers }: Slab,
  stiffest: number,
): number => {
  const force = around ? 'swirl' : 'pull'
  numbers[NUMBERS[`${force}X`]] = x
  numbers[NUMBERS[`${force}Y`]] = y
  numbers[NUMBERS[`${force}Strength`]] = strength
  numbers[NUMBERS[`${force}PerReach`]] = mode === MODES.steady ? 0 : 1 / reach
  numbers[NUMBERS[`${force}Reach`]] = reach
  numbers[NUMBERS[`${force}Stiff`]] = Math.min(stiffest, Math.max(-stiffest, strength * (1 / reach)))
  return (CENTRAL.on | MODE_FLAGS[mode]! | (home ? CENTRAL.home : 0)) << (around ? SWIRL_SHIFT : 0)
}

/**
 * Adds strength(d) ÷ d × the vector to the centre, or that vector turned by a quarter, for each particle.
 * `stiffest` keeps a
 * spring from overshooting more each tick. Falloffs stand here and not in functions of their own: a call for
 * each particle
 * would cost more than all the rest.
 */
const addCentral = (
  scope: StepScope,
  central: Central,
  ramp: CompiledRamp | null,
  stiffest: number,
): void => {
  const { pool, from, to, ax, ay } = scope
  const { all, at, effectScale, homeX, homeY } = pool
  const { x: xs, y: ys, vx: vxs, vy: vys } = at
  const { mode, home, around, x: cx, y: cy, strength, reach } = central
  const half = scope.a / 2
  const factor = scope.factors(ramp)
  const perReach = 1 / reach
  const stiff = Math.min(stiffest, Math.max(-stiffest, strength * perReach))
  for (let i = from; i < to; i++) {
    const dx = (home ? homeX[i]! : cx) - all[xs + i]! - all[vxs + i]! * half
    const dy = (home ? homeY[i]! : cy) - all[ys + i]! - all[vys + i]! * half
    let k = stiff
    if (mode !== 3) {
      const square = dx * dx + dy * dy
      const d = Math.sqrt(square)
      k = strength / (d > 1 ? d : 1)
      if (mode === 1) k = d < reach ? k * (1 - d * perReach) : 0
      else if (mode === 2) k /= 1 + square * perReach * perReach
    }
    k *= factor[i]!
    if (around) {
      if (effectScale[i]! < 0) k = -k
      ax[i]! += dy * k
      ay[i]! -= dx * k
    } else {
      ax[i]! += dx * k
      ay[i]! += dy * k
    }
  }
}

type CentralForce = 'pull' | 'swirl'

const centralForce =
  (force: CentralForce): ForceMaker =>
  (program, context) => {
    const { source, lanes } = program
    const { numbers, pullTo, swirlTo, pullFalloff, swirlFalloff } = source.type
    const to = force === 'pull' ? pullTo : swirlTo
    const centre = new CentrePoint(program, context, to, `${force}X`, `${force}Y`)
    const ramp = rampOfForce(source, force)
    const central: Central = {
      mode: MODES[force === 'pull' ? pullFalloff : swirlFalloff],
      home: to === 'home',
      around: force === 'swirl',
      x: 0,
      y: 0,
      strength: 0,
      reach: 1,
    }
    const stiffest = (scope: StepScope): number => {
      const seconds = context.clock.stepTo(scope.tick + 1) || scope.seconds
      return 1 / (seconds * seconds)
    }
    return {
      set: (scope) => {
        const { unit } = scope.reference
        centre.set(scope)
        central.x = centre.x
        central.y = centre.y
        central.strength = withLane(lanes[force], numbers[force], scope.timeline) * unit
        central.reach = Math.max(
          1e-6,
          withLane(lanes[`${force}Reach`], numbers[`${force}Reach`], scope.timeline) * unit,
        )
      },
      apply: (scope) => addCentral(scope, central, ramp, stiffest(scope)),
      writeKernelParameters: (scope, slab) =>
        ramp ? 0 : writeCentralParameters(central, slab, stiffest(scope)),
    }
  }

/**
 * Towards (or, negative, away from) a point, the emitter, or each particle's birthplace. Its damping is part
 * of the steady drag.
 */
export const pull: ForceMaker = centralForce('pull')

/** Around a point, clockwise when positive; mirrored with the effect. */
export const swirl: ForceMaker = centralForce('swirl')

/** Away from a circle: full strength at its edge and inside, nothing from `reach` px outside on. */
const avoidCircle: ForceMaker = (program, context) => {
  const { source, lanes } = program
  const { numbers } = source.type
  const centre = new CentrePoint(program, context, 'point', 'avoidX', 'avoidY')
  const ramp = rampOfForce(source, 'avoid')
  const of = (id: 'avoid' | 'avoidRadius' | ('avoidReach' & PropertyId), scope: StepScope): number =>
    withLane(lanes[id], numbers[id], scope.timeline) * scope.reference.unit
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

/** Away from surfaces: from full strength at them to nothing at `reach` px. */
const avoidSurfaces: ForceMaker = ({ source, lanes }, context) => {
  const { numbers } = source.type
  const ramp = rampOfForce(source, 'avoid')
  const carried = source.space === 'carried'
  let strength = 0
  let reach = 1
  let grid: EdgeGrid | null = null
  return {
    set: ({ reference, timeline, tick }) => {
      const surroundings = context.tape.surroundings(tick + 1)
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
        if (!nearestWithin(grid, m.a * px + m.c * py + m.e, m.b * px + m.d * py + m.f, reach, nearest))
          continue
        const k = (strength * factor[i]! * (1 - nearest[2]! / reach)) / nearest[2]!
        const x = nearest[0]! * k
        const y = nearest[1]! * k
        ax[i]! += carried ? back.a * x + back.c * y : x
        ay[i]! += carried ? back.b * x + back.d * y : y
      }
    },
  }
}

/** Away from a circle, or from surfaces. */
export const avoid: ForceMaker = (program, context) =>
  (program.source.type.avoids === 'circle' ? avoidCircle : avoidSurfaces)(program, context)
