import { describe, expect, it } from 'vitest'
import { outlineOf, peaksOf } from './peaks.ts'

const bufferOf = (...channels: number[][]) => ({
  numberOfChannels: channels.length,
  length: channels[0]!.length,
  getChannelData: (k: number) => Float32Array.from(channels[k]!),
})

describe('the outline of a sound', () => {
  it('is as high as the farthest sample of each stretch, over all channels', () => {
    const peaks = peaksOf(bufferOf([0.5, -0.75, 0, 0.25], [0, 0, -0.125, 0]), 2)
    expect(peaks).toEqual([0.75, 0.25])
  })

  it('has a value for each stretch, also of fewer samples', () => {
    expect(peaksOf(bufferOf([1]), 4)).toHaveLength(4)
    expect(Math.max(...peaksOf(bufferOf([1]), 4))).toBe(1)
  })

  it('lies around the middle of its box', () => {
    expect(outlineOf([1, 0.5])).toBe('M 0.0000 0.000 L 1.0000 0.250 L 1.0000 0.750 L 0.0000 1.000 Z')
    expect(outlineOf([])).toBe('')
  })
})
