import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  coloursOf,
  createImage,
  crop,
  type Image,
  MAKER_KINDS,
  type Maker,
  MAKERS,
  makeSprite,
  onPalette,
  packImages,
  PALETTE_FORMS,
  type PaletteForm,
  placesFor,
  readPalette,
  writePalette,
} from './index.ts'
import { asRows, drawn } from './testing/draw.ts'

describe('packing', () => {
  const size = fc.record({ width: fc.integer({ min: 1, max: 60 }), height: fc.integer({ min: 1, max: 60 }) })
  const options = fc.record({
    padding: fc.integer({ min: 0, max: 4 }),
    extrude: fc.integer({ min: 0, max: 3 }),
    powerOfTwo: fc.boolean(),
  })

  it('never overlaps, keeps the padding and the extrusion, stays inside, at every size', () => {
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 60 }), options, (sizes, how) => {
        const { width, height, cells } = placesFor(sizes, how)
        expect(cells.map((c) => [c.w, c.h])).toEqual(sizes.map((s) => [s.width, s.height]))
        const reach = how.extrude + how.padding
        cells.forEach((a, i) => {
          expect(
            a.x >= reach && a.y >= reach && a.x + a.w + reach <= width && a.y + a.h + reach <= height,
          ).toBe(true)
          for (const b of cells.slice(i + 1)) {
            const apart = 2 * how.extrude + how.padding
            expect(
              a.x + a.w + apart <= b.x ||
                b.x + b.w + apart <= a.x ||
                a.y + a.h + apart <= b.y ||
                b.y + b.h + apart <= a.y,
            ).toBe(true)
          }
        })
        if (how.powerOfTwo) for (const side of [width, height]) expect(side & (side - 1)).toBe(0)
      }),
      { numRuns: 200 },
    )
  })

  it('gives every picture back as it was, in its order, and the same sheet every time', () => {
    const images = ['#r', 'g', 'bb', '#'].map((rows, i) =>
      drawn(...Array.from({ length: i + 1 }, () => rows)),
    )
    const { image, cells } = packImages(images, { padding: 1, extrude: 1, powerOfTwo: false })
    expect(cells.map((cell) => asRows(crop(image, cell)))).toEqual(images.map(asRows))
    expect(packImages(images, { padding: 1, extrude: 1, powerOfTwo: false }).image).toEqual(image)
  })

  it('extrusion repeats the border, corners too', () => {
    expect(
      asRows(packImages([drawn('rg', 'b#')], { padding: 1, extrude: 2, powerOfTwo: false }).image),
    ).toEqual([
      '........',
      '.rrrggg.',
      '.rrrggg.',
      '.rrrggg.',
      '.bbb###.',
      '.bbb###.',
      '.bbb###.',
      '........',
    ])
  })

  it('refuses nothing, and too much', () => {
    expect(() => placesFor([], { padding: 1, extrude: 0, powerOfTwo: false })).toThrow('no picture to pack')
    expect(() =>
      placesFor([{ width: 9000, height: 4 }], { padding: 1, extrude: 0, powerOfTwo: false }),
    ).toThrow('do not fit')
    expect(() =>
      placesFor(
        Array.from({ length: 5 }, () => ({ width: 5000, height: 5000 })),
        { padding: 0, extrude: 0, powerOfTwo: false },
      ),
    ).toThrow('do not fit')
  })
})

