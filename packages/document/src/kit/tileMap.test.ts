import { describe, expect, it } from 'vitest'
import { tilesOfMap } from './tileMap.ts'

const map = (layers: unknown[], more: object = {}): unknown => ({
  width: 3,
  height: 2,
  tilewidth: 16,
  tileheight: 16,
  layers,
  ...more,
})

describe('a map of tiles', () => {
  it('gives its solid layer as rows, whatever way its tiles are turned', () => {
    const { surface, layer, count } = tilesOfMap(
      map([
        { name: 'sky', type: 'tilelayer', data: [1, 1, 1, 1, 1, 1] },
        { name: 'Ground', type: 'tilelayer', data: [0, 0, 0, 5, 0x80000005, 0] },
      ]),
      't',
      -8,
      4,
    )
    expect(surface).toEqual({ id: 't', kind: 'tiles', x: -8, y: 4, size: 16, rows: ['...', '##.'] })
    expect([layer, count]).toEqual(['Ground', 2])
  })

  it.each([
    [{}, /save the map as JSON/],
    [map([{ type: 'tilelayer', data: [0, 0, 0, 0, 0, 0] }]), /is empty/],
    [map([{ type: 'tilelayer', data: [1, 1] }]), /without packing/],
    [map([{ type: 'tilelayer', data: [1, 1, 1, 1, 1, 1] }], { tileheight: 8 }), /16 × 8 px/],
    [map([], { width: 400 }), /at most 256/],
  ])('is refused in words when it is something else', (data, words) => {
    expect(() => tilesOfMap(data, 't', 0, 0)).toThrow(words)
  })
})
