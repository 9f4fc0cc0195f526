import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createImage, type Image } from './image.ts'
import { likelyPixelScale, type Point, SOLIDS, solidOutlines } from './solids.ts'

/** A picture from rows of # and dots. */
const drawn = (...rows: string[]): Image => {
  const image = createImage(rows[0]!.length, rows.length)
  rows.forEach((row, y) =>
    [...row].forEach((sign, x) => {
      if (sign === '#') image.data.fill(255, (y * image.width + x) * 4, (y * image.width + x) * 4 + 4)
    }),
  )
  return image
}

const areaOf = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], k) => {
    const [nx, ny] = points[(k + 1) % points.length]!
    return sum + (x * ny - nx * y) / 2
  }, 0)

describe('outlines of solid pixels', () => {
  it('a block has its four corners, an L has six, both clockwise', () => {
    expect(solidOutlines(drawn('....', '.##.', '.##.', '....'), { ...SOLIDS, least: 1 })).toEqual([
      [
        [3, 1],
        [3, 3],
        [1, 3],
        [1, 1],
      ],
    ])
    const [l] = solidOutlines(drawn('##..', '##..', '####'), { ...SOLIDS, least: 1, tolerance: 0 })
    expect(l).toHaveLength(6)
    expect(areaOf(l!)).toBe(8)
  })

  it('shapes that touch at a corner are two; small ones are left out; the largest comes first', () => {
    const found = solidOutlines(drawn('#....', '.##..', '.##..', '....#'), {
      ...SOLIDS,
      tolerance: 0,
      least: 1,
    })
    expect(found.map(areaOf)).toEqual([4, 1, 1])
    expect(solidOutlines(drawn('#....', '.##..'), { ...SOLIDS, tolerance: 0, least: 2 })).toHaveLength(1)
  })

  it('without a tolerance the outline of a shape without holes has the area of its pixels', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 10 }), (heights) => {
        const rows = Array.from({ length: 12 }, (_, y) =>
          heights.map((high) => (12 - y <= high ? '#' : '.')).join(''),
        )
        const found = solidOutlines(drawn(...rows), { alpha: 128, tolerance: 0, least: 1 })
        expect(found).toHaveLength(1)
        expect(areaOf(found[0]!)).toBe(heights.reduce((sum, high) => sum + high, 0))
      }),
    )
  })

  it('a tolerance straightens a stair, and corners are kept under the limit', () => {
    const stair = Array.from({ length: 40 }, (_, y) => '#'.repeat(y + 1) + '.'.repeat(40 - y))
    expect(solidOutlines(drawn(...stair), { ...SOLIDS, tolerance: 1.5 })[0]!.length).toBeLessThan(8)
    expect(solidOutlines(drawn(...stair), { ...SOLIDS, tolerance: 0 }, 20)[0]!.length).toBeLessThanOrEqual(20)
  })
})

describe('the size of a game’s pixels in its screenshot', () => {
  it('is found for whole sizes, with a grid that begins anywhere, and is 1 for a plain picture', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.uint8Array({ minLength: 24 * 18, maxLength: 24 * 18 }).filter((cells) => new Set(cells).size > 40),
        (scale, cells) => {
          const image = createImage(24 * scale, 18 * scale)
          for (let y = 0; y < image.height; y++)
            for (let x = 0; x < image.width; x++) {
              const value = cells[Math.floor(y / scale) * 24 + Math.floor(x / scale)]!
              image.data.set([value, 255 - value, value >> 1, 255], (y * image.width + x) * 4)
            }
          expect(likelyPixelScale(image)).toBe(scale)
        },
      ),
      { numRuns: 30 },
    )
    expect(likelyPixelScale(createImage(40, 40))).toBe(1)
  })
})
