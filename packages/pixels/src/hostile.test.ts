/** Pictures that were made to do harm: refused in words, or ended by what they say themselves. */
import { GifReader, GifWriter } from 'omggif'
import { describe, expect, it } from 'vitest'
import { checkSvg, decodePicture, readSheetNumbers } from './index.ts'
import { gifIndices, interlacedRows } from './lzw.ts'

/** A GIF of one frame whose LZW data is what is given. */
const gifOf = (side: number, minCodeSize: number, data: readonly number[]): Uint8Array => {
  const head = [...'GIF89a'].map((c) => c.charCodeAt(0))
  const blocks: number[] = []
  for (let at = 0; at < data.length; at += 255)
    blocks.push(Math.min(255, data.length - at), ...data.slice(at, at + 255))
  const size = [side & 255, side >> 8]
  const palette = Array.from({ length: 1 << minCodeSize }, (_, k) => [k, 255 - k, k]).flat()
  return Uint8Array.from([
    ...head,
    ...size,
    ...size,
    0x80 | (minCodeSize - 1),
    0,
    0,
    ...palette,
    0x2c,
    0,
    0,
    0,
    0,
    ...size,
    ...size,
    0,
    minCodeSize,
    ...blocks,
    0,
    0x3b,
  ])
}

describe('hostile GIFs', () => {
  it('end with the last pixel, whatever their codes say', () => {
    for (const size of [1, 2, 8])
      for (const byte of [0xff, 0x00, 0x55, 0xaa]) {
        const { frames } = decodePicture(
          gifOf(
            64,
            Math.max(size, 2),
            Array.from({ length: 5000 }, () => byte),
          ),
        )
        expect(frames[0]!.data).toHaveLength(64 * 64 * 4)
      }
  })

  it('of random codes end, too', () => {
    let state = 5
    for (let k = 0; k < 300; k++) {
      const data = Array.from(
        { length: 400 },
        () => (state = (Math.imul(state, 1103515245) + 12345) >>> 0) >>> 24,
      )
      expect(decodePicture(gifOf(40, 2 + (k % 7), data)).frames).toHaveLength(1)
    }
  })

  it('and sound ones are read as before', () => {
    for (const side of [1, 7, 64, 130]) {
      const pixels = Array.from({ length: side * side }, (_, k) => (k * 7 + (k >> 3)) & 15)
      const bytes = new Uint8Array(side * side * 2 + 2000)
      const writer = new GifWriter(bytes, side, side, {
        palette: Array.from({ length: 16 }, (_, k) => k * 0x0f0f0f),
      })
      writer.addFrame(0, 0, side, side, pixels)
      const gif = bytes.slice(0, writer.end())
      const offset = (new GifReader(gif).frameInfo(0) as unknown as { data_offset: number }).data_offset
      expect([...gifIndices(gif, offset, side * side)]).toEqual(pixels)
    }
  })

  it('rows of an interlaced picture come each once', () => {
    for (const height of [1, 2, 3, 5, 8, 9, 33])
      expect(interlacedRows(height).sort((a, b) => a - b)).toEqual(
        Array.from({ length: height }, (_, k) => k),
      )
  })
})

describe('SVGs', () => {
  const svg = (inside: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8">${inside}</svg>`
  it.each([
    '<rect width="8" height="8" fill="#f80"/>',
    '<defs><linearGradient id="g"><stop offset="0" stop-color="red"/></linearGradient></defs><circle r="3" fill="url(#g)"/>',
    '<symbol id="s"><path d="M0 0L4 4"/></symbol><use href="#s" x="2"/>',
    '<image href="data:image/png;base64,AAAA" width="8" height="8"/>',
  ])('%s is drawn', (inside) => expect(() => checkSvg(svg(inside))).not.toThrow())
  it.each([
    ['<script>alert(1)</script>', /holds a script/],
    ['<rect onload="x()"/>', /event attribute/],
    ['<foreignObject><p>x</p></foreignObject>', /foreignObject/],
    ['<filter id="f"><feGaussianBlur stdDeviation="900"/></filter><rect filter="url(#f)"/>', /filters/],
    ['<rect style="filter: blur(900px)"/>', /filters/],
    ['<image href="https://example.org/a.png"/>', /from elsewhere/],
    ['<rect fill="url(https://example.org/a.svg#g)"/>', /from elsewhere/],
    ['<style>@import "a.css"</style>', /style sheet/],
    ['<rect><animate attributeName="x"/></rect>', /animated/],
    ['<rect/>'.repeat(20_001), /20002 elements/],
    ['x'.repeat(4 * 1024 * 1024), /characters/],
    ['<g id="a"><use href="#b"/></g>'.repeat(30), /copies parts of itself/],
  ])('%.40s is refused in words', (inside, words) => expect(() => checkSvg(svg(inside))).toThrow(words))
})

describe("a sheet's numbers", () => {
  it('give cells, pivot and rate', () => {
    const baked = {
      format: 'gliv-sheet',
      version: 1,
      image: 'pop.png',
      size: { w: 8, h: 8 },
      fps: 24,
      pivot: { x: 4, y: 7 },
      frames: [
        { x: 0, y: 0, w: 8, h: 8 },
        { x: 8, y: 0, w: 8, h: 8 },
      ],
    }
    expect(readSheetNumbers(baked, 16, 8)).toEqual({
      image: 'pop.png',
      cells: [
        { x: 0, y: 0, w: 8, h: 8 },
        { x: 8, y: 0, w: 8, h: 8 },
      ],
      pivot: { x: 4, y: 7 },
      fps: 24,
      pivots: [
        { x: 4, y: 7 },
        { x: 4, y: 7 },
      ],
    })
    // Trimmed frames begin later, and other pages have other pictures.
    const [first, second] = baked.frames
    const pages = {
      ...baked,
      version: 2,
      pages: [{ image: 'a.png' }, { image: 'b.png' }],
      frames: [
        { ...first, offsetX: 3, offsetY: 1 },
        { ...second, page: 1 },
      ],
    }
    expect(readSheetNumbers(pages, 16, 8, 'a.png')).toMatchObject({
      cells: [first],
      pivots: [{ x: 1, y: 6 }],
    })
    expect(readSheetNumbers(pages, 16, 8, 'b.png')).toMatchObject({
      cells: [second],
      pivots: [{ x: 4, y: 7 }],
    })
    expect(readSheetNumbers({ cell: { w: 4, h: 4 }, fps: 0 }, 16, 8)).toMatchObject({
      pivot: null,
      fps: null,
      cells: { length: 8 },
    })
  })
  it.each([
    [{ frames: [{ x: 9, y: 0, w: 8, h: 8 }] }, /reaches 17 × 8/],
    [{ frames: [{ x: 0, y: 0, w: 8 }] }, /no x, y, w and h/],
    [{ frames: [] }, /0 frames/],
    [{ cell: { w: 40, h: 4 } }, /40 × 4/],
    [{ other: 1 }, /neither frames nor a cell/],
    [null, /neither frames/],
  ])('%j is refused in words', (data, words) => expect(() => readSheetNumbers(data, 16, 8)).toThrow(words))
})
