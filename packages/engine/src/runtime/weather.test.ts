import { DEFAULT_RAMPS, type ResolvedEmitter } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, type SimulationOptions } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const VIEW = { x: -320, y: -180, w: 640, h: 360 }

const run = (emitter: ResolvedEmitter, seconds: number, options: SimulationOptions = {}) => {
  const simulation = createSimulation(compile(makeEffect([emitter])), { view: VIEW, ...options })
  simulation.seek(Math.round(seconds * 60))
  return { simulation, particles: reportRun(simulation).particles }
}

const flat = { ...DEFAULT_RAMPS, opacity: DEFAULT_RAMPS.scale }

describe('what leaves the view', () => {
  const rain = (wrap: ResolvedEmitter['wrap']): ResolvedEmitter =>
    makeEmitter(
      { flow: 0, heading: 60, fan: 0, speed: fixed(300), wrapMargin: 20, shapeWidth: 600, shapeHeight: 300 },
      {
        shape: 'rectangle',
        wrap,
        bursts: [makeBurst('b', 0, 40)],
        type: makeType({ life: fixed(9) }, { ramps: flat }),
      },
    )

  it('comes in again on the other side: the same places but for whole rounds, report and picture alike', () => {
    const free = run(rain('none'), 6).particles
    const { particles, simulation } = run(rain('both'), 6)
    particles.forEach(({ x, y }, k) => {
      expect(x).toBeGreaterThanOrEqual(VIEW.x - 20)
      expect(x).toBeLessThan(VIEW.x + VIEW.w + 20)
      expect(y).toBeGreaterThanOrEqual(VIEW.y - 20)
      expect(y).toBeLessThan(VIEW.y + VIEW.h + 20)
      expect(((free[k]!.x - x) / 680) % 1).toBeCloseTo(0, 9)
      expect(((free[k]!.y - y) / 400) % 1).toBeCloseTo(0, 9)
    })
    const { f32 } = simulation.frame(1)
    // The quad's corner lies the pivot beside the place.
    particles.forEach(({ x, y }, k) => {
      expect(f32[k * 12]! + 4).toBeCloseTo(x, 3)
      expect(f32[k * 12 + 1]! + 4).toBeCloseTo(y, 3)
    })
  })

  it('follows the view as it moves', () => {
    const tape = [{ tick: 60, do: 'view' as const, x: 1000, y: -180, w: 640, h: 360 }]
    for (const { x } of run(rain('x'), 2, { tape }).particles) {
      expect(x).toBeGreaterThanOrEqual(980)
      expect(x).toBeLessThan(1660)
    }
  })
})

describe('a strip at the edge that is widened for the slant', () => {
  it('reaches as far back as what falls aslant drifts on its way through the view', () => {
    const strip = (edgeSlant: boolean): number[] =>
      run(
        makeEmitter(
          { flow: 0, heading: 45, fan: 0, speed: fixed(0), edgeDepth: 0, edgeOutset: 0 },
          { shape: 'viewEdge', side: 'top', edgeSlant, bursts: [makeBurst('b', 0, 2000)] },
        ),
        0,
      ).particles.map(({ x }) => x)
    const plain = strip(false)
    expect(Math.min(...plain)).toBeGreaterThan(-320.001)
    const wide = strip(true)
    // 45° through 360 px of height.
    expect(Math.min(...wide)).toBeGreaterThan(-680.001)
    expect(Math.min(...wide)).toBeLessThan(-675)
    expect(Math.max(...wide)).toBeLessThan(320.001)
    expect(Math.max(...wide)).toBeGreaterThan(315)
  })
})

describe('depth', () => {
  it('is one draw that size, speed, opacity and order follow', () => {
    const type = makeType(
      { life: fixed(5), depthScale: 0.2, depthSpeed: 0.4, depthOpacity: 0.5 },
      { ramps: flat },
    )
    const emitter = makeEmitter(
      { flow: 0, heading: 0, fan: 0, speed: fixed(100) },
      { order: 'byDepth', bursts: [makeBurst('b', 0, 200)], type },
    )
    const { particles, simulation } = run(emitter, 1)
    const depths = particles.map(({ scaleX }) => (1 - scaleX) / 0.8)
    particles.forEach(({ vx, opacity }, k) => {
      expect(vx).toBeCloseTo(100 * (1 - 0.6 * depths[k]!), 9)
      expect(opacity).toBeCloseTo(1 - 0.5 * depths[k]!, 9)
    })
    expect(Math.min(...depths)).toBeLessThan(0.05)
    expect(Math.max(...depths)).toBeGreaterThan(0.95)
    // Far ones are drawn first.
    const { f32, count } = simulation.frame(1)
    const drawn = Array.from({ length: count }, (_, k) => f32[k * 12 + 2]!)
    expect(drawn).toEqual([...drawn].sort((a, b) => a - b))
  })
})
