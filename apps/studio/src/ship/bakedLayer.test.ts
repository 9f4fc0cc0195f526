/** A bake in the effect's place: which frame shows when, and where it lies. */
import type { SheetClip } from '@gliv/bake'
import { WORD } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { bakedFrameAt, BakedLayer, type BakedSheet } from './bakedLayer.ts'

const clip = (more: Partial<SheetClip> = {}): SheetClip =>
  ({
    ...{ name: 'Dust', effect: 'dust', from: 1, count: 4, fps: 12, durationSeconds: 4 / 12, loop: false },
    ...{ frame: { w: 40, h: 30 }, pivot: { x: 20, y: 24 }, scale: 2, ...more },
  }) as SheetClip

const image = { width: 64, height: 32 } as ImageBitmap
const frame = (x: number) => ({ x, y: 0, w: 10, h: 8, offsetX: 12, offsetY: 6, seconds: 1 / 12, page: 1 })
const sheet: BakedSheet = {
  pages: [
    { main: image, light: null, w: 64, h: 32 },
    { main: image, light: image, w: 64, h: 32 },
  ],
  frames: [0, 10, 20, 30, 40].map(frame),
  clips: [clip({ effect: 'other', from: 0, count: 1 }), clip()],
}

describe('the frame at a moment', () => {
  it('follows its cue, and ends once it was shown', () => {
    const at = (seconds: number): number => bakedFrameAt(clip(), seconds)
    expect([-0.01, 0, 0.083, 1 / 12, 0.3, 3 / 12, 0.33, 4 / 12].map(at)).toEqual([-1, 0, 0, 1, 3, 3, 3, -1])
  })

  it('begins again where it loops', () => {
    expect([0, 5, 11].map((tick) => bakedFrameAt(clip({ loop: 'made' }), tick / 12))).toEqual([0, 1, 3])
  })
})

describe('what is drawn', () => {
  it('lies around the origin by its pivot and scale, with its light after it', () => {
    const layer = new BakedLayer(sheet, 'dust')
    expect([layer.sheets.length, layer.textureBytes, layer.sizes]).toEqual([
      3,
      64 * 32 * 12,
      '64 × 32, 64 × 32',
    ])
    const drawn = layer.frame(1 / 12, 7, [100, 50])
    expect(drawn.batches.map(({ sheet: of, blend }) => [of, blend])).toEqual([
      [8, 'normal'],
      [9, 'additive'],
    ])
    const { f32 } = drawn
    // (12 − 20) / 2 and (6 − 24) / 2 from the origin; 10 × 8 px at two a world px.
    expect([f32[WORD.ORIGIN_X], f32[WORD.ORIGIN_Y], f32[WORD.ACROSS_X], f32[WORD.DOWN_Y]]).toEqual([
      96, 41, 5, 4,
    ])
    expect(f32[WORD.TEXEL_X]).toBe(20)
  })

  it('changes sides where it is mirrored, and is nothing outside of its time', () => {
    const layer = new BakedLayer(sheet, 'dust')
    const { f32 } = layer.frame(0, 0, [100, 50], true)
    expect(f32[WORD.ACROSS_X]).toBe(-5)
    expect(Math.min(f32[WORD.ORIGIN_X]!, f32[WORD.ORIGIN_X]! + f32[WORD.ACROSS_X]!)).toBe(99)
    expect([layer.frame(-1, 0, [0, 0]).count, layer.frame(9, 0, [0, 0]).count]).toEqual([0, 0])
  })
})