describe('palettes', () => {
  const colours = ['#000000', '#ff8040', '#0a0b0c', '#ffffff']
  it.each(Object.keys(PALETTE_FORMS) as PaletteForm[])('come back from %s', (form) => {
    expect(readPalette(writePalette({ name: 'Night  boat', colours }, form))).toEqual({
      name: form === 'gpl' ? 'Night boat' : '',
      colours,
    })
  })

  it('are read from loose text: with and without #, short, with alpha in front, each once', () => {
    expect(readPalette('; a list\nFF112233\n#abc, 0x445566 AABBCC\n#aabbcc').colours).toEqual([
      '#112233',
      '#aabbcc',
      '#445566',
    ])
  })

  it('without colours, or with too many, are refused', () => {
    expect(() => readPalette('nothing here')).toThrow('no colour in this text; write one as #rrggbb')
    expect(() =>
      readPalette(Array.from({ length: 300 }, (_, i) => `#${i.toString(16).padStart(6, '0')}`).join('\n')),
    ).toThrow('300 colours; a palette has at most 256')
  })

  it('are taken from a picture: exactly while there are few, else brought down', () => {
    expect(coloursOf(drawn('.rg', 'bb#'), 8)).toEqual(['#0000ff', '#ff0000', '#00ff00', '#ffffff'])
    const many: Image = createImage(32, 32)
    for (let i = 0; i < 1024; i++) many.data.set([i & 255, (i * 7) & 255, (i * 31) & 255, 255], i * 4)
    const few = coloursOf(many, 6)
    expect(few.length).toBeGreaterThan(2)
    expect(few.length).toBeLessThanOrEqual(6)
    expect(() => coloursOf(createImage(2, 2), 4)).toThrow('empty')
  })

  it('are put on a picture by nearness to the eye; alpha stays', () => {
    const image = createImage(3, 1)
    image.data.set([250, 10, 12, 255, 30, 20, 200, 90, 9, 9, 9, 0])
    expect([...onPalette(image, ['#ff0000', '#0000ff']).data]).toEqual([
      255, 0, 0, 255, 0, 0, 255, 90, 0, 0, 0, 0,
    ])
  })
})

describe('made sprites', () => {
  const alpha = ({ data }: Image): number[] => [...data].filter((_, i) => i % 4 === 3)
  const sum = (image: Image): number => alpha(image).reduce((a, b) => a + b, 0)

  const EDGED = MAKER_KINDS.filter((kind) => !(MAKERS[kind] as Maker).solid)

  it('a pixel is one white texel', () => {
    const { width, height, data } = makeSprite('pixel', { size: 1, hardness: 1, seed: 1 })
    expect([width, height, ...data]).toEqual([1, 1, 255, 255, 255, 255])
  })

  it.each(EDGED)('%s is white, not empty, clear at its corners, and the same every time', (kind) => {
    const settings = { size: MAKERS[kind].size, hardness: MAKERS[kind].hardness, seed: 3 }
    const image = makeSprite(kind, settings)
    expect(image.width).toBe(settings.size)
    expect(image.data.every((v, i) => i % 4 === 3 || v === 255)).toBe(true)
    expect(sum(image)).toBeGreaterThan(255 * 4)
    expect(image.data[3]! + image.data[image.data.length - 1]!).toBeLessThan(40)
    expect(makeSprite(kind, settings)).toEqual(image)
  })

  it.each(MAKER_KINDS.filter((kind) => MAKERS[kind].varies))('%s has eight different faces', (kind) => {
    const faces = Array.from({ length: 8 }, (_, seed) =>
      alpha(makeSprite(kind, { size: 32, hardness: 0.5, seed })).join(),
    )
    expect(new Set(faces).size).toBe(8)
  })

  it.each(EDGED)('a harder %s has fewer texels between empty and full', (kind) => {
    const between = (hardness: number): number => {
      const all = alpha(makeSprite(kind, { size: 48, hardness, seed: 2 })).filter((a) => a > 8)
      return all.filter((a) => a < 247).length / all.length
    }
    expect(between(1)).toBeLessThan(between(0))
  })

  it('sizes are clamped, not believed', () => {
    expect(makeSprite('dot', { size: 9999, hardness: 7, seed: 0 }).width).toBe(128)
    expect(makeSprite('streak', { size: 0, hardness: -1, seed: 0 })).toMatchObject({ width: 1, height: 1 })
  })
})
