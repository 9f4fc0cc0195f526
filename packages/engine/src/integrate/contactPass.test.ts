import type { Contact, NumbersOf, Surface, TypeChoices } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  compile,
  createSimulation,
  type ParticleReport,
  reportParticles,
  type SimulationOptions,
} from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'
import { linesOf, makeEdges } from '../geometry/surfaces/edges.ts'
import { EdgeGrid } from '../geometry/surfaces/edgeGrid.ts'
import { Sweep } from '../geometry/surfaces/sweep.ts'

const sweeper = new Sweep()

const FLOOR: Surface = { id: 'floor', kind: 'segment', x1: -5000, y1: 100, x2: 5000, y2: 100 }

interface Shot {
  readonly heading?: number
  readonly speed?: number
  readonly x?: number
  readonly y?: number
}

const shoot = (
  contact: Contact,
  surfaces: readonly Surface[],
  numbers: Partial<NumbersOf<'type'>> = {},
  { heading = 90, speed = 0, x = 0, y = 0 }: Shot = {},
  options: SimulationOptions = {},
  choices: Partial<TypeChoices> = {},
) => {
  const type = makeType(
    { life: fixed(20), gravity: 400, friction: 0, bounce: fixed(0.5), ...numbers },
    { forces: ['gravity'], contact, ...choices },
  )
  const emitter = makeEmitter(
    { flow: 0, heading, fan: 0, speed: fixed(speed), offsetX: x, offsetY: y },
    { type, bursts: [makeBurst('b', 0, 1)] },
  )
  return createSimulation(compile(makeEffect([emitter])), { surfaces, ...options })
}

const at = (simulation: ReturnType<typeof shoot>, tick: number): ParticleReport | undefined => {
  simulation.seek(tick)
  return reportParticles(simulation)[0]
}

