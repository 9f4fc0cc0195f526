import type { Surface } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { drawn, outlined, pointsOf, snapped, withPoint } from './surfaceTools.ts'

describe('surfaces drawn by hand', () => {
  it('are what the pull says, from whichever corner; a slip makes nothing', () => {
    expect(drawn('line', 'a', [0, 10], [40, 10])).toMatchObject({
      kind: 'segment',
      x1: 0,
      y1: 10,
      x2: 40,
      y2: 10,
    })
    expect(drawn('box', 'a', [40, 30], [10, 5])).toMatchObject({ kind: 'box', x: 10, y: 5, w: 30, h: 25 })
    expect(drawn('round', 'a', [5, 5], [8, 9])).toMatchObject({ kind: 'circle', r: 5 })
    expect([drawn('line', 'a', [0, 0], [1, 1]), drawn('box', 'a', [0, 0], [40, 1])]).toEqual([null, null])
    expect(
      outlined('a', [
        [0, 0],
        [9, 0],
      ]),
    ).toBeNull()
    expect(
      outlined('a', [
        [0, 0],
        [9, 0],
        [0, 9],
      ]),
    ).toMatchObject({ kind: 'polygon' })
  })

  it('keep a size when a point is pulled across the other', () => {
    const box: Surface = { id: 'b', kind: 'box', x: 0, y: 0, w: 10, h: 10 }
    expect(withPoint(box, 0, [30, 30])).toMatchObject({ x: 9, y: 9, w: 1, h: 1 })
    expect(withPoint(box, 1, [-5, 20])).toMatchObject({ w: 1, h: 20 })
    for (const surface of [
      box,
      { id: 's', kind: 'segment', x1: 0, y1: 0, x2: 5, y2: 5 },
      {
        id: 'p',
        kind: 'polygon',
        points: [
          [0, 0],
          [4, 0],
          [0, 4],
        ],
      },
    ] as const)
      pointsOf(surface).forEach((_, k) => {
        const at = [k === 0 ? -3 : 12, k === 0 ? -4 : 13] as const
        expect(pointsOf(withPoint(surface, k, at))[k]).toEqual(at)
      })
  })

  it('snap to whole px, and to points that are near', () => {
    const line: Surface = { id: 's', kind: 'segment', x1: 10.5, y1: 3, x2: 50, y2: 3 }
    expect(snapped([11, 4], [line], 6)).toEqual([10.5, 3])
    expect(snapped([20.4, 8.6], [line], 6)).toEqual([20, 9])
  })
})
