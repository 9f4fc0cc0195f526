import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  BIASES,
  defaultsOf,
  DEFAULT_EMITTER_CHOICES,
  type Bias,
  type EmitterChoices,
  type Fill,
  type NumbersOf,
  type Path,
  type ShapeKind,
  STREAMS,
} from '@gliv/model'
import { BIAS_BENDS, sampleRange } from '../maths/samples.ts'
import { sample, keyInto } from '../maths/random.ts'
import { shuffledPlace } from './placement.ts'
import { createShape, emptySpot, SHAPE_SAMPLERS, type Spot } from './shapes.ts'

type Numbers = Partial<NumbersOf<'emitter'>>
const SIZES: Numbers = {
  shapeWidth: 120,
  shapeHeight: 40,
  shapeRadius: 50,
  shapeInner: 20,
  shapeArc: 120,
  shapeAngle: 30,
  shapeSides: 5,
  endX: 90,
  endY: -120,
  edgeDepth: 10,
  edgeOutset: 4,
}
const VIEW = { x: 10, y: 20, w: 320, h: 180 }
const MASK = { x: [-1, 0, 4], y: [2, 0, 1], nx: [-1, 0, 1], ny: [0, 0, 0], colour: [1, 2, 3] }

const spots = (
  shape: ShapeKind,
  fill: Fill,
  count: number,
  numbers: Numbers = {},
  choices: Partial<EmitterChoices> = {},
): Spot[] => {
  const key = { hi: 0, lo: 0 }
  const made = createShape(
    { ...DEFAULT_EMITTER_CHOICES, ...choices, shape, fill },
    { ...defaultsOf('emitter'), ...SIZES, ...numbers },
    MASK,
  )
  Object.assign(made.view, VIEW)
  return Array.from({ length: count }, (_, n) => {
    keyInto(key, 9, 1234, 0, 0, n)
    const spot = emptySpot()
    SHAPE_SAMPLERS[shape](
      made,
      Float64Array.of(sample(key.hi, key.lo, STREAMS.place, 0), sample(key.hi, key.lo, STREAMS.place, 1)),
      spot,
    )
    return spot
  })
}

/** Σ (seen − expected)² ÷ expected over equally likely cells. */
const chiSquare = (cells: readonly number[], count: number): number => {
  const expected = count / cells.length
  return cells.reduce((sum, seen) => sum + (seen - expected) ** 2 / expected, 0)
}
/** Quantile at 1 in 10,000 by Wilson and Hilferty's cube approximation. */
const limit = (freedom: number): number =>
  freedom * (1 - 2 / (9 * freedom) + 3.72 * Math.sqrt(2 / (9 * freedom))) ** 3

const histogram = (values: readonly number[], cells: number): number[] => {
  const counts = Array.from({ length: cells }, () => 0)
  for (const v of values) counts[Math.min(cells - 1, Math.max(0, Math.floor(v * cells)))]!++
  return counts
}

/** Whether numbers that should be even in [0, 1) are. */
const expectEven = (values: readonly number[], cells = 20): void =>
  expect(chiSquare(histogram(values, cells), values.length)).toBeLessThan(limit(cells - 1))

/**
 * The stated share of the area within relative area q of the centre, so that it must come out even: q, √q,
 * q⁴.
 */
const SHARE: Record<Exclude<Fill, 'outline'>, (q: number) => number> = {
  even: (q) => q,
  core: (q) => Math.sqrt(q),
  rim: (q) => q ** 4,
}
const FILLED = ['even', 'core', 'rim'] as const
const COUNT = 20_000
const angle = (x: number, y: number): number => (((Math.atan2(y, x) / (2 * Math.PI)) % 1) + 1) % 1

/** A vector turned back by degrees. */
const untilted = (x: number, y: number, deg: number): [number, number] => {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)]
  return [x * c + y * s, y * c - x * s]
}