describe('what happens at a surface', () => {
  it('bounces to the bounce² of the height, as the parabola says', () => {
    for (const bounce of [1, 0.7, 0.4]) {
      const simulation = shoot('bounce', [FLOOR], { bounce: fixed(bounce) })
      const fall = Math.sqrt(200 / 400)
      let top = Infinity
      const from = Math.ceil(fall * 60) + 1
      for (let tick = from; tick < from + 2 * fall * bounce * 60 - 3; tick++)
        top = Math.min(top, at(simulation, tick)!.y)
      expect(Math.abs(100 - top - 100 * bounce * bounce)).toBeLessThan(1.2)
    }
  })

  it('a perfect bounce neither gains nor loses over many rounds', () => {
    const simulation = shoot('bounce', [FLOOR], { bounce: fixed(1) })
    for (const tick of [300, 700, 1100]) {
      const p = at(simulation, tick)!
      // Energy for a mass of 1: g·h + v² ÷ 2.
      expect(Math.abs(400 * (100 - p.y) + (p.vy * p.vy) / 2 - 40_000) / 40_000).toBeLessThan(0.02)
    }
  })

  it('comes to rest and stays there', () => {
    const simulation = shoot('bounce', [FLOOR], { bounce: fixed(0.5) })
    for (const tick of [400, 401, 900]) {
      const p = at(simulation, tick)!
      expect(Math.abs(p.y - 100)).toBeLessThan(1e-6)
      expect(Math.abs(p.vy)).toBeLessThan(1e-9)
    }
  })

  it('slides down a slope with g·(sin − μ·cos)', () => {
    const slope: Surface = { id: 'slope', kind: 'segment', x1: 0, y1: 0, x2: 4000, y2: 3000 }
    for (const friction of [0, 0.3]) {
      const simulation = shoot('slide', [slope], { friction }, { x: 40, y: 30 - 1e-9 })
      const a = 400 * (0.6 - friction * 0.8)
      for (const tick of [30, 120]) {
        const t = tick / 60
        const p = at(simulation, tick)!
        const along = (p.x - 40) * 0.8 + (p.y - 30) * 0.6
        expect(Math.abs(along - (a * t * t) / 2)).toBeLessThan(0.02 * along + 0.1)
        expect(Math.abs((p.x - 40) * -0.6 + (p.y - 30) * 0.8)).toBeLessThan(1e-5)
      }
    }
    expect(at(shoot('slide', [slope], { friction: 2 }, { x: 40, y: 30 - 1e-9 }), 60)!.x).toBeCloseTo(40, 4)
  })

  it('sticks where it hits, and goes with a surface that moves', () => {
    const simulation = shoot('stick', [FLOOR])
    expect(at(simulation, 100)!.y).toBeCloseTo(100, 6)
    expect([at(simulation, 100)!.vx, at(simulation, 100)!.vy]).toEqual([0, 0])
    const tape = [
      { tick: 0, do: 'surfaces', surfaces: [FLOOR] },
      { tick: 60, do: 'surfaces', surfaces: [FLOOR] },
      { tick: 120, do: 'surfaces', surfaces: [{ ...FLOOR, y1: 40, y2: 40 }] },
    ] as const
    const moving = shoot('stick', [FLOOR], {}, {}, { tape })
    expect(at(moving, 60)!.y).toBeCloseTo(100, 6)
    expect(at(moving, 90)!.y).toBeCloseTo(70, 6)
    expect(at(moving, 200)!.y).toBeCloseTo(40, 6)
  })

  it('ends there, or loses a share of its life', () => {
    const ending = shoot('end', [FLOOR])
    expect(at(ending, 42)).toBeDefined()
    expect(at(ending, 43)).toBeUndefined()
    const losing = shoot('loseLife', [FLOOR], { lifeLoss: 0.25, bounce: fixed(1) })
    const fall = Math.sqrt(0.5)
    expect(at(losing, 60)!.lifeSeconds).toBeCloseTo(fall + (20 - fall) * 0.75, 1)
    expect(at(shoot('loseLife', [FLOOR], { lifeLoss: 1 }), 60)).toBeUndefined()
  })

  it('touches with its size, at edges and at corners', () => {
    expect(at(shoot('slide', [FLOOR], { contactRadius: 12 }), 200)!.y).toBeCloseTo(88, 6)
    const post: Surface = { id: 'post', kind: 'box', x: -10, y: 50, w: 10, h: 500 }
    // It comes down 6 px beside the post's corner and touches it with its side: 8² = 6² + 5.29².
    const p = at(shoot('stick', [post], { contactRadius: 8 }, { x: 6 }), 60)!
    expect(Math.hypot(p.x - 0, p.y - 50)).toBeCloseTo(8, 5)
  })

  it('a moving surface pushes what rests in its way', () => {
    const wall = (x: number): Surface => ({ id: 'wall', kind: 'box', x: x - 20, y: -50, w: 20, h: 100 })
    const tape = [
      { tick: 0, do: 'surfaces', surfaces: [wall(-50)] },
      { tick: 60, do: 'surfaces', surfaces: [wall(100)] },
    ] as const
    const simulation = shoot('slide', [], { gravity: 0 }, {}, { tape })
    expect(at(simulation, 15)!.x).toBe(0)
    expect(at(simulation, 40)!.x).toBeCloseTo(50, 5)
    expect(at(simulation, 40)!.vx).toBeCloseTo(150, 5)
  })

  it('one-way tops let through from below and hold from above', () => {
    const shelf: Surface = { id: 'shelf', kind: 'box', x: -50, y: -20, w: 100, h: 10, oneWay: true }
    const up = shoot('slide', [shelf], {}, { heading: -90, speed: 250 })
    let top = 0
    for (let tick = 1; tick < 60; tick++) top = Math.min(top, at(up, tick)!.y)
    expect(top).toBeLessThan(-70)
    expect(at(up, 200)!.y).toBeCloseTo(-20, 6)
  })

  it('carried particles touch the world’s surfaces too, pinned ones none', () => {
    for (const space of ['left', 'carried', 'pinned'] as const) {
      const type = makeType(
        { life: fixed(20), gravity: 400, friction: 0 },
        { forces: ['gravity'], contact: 'slide' },
      )
      const emitter = makeEmitter(
        { flow: 0, speed: fixed(0) },
        { type, space, bursts: [makeBurst('b', 0, 1)] },
      )
      const simulation = createSimulation(compile(makeEffect([emitter])), {
        surfaces: [FLOOR],
        rotate: 30,
        x: 10,
        y: 20,
        mirror: true,
        scale: 2,
      })
      simulation.seek(120)
      const { y } = reportParticles(simulation)[0]!
      if (space === 'pinned') expect(y).toBeGreaterThan(150)
      else expect(y).toBeCloseTo(100, 5)
    }
  })

  it('particles end off the view, near a pull’s centre, or when they get slow', () => {
    const gone = (simulation: ReturnType<typeof shoot>): number => {
      for (let tick = 1; tick < 600; tick++) if (!at(simulation, tick)) return tick
      return Infinity
    }
    expect(
      gone(
        shoot(
          'none',
          [],
          { gravity: 0, outsideBy: 20 },
          { heading: 0, speed: 339 },
          {},
          { endsOutside: true },
        ),
      ),
    ).toBe(61)
    expect(
      gone(
        shoot(
          'none',
          [],
          { gravity: 0, outsideBy: 20 },
          { heading: 0, speed: 339, x: -900 },
          {},
          { endsOutside: true },
        ),
      ),
    ).toBe(Math.ceil((900 + 340) / (339 / 60)))
    expect(
      gone(shoot('none', [], { brake: 99, slowEnd: 50 }, { speed: 150 }, {}, { forces: ['brake'] })),
    ).toBe(61)
    expect(
      gone(shoot('none', [], { pull: 400, pullX: 100, pullY: 0, pullEnd: 10 }, {}, {}, { forces: ['pull'] })),
    ).toBeLessThan(60)
  })
})

