import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  createImage,
  crop,
  flipped,
  gridCells,
  type Image,
  likelySlicing,
  PLAIN_GRID,
  resizeCanvas,
  slice,
  withPart,
} from './index.ts'
import { asRows, drawn } from './testing/draw.ts'

const flat = (cells: readonly { x: number; y: number; w: number; h: number }[]): number[][] =>
  cells.map(({ x, y, w, h }) => [x, y, w, h])

describe('a grid', () => {
  it('by size keeps to odd margins and spacings and leaves the rest out', () => {
    const grid = {
      by: 'size',
      width: 4,
      height: 3,
      marginX: 3,
      marginY: 1,
      spacingX: 1,
      spacingY: 2,
      keepEmpty: true,
    } as const
    expect(flat(gridCells(15, 9, grid))).toEqual([
      [3, 1, 4, 3],
      [8, 1, 4, 3],
      [3, 6, 4, 3],
      [8, 6, 4, 3],
    ])
  })

  it('by count shares what margins and spacings leave, in whole texels', () => {
    const cells = gridCells(32, 10, {
      by: 'count',
      columns: 3,
      rows: 1,
      ...PLAIN_GRID,
      marginX: 1,
      spacingX: 2,
    })
    expect(flat(cells)).toEqual([
      [1, 0, 9, 10],
      [12, 0, 9, 10],
      [23, 0, 9, 10],
    ])
  })

  it('never leaves the picture, and its cells never overlap', () => {
    const few = fc.integer({ min: 0, max: 9 })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 12 }),
        few,
        few,
        few,
        few,
        fc.boolean(),
        (width, height, a, b, marginX, marginY, spacingX, spacingY, bySize) => {
          const grid = { marginX, marginY, spacingX, spacingY, keepEmpty: true }
          let cells
          try {
            cells = gridCells(
              width,
              height,
              bySize
                ? { by: 'size', width: a, height: b, ...grid }
                : { by: 'count', columns: a, rows: b, ...grid },
            )
          } catch {
            return
          }
          const taken = new Set<number>()
          for (const { x, y, w, h } of cells)
            for (let ty = y; ty < y + h; ty++)
              for (let tx = x; tx < x + w; tx++) {
                expect(tx < width && ty < height && !taken.has(ty * 1000 + tx)).toBe(true)
                taken.add(ty * 1000 + tx)
              }
        },
      ),
      { numRuns: 300 },
    )
  })

  it('drops empty cells unless they are wanted, and says when all are', () => {
    const image = drawn('##..', '##..')
    const grid = { by: 'size', width: 2, height: 2, ...PLAIN_GRID } as const
    expect(flat(slice(image, grid))).toEqual([[0, 0, 2, 2]])
    expect(slice(image, { ...grid, keepEmpty: true })).toHaveLength(2)
    expect(() => slice(createImage(4, 2), grid)).toThrow('All cells of this grid are empty')
  })

  it('refuses what cannot be, with the value', () => {
    const grid = (more: object) => () =>
      gridCells(16, 16, { by: 'size', width: 4, height: 4, ...PLAIN_GRID, ...more })
    expect(grid({ width: 0 })).toThrow('The cell width is 0; it must be a whole number from 1')
    expect(grid({ height: 2.5 })).toThrow('The cell height is 2.5')
    expect(grid({ marginX: -1 })).toThrow('The margin is -1')
    expect(grid({ width: 17 })).toThrow('No column fits into 16 pixels')
    expect(() => gridCells(8192, 8192, { by: 'size', width: 8, height: 8, ...PLAIN_GRID })).toThrow(
      '1048576 cells',
    )
  })
})

