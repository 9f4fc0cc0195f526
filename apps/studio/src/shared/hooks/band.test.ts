import { describe, expect, it } from 'vitest'
import { bandOf, touched, touchedInGrid, withBand } from './band.ts'

describe('a rubber band', () => {
  const cells = [0, 1, 2, 3].map((k) => ({ x: (k % 2) * 10, y: Math.floor(k / 2) * 10, w: 8, h: 8 }))

  it('takes what it touches, drawn from whichever corner', () => {
    expect(touched(bandOf([1, 1], [12, 5]), cells)).toEqual([0, 1])
    expect(touched(bandOf([12, 15], [1, 1]), cells)).toEqual([0, 1, 2, 3])
    expect(touched(bandOf([8.5, 0], [9.5, 30]), cells)).toEqual([])
  })

  it('takes the same in a grid as among its cells, and nothing beyond the last', () => {
    const size = { width: 10, height: 10 }
    const all = [...Array(7).keys()].map((k) => ({
      x: (k % 3) * 10,
      y: Math.floor(k / 3) * 10,
      w: 10,
      h: 10,
    }))
    for (const [a, b] of [
      [
        [1, 1],
        [12, 5],
      ],
      [
        [25, 5],
        [5, 25],
      ],
      [
        [-5, -5],
        [99, 99],
      ],
      [
        [11, 21],
        [29, 29],
      ],
    ] as const) {
      const band = bandOf(a, b)
      expect(touchedInGrid(band, 3, size, 7)).toEqual(touched(band, all))
    }
  })

  it('adds to what was chosen with Ctrl, else replaces it', () => {
    expect(withBand([5, 1], [2, 1], true)).toEqual([1, 2, 5])
    expect(withBand([5, 1], [2, 1], false)).toEqual([1, 2])
  })
})
