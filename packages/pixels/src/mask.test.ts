import { describe, expect, it } from 'vitest'
import { createImage, maskPlaces } from './index.ts'

/** A picture from rows of letters: dots are empty, r and b are red and blue, h is half transparent. */
const draw = (...rows: readonly string[]) => {
  const image = createImage(rows[0]!.length, rows.length)
  const texels: Record<string, readonly number[]> = {
    '.': [0, 0, 0, 0],
    r: [255, 0, 0, 255],
    b: [0, 0, 255, 255],
    h: [0, 255, 0, 100],
  }
  rows.forEach((row, y) =>
    [...row].forEach((letter, x) => image.data.set(texels[letter]!, (y * row.length + x) * 4)),
  )
  return image
}
const whole = (image: { width: number; height: number }, pivotX = 0, pivotY = 0) => ({
  x: 0,
  y: 0,
  w: image.width,
  h: image.height,
  pivotX,
  pivotY,
})
const pairs = ({ x, y }: { x: readonly number[]; y: readonly number[] }): string[] =>
  x.map((v, i) => `${v},${y[i]}`)

describe('places of a picture', () => {
  const image = draw('....', '.rr.', '.rb.', '..h.')

  it('filled cells row by row, from the pivot; what is mostly transparent does not count', () => {
    expect(pairs(maskPlaces(image, whole(image, 2, 2), 'area', 1, false))).toEqual([
      '-0.5,-0.5',
      '0.5,-0.5',
      '-0.5,0.5',
      '0.5,0.5',
    ])
  })

  it('larger cells count by their mean', () => {
    // Four cells of 2 × 2; each has one filled texel of four, but the last has 255 + 100 of 1020.
    expect(maskPlaces(image, whole(image), 'area', 2, false).x).toEqual([])
    const half = draw('rr..', 'r...')
    expect(pairs(maskPlaces(half, whole(half), 'area', 2, false))).toEqual(['1,1'])
  })

  it('colours of the cells, when they are kept', () => {
    expect(maskPlaces(image, whole(image), 'area', 1, true).colour).toEqual([0xff, 0xff, 0xff, 0xff0000])
    expect(maskPlaces(image, whole(image), 'area', 1, false).colour).toEqual([])
    const mixed = draw('rb')
    expect(maskPlaces(mixed, whole(mixed), 'area', 2, true).colour).toEqual([0x80 | (0x80 << 16)])
  })

  it('the edge only, with normals that point out of the shape', () => {
    const block = draw('rrr', 'rrr', 'rrr')
    const edge = maskPlaces(block, whole(block), 'edge', 1, false)
    expect(pairs(edge)).not.toContain('1.5,1.5')
    expect(edge.x.length).toBe(8)
    edge.x.forEach((x, i) => {
      const [dx, dy] = [x - 1.5, edge.y[i]! - 1.5]
      expect(edge.nx[i]! * dx + edge.ny[i]! * dy).toBeGreaterThan(0.9)
      expect(Math.hypot(edge.nx[i]!, edge.ny[i]!)).toBeCloseTo(1, 12)
    })
    // The middle of a side points straight out.
    const top = pairs(edge).indexOf('1.5,0.5')
    expect([edge.nx[top], edge.ny[top]]).toEqual([0, -1])
  })

  it('facing out: moved by half a cell along the normal', () => {
    const block = draw('rrr', 'rrr', 'rrr')
    const edge = maskPlaces(block, whole(block), 'edge', 1, false)
    const out = maskPlaces(block, whole(block), 'edgeOut', 1, false)
    out.x.forEach((x, i) => {
      expect(x).toBeCloseTo(edge.x[i]! + edge.nx[i]! / 2, 12)
      expect(out.y[i]).toBeCloseTo(edge.y[i]! + edge.ny[i]! / 2, 12)
    })
  })

  it('one frame of a sheet, its last cells cut where the grid does not fit', () => {
    const sheet = draw('..rrr', '..rrr')
    const places = maskPlaces(sheet, { x: 2, y: 0, w: 3, h: 2, pivotX: 0, pivotY: 0 }, 'area', 2, false)
    expect(pairs(places)).toEqual(['1,1', '3,1'])
  })
})
