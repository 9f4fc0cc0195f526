import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import { describe, expect, it } from 'vitest'
import { inspected } from '../../state/inspect.ts'
import { nearestParticle, tenths, traceOf, waysOf } from './trace.ts'

const { kit } = makeDemo()
const effect = resolveEffect(kit, kit.effects['cargo-blast']!)
const sparks = effect.emitters.find((e) => e.name === 'Sparks')!
const at = (tick: number) => {
  const simulation = createSimulation(compile(effect))
  simulation.seek(tick)
  return reportParticles(simulation)
}

describe('tracing one particle', () => {
  const [picked] = at(10).filter((p) => p.emitterId === sparks.id)
  const trace = traceOf(effect, {}, picked!.key, sparks.id, 10)!

  it('follows it from birth to end, tick by tick, as the effect shows it', () => {
    expect(trace.points[10 - trace.firstTick]).toEqual(picked)
    expect(trace.points[0]!.ageSeconds).toBeLessThanOrEqual(1 / 60)
    const end = trace.points.at(-1)!
    expect(end.lifeSeconds - end.ageSeconds).toBeLessThanOrEqual(1 / 60)
    for (const [k, point] of trace.points.entries())
      if (k % 7 === 0) expect(at(trace.firstTick + k)).toContainEqual(point)
  })

  it('has a mark for each tenth of a second that it lives', () => {
    expect(tenths(trace)).toHaveLength(Math.floor(trace.points.at(-1)!.ageSeconds * 10 + 1e-6))
    for (const { index } of tenths(trace))
      expect((trace.points[index]!.ageSeconds + 1e-9) % 0.1).toBeLessThan(1 / 59)
  })

  it('is nothing for a particle that never is', () => {
    expect(traceOf(effect, {}, '0123456789abcdef', sparks.id, 10)).toBeNull()
  })
})

describe('picking', () => {
  it('takes the nearest within reach', () => {
    const particles = at(10)
    const { x, y, key } = particles[5]!
    expect(nearestParticle(particles, x, y, 8)?.key).toBe(key)
    expect(nearestParticle(particles, 1e6, 0, 8)).toBeNull()
  })
})

describe('paths', () => {
  it('are the ways of the first particles, and no more than asked for', () => {
    const ways = waysOf(effect, {}, sparks.id, 12)
    expect(ways).toHaveLength(12)
    const particles = at(20).filter((p) => p.emitterId === sparks.id)
    const passed = ways.filter((way) => particles.some((p) => way.some(([x, y]) => x === p.x && y === p.y)))
    expect(passed.length).toBeGreaterThan(6)
  })
})

describe('looking otherwise', () => {
  it('changes nothing when nothing is held, and never the effect', () => {
    const before = JSON.stringify(effect)
    expect(inspected(effect, { one: false, otherBlend: false }, sparks.id)).toBe(effect)
    inspected(effect, { one: true, otherBlend: true }, sparks.id)
    expect(JSON.stringify(effect)).toBe(before)
  })

  it('shows one particle of the selected emitter and nothing else, at its own time', () => {
    const late = {
      ...effect,
      emitters: effect.emitters.map((e) =>
        e.id === sparks.id
          ? {
              ...e,
              bursts: e.bursts.map((b) => ({
                ...b,
                numbers: { ...b.numbers, burstAt: { from: 0.1, to: 0.1 } },
              })),
            }
          : e,
      ),
    }
    const simulation = createSimulation(compile(inspected(late, { one: true, otherBlend: false }, sparks.id)))
    const at = (tick: number): string[] => {
      simulation.seek(tick)
      return reportParticles(simulation).map((p) => p.emitterId)
    }
    const delay = Math.round(sparks.numbers.delay * 60)
    expect(at(delay + 5)).toEqual([])
    expect(at(delay + 8)).toEqual([sparks.id])
  })

  it('shows one particle of an emitter that waits for a relay', () => {
    const waiting = {
      ...effect,
      emitters: effect.emitters.map((e) => ({ ...e, dormant: e.id === sparks.id })),
    }
    const simulation = createSimulation(
      compile(inspected(waiting, { one: true, otherBlend: false }, sparks.id)),
    )
    simulation.seek(Math.round(sparks.numbers.delay * 60) + 3)
    expect(simulation.alive).toBe(1)
  })

  it('shows the other blend of the selected particle type', () => {
    const looked = inspected(effect, { one: false, otherBlend: true }, sparks.id)
    expect(
      looked.emitters.map((e) => e.type.blend !== effect.emitters.find((o) => o.id === e.id)!.type.blend),
    ).toEqual(looked.emitters.map((e) => e.type.id === sparks.type.id))
  })
})
