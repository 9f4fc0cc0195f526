import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { NumbersOf, PoseParts, ResolvedEmitter, Tape, ViewRect } from '@gliv/model'
import { compile, createSimulation, reportParticles, type ParticleReport } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const burst = (
  numbers: Partial<NumbersOf<'emitter'>>,
  more: Partial<Omit<ResolvedEmitter, 'numbers'>> = {},
  type = makeType({ life: fixed(9), startAngle: fixed(20), gravity: 100 }, { forces: ['gravity'] }),
) => makeEmitter({ flow: 0, ...numbers }, { bursts: [makeBurst('b', 0, 6)], type, ...more })

const at = (
  emitter: ResolvedEmitter,
  tick: number,
  pose: PoseParts = {},
  tape: Tape = [],
  view?: ViewRect,
): ParticleReport[] => {
  const simulation = createSimulation(compile(makeEffect([emitter])), {
    ...pose,
    tape,
    ...(view ? { view } : {}),
  })
  simulation.seek(tick)
  return reportParticles(simulation)
}

const turned = (x: number, y: number, deg: number): [number, number] => {
  const a = (deg * Math.PI) / 180
  return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)]
}

const EMITTER = { offsetX: 30, offsetY: -10, shapeRadius: 20, heading: 15, fan: 90 }
const circle = { shape: 'circle' as const }

describe('a placed effect', () => {
  it('turns, scales and mirrors offsets, shapes, headings and sprites; gravity stays with the world', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -360, max: 360 }),
        fc.constantFrom(0.5, 1, 2),
        fc.boolean(),
        (rotate, scale, mirror) => {
          const plain = at(burst(EMITTER, circle), 30)
          const placed = at(burst(EMITTER, circle), 30, { x: 100, y: 50, rotate, scale, mirror })
          plain.forEach((p, i) => {
            // Without the fall, which is ½ g t² in both, the placed one is the plain one through the pose.
            const fall = 0.5 * 100 * 0.25
            const [x, y] = turned((mirror ? -1 : 1) * scale * p.x, scale * (p.y - fall), rotate)
            const q = placed[i]!
            expect(Math.hypot(q.x - 100 - x, q.y - 50 - scale * fall - y)).toBeLessThan(1e-6)
            expect(q.angleDeg).toBeCloseTo(mirror ? rotate - 20 : rotate + 20, 9)
            expect([q.scaleX, q.scaleY]).toEqual([(mirror ? -1 : 1) * scale, scale])
          })
        },
      ),
      { numRuns: 60 },
    )
  })

  it('world particles keep the place, turn and mirroring of their birth', () => {
    const tape: Tape = [{ tick: 10, do: 'teleport', x: 500, y: 0, rotate: 90, scale: 3, mirror: true }]
    expect(at(burst(EMITTER), 9, {}, tape).map((p) => [p.scaleX, p.angleDeg])).toEqual(
      at(burst(EMITTER), 30, {}, tape).map((p) => [p.scaleX, p.angleDeg]),
    )
    expect(
      at(burst({ ...EMITTER, speed: fixed(0) }, {}, makeType({ life: fixed(9) })), 30, {}, tape).every(
        (p) => p.x === 30 && p.y === -10,
      ),
    ).toBe(true)
  })

  it('carried particles go with it, and world gravity still leads down', () => {
    const tape: Tape = [{ tick: 20, do: 'move', x: 80, y: 0, rotate: 90 }]
    const still = at(
      burst({ ...EMITTER, speed: fixed(0) }, { space: 'carried' }, makeType({ life: fixed(9) })),
      20,
      {},
      tape,
    )
    // Offset (30, −10), a quarter turn clockwise, at (80, 0).
    for (const p of still) {
      expect(p.x).toBeCloseTo(90, 9)
      expect(p.y).toBeCloseTo(30, 9)
      expect(p.angleDeg).toBeCloseTo(90, 9)
    }
    const [a] = at(burst({ speed: fixed(0) }, { space: 'carried' }), 30, { rotate: 130, mirror: true })
    expect(a!.x).toBeCloseTo(0, 6)
    expect(a!.y).toBeCloseTo(0.5 * 100 * 0.25, 6)
  })

  it('pinned particles stay on the view while it moves', () => {
    const tape: Tape = [{ tick: 20, do: 'view', x: 200, y: -60, w: 320, h: 180 }]
    const view = { x: 0, y: 0, w: 320, h: 180 }
    const emitter = burst(
      { speed: fixed(0), offsetX: 40, offsetY: 30 },
      { space: 'pinned' },
      makeType({ life: fixed(9) }),
    )
    expect(at(emitter, 0, {}, tape, view).map((p) => [p.x, p.y])[0]).toEqual([40, 30])
    expect(at(emitter, 20, {}, tape, view).map((p) => [p.x, p.y])[0]).toEqual([240, -30])
  })

  it('a strip along an edge of the view follows it, whatever the effect does', () => {
    const view = { x: 1000, y: 500, w: 320, h: 180 }
    const emitter = burst(
      { edgeDepth: 10, edgeOutset: 4, speed: fixed(0) },
      { shape: 'viewEdge', side: 'right' },
      makeType({ life: fixed(9) }),
    )
    for (const p of at(emitter, 0, { x: -7, y: 9, rotate: 33 }, [], view)) {
      expect(p.x).toBeGreaterThanOrEqual(1324)
      expect(p.x).toBeLessThan(1334)
      expect(p.y).toBeGreaterThanOrEqual(500)
      expect(p.y).toBeLessThanOrEqual(680)
    }
  })

  it('sizes in percent of the view', () => {
    const view = { x: 0, y: 0, w: 400, h: 200 }
    const emitter = burst(
      { shapeWidth: 50, shapeHeight: 10, speed: fixed(0) },
      { shape: 'rectangle', fill: 'outline', sizeUnit: 'view', bursts: [makeBurst('b', 0, 300)] },
      makeType({ life: fixed(9) }),
    )
    const all = at(emitter, 0, { scale: 2 }, [], view)
    expect(Math.max(...all.map((p) => p.x))).toBeCloseTo(100, 0)
    expect(Math.max(...all.map((p) => p.y))).toBeCloseTo(10, 0)
  })

  it('inherits a share of its owner’s speed, jumps left out', () => {
    const tape: Tape = [{ tick: 60, do: 'move', x: 120, y: -60 }]
    const emitter = makeEmitter(
      { flow: 30, speed: fixed(0), inherit: 0.5 },
      { type: makeType({ life: fixed(9) }) },
    )
    for (const p of at(emitter, 30, {}, tape)) {
      expect(p.vx).toBeCloseTo(60, 6)
      expect(p.vy).toBeCloseTo(-30, 6)
    }
  })
})

