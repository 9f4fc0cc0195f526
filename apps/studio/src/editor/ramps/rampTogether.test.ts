import { compileRamp, rampAt } from '@gliv/engine'
import type { Ramp } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addTogether, moveTogether, removeTogether } from './rampTogether.ts'

const ramp = (...points: readonly (readonly [number, number])[]): Ramp => ({
  points: points.map(([at, value]) => ({ at, value, ease: 'linear' })),
})
const moments = ({ points }: Ramp): number[] => points.map((p) => p.at)
const values = ({ points }: Ramp): number[] => points.map((p) => p.value)

describe('ramps edited at once', () => {
  const scale = ramp([0, 0], [0.4, 1], [1, 0.5])
  const opacity = ramp([0, 1], [0.4, 0.8], [0.6, 0.2], [1, 0])
  const speed = ramp([0, 1], [1, 1])

  it('share a moment that is moved, and keep their values', () => {
    const { ramp: moved, mates } = moveTogether({ ramp: scale, mates: [opacity, speed] }, 1, 0.5, 0.7)
    expect([moments(moved), values(moved)]).toEqual([
      [0, 0.5, 1],
      [0, 0.7, 0.5],
    ])
    expect([moments(mates[0]!), values(mates[0]!)]).toEqual([[0, 0.5, 0.6, 1], values(opacity)])
    expect(mates[1]).toBe(speed)
  })

  it('stop where the first of them meets a neighbour', () => {
    const { ramp: moved, mates } = moveTogether({ ramp: scale, mates: [opacity] }, 1, 0.9, 1)
    expect([moved.points[1]!.at, mates[0]!.points[1]!.at]).toEqual([0.6, 0.6])
  })

  it('leave others alone when only the value changes', () => {
    expect(moveTogether({ ramp: scale, mates: [opacity] }, 1, 0.4, 0.1).mates[0]).toBe(opacity)
  })

  it('all get a new point, the others on their lines', () => {
    const { ramp: added, mates, index } = addTogether({ ramp: scale, mates: [opacity, speed] }, 0.5, 0.3)
    expect([index, added.points[2]]).toEqual([2, { at: 0.5, value: 0.3, ease: 'linear' }])
    expect(mates.map((mate) => mate.points.find((p) => p.at === 0.5)?.value)).toEqual([0.5, 1])
    // One that has a point there keeps it.
    expect(addTogether({ ramp: speed, mates: [opacity] }, 0.6, 0).mates[0]).toBe(opacity)
  })

  it('lose a shared moment together; the last point of each stays', () => {
    const { ramp: left, mates } = removeTogether({ ramp: scale, mates: [opacity, ramp([0.4, 1])] }, 1)
    expect([moments(left), moments(mates[0]!), moments(mates[1]!)]).toEqual([[0, 1], [0, 0.6, 1], [0.4]])
  })

  it('stay in order and within the life, whatever is dragged where, and never bend a mate', () => {
    const any = fc
      .uniqueArray(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 })
      .map((at) => ramp(...at.sort((a, b) => a - b).map((t) => [t / 20, (t % 7) / 7] as const)))
    fc.assert(
      fc.property(
        any,
        fc.array(any, { maxLength: 3 }),
        fc.nat(),
        fc.double({ min: -0.5, max: 1.5, noNaN: true }),
        (leading, mates, pick, to) => {
          const index = pick % leading.points.length
          const from = leading.points[index]!.at
          const after = moveTogether({ ramp: leading, mates }, index, to, 0.5)
          for (const each of [after.ramp, ...after.mates])
            expect(moments(each)).toEqual(
              [...moments(each)].sort((a, b) => a - b).map((at) => Math.min(1, Math.max(0, at))),
            )
          after.mates.forEach((mate, k) => {
            expect(values(mate)).toEqual(values(mates[k]!))
            if (moments(mates[k]!).includes(from))
              expect(moments(mate)).toContain(after.ramp.points[index]!.at)
          })
          const added = addTogether({ ramp: leading, mates }, Math.min(1, Math.max(0, to)), 0.5)
          added.mates.forEach((mate, k) =>
            [0.05, 0.33, 0.71, 0.98].forEach((u) =>
              expect(rampAt(compileRamp(mate), u)).toBeCloseTo(rampAt(compileRamp(mates[k]!), u), 2),
            ),
          )
        },
      ),
    )
  })
})