describe('pieces apart', () => {
  it('are found through one-texel gaps, in reading order, each with its bounds', () => {
    const image = drawn('##.#...', '##.#.##', '.......', 'r.gg...', 'rr.g...')
    expect(flat(slice(image, { by: 'gaps', gap: 1 }))).toEqual([
      [0, 0, 2, 2],
      [3, 0, 1, 2],
      [5, 1, 2, 1],
      [0, 3, 4, 2],
    ])
  })

  it('hang together at corners, and stay together over gaps narrower than asked', () => {
    expect(slice(drawn('#..', '.#.', '..#'), { by: 'gaps', gap: 1 })).toHaveLength(1)
    const near = drawn('#.#..#')
    expect(slice(near, { by: 'gaps', gap: 1 })).toHaveLength(3)
    expect(flat(slice(near, { by: 'gaps', gap: 2 }))).toEqual([
      [0, 0, 3, 1],
      [5, 0, 1, 1],
    ])
    expect(slice(near, { by: 'gaps', gap: 3 })).toHaveLength(1)
  })

  it('hold every filled texel exactly once, whatever the picture', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 9, maxLength: 9 }), {
          minLength: 1,
          maxLength: 9,
        }),
        fc.integer({ min: 1, max: 3 }),
        (rows, gap) => {
          const image = drawn(...rows.map((row) => row.map((v) => (v === 0 ? '#' : '.')).join('')))
          if (!image.data.some((v) => v > 0)) {
            expect(() => slice(image, { by: 'gaps', gap })).toThrow('empty')
            return
          }
          const cells = slice(image, { by: 'gaps', gap })
          for (let y = 0; y < image.height; y++)
            for (let x = 0; x < 9; x++)
              if (image.data[(y * 9 + x) * 4 + 3]! > 0)
                expect(
                  cells.filter((c) => x >= c.x && y >= c.y && x < c.x + c.w && y < c.y + c.h),
                ).toHaveLength(1)
        },
      ),
      { numRuns: 200 },
    )
  })
})

