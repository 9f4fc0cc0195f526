import { describe, expect, it } from 'vitest'
import {
  type Brush,
  createImage,
  drop,
  ellipsePoints,
  fillPoints,
  type Image,
  lift,
  linePoints,
  mirrorPoints,
  paintPoints,
  type Points,
  rectanglePoints,
} from './index.ts'
import { asRows, drawn } from './testing/draw.ts'

const WHITE: Brush = { colour: [255, 255, 255], alpha: 1, erase: false }
const RED: Brush = { ...WHITE, colour: [255, 0, 0] }
const seen = (points: Points, width: number, height: number): string[] =>
  asRows(paintPoints(createImage(width, height), points, WHITE))
const texel = (image: Image, x: number, y: number): number[] => [
  ...image.data.subarray((y * image.width + x) * 4, (y * image.width + x) * 4 + 4),
]

describe('lines', () => {
  it('go through the texels of Bresenham, in every direction alike', () => {
    const rows = ['##....', '..##..', '....##']
    expect(seen(linePoints(0, 0, 5, 2), 6, 3)).toEqual(rows)
    expect(seen(linePoints(5, 2, 0, 0), 6, 3)).toEqual(rows)
    expect(seen(linePoints(1, 0, 1, 2), 3, 3)).toEqual(['.#.', '.#.', '.#.'])
    expect(seen(linePoints(2, 1, 2, 1), 4, 3)).toEqual(['....', '..#.', '....'])
  })
  it('are as thick as the brush and stop at the border', () => {
    expect(seen(linePoints(1, 1, 3, 1, 2), 5, 3)).toEqual(['.....', '.####', '.####'])
    expect(seen(linePoints(-2, 0, 1, 0, 3), 4, 3)).toEqual(['###.', '###.', '....'])
  })
})

describe('rectangles and ellipses', () => {
  it('outlined and filled, drawn from any corner', () => {
    expect(seen(rectanglePoints(3, 2, 0, 0, false), 4, 3)).toEqual(['####', '#..#', '####'])
    expect(seen(rectanglePoints(0, 0, 2, 1, true), 4, 3)).toEqual(['###.', '###.', '....'])
  })
  it('an ellipse fills its rectangle, even and odd', () => {
    expect(seen(ellipsePoints(0, 0, 3, 3, true), 4, 4)).toEqual(['.##.', '####', '####', '.##.'])
    expect(seen(ellipsePoints(4, 4, 0, 0, true), 5, 5)).toEqual(['.###.', '#####', '#####', '#####', '.###.'])
    expect(seen(ellipsePoints(0, 0, 4, 4, false), 5, 5)).toEqual([
      '.###.',
      '#...#',
      '#...#',
      '#...#',
      '.###.',
    ])
    expect(seen(ellipsePoints(0, 0, 5, 1, true), 6, 2)).toEqual(['######', '######'])
    expect(seen(ellipsePoints(1, 1, 1, 1, false), 3, 3)).toEqual(['...', '.#.', '...'])
  })
})

describe('fill', () => {
  it('takes what hangs together at the sides and has the same colour', () => {
    const image = drawn('##.r', '#.#r', '.##r')
    expect(asRows(paintPoints(image, fillPoints(image, 0, 0), { ...WHITE, colour: [0, 255, 0] }))).toEqual([
      'gg.r',
      'g.#r',
      '.##r',
    ])
    expect(asRows(paintPoints(image, fillPoints(image, 3, 1), { ...WHITE, colour: [0, 0, 255] }))).toEqual([
      '##.b',
      '#.#b',
      '.##b',
    ])
    expect(fillPoints(image, 9, 0).size).toBe(0)
  })
  it('empty texels are one colour, whatever is hidden in them', () => {
    const image = createImage(3, 1)
    image.data.set([9, 8, 7, 0], 4)
    expect(fillPoints(image, 0, 0).size).toBe(3)
  })
})

describe('the brush', () => {
  it('mirrors across, down and both, each texel once', () => {
    expect(seen(mirrorPoints(linePoints(0, 0, 0, 0), 5, 3, { x: true, y: false }), 5, 3)).toEqual([
      '#...#',
      '.....',
      '.....',
    ])
    expect(seen(mirrorPoints(linePoints(1, 0, 1, 0), 5, 3, { x: true, y: true }), 5, 3)).toEqual([
      '.#.#.',
      '.....',
      '.#.#.',
    ])
    expect(mirrorPoints(linePoints(2, 1, 2, 1), 5, 3, { x: true, y: true }).size).toBe(1)
  })
  it('half transparent: over nothing it is half, over white it mixes, and once only', () => {
    const half: Brush = { ...RED, alpha: 0.5 }
    const image = paintPoints(
      drawn('.#'),
      new Set([...linePoints(0, 0, 1, 0), ...linePoints(1, 0, 0, 0)]),
      half,
    )
    expect(texel(image, 0, 0)).toEqual([255, 0, 0, 128])
    expect(texel(image, 1, 0)).toEqual([255, 128, 128, 255])
  })
  it('erases wholly or in part', () => {
    expect(texel(paintPoints(drawn('r'), linePoints(0, 0, 0, 0), { ...RED, erase: true }), 0, 0)).toEqual([
      0, 0, 0, 0,
    ])
    expect(
      texel(paintPoints(drawn('r'), linePoints(0, 0, 0, 0), { ...RED, erase: true, alpha: 0.25 }), 0, 0),
    ).toEqual([255, 0, 0, 191])
  })
  it('leaves the picture that it was given alone', () => {
    const image = drawn('..')
    paintPoints(image, linePoints(0, 0, 1, 0), RED)
    expect(asRows(image)).toEqual(['..'])
  })
})

describe('a selection', () => {
  it('is lifted and dropped elsewhere; its empty texels cover nothing, what falls outside is lost', () => {
    const { piece, rest } = lift(drawn('r.#', 'gb#'), { x: 0, y: 0, w: 2, h: 2 })
    expect([asRows(piece), asRows(rest)]).toEqual([
      ['r.', 'gb'],
      ['..#', '..#'],
    ])
    expect(asRows(drop(rest, piece, 1, 0))).toEqual(['.r#', '.gb'])
    expect(asRows(drop(rest, piece, 2, -1))).toEqual(['..g', '..#'])
    expect(asRows(drop(rest, piece, 0, 0))).toEqual(['r.#', 'gb#'])
  })
})
