import { describe, expect, it } from 'vitest'
import {
  changedSizes,
  followSizes,
  isInPixels,
  keepIn,
  type Kit,
  type ParticleType,
  pictureSideOf,
} from '../index.ts'
import { clone } from './layers.ts'
import { smallKit } from '../testing/kit.ts'

const open = (): { kit: Kit; type: ParticleType; side: number } => {
  const { kit } = smallKit()
  const type = kit.types[kit.typeOrder[0]!]!
  return { kit, type, side: pictureSideOf(kit, type)! }
}

/** The kit with the picture of its first type grown. */
const grown = (kit: Kit, factor: number): Kit => {
  const next = clone(kit)
  for (const frame of next.sheets['sheet']!.frames) {
    frame.w *= factor
    frame.h *= factor
  }
  return next
}

describe('sizes that are kept in px', () => {
  it('are the same in px under a picture of another size, floors and rates with them', () => {
    const { kit, type, side } = open()
    keepIn(type, 'scale', 'px')
    Object.assign(type.numbers, {
      scale: { from: 132 / side, to: 200 / side, bias: 'low' },
      scaleFloor: { from: 12 / side, to: 12 / side },
      scaleRate: { from: -30 / side, to: 30 / side },
      scaleHigh: 400 / side,
      markScale: { from: 2, to: 2 },
    })
    const next = grown(kit, 4)
    const changes = changedSizes(kit, next)
    expect(changes).toEqual([{ type: type.id, of: 'picture', factor: 1 / 4 }])
    followSizes(next, changes)
    const { numbers } = next.types[type.id]!
    const px = (value: number): number => value * side * 4
    expect(
      [numbers.scale.from, numbers.scale.to, numbers.scaleFloor.to, numbers.scaleRate.from].map(px),
    ).toEqual([132, 200, 12, -30].map((n) => expect.closeTo(n, 9) as number))
    expect(px(numbers.scaleHigh)).toBeCloseTo(400, 9)
    expect(numbers.scale.bias).toBe('low')
    expect(numbers.markScale).toEqual({ from: 2, to: 2 })
  })

  it('a floor that is a share of the start stays that share', () => {
    const { kit, type } = open()
    keepIn(type, 'scale', 'px')
    type.styles = { ...type.styles, scale: { ...type.styles.scale, relative: true } }
    type.numbers.scaleFloor = { from: 0.25, to: 0.5 }
    const next = grown(kit, 2)
    followSizes(next, changedSizes(kit, next))
    expect(next.types[type.id]!.numbers.scaleFloor).toEqual({ from: 0.25, to: 0.5 })
  })

  it('nothing follows for factors, an unchanged picture, or one that is gone', () => {
    const { kit, type } = open()
    expect(changedSizes(kit, grown(kit, 3))).toEqual([])
    keepIn(type, 'scale', 'px')
    expect(changedSizes(kit, { ...kit, types: { ...kit.types } })).toEqual([])
    const without = clone(kit)
    without.sheets['sheet']!.frames = []
    expect(changedSizes(kit, without)).toEqual([])
    keepIn(type, 'scaleFloor', 'factor')
    expect([isInPixels(type, 'scale'), 'sizesIn' in type]).toEqual([false, false])
  })
})
