import { makeDemo } from '@gliv/demo'
import { compile, createSimulation, latestEndSeconds, reportParticles } from '@gliv/engine'
import { describe, expect, it } from 'vitest'
import {
  checkKit,
  coloursOfEffects,
  type Kit,
  LEVERS,
  type Lever,
  ontoPalette,
  pullLever,
  resolveEffect,
  retint,
} from '@gliv/document'

let count = 0
const makeId = (prefix: string): string => `${prefix}-lever-${++count}`
const fresh = (): Kit => makeDemo().kit
const pulled = (lever: Lever, k: number, id = 'pier-dust'): { kit: Kit; clamped: string[] } => {
  const kit = fresh()
  return { kit, clamped: pullLever(kit, [id], lever, k, makeId) }
}
const particlesAt = (kit: Kit, seconds: number, id = 'pier-dust') => {
  const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!)))
  simulation.seek(Math.round(seconds * simulation.rate))
  return reportParticles(simulation)
}

describe('levers', () => {
  it.each(LEVERS.flatMap((lever) => [0.5, 2].map((k) => [lever, k] as const)))(
    '%s by %d leaves every effect of the demo without problems',
    (lever, k) => {
      const kit = fresh()
      for (const id of kit.effectOrder) pullLever(kit, [id], lever, k, makeId)
      expect(checkKit(kit)).toEqual([])
    },
  )

  it('longer shows the same places later', () => {
    const { kit } = pulled('longer', 2)
    const [before, after] = [particlesAt(fresh(), 0.25), particlesAt(kit, 0.5)]
    expect(after.map((p) => p.key)).toEqual(before.map((p) => p.key))
    before.forEach((p, i) => {
      // Forces that are sampled at a tick's start are not the same with half the steps.
      expect(Math.hypot(after[i]!.x - p.x, after[i]!.y - p.y)).toBeLessThan(1.5)
      expect(after[i]!.lifeSeconds).toBeCloseTo(p.lifeSeconds * 2, 9)
    })
  })

  it('bigger shows the same picture magnified', () => {
    const { kit } = pulled('bigger', 1.5)
    const [before, after] = [particlesAt(fresh(), 0.3), particlesAt(kit, 0.3)]
    expect(after.length).toBe(before.length)
    before.forEach((p, i) => {
      expect(after[i]!.x).toBeCloseTo(p.x * 1.5, 6)
      expect(after[i]!.y).toBeCloseTo(p.y * 1.5, 6)
      expect(after[i]!.scaleX).toBeCloseTo(p.scaleX * 1.5, 6)
    })
  })

  it('denser multiplies births, heavier gravity alone of what the dust has', () => {
    const { kit } = pulled('denser', 3, 'cargo-blast')
    const alive = (k: Kit): number => particlesAt(k, 0.02, 'cargo-blast').length
    expect(alive(kit) / alive(fresh())).toBeGreaterThan(2.5)
    const heavy = pulled('heavier', 2, 'cargo-blast').kit
    const gravity = (k: Kit): number[] =>
      k.effects['cargo-blast']!.emitterOrder.map(
        (e) => k.types[k.effects['cargo-blast']!.emitters[e]!.type]!.numbers.gravity,
      )
    expect(gravity(heavy)).toEqual(gravity(fresh()).map((g) => g * 2))
  })

  it('longer scales the end of an effect exactly, so that it can be fitted', () => {
    const end = (kit: Kit): number => latestEndSeconds(resolveEffect(kit, kit.effects['signal-flare']!))
    expect(end(pulled('longer', 0.5, 'signal-flare').kit)).toBeCloseTo(end(fresh()) / 2, 6)
  })

  it('longer keeps sprites as long as they were: half the speed stretches twice as strongly', () => {
    const kit = fresh()
    const emitter = Object.values(kit.effects['signal-flare']!.emitters).find((e) => e.type === 'star')!
    kit.types['star']!.numbers.stretch = 0.3
    pullLever(kit, ['signal-flare'], 'longer', 2, makeId)
    expect(kit.types[emitter.type]!.numbers.stretch).toBeCloseTo(0.6, 12)
  })

  it('and back again is where it began, but for types that were shared with other effects', () => {
    const { kit } = pulled('bigger', 2)
    pullLever(kit, ['pier-dust'], 'bigger', 0.5, makeId)
    const numbers = (k: Kit) =>
      k.effects['pier-dust']!.emitterOrder.map((e) => [
        k.effects['pier-dust']!.emitters[e]!.numbers,
        k.types[k.effects['pier-dust']!.emitters[e]!.type]!.numbers,
      ])
    expect(numbers(kit)).toEqual(numbers(fresh()))
  })

  it('says which numbers ran into their limit', () => {
    const { clamped } = pulled('bigger', 1e7)
    expect(clamped).toContain('scale')
  })

  it('leaves types of other effects alone', () => {
    const kit = fresh()
    const others = kit.effectOrder.filter((id) => id !== 'keg-pop')
    const text = (k: Kit): string =>
      JSON.stringify(
        others.map((id) => [
          k.effects[id],
          Object.values(k.effects[id]!.emitters).map((e) => k.types[e.type]),
        ]),
      )
    const before = text(kit)
    pullLever(kit, ['keg-pop'], 'heavier', 3, makeId)
    retint(
      kit,
      ['keg-pop'],
      Object.fromEntries(coloursOfEffects(kit, ['keg-pop']).map((c) => [c, '#00ff00'])),
      makeId,
    )
    expect(text(kit)).toBe(before)
  })
})

describe('retint', () => {
  it('maps from light to dark, ends to ends', () => {
    expect(ontoPalette(['#ffffff', '#888888', '#000000'], ['#001020', '#80c0ff'])).toEqual({
      '#ffffff': '#80c0ff',
      '#888888': '#001020',
      '#000000': '#001020',
    })
    expect(ontoPalette(['#ffffff'], [])).toEqual({})
  })

  it('writes the new colours everywhere, and only colours', () => {
    const kit = fresh()
    const colours = coloursOfEffects(kit, ['cargo-blast'])
    expect(colours.length).toBeGreaterThan(4)
    retint(kit, ['cargo-blast'], ontoPalette(colours, ['#102030', '#8fd0ff', '#ffffff']), makeId)
    expect(new Set(coloursOfEffects(kit, ['cargo-blast']))).toEqual(
      new Set(['#ffffff', '#8fd0ff', '#102030']),
    )
    expect(particlesAt(kit, 0.2, 'cargo-blast').map((p) => p.x)).toEqual(
      particlesAt(fresh(), 0.2, 'cargo-blast').map((p) => p.x),
    )
  })
})
