import { describe, expect, it } from 'vitest'
import { clipSeconds, FIRST_VIEW, frameAt, MOST_PIXELS, placeOf, shrinkOf, skinsOf } from './clip.ts'

const clip = { starts: [0, 0.1, 0.25, 0.5], frames: Array(4), width: 40 } as never as Parameters<
  typeof frameAt
>[0] &
  Parameters<typeof skinsOf>[0] &
  Parameters<typeof placeOf>[0]

describe('the picture of a moment', () => {
  it('is the last that has begun; before the clip there is none, after it the last stays', () => {
    expect([-0.5, 0, 0.05, 0.1, 0.24, 0.25, 0.49, 0.5, 9].map((s) => frameAt(clip, s))).toEqual([
      -1, 0, 0, 1, 1, 2, 2, 3, 3,
    ])
  })

  it('is the same on each tick that falls on its beginning, whatever was rounded', () => {
    const starts = Array.from({ length: 200 }, (_, k) => k / 12)
    for (let k = 0; k < 200; k++) expect(frameAt({ starts }, (k * 5) / 60)).toBe(k)
  })

  it('goes by the clip’s own beginning and speed', () => {
    const view = { ...FIRST_VIEW, from: 0.2, speed: 2 }
    expect(clipSeconds(view, 0)).toBe(0.2)
    expect(clipSeconds(view, 0.5)).toBe(1.2)
  })
})

describe('onion skin', () => {
  it('shows neighbours more faintly the farther they are, the present one last', () => {
    const view = { ...FIRST_VIEW, onion: 2, opacity: 0.8 }
    expect(skinsOf(clip, 1, view).map(({ frame, by }) => [frame, by])).toEqual([
      [3, 2],
      [0, -1],
      [2, 1],
      [1, 0],
    ])
    expect(skinsOf(clip, 1, view).map(({ opacity }) => opacity)).toEqual([0.2, 0.4, 0.4, 0.8])
    expect(skinsOf(clip, -1, { ...view, onion: 0 })).toEqual([])
  })
})

describe('size and place', () => {
  it('a clip that fits is left as it is; a large one is made as small as it must be', () => {
    expect(shrinkOf(640, 360, 200)).toBe(1)
    const shrink = shrinkOf(1920, 1080, 600)
    expect(1920 * 1080 * 600 * shrink ** 2).toBeCloseTo(MOST_PIXELS, -3)
  })

  it('under lies at the effect, beside its own width away', () => {
    expect(placeOf(clip, FIRST_VIEW)).toEqual([0, 0])
    expect(placeOf(clip, { ...FIRST_VIEW, place: 'beside', scale: 2, x: 5 })).toEqual([101, 0])
  })
})
