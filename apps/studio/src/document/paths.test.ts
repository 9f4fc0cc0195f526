import type { Path } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { insertAfter, middleAfter, movedPoints, withoutPoints } from './paths.ts'

const point = (x: number, y: number) => ({ x, y, inX: -4, inY: 0, outX: 4, outY: 0 })
const path: Path = { closed: false, points: [point(0, 0), point(10, 0), point(20, 8)] }

describe('points of a path', () => {
  it('are moved together, with their handles, and the others stay', () => {
    const { points } = movedPoints(path, [0, 2], 3, -1)
    expect(points.map(({ x, y }) => [x, y])).toEqual([
      [3, -1],
      [10, 0],
      [23, 7],
    ])
    expect(points[2]).toMatchObject({ inX: -4, outX: 4 })
    expect(movedPoints(movedPoints(path, [0, 1, 2], 5, 6), [0, 1, 2], -5, -6)).toEqual(path)
  })

  it('are taken out as long as two stay', () => {
    expect(withoutPoints(path, [1])?.points.map(({ x }) => x)).toEqual([0, 20])
    expect(withoutPoints(path, [0, 1])).toBeNull()
  })

  it('are added where the curve runs: the middle of a segment, none after the last of an open path', () => {
    const straight: Path = { ...path, points: path.points.map((p) => ({ ...p, inX: 0, outX: 0 })) }
    const middle = middleAfter(straight, 1)!
    expect(middle).toEqual({ x: 15, y: 4 })
    expect(insertAfter(straight, 1, middle.x, middle.y).points).toHaveLength(4)
    expect(middleAfter(straight, 2)).toBeNull()
    expect(middleAfter({ ...straight, closed: true }, 2)).toEqual({ x: 10, y: 4 })
  })
})
