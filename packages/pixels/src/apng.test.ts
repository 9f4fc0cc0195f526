import { describe, expect, it } from 'vitest'
import { decodePicture, encodeApng, encodePng } from './index.ts'

const picture = (fill: number) => ({
  width: 3,
  height: 2,
  data: new Uint8Array(24).map((_, k) => (k * 7 + fill) & 255),
})

describe('an animated PNG', () => {
  it('comes back picture by picture with its times', () => {
    const images = [picture(1), picture(90), picture(200)] as const
    const { frames, seconds } = decodePicture(encodeApng([...images], [0.1, 0.25, 1 / 60]))
    expect(frames.map(({ data }) => [...data])).toEqual(images.map(({ data }) => [...data]))
    expect(seconds[0]).toBeCloseTo(0.1)
    expect(seconds[1]).toBeCloseTo(0.25)
    expect(seconds[2]).toBeCloseTo(0.017, 3)
  })

  it('of one picture shows the same as a plain one', () => {
    const one = picture(5)
    expect(decodePicture(encodeApng([one], [1])).frames[0]!.data).toEqual(
      decodePicture(encodePng(one)).frames[0]!.data,
    )
  })
})
