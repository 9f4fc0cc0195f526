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

  it('sends out one particle of the selected emitter, and all of the others', () => {
    const looked = inspected(effect, { one: true, otherBlend: false }, sparks.id)
    const simulation = createSimulation(compile(looked))
    simulation.seek(10)
    const count = (id: string): number => reportParticles(simulation).filter((p) => p.emitterId === id).length
    expect(count(sparks.id)).toBe(1)
    const fire = effect.emitters.find((e) => e.name === 'Fire')!
    expect(count(fire.id)).toBe(at(10).filter((p) => p.emitterId === fire.id).length)
  })

  it('shows the other blend of the selected particle type', () => {
    const looked = inspected(effect, { one: false, otherBlend: true }, sparks.id)
    expect(
      looked.emitters.map((e) => e.type.blend !== effect.emitters.find((o) => o.id === e.id)!.type.blend),
    ).toEqual(looked.emitters.map((e) => e.type.id === sparks.type.id))
  })
})