const inside = (surface: Surface, x: number, y: number, deep: number): boolean => {
  if (surface.kind === 'box')
    return (
      !surface.oneWay &&
      x > surface.x + deep &&
      x < surface.x + surface.w - deep &&
      y > surface.y + deep &&
      y < surface.y + surface.h - deep
    )
  if (surface.kind === 'circle') return Math.hypot(x - surface.x, y - surface.y) < surface.r - deep
  if (surface.kind === 'tiles')
    return (
      surface.rows[Math.floor((y - surface.y) / surface.size)]?.[
        Math.floor((x - surface.x) / surface.size)
      ] === '#' &&
      [
        [deep, 0],
        [-deep, 0],
        [0, deep],
        [0, -deep],
      ].every(
        ([dx, dy]) =>
          surface.rows[Math.floor((y + dy! - surface.y) / surface.size)]?.[
            Math.floor((x + dx! - surface.x) / surface.size)
          ] === '#',
      )
    )
  if (surface.kind === 'polygon') {
    const lines = linesOf([surface])
    return lines.every(
      (l) =>
        (x - l.ax) * (l.by - l.ay) - (y - l.ay) * (l.bx - l.ax) <
        -deep * Math.hypot(l.bx - l.ax, l.by - l.ay),
    )
  }
  return false
}

/** A closed room of everything: tiles with seams and steps, a box, a wedge, a ball, a shelf. */
const ROOM: readonly Surface[] = [
  {
    id: 'tiles',
    kind: 'tiles',
    x: -160,
    y: -160,
    size: 32,
    rows: [
      '##########',
      '#........#',
      '#........#',
      '#...--...#',
      '#........#',
      '#..##....#',
      '#........#',
      '##......##',
      '###....###',
      '##########',
    ],
  },
  { id: 'box', kind: 'box', x: 60, y: -90, w: 30, h: 40 },
  {
    id: 'wedge',
    kind: 'polygon',
    points: [
      [-110, 60],
      [-60, 100],
      [-110, 100],
    ],
  },
  { id: 'ball', kind: 'circle', x: 60, y: 60, r: 24 },
]