describe('headings', () => {
  const launch = (
    aim: ResolvedEmitter['aim'],
    numbers: Partial<NumbersOf<'emitter'>> = {},
    more: Partial<Omit<ResolvedEmitter, 'numbers'>> = {},
  ) =>
    at(
      makeEmitter(
        { flow: 0, fan: 0, speed: fixed(100), shapeRadius: 40, ...numbers },
        {
          shape: 'circle',
          aim,
          bursts: [makeBurst('b', 0, 400)],
          type: makeType({ life: fixed(9) }),
          ...more,
        },
      ),
      0,
    )

  it('outward, inward and towards a point', () => {
    for (const p of launch('outward'))
      expect((p.x * p.vx + p.y * p.vy) / Math.hypot(p.x, p.y)).toBeCloseTo(100, 6)
    for (const p of launch('inward'))
      expect((p.x * p.vx + p.y * p.vy) / Math.hypot(p.x, p.y)).toBeCloseTo(-100, 6)
    for (const p of launch('towards', { targetX: 90, targetY: 10 }))
      expect(((90 - p.x) * p.vx + (10 - p.y) * p.vy) / Math.hypot(90 - p.x, 10 - p.y)).toBeCloseTo(100, 6)
  })

  it('along the outline and off it, with the fan around it', () => {
    for (const p of launch('along', {}, { fill: 'outline' }))
      expect(Math.abs(p.x * p.vx + p.y * p.vy)).toBeLessThan(1e-6)
    const fanned = launch('normal', { fan: 60 }, { fill: 'outline' }).map(
      (p) => Math.acos((p.x * p.vx + p.y * p.vy) / (Math.hypot(p.x, p.y) * 100)) * (180 / Math.PI),
    )
    expect(Math.max(...fanned)).toBeLessThanOrEqual(30 + 1e-6)
    expect(Math.max(...fanned)).toBeGreaterThan(28)
  })

  it('like a ball: the share of speeds on screen is that of a sphere seen from the front', () => {
    const speeds = launch('ball').map((p) => Math.hypot(p.vx, p.vy) / 100)
    // On a sphere z is even, so √(1 − speed²) is even too.
    const cells = [0, 0, 0, 0]
    for (const s of speeds) cells[Math.min(3, Math.floor(Math.sqrt(Math.max(0, 1 - s * s)) * 4))]!++
    for (const seen of cells) expect(Math.abs(seen - 100)).toBeLessThan(40)
  })
})