describe('density of shapes, by chi-square', () => {
  it.each(FILLED)('a circle filled %s', (fill) => {
    const all = spots('circle', fill, COUNT)
    expectEven(all.map(({ x, y }) => SHARE[fill]((x * x + y * y) / 2500)))
    expectEven(
      all.map(({ x, y }) => angle(x, y)),
      24,
    )
  })

  it.each(FILLED)('an ellipse filled %s', (fill) => {
    const all = spots('ellipse', fill, COUNT)
    expectEven(all.map(({ x, y }) => SHARE[fill]((x / 60) ** 2 + (y / 20) ** 2)))
  })

  it.each(FILLED)('a ring filled %s, over its arc', (fill) => {
    const all = spots('ring', fill, COUNT)
    expectEven(all.map(({ x, y }) => SHARE[fill]((x * x + y * y - 400) / 2100)))
    // From 30 − 60 to 30 + 60 degrees.
    expectEven(all.map(({ x, y }) => (angle(x, y) * 3 + 0.25) % 3))
  })

  it.each(FILLED)('a rectangle filled %s', (fill) => {
    const all = spots('rectangle', fill, COUNT)
    expectEven(all.map(({ x, y }) => SHARE[fill](Math.max(Math.abs(x) / 60, Math.abs(y) / 20) ** 2)))
    if (fill === 'even')
      expectEven(
        all.map(({ x, y }) => (Math.floor(((x + 60) / 120) * 8) + Math.min(0.999, (y + 20) / 40)) / 8),
        64,
      )
  })

  it.each(FILLED)('a diamond filled %s, turned and unequal', (fill) => {
    // Back to the square on its corner: the share of the area within is the square of |x| + |y|.
    const all = spots('diamond', fill, COUNT, { shapeTilt: 30 }).map(({ x, y }) => untilted(x, y, 30))
    expectEven(all.map(([x, y]) => SHARE[fill]((Math.abs(x) / 60 + Math.abs(y) / 20) ** 2)))
    for (const [x, y] of all) expect(Math.abs(x) / 60 + Math.abs(y) / 20).toBeLessThan(1 + 1e-12)
  })

  it('a tilt turns places, normals and tangents alike, and none changes nothing', () => {
    for (const shape of ['rectangle', 'ellipse', 'diamond'] as const)
      for (const fill of ['even', 'outline'] as const) {
        const plain = spots(shape, fill, 60)
        spots(shape, fill, 60, { shapeTilt: 70 }).forEach((spot, k) => {
          const [x, y] = untilted(spot.x, spot.y, 70)
          const [nx, ny] = untilted(spot.nx, spot.ny, 70)
          const [tx, ty] = untilted(spot.tx, spot.ty, 70)
          const { x: px, y: py, nx: pnx, ny: pny, tx: ptx, ty: pty } = plain[k]!
          const expected = [px, py, pnx, pny, ptx, pty]
          ;[x, y, nx, ny, tx, ty].forEach((v, i) => expect(v).toBeCloseTo(expected[i]!, 9))
        })
      }
  })

  it('the outline of a diamond is even by length, its normal points outwards', () => {
    for (const { x, y, nx, ny, tx, ty } of spots('diamond', 'outline', 400)) {
      expect(Math.abs(x) / 60 + Math.abs(y) / 20).toBeCloseTo(1, 12)
      expect(nx * x + ny * y).toBeGreaterThan(0)
      expect([nx * tx + ny * ty, nx * nx + ny * ny].map((n) => n.toFixed(9))).toEqual(
        [0, 1].map((n) => expect.stringMatching(new RegExp(`^-?${n.toFixed(9)}$`)) as string),
      )
    }
  })

  it.each(FILLED)('a pentagon filled %s', (fill) => {
    const all = spots('polygon', fill, COUNT, { shapeAngle: 0 })
    // The distance to the nearest side over the inner radius tells the nested pentagon that a place lies on.
    const inner = 50 * Math.cos(Math.PI / 5)
    const nested = all.map(({ x, y }) =>
      Math.max(
        ...[36, 108, 180, 252, 324].map(
          (d) => (x * Math.cos((d * Math.PI) / 180) + y * Math.sin((d * Math.PI) / 180)) / inner,
        ),
      ),
    )
    expectEven(nested.map((t) => SHARE[fill](t * t)))
    expectEven(
      all.map(({ x, y }) => angle(x, y)),
      5,
    )
  })

  it.each(FILLED)('a line filled %s', (fill) => {
    const all = spots('line', fill, COUNT, { shapeAngle: 90 })
    expect(Math.max(...all.map((s) => Math.abs(s.x)))).toBeLessThan(1e-9)
    expectEven(all.map(({ y }) => SHARE[fill](Math.abs(y) / 60)))
    expectEven(
      all.map(({ y }) => (y > 0 ? 0.75 : 0.25)),
      2,
    )
  })

  it('a segment runs from the emitter to its end, even by length', () => {
    const all = spots('segment', 'even', COUNT)
    for (const { x, y } of all.slice(0, 50)) expect(Math.abs(x * -120 - y * 90)).toBeLessThan(1e-9)
    expectEven(all.map(({ x }) => x / 90))
  })

  it.each([
    [
      'rectangle',
      320,
      ({ x, y }: Spot) =>
        y === -20
          ? (x + 60) / 320
          : x === 60
            ? (140 + y) / 320
            : y === 20
              ? (220 - x) / 320
              : (300 - y) / 320,
    ],
    ['circle', 1, ({ x, y }: Spot) => angle(x, y)],
  ] as const)('the outline of a %s is even by length', (shape, _length, share) =>
    expectEven(spots(shape, 'outline', COUNT).map(share)),
  )

  it('the outline of an ellipse is even by length', () => {
    const all = spots('ellipse', 'outline', COUNT)
    for (const { x, y } of all.slice(0, 99))
      expect(Math.abs((x / 60) ** 2 + (y / 20) ** 2 - 1)).toBeLessThan(1e-3)
    // Slow truth: length along the ellipse by many small chords.
    const chords = Array.from(
      { length: 20_000 },
      (_, k) => [60 * Math.cos((k * Math.PI) / 10_000), 20 * Math.sin((k * Math.PI) / 10_000)] as const,
    )
    const upTo: number[] = [0]
    for (let k = 1; k < chords.length; k++)
      upTo.push(
        upTo[k - 1]! + Math.hypot(chords[k]![0] - chords[k - 1]![0], chords[k]![1] - chords[k - 1]![1]),
      )
    expectEven(
      all.map(
        ({ x, y }) => upTo[Math.min(19_999, Math.floor(angle(x / 60, y / 20) * 20_000))]! / upTo.at(-1)!,
      ),
    )
  })

  const at = (x: number, y: number, more = {}) => ({ x, y, inX: 0, inY: 0, outX: 0, outY: 0, ...more })
  const TRIANGLE: Path = { closed: true, points: [at(0, 0), at(90, 0), at(0, 60)] }

  it('a closed path is filled even by area, and its outline even by length', () => {
    const all = spots('polyline', 'even', COUNT, {}, { path: TRIANGLE })
    // In a triangle 1 − x ÷ 90 − y ÷ 60 has the distribution 1 − (1 − t)².
    const inside = all.map(({ x, y }) => 1 - x / 90 - y / 60)
    expect(Math.min(...inside)).toBeGreaterThan(-0.01)
    expectEven(inside.map((t) => 1 - (1 - Math.max(0, t)) ** 2))
    const line = spots('polyline', 'outline', COUNT, {}, { path: TRIANGLE })
    const hypotenuse = Math.hypot(90, 60)
    const share = line.filter((s) => Math.abs(1 - s.x / 90 - s.y / 60) < 1e-9).length / COUNT
    expect(Math.abs(share - hypotenuse / (150 + hypotenuse))).toBeLessThan(0.015)
    for (const s of line.slice(0, 99)) expect(s.nx * (s.x - 25) + s.ny * (s.y - 15)).toBeGreaterThan(0)
  })

  it('an open curve keeps to its Bézier curve and is even by length; a polyline ignores the handles', () => {
    const path: Path = {
      closed: false,
      points: [at(0, 0, { outX: 0, outY: -60 }), at(100, 0, { inX: 0, inY: -60 })],
    }
    const all = spots('curve', 'even', COUNT, {}, { path })
    expect(Math.min(...all.map((s) => s.y))).toBeCloseTo(-45, 1)
    expectEven(
      all.map(({ x }) => (x < 50 ? 0.25 : 0.75)),
      2,
    )
    expect(spots('polyline', 'even', 9, {}, { path }).every((s) => s.y === 0)).toBe(true)
  })

  it.each([
    ['top', ({ x, y }: Spot) => [x / 320 + 0.5, -(y + 90 + 4) / 10]],
    ['left', ({ x, y }: Spot) => [y / 180 + 0.5, -(x + 160 + 4) / 10]],
    ['bottom', ({ x, y }: Spot) => [x / 320 + 0.5, (y - 90 - 4) / 10]],
  ] as const)('a strip along the %s edge of the view: even along it and through its depth', (side, read) => {
    const all = spots('viewEdge', 'even', COUNT, {}, { side }).map(read)
    expectEven(all.map(([along]) => along!))
    expectEven(all.map(([, through]) => through!))
  })

  it('the whole view, the point, and the cells of a picture with their colours', () => {
    expectEven(spots('view', 'even', COUNT).map(({ x }) => x / 320 + 0.5))
    expect(new Set(spots('point', 'even', 50).map((s) => `${s.x},${s.y}`))).toEqual(new Set(['0,0']))
    const cells = spots('picture', 'even', COUNT)
    expect(new Set(cells.map((s) => `${s.x} ${s.y} ${s.nx} ${s.colour}`))).toEqual(
      new Set(['-1 2 -1 1', '0 0 0 2', '4 1 1 3']),
    )
    expectEven(
      cells.map((s) => (s.colour - 0.5) / 3),
      3,
    )
  })
})