describe('no tunnelling', () => {
  it('in 10,000 random shots with corners, seams, one-way tops and births beside walls, at four times the speed of time', () => {
    let shots = 0
    for (let seed = 0; seed < 25; seed++)
      for (const contact of ['bounce', 'slide'] as const) {
        const type = makeType(
          {
            life: fixed(3),
            gravity: 900,
            friction: seed % 3 === 0 ? 0.3 : 0,
            bounce: { from: 0, to: 1 },
            contactRadius: seed % 4 === 3 ? 3 : 0,
          },
          { forces: seed % 5 === 0 ? ['gravity', 'churn'] : ['gravity'], contact },
        )
        const emitter = makeEmitter(
          { flow: 0, fan: 360, speed: { from: 0, to: 20_000 }, offsetX: 25, offsetY: 0 },
          { shape: 'rectangle', type, bursts: [makeBurst('b', 0, 200, { burstSpan: 0.3 })] },
        )
        const room = { ...emitter, numbers: { ...emitter.numbers, shapeWidth: 30, shapeHeight: 60 } }
        const effect = makeEffect([room])
        const simulation = createSimulation(
          compile({ ...effect, numbers: { ...effect.numbers, timeScale: 4 } }),
          { seed, surfaces: ROOM },
        )
        shots += 200
        while (simulation.tick < 45) {
          simulation.step()
          for (const p of reportParticles(simulation)) {
            expect(Math.max(Math.abs(p.x), Math.abs(p.y))).toBeLessThan(128 + 1e-6)
            for (const surface of ROOM)
              if (inside(surface, p.x, p.y, 1e-5))
                throw new Error(
                  `seed ${seed}, ${contact}: ${p.key} is inside ${surface.id} at ${p.x}, ${p.y} in tick ${simulation.tick}`,
                )
          }
        }
      }
    expect(shots).toBe(10_000)
  }, 60_000)

  it('the grid finds what a search over all edges finds', () => {
    const surface = fc.oneof(
      fc.record({
        kind: fc.constant('segment' as const),
        x1: fc.integer({ min: -200, max: 200 }),
        y1: fc.integer({ min: -200, max: 200 }),
        x2: fc.integer({ min: -200, max: 200 }),
        y2: fc.integer({ min: -200, max: 200 }),
        oneWay: fc.boolean(),
      }),
      fc.record({
        kind: fc.constant('circle' as const),
        x: fc.integer({ min: -200, max: 200 }),
        y: fc.integer({ min: -200, max: 200 }),
        r: fc.integer({ min: 1, max: 60 }),
      }),
    )
    fc.assert(
      fc.property(
        fc.array(surface, { maxLength: 40 }),
        fc.array(fc.tuple(...Array.from({ length: 4 }, () => fc.integer({ min: -2500, max: 2500 }))), {
          minLength: 20,
          maxLength: 20,
        }),
        fc.constantFrom(0, 5),
        (list, ways, radius) => {
          const surfaces = list.map((s, i) => ({ ...s, id: `s${i}` })) as Surface[]
          const edges = makeEdges(surfaces, surfaces, radius)
          const grid = new EdgeGrid(edges)
          for (const [x, y, dx, dy] of ways) {
            sweeper.way.set([x! / 10, y! / 10, dx! / 10, dy! / 10, 0])
            const found = sweeper.first(grid)
            const t = sweeper.hit[0]!
            // The slow truth: every edge by itself.
            let first = 1
            for (let k = 0; k < edges.count; k++) {
              const [rx, ry] = [x! / 10 - edges.x[k]!, y! / 10 - edges.y[k]!]
              const [wx, wy] = [dx! / 10, dy! / 10]
              if (edges.length[k]! < 0) {
                const [a, b, c] = [
                  wx * wx + wy * wy,
                  rx * wx + ry * wy,
                  rx * rx + ry * ry - edges.nx[k]! ** 2,
                ]
                if (b < 0 && c >= 0 && b * b >= a * c && a > 0)
                  first = Math.min(first, (-b - Math.sqrt(b * b - a * c)) / a)
              } else {
                const [s, d] = [rx * edges.nx[k]! + ry * edges.ny[k]!, wx * edges.nx[k]! + wy * edges.ny[k]!]
                const along = (rx + (wx * s) / -d) * edges.tx[k]! + (ry + (wy * s) / -d) * edges.ty[k]!
                if (d < 0 && s >= 0 && s + d < 0 && along >= 0 && along <= edges.length[k]!)
                  first = Math.min(first, s / -d)
              }
            }
            expect(Math.abs((found < 0 ? 1 : t) - first)).toBeLessThan(1e-6)
          }
        },
      ),
      { numRuns: 200 },
    )
  })

  it('a particle slides over seams of tiles and of boxes side by side without a stop', () => {
    const row: Surface = { id: 'row', kind: 'tiles', x: -200, y: 100, size: 16, rows: ['#'.repeat(60)] }
    const boxes: Surface[] = Array.from({ length: 60 }, (_, i) => ({
      id: `b${i}`,
      kind: 'box',
      x: -200 + i * 16,
      y: 100,
      w: 16,
      h: 16,
    }))
    for (const surfaces of [[row], boxes])
      for (const contactRadius of [0, 5]) {
        const simulation = shoot(
          'slide',
          surfaces,
          { contactRadius },
          { heading: 0, speed: 133, y: 99 - contactRadius },
        )
        expect(at(simulation, 240)!.vx).toBeCloseTo(133, 6)
        expect(at(simulation, 240)!.x).toBeCloseTo(133 * 4, 4)
      }
  })
})
