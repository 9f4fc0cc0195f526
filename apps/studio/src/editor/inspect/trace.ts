/** Ways of particles, computed by a simulation of their own beside the shown one. Pure. */
import {
  compile,
  createSimulation,
  findParticle,
  latestEndSeconds,
  type ParticleReport,
  reportParticles,
  type SimulationOptions,
} from '@gliv/engine'
import type { ResolvedEffect } from '@gliv/model'

export interface Trace {
  readonly key: string
  readonly emitterId: string
  /** The tick of the first point; one point a tick. */
  readonly firstTick: number
  readonly points: readonly ParticleReport[]
}

/** Longest that is looked ahead, in seconds. */
const LONGEST_SECONDS = 20

const lastTickOf = (effect: ResolvedEffect): number => {
  const end = latestEndSeconds(effect)
  return Math.ceil(Math.min(LONGEST_SECONDS, Number.isFinite(end) ? end : LONGEST_SECONDS) * effect.rate) + 1
}

/**
 * One particle from birth to end; null when it is not born within the time that is looked at. @param around a
 * tick at which it lives
 */
export const traceOf = (
  effect: ResolvedEffect,
  options: SimulationOptions,
  key: string,
  emitterId: string,
  around: number,
): Trace | null => {
  const simulation = createSimulation(compile(effect), options)
  const last = Math.max(lastTickOf(effect), around + LONGEST_SECONDS * effect.rate)
  const points: ParticleReport[] = []
  let firstTick = -1
  for (let tick = 0; tick <= last; tick++) {
    simulation.seek(tick)
    const found = findParticle(simulation, key, emitterId)
    if (found) {
      if (firstTick < 0) firstTick = tick
      points.push(found)
    } else if (firstTick >= 0) break
    else if (tick > Math.max(around, lastTickOf(effect))) break
  }
  simulation.dispose()
  return firstTick < 0 ? null : { key, emitterId, firstTick, points }
}

export type Way = readonly (readonly [number, number])[]

/**
 * Where up to `most` particles of an emitter go, from their births on: the first ones, by a cap. Other
 * emitters are left out.
 */
export const waysOf = (
  effect: ResolvedEffect,
  options: SimulationOptions,
  emitterId: string,
  most: number,
): Way[] => {
  const emitter = effect.emitters.find((e) => e.id === emitterId)
  if (!emitter || emitter.dormant) return []
  const alone: ResolvedEffect = {
    ...effect,
    parts: [],
    emitters: [
      { ...emitter, relays: [], numbers: { ...emitter.numbers, cap: most, minimum: 0 }, capPolicy: 'skip' },
    ],
  }
  const simulation = createSimulation(compile(alone), options)
  const ways = new Map<string, [number, number][]>()
  const last = lastTickOf(alone)
  for (let tick = 0; tick <= last; tick++) {
    simulation.seek(tick)
    for (const { key, x, y } of reportParticles(simulation)) {
      const way = ways.get(key)
      if (way) way.push([x, y])
      else if (ways.size < most) ways.set(key, [[x, y]])
    }
    if (ways.size >= most && simulation.alive === 0) break
  }
  simulation.dispose()
  return [...ways.values()].filter((way) => way.length > 1)
}

/** The living particle nearest to a place, within a distance in px; of equals the one on top. */
export const nearestParticle = (
  particles: readonly ParticleReport[],
  x: number,
  y: number,
  within: number,
): ParticleReport | null => {
  let best: ParticleReport | null = null
  let least = within * within
  for (const particle of particles) {
    const away = (particle.x - x) ** 2 + (particle.y - y) ** 2
    if (away > least) continue
    least = away
    best = particle
  }
  return best
}

/** Points of a trace at each tenth of a second of its life, as index and direction of travel there. */
export const tenths = ({ points }: Trace): { readonly index: number; readonly along: number }[] => {
  const marks: { index: number; along: number }[] = []
  let next = 0.1
  points.forEach((point, index) => {
    if (point.ageSeconds + 1e-9 < next) return
    next = Math.floor(point.ageSeconds * 10 + 1e-6) / 10 + 0.1
    marks.push({ index, along: Math.atan2(point.vy, point.vx) })
  })
  return marks
}
