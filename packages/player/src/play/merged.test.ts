import { type Batch, type Frame, INSTANCE_WORDS } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { MergedFrame, PLAIN_LOOK } from './merged.ts'

/** Sprites whose frames begin at these texels, in runs of so many. */
const frameOf = (
  texels: readonly (readonly [number, number])[],
  batches: readonly Partial<Batch>[],
): Frame => {
  const f32 = new Float32Array(texels.length * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  texels.forEach(([x, y], i) => {
    f32.set([i, 2 * i, 8, 0, 0, 8, x, y, 8, 8, 0, 1], i * INSTANCE_WORDS)
    u32[i * INSTANCE_WORDS + 10] = 0xffffffff
  })
  const plain = {
    sheet: 0,
    blend: 'normal',
    layer: 'front',
    first: 0,
    count: texels.length,
    shifted: false,
  } as const
  return {
    ...{ f32, u32, shifts: new Float32Array(0), count: texels.length, batchCount: batches.length },
    ...{ batches: batches.map((batch) => ({ ...plain, ...batch })), originX: 100, originY: 50 },
  }
}
const shown = ({ frame }: MergedFrame) =>
  frame.batches.slice(0, frame.batchCount).map(({ sheet, blend, count }) => [sheet, blend, count])

describe('pictures of many effects as one', () => {
  it('stand relative to one origin, and alike runs are one', () => {
    const merged = new MergedFrame()
    merged.begin(90, 40, false)
    for (let k = 0; k < 3; k++) merged.add(frameOf([[0, 0]], [{}]), null, PLAIN_LOOK)
    expect(shown(merged)).toEqual([[0, 'normal', 3]])
    expect([...merged.frame.f32.subarray(0, 2)]).toEqual([10, 10])
  })

  it('light joins what is normal where a renderer tells it by the alpha of its tint', () => {
    const [apart, joined] = [false, true].map((joins) => {
      const merged = new MergedFrame()
      merged.begin(0, 0, joins)
      merged.add(
        frameOf(
          [
            [0, 0],
            [8, 0],
          ],
          [
            { first: 0, count: 1 },
            { first: 1, count: 1, blend: 'additive' },
          ],
        ),
        null,
        PLAIN_LOOK,
      )
      return merged
    }) as [MergedFrame, MergedFrame]
    expect(shown(apart)).toEqual([
      [0, 'normal', 1],
      [0, 'additive', 1],
    ])
    expect(shown(joined)).toEqual([[0, 'normal', 2]])
    expect([joined.frame.u32[10], joined.frame.u32[22]]).toEqual([0xffffffff, 0xffffff])
  })

  it('a swapped picture shows the frame where it was in its sheet; others of the page stay', () => {
    const merged = new MergedFrame()
    merged.begin(0, 0, false)
    const swaps = [{ page: 0, sheet: 7, frames: [[3, 16, 0, 8, 8, 4, 4, 40, 24]] as const }]
    const texels = [
      [0, 0],
      [16, 2],
    ] as const
    merged.add(frameOf(texels, [{}]), null, PLAIN_LOOK, swaps)
    expect(shown(merged)).toEqual([
      [0, 'normal', 1],
      [7, 'normal', 1],
    ])
    expect([...merged.frame.f32.subarray(18, 20)]).toEqual([40, 26])
  })
})