describe('the likely grid', () => {
  const dots = (columns: number, rows: number, cell: number, left: number): Image => {
    let image = createImage(columns * cell, rows * cell)
    const dot = drawn('.##.', '####', '####', '.##.')
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < columns; c++)
        if (c + r * columns < columns * rows - left)
          image = withPart(image, dot, c * cell + (cell - 4) / 2, r * cell + (cell - 4) / 2)
    return image
  }

  it.each([
    [4, 2, 16, 0],
    [6, 1, 12, 0],
    [3, 3, 8, 2],
  ])('%s × %s cells of %s texels', (columns, rows, cell, left) => {
    expect(likelySlicing(dots(columns, rows, cell, left)).slicing).toMatchObject({
      by: 'count',
      columns,
      rows,
    })
  })

  /** A flame of 16 × 8, another each time: wide, with a hole in the middle, where a square grid would cut nothing. */
  const flame = (k: number): Image =>
    drawn(
      '................',
      `..##....${'.'.repeat(k)}##${'.'.repeat(6 - k)}`,
      '.####....######.',
      '######..########',
      '######..########',
      `.####....${'#'.repeat(6 - k)}${'.'.repeat(k + 1)}`,
      '..##......##....',
      '................',
    )

  it('takes frames that repeat, not their halves: four of 16 × 8 in 64 × 8', () => {
    let strip = createImage(64, 8)
    for (let k = 0; k < 4; k++) strip = withPart(strip, flame(k), k * 16, 0)
    const likely = likelySlicing(strip)
    expect(likely.slicing).toMatchObject({ by: 'count', columns: 4, rows: 1 })
    expect(likely.others).toContainEqual(
      expect.objectContaining({ slicing: expect.objectContaining({ by: 'count', columns: 8, rows: 1 }) }),
    )
    expect(likely.others.map(({ slicing }) => slicing.by)).toContain('gaps')
  })

  it('cuts a sheet as small as 8 × 4 into its squares', () => {
    const { slicing } = likelySlicing(drawn('########', '#..##..#', '#..##..#', '########'))
    expect(slicing).toMatchObject({ by: 'count', columns: 2, rows: 1 })
  })

  it.each([
    [1, 0],
    [2, 2],
  ])('finds gutters of %s with a margin of %s, on a ground of one colour, too', (spacing, margin) => {
    const [columns, rows, side] = [5, 3, 6]
    const sizeOf = (n: number): number => 2 * margin + n * side + (n - 1) * spacing
    for (const ground of [0, 255]) {
      let image = createImage(sizeOf(columns), sizeOf(rows))
      if (ground) for (let i = 0; i < image.data.length; i += 4) image.data.set([20, 30, 40, 255], i)
      const cell = drawn('rrrrrr', 'r#####', 'r##g##', 'r#####', 'r#####', 'rrrrrr')
      for (let r = 0; r < rows; r++)
        for (let c = 0; c < columns; c++)
          image = withPart(image, cell, margin + c * (side + spacing), margin + r * (side + spacing))
      expect(likelySlicing(image).slicing).toMatchObject({
        by: 'size',
        width: side,
        height: side,
        marginX: margin,
        marginY: margin,
        spacingX: spacing,
        spacingY: spacing,
      })
    }
  })

  it('leaves a hollow sprite whole', () => {
    const ring = drawn(
      '..####..',
      '.#....#.',
      '#......#',
      '#......#',
      '#......#',
      '#......#',
      '.#....#.',
      '..####..',
    )
    expect(likelySlicing(ring).slicing).toEqual({ by: 'whole' })
  })

  it('follows the name of the file first', () => {
    expect(likelySlicing(dots(4, 2, 16, 0), 'fire 32x16.png').slicing).toMatchObject({
      by: 'size',
      width: 32,
      height: 16,
    })
    expect(likelySlicing(dots(4, 2, 16, 0), 'fire_8x1.png').slicing).toMatchObject({
      by: 'size',
      width: 8,
      height: 1,
    })
    expect(likelySlicing(dots(4, 2, 16, 0), 'fire_strip4.png').slicing).toMatchObject({
      by: 'count',
      columns: 4,
      rows: 1,
    })
  })

  it('takes pieces apart where no grid fits, squares of a strip without gaps, and else the whole', () => {
    expect(likelySlicing(drawn('##.###.', '##.###.', '...###.')).slicing).toEqual({ by: 'gaps', gap: 1 })
    expect(
      likelySlicing(drawn('r'.repeat(16), ...Array.from({ length: 3 }, () => 'g'.repeat(16)))).slicing,
    ).toMatchObject({ by: 'count', columns: 4, rows: 1 })
    expect(likelySlicing(drawn('##', '##', '##')).slicing).toEqual({ by: 'whole' })
    expect(likelySlicing(drawn('...', '.#.', '...')).slicing).toEqual({ by: 'whole' })
  })
})

describe('parts of pictures', () => {
  const image = drawn('#rg', 'b.#')
  it('are cut out, also over the border', () => {
    expect(asRows(crop(image, { x: 1, y: 0, w: 2, h: 2 }))).toEqual(['rg', '.#'])
    expect(asRows(crop(image, { x: -1, y: 1, w: 3, h: 2 }))).toEqual(['.b.', '...'])
    expect(asRows(crop(image, { x: 9, y: 9, w: 1, h: 1 }))).toEqual(['.'])
  })
  it('are put back, moved on a larger canvas, flipped', () => {
    expect(asRows(withPart(image, drawn('gg'), 1, 1))).toEqual(['#rg', 'bgg'])
    expect(asRows(resizeCanvas(image, 4, 3, 1, 1))).toEqual(['....', '.#rg', '.b.#'])
    expect(asRows(resizeCanvas(image, 2, 1, -1, 0))).toEqual(['rg'])
    expect(asRows(flipped(image, true))).toEqual(['gr#', '#.b'])
    expect(asRows(flipped(image, false))).toEqual(['b.#', '#rg'])
  })
})
