import { describe, expect, it } from 'vitest'
import { INSTANCE_WORDS, type Blend, type Frame, type Sampling } from '@gliv/model'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight } from './index.ts'

interface Quad {
  x: number
  y: number
  across?: [number, number]
  down?: [number, number]
  texels?: [number, number, number, number]
  tint?: [number, number, number]
  opacity?: number
}

const frameOf = (quads: Quad[], blend: Blend = 'normal'): Frame => {
  const f32 = new Float32Array(quads.length * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  quads.forEach((q, i) => {
    const [tx, ty, tw, th] = q.texels ?? [0, 0, 2, 2]
    f32.set(
      [q.x, q.y, ...(q.across ?? [tw, 0]), ...(q.down ?? [0, th]), tx, ty, tw, th, 0, q.opacity ?? 1],
      i * INSTANCE_WORDS,
    )
    const [r, g, b] = q.tint ?? [255, 255, 255]
    u32[i * INSTANCE_WORDS + 10] = (r | (g << 8) | (b << 16) | 0xff000000) >>> 0
  })
  return {
    f32,
    u32,
    count: quads.length,
    shifts: new Float32Array(0),
    batches: [{ sheet: 0, blend, layer: 'front', first: 0, count: quads.length, shifted: false }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

// red, green / blue at half alpha, white; and a column of yellow beside them that must never bleed in
const PIXELS = [
  255, 0, 0, 255, 0, 255, 0, 255, 255, 255, 0, 255, 0, 0, 255, 128, 255, 255, 255, 255, 255, 255, 0, 255,
]
const sheet = (sampling: Sampling) => prepareSheet(3, 2, Uint8Array.from(PIXELS), sampling)

const paint = (
  quads: Quad[],
  {
    sampling = 'nearest',
    blend = 'normal',
    ground,
    size = 4,
    view = { x: 0, y: 0, zoom: 1 },
  }: {
    sampling?: Sampling
    blend?: Blend
    ground?: [number, number, number]
    size?: number
    view?: { x: number; y: number; zoom: number }
  } = {},
) => {
  const canvas = createCanvas(size, size)
  fill(canvas, ground)
  paintFrame(canvas, frameOf(quads, blend), [sheet(sampling)], view)
  const out = toStraight(canvas)
  return (x: number, y: number) => [...out.subarray((y * size + x) * 4, (y * size + x) * 4 + 4)]
}

describe('paint, against pixels computed by hand', () => {
  it('copies an integer-placed sprite exactly, by either sampling', () => {
    for (const sampling of ['nearest', 'smooth'] as const) {
      const at = paint([{ x: 1, y: 1 }], { sampling })
      expect(at(1, 1)).toEqual([255, 0, 0, 255])
      expect(at(2, 1)).toEqual([0, 255, 0, 255])
      expect(at(1, 2)).toEqual([0, 0, 255, 128])
      expect(at(2, 2)).toEqual([255, 255, 255, 255])
      expect(at(3, 1)).toEqual([0, 0, 0, 0])
      expect(at(0, 0)).toEqual([0, 0, 0, 0])
    }
  })

  it('mixes two texels half and half when placed half a pixel off, without the neighbouring frame', () => {
    const at = paint([{ x: 0.5, y: 0 }], { sampling: 'smooth' })
    expect(at(1, 0)).toEqual([128, 128, 0, 255])
    // The edge repeats the frame's own last texel; yellow does not come in.
    expect(at(2, 0)).toEqual([0, 0, 0, 0])
    expect(at(0, 0)).toEqual([255, 0, 0, 255])
  })

  it('multiplies by tint and opacity, and lays over what is there', () => {
    const at = paint([{ x: 0, y: 0, tint: [128, 255, 255], opacity: 0.5 }], { ground: [0, 0, 100] })
    // 255 × 128/255 × 0.5 = 64 over 100 × 0.5 = 50
    expect(at(0, 0)).toEqual([64, 0, 50, 255])
    expect(at(1, 1)).toEqual([64, 128, 178, 255])
  })

  it('adds light on an opaque ground and holds it at full', () => {
    const at = paint(
      [
        { x: 0, y: 0, opacity: 0.5 },
        { x: 0, y: 0 },
      ],
      { blend: 'additive', ground: [10, 20, 30] },
    )
    expect(at(0, 0)).toEqual([255, 20, 30, 255])
    expect(at(0, 1)).toEqual([10, 20, 30 + 64 + 128, 255])
  })

  it('gives added light on transparency the alpha of its brightest channel', () => {
    const at = paint([{ x: 0, y: 0, tint: [200, 100, 50], opacity: 0.5 }], { blend: 'additive' })
    // White texel: 100, 50, 25 in light → alpha 100, colour stretched to full.
    expect(at(1, 1)).toEqual([255, 128, 64, 100])
  })

  it('turns by a quarter: what was right is below', () => {
    const at = paint([{ x: 2, y: 0, across: [0, 2], down: [-2, 0] }])
    expect(at(1, 0)).toEqual([255, 0, 0, 255])
    expect(at(1, 1)).toEqual([0, 255, 0, 255])
    expect(at(0, 0)).toEqual([0, 0, 255, 128])
  })

  it('enlarges by the view, and moves with it', () => {
    const at = paint([{ x: 0, y: 0 }], { view: { x: 1, y: 0, zoom: 2 } })
    for (const [x, y] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const)
      expect(at(x, y)).toEqual([0, 255, 0, 255])
    expect(at(2, 0)).toEqual([0, 0, 0, 0])
  })

  it('leaves out what has no area, no opacity, or lies outside', () => {
    const at = paint([
      { x: 0, y: 0, across: [0, 0] },
      { x: 0, y: 0, opacity: 0 },
      { x: -50, y: 0 },
      { x: 90, y: 90 },
    ])
    for (let i = 0; i < 16; i++) expect(at(i % 4, i >> 2)).toEqual([0, 0, 0, 0])
  })

  it('a hundred faint layers do not band: the mean stays exact to one step', () => {
    const at = paint(
      Array.from({ length: 100 }, () => ({ x: 0, y: 0, opacity: 0.01 })),
      { ground: [0, 0, 0] },
    )
    expect(Math.abs(at(1, 1)[0]! - 255 * (1 - 0.99 ** 100))).toBeLessThanOrEqual(1)
  })
})
