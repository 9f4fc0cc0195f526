import { GifWriter } from 'omggif'
import { describe, expect, it } from 'vitest'
import {
  checkFile,
  createImage,
  decodePicture,
  decodePng,
  encodePng,
  type Image,
  PICTURE_LIMITS,
  pictureKind,
  pngFacts,
} from './index.ts'
import {
  chunkOf,
  END,
  type Form,
  header,
  makeApng,
  makePng,
  pack,
  rowsOf,
  SIGNATURE,
  u16,
  u32,
} from './testing/pngMaker.ts'

const pixel = ({ data, width }: Image, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
]
const first = (bytes: Uint8Array): Image => decodePicture(bytes).frames[0]!
const allOf = (image: Image): number[][] =>
  Array.from({ length: image.width * image.height }, (_, i) =>
    pixel(image, i % image.width, Math.floor(i / image.width)),
  )

describe('PNG of every form', () => {
  const sizes = [
    [1, 1],
    [5, 3],
    [13, 9],
    [16, 8],
  ] as const
  const spread = (value: number, depth: number): number =>
    depth === 16 ? value >> 8 : Math.round((value * 255) / ((1 << depth) - 1))
  const level = (x: number, y: number, c: number, depth: number): number =>
    (x * 7 + y * 13 + c * 29 + x * y) % (depth === 16 ? 65536 : 1 << depth)

  it.each([
    [0, [1, 2, 4, 8, 16]],
    [2, [8, 16]],
    [4, [8, 16]],
    [6, [8, 16]],
  ] as const)('colour type %s at every depth, plain and interlaced', (colourType, depths) => {
    for (const depth of depths)
      for (const interlaced of [false, true])
        for (const [width, height] of sizes) {
          const form: Form = { width, height, depth, colourType, interlaced }
          const image = first(
            makePng(form, (x, y) =>
              [0, 1, 2, 3].map(
                (c) =>
                  (level(x, y, c, depth) * (depth === 16 ? 411 : 1)) % (depth === 16 ? 65536 : 1 << depth),
              ),
            ),
          )
          const at = (x: number, y: number, c: number): number =>
            spread(
              (level(x, y, c, depth) * (depth === 16 ? 411 : 1)) % (depth === 16 ? 65536 : 1 << depth),
              depth,
            )
          const expected = allOf(image).map((_, i) => {
            const [x, y] = [i % width, Math.floor(i / width)]
            const grey = colourType === 0 || colourType === 4
            return [
              at(x, y, 0),
              at(x, y, grey ? 0 : 1),
              at(x, y, grey ? 0 : 2),
              colourType === 4 ? at(x, y, 1) : colourType === 6 ? at(x, y, 3) : 255,
            ]
          })
          expect(allOf(image), `${colourType} ${depth} ${interlaced} ${width}×${height}`).toEqual(expected)
        }
  })

  it('indexed at every depth, with alpha in the palette, plain and interlaced', () => {
    for (const depth of [1, 2, 4, 8])
      for (const interlaced of [false, true]) {
        const colours = Array.from({ length: 1 << Math.min(depth, 4) }, (_, i) => [
          i * 5,
          255 - i,
          i * 3,
          i === 0 ? 0 : 255 - i,
        ])
        const more = [
          ...chunkOf(
            'PLTE',
            colours.flatMap((c) => c.slice(0, 3)),
          ),
          ...chunkOf(
            'tRNS',
            colours.map((c) => c[3]!),
          ),
        ]
        const form: Form = { width: 11, height: 7, depth, colourType: 3, interlaced }
        const image = first(makePng(form, (x, y) => [(x + y * 3) % colours.length], more))
        expect(allOf(image), `${depth} ${interlaced}`).toEqual(
          allOf(image).map((_, i) => colours[((i % 11) + Math.floor(i / 11) * 3) % colours.length]!),
        )
      }
  })

  it('one colour named as transparent', () => {
    const grey = first(
      makePng(
        { width: 2, height: 1, depth: 8, colourType: 0 },
        (x) => [x === 0 ? 7 : 9],
        chunkOf('tRNS', u16(7)),
      ),
    )
    expect(allOf(grey)).toEqual([
      [7, 7, 7, 0],
      [9, 9, 9, 255],
    ])
    const rgb = first(
      makePng(
        { width: 2, height: 1, depth: 8, colourType: 2 },
        (x) => [1, 2, x],
        chunkOf('tRNS', u16(1, 2, 1)),
      ),
    )
    expect(allOf(rgb)).toEqual([
      [1, 2, 0, 255],
      [1, 2, 1, 0],
    ])
  })
})

