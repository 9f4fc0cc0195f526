import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  blit,
  chip,
  createImage,
  decodePng,
  dot,
  encodePng,
  glow,
  type Image,
  paintField,
  puff,
  ring,
  spark,
  streak,
} from './index.ts'

const noisy = (width: number, height: number, seed: number): Image => {
  const image = createImage(width, height)
  let h = seed
  for (let i = 0; i < image.data.length; i++) {
    h = (Math.imul(h, 1664525) + 1013904223) >>> 0
    image.data[i] = h >>> 24
  }
  return image
}

describe('PNG', () => {
  it('comes back pixel for pixel, transparent colours included', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 40 }),
        fc.nat(),
        (w, h, seed) => {
          const image = noisy(w, h, seed)
          expect(decodePng(encodePng(image))).toEqual(image)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('is the same bytes every time', () => {
    expect(encodePng(noisy(33, 17, 5))).toEqual(encodePng(noisy(33, 17, 5)))
  })

  it('refuses damage and absurd sizes', () => {
    const good = encodePng(noisy(8, 8, 1))
    expect(() => decodePng(good.subarray(0, 40))).toThrow()
    const huge = good.slice()
    new DataView(huge.buffer).setUint32(16, 1_000_000)
    expect(() => decodePng(huge)).toThrow(/1000000 pixels on a side.*make it smaller/)
  })
})

describe('sprites by formula', () => {
  it.each([
    ['dot', dot(0.2)],
    ['glow', glow],
    ['streak', streak],
    ['spark', spark],
    ['ring', ring(0.2)],
    ['puff', puff(4)],
    ['chip', chip(7)],
  ])('%s is white, not empty, and clear of its border', (_name, field) => {
    const { data, width, height } = paintField(32, 32, field)
    let sum = 0
    for (let i = 0; i < width * height; i++) {
      expect([data[i * 4], data[i * 4 + 1], data[i * 4 + 2]]).toEqual([255, 255, 255])
      sum += data[i * 4 + 3]!
    }
    expect(sum).toBeGreaterThan(2000)
    const corner = data[3]! + data[(width - 1) * 4 + 3]! + data[(width * height - 1) * 4 + 3]!
    expect(corner).toBe(0)
  })

  it('a round dot is the same in all four quarters', () => {
    const { data } = paintField(16, 16, dot(0.3))
    const alpha = (x: number, y: number) => data[(y * 16 + x) * 4 + 3]
    for (let y = 0; y < 8; y++)
      for (let x = 0; x < 8; x++)
        expect([alpha(15 - x, y), alpha(x, 15 - y), alpha(y, x)]).toEqual([
          alpha(x, y),
          alpha(x, y),
          alpha(x, y),
        ])
  })

  it('a copy lands where it is put, and nowhere else', () => {
    const [small, sheet] = [noisy(3, 2, 1), createImage(8, 4)]
    blit(small, sheet, 2, 1)
    for (let y = 0; y < 4; y++)
      for (let x = 0; x < 8; x++) {
        const inside = x >= 2 && x < 5 && y >= 1 && y < 3
        const expected = inside
          ? small.data.subarray(((y - 1) * 3 + x - 2) * 4, ((y - 1) * 3 + x - 1) * 4)
          : Uint8Array.of(0, 0, 0, 0)
        expect([...sheet.data.subarray((y * 8 + x) * 4, (y * 8 + x + 1) * 4)]).toEqual([...expected])
      }
  })
})
