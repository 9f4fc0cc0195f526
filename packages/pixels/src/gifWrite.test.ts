import { describe, expect, it } from 'vitest'
import { decodePicture, encodeGif } from './index.ts'

const flat = (r: number, g: number, b: number) => ({
  width: 4,
  height: 3,
  data: new Uint8Array(48).map((_, k) => [r, g, b, 255][k % 4]!),
})

describe('an animated GIF', () => {
  it('comes back with its pictures and times; shares are told to the end', () => {
    const told: number[] = []
    const bytes = encodeGif([flat(255, 0, 0), flat(0, 0, 248)], [0.1, 0.5], {
      progress: (share) => told.push(share),
    })
    const { frames, seconds } = decodePicture(bytes)
    expect(frames.map(({ data }) => [...data.subarray(0, 4)])).toEqual([
      [255, 0, 0, 255],
      [0, 0, 248, 255],
    ])
    expect(seconds).toEqual([0.1, 0.5])
    expect(told).toEqual([0.5, 1])
  })
})
