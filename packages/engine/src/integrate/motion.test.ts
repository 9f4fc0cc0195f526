import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportParticles } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const G = 240
const K = 1.7

/** x(t) and v(t) of x″ = g − k·x′ in closed form. */
const closed = (v: number, g: number, k: number, t: number): [number, number] => {
  if (k === 0) return [v * t + (g * t * t) / 2, v + g * t]
  const e = Math.exp(-k * t)
  return [((v - g / k) * (1 - e)) / k + (g / k) * t, g / k + (v - g / k) * e]
}

const shoot = (forces: ('gravity' | 'drag')[], delay: number) => {
  const type = makeType({ life: fixed(10), gravity: G, gravityHeading: 60, drag: K }, { forces })
  const emitter = makeEmitter(
    { flow: 0, delay, heading: -37, fan: 0, speed: fixed(150), offsetX: 12, offsetY: -8 },
    { type, bursts: [makeBurst('b', 0, 1)] },
  )
  return createSimulation(compile(makeEffect([emitter])))
}

describe('closed forms to 1e-6', () => {
  it.each([
    ['no force', [], 0, 0],
    ['gravity parabola', ['gravity'], G, 0],
    ['drag curve', ['drag'], 0, K],
    ['gravity with drag', ['gravity', 'drag'], G, K],
  ] as const)('%s, born between ticks', (_name, forces, g, k) => {
    const delay = 0.0123
    const simulation = shoot([...forces], delay)
    for (const tick of [1, 7, 60, 333, 590]) {
      simulation.seek(tick)
      const [p] = reportParticles(simulation)
      const t = tick / 60 - delay
      const rad = Math.PI / 180
      const [dx, vx] = closed(150 * Math.cos(-37 * rad), g * Math.cos(60 * rad), k, t)
      const [dy, vy] = closed(150 * Math.sin(-37 * rad), g * Math.sin(60 * rad), k, t)
      expect(Math.abs(p!.x - 12 - dx)).toBeLessThan(1e-6)
      expect(Math.abs(p!.y + 8 - dy)).toBeLessThan(1e-6)
      expect(Math.abs(p!.vx - vx)).toBeLessThan(1e-6)
      expect(Math.abs(p!.vy - vy)).toBeLessThan(1e-6)
      expect(p!.ageSeconds).toBeCloseTo(t, 12)
    }
  })

  it('the tick rate does not change where particles are', () => {
    const at = (rate: number) => {
      const type = makeType({ life: fixed(3), gravity: G, drag: K }, { forces: ['gravity', 'drag'] })
      const simulation = createSimulation(
        compile(makeEffect([makeEmitter({ flow: 20 }, { type })], { rate })),
      )
      simulation.seek(rate * 2)
      return reportParticles(simulation)
    }
    const [coarse, fine] = [at(20), at(240)]
    expect(coarse.length).toBe(fine.length)
    coarse.forEach((p, i) =>
      expect(Math.abs(p.x - fine[i]!.x) + Math.abs(p.y - fine[i]!.y)).toBeLessThan(1e-6),
    )
  })

  it('births of a moving owner lie on its way', () => {
    const type = makeType({ life: fixed(9) })
    const emitter = makeEmitter({ flow: 240, duration: 1, speed: fixed(0) }, { type })
    const tape = [
      { tick: 10, do: 'move', x: 0, y: 0 },
      { tick: 40, do: 'move', x: 300, y: 60 },
      { tick: 50, do: 'teleport', x: -500, y: 0 },
    ] as const
    const simulation = createSimulation(compile(makeEffect([emitter])), { tape })
    simulation.seek(60)
    for (const p of reportParticles(simulation)) {
      const tick = p.bornSeconds * 60
      const along = Math.min(1, Math.max(0, (tick - 10) / 30))
      const [x, y] = tick >= 50 - 1e-9 ? [-500, 0] : [300 * along, 60 * along]
      expect(Math.abs(p.x - x) + Math.abs(p.y - y)).toBeLessThan(1e-6)
    }
  })
})
