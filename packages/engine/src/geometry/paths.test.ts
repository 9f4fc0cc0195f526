import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Path } from '@gliv/model'
import { fillPath, filledPlaceInto, flattenPath, pathPlaceInto, type PathPlace } from './paths.ts'
import { TravelPath } from '../input/travelPath.ts'

const corner = (x: number, y: number) => ({ x, y, inX: 0, inY: 0, outX: 0, outY: 0 })
const place = (): PathPlace => ({ x: 0, y: 0, tx: 1, ty: 0 })
const coordinate = fc.integer({ min: -100, max: 100 })
const anyPath: fc.Arbitrary<Path> = fc.record({
  closed: fc.boolean(),
  points: fc.array(
    fc.record({
      x: coordinate,
      y: coordinate,
      inX: coordinate,
      inY: coordinate,
      outX: coordinate,
      outY: coordinate,
    }),
    { minLength: 2, maxLength: 6 },
  ),
})

describe('flattened paths', () => {
  it('go through every point, and a closed one comes back', () => {
    fc.assert(
      fc.property(anyPath, fc.boolean(), (path, curved) => {
        const flat = flattenPath(path, curved)
        const all = Array.from(flat.x, (x, i) => `${x},${flat.y[i]}`)
        for (const p of path.points) expect(all).toContain(`${p.x},${p.y}`)
        if (path.closed) expect(all.at(-1)).toBe(all[0])
      }),
    )
  })

  it('places move on by their share of the length, tangents have length one', () => {
    fc.assert(
      fc.property(anyPath, fc.double({ min: 0, max: 0.99, noNaN: true }), (path, share) => {
        const flat = flattenPath(path, true)
        const [a, b] = [place(), place()]
        pathPlaceInto(flat, share, a)
        pathPlaceInto(flat, share + 0.01, b)
        // A chord is never longer than the way along the path.
        expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeLessThanOrEqual(flat.length * 0.01 + 1e-6)
        expect(Math.hypot(a.tx, a.ty)).toBeCloseTo(1, 9)
      }),
    )
  })

  it('a quarter of a circle by handles is as long as it should be', () => {
    const k = 100 * 0.5522847498
    const quarter: Path = {
      closed: false,
      points: [
        { ...corner(100, 0), outY: k },
        { ...corner(0, 100), inX: k },
      ],
    }
    expect(flattenPath(quarter, true).length).toBeCloseTo(50 * Math.PI, 0)
    expect(flattenPath(quarter, false).length).toBeCloseTo(Math.hypot(100, 100), 9)
  })
})

describe('filled paths', () => {
  it('places lie inside by the even-odd rule, also in a star that crosses itself', () => {
    const star: Path = {
      closed: true,
      points: [0, 2, 4, 1, 3].map((k) =>
        corner(80 * Math.cos((k * 2 * Math.PI) / 5), 80 * Math.sin((k * 2 * Math.PI) / 5)),
      ),
    }
    const flat = flattenPath(star, false)
    const filled = fillPath(flat)
    const out = place()
    const inside = (x: number, y: number): boolean => {
      let crossings = 0
      for (let i = 1; i < flat.x.length; i++) {
        const [x0, y0, x1, y1] = [flat.x[i - 1]!, flat.y[i - 1]!, flat.x[i]!, flat.y[i]!]
        if (y0 <= y !== y1 <= y && x < x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)) crossings++
      }
      return crossings % 2 === 1
    }
    let wrong = 0
    for (let k = 0; k < 2000; k++) {
      filledPlaceInto(filled, (k + 0.5) / 2000, ((k * 0.618) % 1) * 0.98 + 0.01, out)
      if (!inside(out.x, out.y)) wrong++
    }
    // Spans are level, so only their slanted ends can stick out.
    expect(wrong / 2000).toBeLessThan(0.03)
  })

  it('one without any area gives its middle instead of a broken number', () => {
    const out = place()
    filledPlaceInto(
      fillPath(flattenPath({ closed: true, points: [corner(5, 5), corner(5, 5)] }, false)),
      0.3,
      0.7,
      out,
    )
    expect([out.x, out.y].every(Number.isFinite)).toBe(true)
  })
})

describe('an emitter’s travel', () => {
  const path: Path = { closed: false, points: [corner(0, 0), corner(100, 0)] }
  const at = (
    mode: 'once' | 'loop' | 'backAndForth',
    seconds: number,
    ease: 'linear' | 'easeIn' = 'linear',
  ): number => {
    const out = place()
    new TravelPath({ path, mode, ease }, 2).placeInto(seconds, out)
    return Number(out.x.toFixed(6))
  }
  it.each([
    ['once', [0, 50, 100, 100, 100]],
    ['loop', [0, 50, 0, 50, 0]],
    ['backAndForth', [0, 50, 100, 50, 0]],
  ] as const)('%s', (mode, expected) => expect([0, 1, 2, 3, 4].map((s) => at(mode, s))).toEqual(expected))

  it('waits at its start, and eases', () =>
    expect([at('once', -1), at('once', 1, 'easeIn')]).toEqual([0, 25]))
})
