/** "Throw it there": which speed, heading or gravity bring the typical particle to a place. Pure. */
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import type { ResolvedEffect, ResolvedEmitter } from '@gliv/model'
import type { Way } from './trace.ts'

export const LAUNCH_AIMS = ['speedAndHeading', 'speed', 'heading', 'gravity'] as const
export type LaunchAim = (typeof LAUNCH_AIMS)[number]

/** The end of the way, or its highest point. */
export type LaunchPoint = 'end' | 'top'

export interface SolvedLaunch {
  readonly heading: number
  /** Speed of the typical particle, px/s. */
  readonly speed: number
  readonly gravity: number
}

const middle = ({ from, to }: { readonly from: number; readonly to: number }): number => (from + to) / 2

export const launchNow = ({ numbers, type }: ResolvedEmitter): SolvedLaunch => ({
  heading: numbers.heading,
  speed: middle(numbers.speed),
  gravity: type.numbers.gravity,
})

const ONCE = {
  burstAt: { from: 0, to: 0 },
  burstCount: { from: 1, to: 1 },
  burstSpan: 0,
  burstRepeats: 1,
  burstInterval: { from: 0.25, to: 0.25 },
  burstChance: 1,
} as const

/**
 * The emitter sending out one typical particle from its centre: middle of the life and speed, no fan, no
 * chance.
 */
const typical = (emitter: ResolvedEmitter, { heading, speed, gravity }: SolvedLaunch): ResolvedEmitter => {
  const { numbers, type } = emitter
  return {
    ...emitter,
    shape: 'point',
    travel: null,
    dormant: false,
    relays: [],
    lanes: {},
    bursts: [{ id: 'one', eachPlace: false, numbers: ONCE }],
    numbers: {
      ...numbers,
      flow: 0,
      flowPerPx: 0,
      minimum: 0,
      delay: 0,
      jitterX: 0,
      jitterY: 0,
      fan: 0,
      heading,
      speed: { from: speed, to: speed },
    },
    type: {
      ...type,
      contact: 'none',
      numbers: {
        ...type.numbers,
        life: { from: middle(type.numbers.life), to: middle(type.numbers.life) },
        turn: { from: middle(type.numbers.turn), to: middle(type.numbers.turn) },
        gravity,
        churn: 0,
        waverSpeed: 0,
        waverHeading: 0,
        slowEnd: 0,
      },
    },
  }
}

/** Way of the typical particle, one place a tick, the very end included. */
export const typicalWay = (effect: ResolvedEffect, emitterId: string, thrown?: SolvedLaunch): Way => {
  const emitter = effect.emitters.find((e) => e.id === emitterId)
  if (!emitter) return []
  const alone: ResolvedEffect = {
    ...effect,
    play: 'once',
    backwards: false,
    parts: [],
    lanes: {},
    numbers: { ...effect.numbers, warmUp: 0, timeScale: 1 },
    emitters: [typical(emitter, thrown ?? launchNow(emitter))],
  }
  const simulation = createSimulation(compile(alone))
  const life = middle(emitter.type.numbers.life)
  const way: [number, number][] = []
  let last = { x: 0, y: 0, vx: 0, vy: 0, age: 0 }
  for (let tick = 0; tick <= Math.ceil(life * effect.rate); tick++) {
    simulation.seek(tick)
    const [particle] = reportParticles(simulation)
    if (!particle) break
    last = { x: particle.x, y: particle.y, vx: particle.vx, vy: particle.vy, age: particle.ageSeconds }
    way.push([particle.x, particle.y])
  }
  simulation.dispose()
  // It ends within a tick; what is left of its life goes straight on.
  const rest = life - last.age
  if (way.length > 0 && rest > 1e-9) way.push([last.x + last.vx * rest, last.y + last.vy * rest])
  return way
}

export const endOf = (way: Way): readonly [number, number] => way.at(-1) ?? [0, 0]

/** The highest place between birth and end; null where the way only rises or falls. */
export const topOf = (way: Way): readonly [number, number] | null => {
  const k = way.reduce((best, [, y], i) => (y < way[best]![1] ? i : best), 0)
  return k > 0 && k < way.length - 1 ? way[k]! : null
}

const UNKNOWNS = {
  speedAndHeading: ['speed', 'heading'],
  speed: ['speed'],
  heading: ['heading'],
  gravity: ['gravity'],
} as const satisfies Record<LaunchAim, readonly (keyof SolvedLaunch)[]>
const NUDGE = { speed: 0.5, heading: 0.25, gravity: 0.5 } as const satisfies Record<
  keyof SolvedLaunch,
  number
>
const ROUNDS = 24
const CLOSE_PX = 0.05

/**
 * Numbers that bring the chosen point of the typical way as near to a place as they can: damped least squares
 * (Levenberg and Marquardt) with differences of whole simulations for the slopes.
 */
export const solveLaunch = (
  effect: ResolvedEffect,
  emitterId: string,
  what: LaunchAim,
  point: LaunchPoint,
  x: number,
  y: number,
): SolvedLaunch | null => {
  const emitter = effect.emitters.find((e) => e.id === emitterId)
  if (!emitter) return null
  const place = (thrown: SolvedLaunch): readonly [number, number] => {
    const way = typicalWay(effect, emitterId, thrown)
    return point === 'end' ? endOf(way) : (topOf(way) ?? endOf(way))
  }
  const off = (thrown: SolvedLaunch): [number, number] => {
    const [px, py] = place(thrown)
    return [px - x, py - y]
  }
  let best = launchNow(emitter)
  let [ex, ey] = off(best)
  let damping = 1e-3
  for (let round = 0; round < ROUNDS && ex * ex + ey * ey > CLOSE_PX * CLOSE_PX; round++) {
    const slopes = UNKNOWNS[what].map((id) => {
      const [dx, dy] = off({ ...best, [id]: best[id] + NUDGE[id] })
      return { id, x: (dx - ex) / NUDGE[id], y: (dy - ey) / NUDGE[id] }
    })
    const steps = stepsOf(slopes, ex, ey, damping)
    const tried = { ...best }
    slopes.forEach(({ id }, k) => (tried[id] = clean(id, best[id] + steps[k]!)))
    const [tx, ty] = off(tried)
    if (tx * tx + ty * ty < ex * ex + ey * ey) {
      ;[best, ex, ey, damping] = [tried, tx, ty, damping / 4]
    } else {
      damping *= 8
      if (damping > 1e6) break
    }
  }
  return best
}

const clean = (id: keyof SolvedLaunch, value: number): number =>
  id === 'speed' ? Math.min(20_000, Math.max(0, value)) : Math.min(20_000, Math.max(-20_000, value))

/** Solves (JᵀJ + λ·diag)·step = −Jᵀe for one or two unknowns. */
const stepsOf = (
  slopes: readonly { readonly x: number; readonly y: number }[],
  ex: number,
  ey: number,
  damping: number,
): number[] => {
  const [a, b] = slopes
  const aa = (a!.x ** 2 + a!.y ** 2) * (1 + damping) + 1e-12
  const ae = a!.x * ex + a!.y * ey
  if (!b) return [-ae / aa]
  const bb = (b.x ** 2 + b.y ** 2) * (1 + damping) + 1e-12
  const ab = a!.x * b.x + a!.y * b.y
  const be = b.x * ex + b.y * ey
  const det = aa * bb - ab * ab
  return [-(bb * ae - ab * be) / det, -(aa * be - ab * ae) / det]
}