describe('animated PNG', () => {
  const red = [255, 0, 0, 255]
  const whole = { x: 0, y: 0, w: 4, h: 2, dispose: 0, blend: 0, rgba: red } as const

  it('frames are whole pictures: put over, disposed to nothing, disposed to what was before', () => {
    const { frames, seconds } = decodePicture(
      makeApng(4, 2, [
        whole,
        { x: 1, y: 0, w: 2, h: 1, dispose: 1, blend: 0, rgba: [0, 255, 0, 255] },
        { x: 3, y: 1, w: 1, h: 1, dispose: 2, blend: 0, rgba: [0, 0, 255, 255] },
        { x: 0, y: 0, w: 1, h: 1, dispose: 0, blend: 1, rgba: [0, 0, 0, 0] },
      ]),
    )
    expect(seconds).toEqual([0.1, 0.1, 0.1, 0.1])
    const [green, blue, clear] = [
      [0, 255, 0, 255],
      [0, 0, 255, 255],
      [0, 0, 0, 0],
    ]
    expect(frames.map(allOf)).toEqual([
      [red, red, red, red, red, red, red, red],
      [red, green, green, red, red, red, red, red],
      [red, clear, clear, red, red, red, red, blue],
      [red, clear, clear, red, red, red, red, red],
    ])
  })

  it('a first picture that is not part of it stays out', () => {
    expect(
      decodePicture(makeApng(4, 2, [whole, { ...whole, rgba: [1, 2, 3, 255] }], true)).frames.map((f) =>
        pixel(f, 0, 0),
      ),
    ).toEqual([red, [1, 2, 3, 255]])
  })

  it('frames outside of the picture are refused', () => {
    expect(() => decodePicture(makeApng(4, 2, [whole, { ...whole, x: 3 }]))).toThrow('outside its picture')
  })
})

describe('GIF', () => {
  const gif = (
    frames: readonly { x: number; w: number; disposal: number; index: number; delay?: number }[],
  ): Uint8Array => {
    const bytes = new Uint8Array(4096)
    const writer = new GifWriter(bytes, 4, 1, { palette: [0x000000, 0xff0000, 0x00ff00, 0x0000ff], loop: 0 })
    for (const { x, w, disposal, index, delay } of frames)
      writer.addFrame(
        x,
        0,
        w,
        1,
        Array.from({ length: w }, () => index),
        { disposal, delay: delay ?? 8, transparent: 0 },
      )
    return bytes.slice(0, writer.end())
  }

  it('frames are whole pictures, by each way of disposal; short delays are a tenth of a second', () => {
    const { frames, seconds } = decodePicture(
      gif([
        { x: 0, w: 4, disposal: 1, index: 1 },
        { x: 1, w: 2, disposal: 3, index: 2 },
        { x: 0, w: 2, disposal: 2, index: 3 },
        { x: 3, w: 1, disposal: 1, index: 2, delay: 0 },
      ]),
    )
    const [clear, r, g, b] = [
      [0, 0, 0, 0],
      [255, 0, 0, 255],
      [0, 255, 0, 255],
      [0, 0, 255, 255],
    ]
    expect(frames.map(allOf)).toEqual([
      [r, r, r, r],
      [r, g, g, r],
      [b, b, r, r],
      [clear, clear, r, g],
    ])
    expect(seconds).toEqual([0.08, 0.08, 0.08, 0.1])
  })

  it('a frame that reaches outside is refused, and so is one cut short', () => {
    expect(() => decodePicture(gif([{ x: 3, w: 2, disposal: 0, index: 1 }]))).toThrow(/outside its picture/)
    expect(() => decodePicture(gif([{ x: 0, w: 4, disposal: 0, index: 1 }]).subarray(0, 20))).toThrow(
      /damaged|no picture/,
    )
  })
})

