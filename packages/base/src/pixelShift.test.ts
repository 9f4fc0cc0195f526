import { describe, expect, it } from 'vitest'
import { isNoShift, pixelShiftInto } from './pixelShift.ts'

const shifted = (rgb: readonly number[], hue: number, saturation = 1, value = 1): number[] => {
  const m = new Float64Array(9)
  pixelShiftInto(hue, saturation, value, m)
  return [0, 3, 6].map((row) => m[row]! * rgb[0]! + m[row + 1]! * rgb[1]! + m[row + 2]! * rgb[2]!)
}
const light = ([r, g, b]: readonly number[]): number => 0.2126 * r! + 0.7152 * g! + 0.0722 * b!

describe('a shift of pixels', () => {
  it('of nothing is the picture itself', () => {
    expect(isNoShift(0, 1, 1)).toBe(true)
    shifted([200, 40, 90], 0).forEach((v, i) => expect(v).toBeCloseTo([200, 40, 90][i]!, 9))
    shifted([200, 40, 90], 360).forEach((v, i) => expect(v).toBeCloseTo([200, 40, 90][i]!, 6))
  })

  it('keeps grey grey and every colour as bright as it is', () => {
    for (let hue = -180; hue <= 180; hue += 15) {
      shifted([128, 128, 128], hue).forEach((v) => expect(v).toBeCloseTo(128, 6))
      for (const rgb of [
        [255, 0, 0],
        [10, 200, 60],
        [0, 40, 255],
      ])
        expect(Math.abs(light(shifted(rgb, hue)) - light(rgb))).toBeLessThan(0.25)
    }
  })

  it('turns red over green to blue and back', () => {
    const [r, g, b] = shifted([200, 40, 40], 120)
    expect(g!).toBeGreaterThan(r!)
    expect(g!).toBeGreaterThan(b!)
    const back = shifted(shifted([200, 40, 40], 120), -120)
    back.forEach((v, i) => expect(Math.abs(v - [200, 40, 40][i]!)).toBeLessThan(1))
  })

  it('scales the distance from grey, and the brightness', () => {
    shifted([200, 40, 40], 0, 0).forEach((v) => expect(v).toBeCloseTo(light([200, 40, 40]), 9))
    expect(shifted([200, 40, 40], 0, 1, 0.5).map((v) => v.toFixed(6))).toEqual([
      '100.000000',
      '20.000000',
      '20.000000',
    ])
  })
})
