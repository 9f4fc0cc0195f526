import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation } from '@gliv/engine'
import { describe, expect, it } from 'vitest'
import { populationOf, populationPath, SAMPLES } from './population.ts'

const { kit } = makeDemo()
const effect = resolveEffect(kit, kit.effects['mud-splat'] ?? kit.effects['pier-dust']!)

describe('population', () => {
  const population = populationOf(effect, {}, 2)

  it('is what lives at each moment, those of relays with it', () => {
    const k = 40
    const simulation = createSimulation(compile(effect))
    simulation.seek(Math.round((k / (SAMPLES - 1)) * 2 * effect.rate))
    const sum = Object.values(population.counts).reduce((total, counts) => total + counts[k]!, 0)
    expect(sum).toBe(simulation.alive)
    expect(sum).toBeGreaterThan(0)
  })

  it('is drawn from edge to edge, and not at all where nothing lives', () => {
    const [id] = Object.keys(population.counts)
    const fullest = Object.entries(population.counts).sort(
      (a, b) => Math.max(...b[1]) - Math.max(...a[1]),
    )[0]![0]
    expect(populationPath(population, fullest, 300, 20)).toMatch(/^M 0 20 L 0\.0 .* L 300 20 Z$/)
    expect(populationPath(population, fullest, 300, 20)).toContain(' 0.0')
    expect(populationPath({ seconds: 1, counts: { [id!]: [0, 0] } }, id!, 300, 20)).toBe('')
  })
})