describe('hostile and broken files', () => {
  const good = makePng({ width: 40, height: 30, depth: 8, colourType: 6 }, (x, y) => [x, y, 5, 255])

  it('are refused wherever they are cut', () => {
    for (let length = 0; length < good.length; length += 7)
      expect(() => decodePicture(good.subarray(0, length)), `${length} bytes`).toThrow(
        /cut short|no picture|damaged/,
      )
  })

  it('absurd sizes in the header are refused before anything is unpacked', () => {
    const sized = (width: number, height: number): Uint8Array =>
      Uint8Array.from([
        ...SIGNATURE,
        ...header({ width, height, depth: 8, colourType: 6 }),
        ...chunkOf('IDAT', pack([0])),
        ...END,
      ])
    expect(() => pngFacts(sized(1_000_000, 4))).toThrow(/1000000 pixels on a side; at most 8192/)
    expect(() => pngFacts(sized(0, 4))).toThrow(/0 × 4/)
    expect(() => decodePng(sized(8, 8))).toThrow(/cut short/)
    expect(() => decodePng(sized(4294967295, 4294967295))).toThrow(/at most 8192/)
  })

  it('data that swells is stopped', () => {
    const bomb = Uint8Array.from([
      ...SIGNATURE,
      ...header({ width: 4, height: 4, depth: 8, colourType: 6 }),
      ...chunkOf('IDAT', pack(new Array<number>(3_000_000).fill(0))),
      ...END,
    ])
    expect(bomb.length).toBeLessThan(20_000)
    expect(() => decodePicture(bomb)).toThrow(/unpacks to more than its size says/)
  })

  it('an animation of too many pixels is refused', () => {
    const controls = Array.from({ length: 9 }, (_, i) =>
      chunkOf('fcTL', [...u32(i, 8192, 1024, 0, 0), ...u16(1, 10), 0, 0]),
    ).flat()
    const form: Form = { width: 8192, height: 1024, depth: 1, colourType: 0 }
    const bytes = Uint8Array.from([
      ...SIGNATURE,
      ...header(form),
      ...chunkOf('acTL', u32(9, 0)),
      ...controls,
      ...chunkOf('IDAT', pack(rowsOf(form, () => [0]))),
      ...END,
    ])
    expect(() => decodePicture(bytes)).toThrow(/9 frames of 8192 × 1024 are more than 67108864 pixels/)
  })

  it('wrong depths, wrong palettes and noise are refused', () => {
    expect(() =>
      pngFacts(makePng({ width: 2, height: 2, depth: 4, colourType: 2 }, () => [0, 0, 0])),
    ).toThrow(/4 bits in colour type 2/)
    expect(() =>
      decodePicture(
        makePng({ width: 1, height: 1, depth: 8, colourType: 3 }, () => [7], chunkOf('PLTE', [1, 2, 3])),
      ),
    ).toThrow(/names colour 7, but its palette has 1/)
    expect(() => checkFile(Uint8Array.of(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12))).toThrow(
      /no picture that Gliv reads/,
    )
    expect(() => checkFile(new Uint8Array(PICTURE_LIMITS.bytes + 1))).toThrow(/at most 67108864/)
    let h = 7
    for (let run = 0; run < 200; run++) {
      const broken = good.slice()
      for (let k = 0; k < 6; k++) {
        h = (Math.imul(h, 1664525) + 1013904223) >>> 0
        broken[8 + (h % (broken.length - 8))] = h >>> 24
      }
      try {
        const { width, height, data } = first(broken)
        expect(data.length).toBe(width * height * 4)
      } catch (error) {
        expect((error as Error).name).toBe('PictureError')
      }
    }
  })

  it('files are told apart by what they begin with', () => {
    const text = (s: string): Uint8Array => Uint8Array.from(s, (c) => c.charCodeAt(0))
    expect(pictureKind(encodePng(createImage(1, 1)))).toBe('png')
    expect(pictureKind(text('RIFF....WEBPVP8 '))).toBe('webp')
    expect(pictureKind(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0))).toBe('jpeg')
    for (const svg of ['<svg viewBox="0 0 1 1"/>', '<?xml version="1.0"?>\n<!-- a -->\n<svg>', '  <svg\n>'])
      expect(pictureKind(text(svg)), svg).toBe('svg')
    expect(pictureKind(text('<html><svg></svg></html>'))).toBeNull()
  })
})
