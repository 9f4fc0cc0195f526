import type { Surface } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { movedSurface } from './surfaces.ts'

const SURFACES: readonly Surface[] = [
  { id: 'a', kind: 'segment', x1: 1, y1: 2, x2: 3, y2: 4 },
  { id: 'b', kind: 'box', x: 1, y: 2, w: 30, h: 40 },
  { id: 'c', kind: 'circle', x: 1, y: 2, r: 5, oneWay: true },
  {
    id: 'd',
    kind: 'polygon',
    points: [
      [0, 0],
      [4, 0],
      [0, 4],
    ],
  },
  { id: 'e', kind: 'tiles', x: 1, y: 2, size: 16, rows: ['##'] },
]

describe.each(SURFACES)('a $kind', (surface) => {
  it('is moved whole, there and back, and keeps all else', () => {
    const there = movedSurface(surface, 7, -3)
    expect(there).not.toEqual(surface)
    expect({ ...there, id: surface.id, kind: surface.kind }).toEqual(there)
    expect(movedSurface(there, -7, 3)).toEqual(surface)
  })
})