describe('biases, by chi-square', () => {
  /** Distribution functions of the stated densities. */
  const BELOW: Record<Bias, (x: number) => number> = {
    even: (x) => x,
    middle: (x) => (x < 0.5 ? 2 * x * x : 1 - 2 * (1 - x) ** 2),
    low: (x) => 1 - (1 - x) ** 2,
    high: (x) => x * x,
  }

  it.each(BIASES)('%s', (bias) => {
    const key = { hi: 0, lo: 0 }
    const values = Array.from({ length: COUNT }, (_, n) => {
      keyInto(key, 5, 6, 0, 0, n)
      return sampleRange({ from: 10, to: 30, bias }, STREAMS.speed, key.hi, key.lo)
    })
    expect(Math.min(...values)).toBeGreaterThanOrEqual(10)
    expect(Math.max(...values)).toBeLessThanOrEqual(30)
    expectEven(values.map((v) => BELOW[bias]((v - 10) / 20)))
  })

  it('bend the same draw: the order of particles by value stays', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        fc.constantFrom(...BIASES),
        (a, b, bias) => {
          expect(BIAS_BENDS[bias](Math.min(a, b))).toBeLessThanOrEqual(BIAS_BENDS[bias](Math.max(a, b)))
        },
      ),
    )
  })
})

describe('a shuffle', () => {
  it('has every place once, and differs by seed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.nat(), (count, seed) => {
        expect(new Set(Array.from({ length: count }, (_, i) => shuffledPlace(i, count, seed))).size).toBe(
          count,
        )
      }),
    )
    const order = (seed: number) => Array.from({ length: 40 }, (_, i) => shuffledPlace(i, 40, seed)).join()
    expect(order(1)).not.toBe(order(2))
  })
})

describe('draws', () => {
  it('are uniform and unrelated between streams and neighbours', () => {
    const key = { hi: 0, lo: 0 }
    const a: number[] = []
    const pairs: number[] = []
    let last = 0
    for (let n = 0; n < 40_000; n++) {
      keyInto(key, 3, 55, 0, 0, n)
      const u = sample(key.hi, key.lo, 4, 0)
      const v = sample(key.hi, key.lo, 5, 0)
      a.push(u)
      pairs.push((Math.floor(u * 16) + v) / 16)
      last += (u - 0.5) * (v - 0.5)
    }
    expectEven(a, 64)
    expectEven(pairs, 256)
    expect(Math.abs(last / 40_000)).toBeLessThan(0.002)
  })
})
