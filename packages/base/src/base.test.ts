import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  BoundedCache,
  type Colour,
  compilePalette,
  crc32,
  cubeRoot,
  fromOklab,
  isPng,
  nearestIn,
  nthRoot,
  parseColour,
  PNG_SIGNATURE,
  toOklab,
} from './index.ts'

const byte = fc.integer({ min: 0, max: 255 })
const colour = fc.tuple(byte, byte, byte)
const hex = ([r, g, b]: Colour): string =>
  `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`

describe('roots', () => {
  it('are those of whole powers, within a few last bits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
        fc.integer({ min: 2, max: 12 }),
        (x, n) => {
          expect(nthRoot(x, n) ** n / x).toBeCloseTo(1, 12)
        },
      ),
    )
    expect([cubeRoot(27), cubeRoot(0), cubeRoot(-1)]).toEqual([3, 0, 0])
  })
})

describe('OKLab', () => {
  it('has the published values of white and the primaries', () => {
    const published: readonly (readonly [string, Colour])[] = [
      ['#ffffff', [1, 0, 0]],
      ['#000000', [0, 0, 0]],
      ['#ff0000', [0.62796, 0.22486, 0.12585]],
      ['#00ff00', [0.86644, -0.23389, 0.1795]],
      ['#0000ff', [0.45201, -0.03246, -0.31153]],
    ]
    for (const [text, lab] of published)
      toOklab(parseColour(text)).forEach((value, k) => expect(value).toBeCloseTo(lab[k]!, 4))
  })

  it('comes back as the colour that went in', () => {
    fc.assert(
      fc.property(colour, (rgb) => {
        fromOklab(toOklab(rgb)).forEach((value, k) => expect(value).toBeCloseTo(rgb[k]!, 3))
      }),
    )
  })

  it('finds the nearest colour as a plain search does, and itself where it is there', () => {
    fc.assert(
      fc.property(fc.array(colour, { minLength: 1, maxLength: 12 }), colour, (list, rgb) => {
        const palette = compilePalette(list.map(hex))
        const distance = (other: Colour): number => {
          const [p, q] = [toOklab(other), toOklab(rgb)]
          return p.reduce((sum, v, k) => sum + (v - q[k]!) ** 2, 0)
        }
        const least = Math.min(...list.map(distance))
        expect(distance(list[nearestIn(palette, rgb)]!)).toBeCloseTo(least, 12)
        expect(list[nearestIn(palette, list[0]!)]).toEqual(list[0])
      }),
    )
  })
})

describe('bytes', () => {
  it('have the check value of the specification', () => {
    expect(crc32(Uint8Array.from('123456789', Number).map((digit) => digit + 48))).toBe(0xcbf43926)
    expect(crc32(new Uint8Array(0))).toBe(0)
  })

  it('of a PNG are known by all eight of its first', () => {
    expect(isPng(Uint8Array.from([...PNG_SIGNATURE, 0]))).toBe(true)
    for (let k = 0; k < 8; k++)
      expect(isPng(Uint8Array.from(PNG_SIGNATURE, (b, i) => (i === k ? b ^ 1 : b)))).toBe(false)
  })
})

describe('a bounded cache', () => {
  it('is a plain map of the latest keys, whatever happens', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 0, max: 9 }), fc.integer({ min: 1, max: 5 }))),
        (steps) => {
          const cache = new BoundedCache<number, number>(8, (weight) => weight)
          let truth: [key: number, weight: number][] = []
          for (const [asks, key, weight] of steps) {
            const at = truth.findIndex(([k]) => k === key)
            const [known] = at < 0 ? [] : truth.splice(at, 1)
            if (asks) {
              expect(cache.get(key)).toBe(known?.[1])
              if (known) truth.push(known)
              continue
            }
            expect(cache.set(key, weight)).toBe(weight)
            truth.push([key, weight])
            while (truth.length > 1 && truth.reduce((sum, [, w]) => sum + w, 0) > 8) truth = truth.slice(1)
          }
          expect(cache.size).toBe(truth.length)
          for (const [key, weight] of truth) expect(cache.get(key)).toBe(weight)
        },
      ),
    )
  })

  it('makes what is not there once, and keeps what weighs more than all by itself', () => {
    const cache = new BoundedCache<string, number>(2, (weight) => weight)
    let made = 0
    const make = (): number => (made++, 7)
    expect([cache.ensure('a', make), cache.ensure('a', make), made]).toEqual([7, 7, 1])
    expect([cache.takeOldest(), cache.takeOldest(), cache.size]).toEqual([7, undefined, 0])
  })
})
