/** The SIMD kernel gives the bytes of the loops in TypeScript, whatever is drawn. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Batch, BLENDS, type Frame, INSTANCE_WORDS, SAMPLINGS } from '@gliv/model'
import { createPainter, plainPainter, prepareSheet } from './index.ts'

const SIDE = 8
const texels = Uint8Array.from({ length: SIDE * SIDE * 4 }, (_, i) => (i * 73 + (i >> 3) * 31) & 255)
const sheets = SAMPLINGS.map((sampling) => prepareSheet(SIDE, SIDE, texels, sampling))

const coordinate = fc.double({ min: -40, max: 80, noNaN: true })
const edge = fc.double({ min: -30, max: 30, noNaN: true })
const quad = fc.record({
  place: fc.tuple(coordinate, coordinate, edge, edge, edge, edge),
  cell: fc.tuple(fc.nat(4), fc.nat(4), fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 })),
  tint: fc.nat(0xffffff),
  opacity: fc.double({ min: 0, max: 1, noNaN: true }),
  shift: fc.tuple(
    fc.double({ min: -180, max: 180, noNaN: true }),
    fc.double({ min: 0, max: 2, noNaN: true }),
    fc.double({ min: 0, max: 2, noNaN: true }),
  ),
})
const batch = fc.record({
  quads: fc.array(quad, { minLength: 1, maxLength: 6 }),
  blend: fc.constantFrom(...BLENDS),
  sheet: fc.nat(sheets.length - 1),
  shifted: fc.boolean(),
})

const frameOf = (batches: readonly (typeof batch extends fc.Arbitrary<infer B> ? B : never)[]): Frame => {
  const quads = batches.flatMap((one) => one.quads)
  const f32 = new Float32Array(quads.length * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  const shifts = new Float32Array(quads.length * 3)
  quads.forEach(({ place, cell, tint, opacity, shift }, k) => {
    f32.set([...place, ...cell, 0, opacity], k * INSTANCE_WORDS)
    u32[k * INSTANCE_WORDS + 10] = tint
    shifts.set(shift, k * 3)
  })
  let first = 0
  const drawn: Batch[] = batches.map(({ quads: own, blend, sheet, shifted }) => {
    const one = { sheet, blend, layer: '', first, count: own.length, shifted }
    first += own.length
    return one
  })
  return {
    originX: 0,
    originY: 0,
    f32,
    u32,
    shifts,
    count: quads.length,
    batches: drawn,
    batchCount: drawn.length,
  }
}

describe('painting many frames', () => {
  it('by the kernel and by the loops: the same bytes, frame after frame, and nothing outside of what was touched', () => {
    const [kernel, loops] = [createPainter(64, 48, sheets), plainPainter(64, 48, sheets)]
    expect(kernel.constructor.name).toBe('KernelPainter')
    fc.assert(
      fc.property(
        fc.array(batch, { maxLength: 4 }),
        fc.constantFrom(0.25, 1, 1.7, 4),
        coordinate,
        (batches, zoom, x) => {
          const frame = frameOf(batches)
          const view = { x, y: -7.3, zoom }
          const [a, b] = [kernel.paint(frame, view), loops.paint(frame, view)]
          expect(a.data.length).toBe(b.data.length)
          const { left, top, right, bottom } = a.touched
          for (let i = 0; i < a.data.length; i++) {
            if (a.data[i] !== b.data[i]) expect([i, a.data[i]]).toEqual([i, b.data[i]])
            const [px, py] = [(i >> 2) % 64, Math.floor((i >> 2) / 64)]
            if (a.data[i] !== 0) expect(px >= left && px < right && py >= top && py < bottom).toBe(true)
          }
        },
      ),
      { numRuns: 400 },
    )
  })

  it('more instances than are handed over at a time are all painted', () => {
    const one = {
      place: [3, 3, 1, 0, 0, 1] as const,
      cell: [0, 0, 1, 1] as const,
      tint: 0xffffff,
      opacity: 0.01,
      shift: [0, 1, 1] as const,
    }
    const many = frameOf([
      { quads: Array.from({ length: 9000 }, () => one), blend: 'additive', sheet: 0, shifted: false },
    ] as never)
    const view = { x: 0, y: 0, zoom: 1 }
    const [a, b] = [
      createPainter(8, 8, sheets).paint(many, view),
      plainPainter(8, 8, sheets).paint(many, view),
    ]
    expect(a.data).toEqual(b.data)
    expect(a.data.some((value) => value > 30_000)).toBe(true)
  })
})
