import { describe, expect, it } from 'vitest'
import { makeEffect, makeEmitter, makeType } from '../../../../../packages/engine/src/testing/build.ts'
import { endOf, solveLaunch, topOf, typicalWay, launchNow } from './launchSolver.ts'

const effectWith = (gravity: number, drag = 0) => {
  const type = makeType({ life: { from: 0.8, to: 1.2 }, gravity, drag }, { forces: ['gravity', 'drag'] })
  return makeEffect([makeEmitter({ heading: -90, speed: { from: 100, to: 300 } }, { type })])
}

describe('throw it there', () => {
  it('the typical way is the parabola of the middle speed and life', () => {
    const [x, y] = endOf(typicalWay(effectWith(400), 'emitter'))
    expect(x).toBeCloseTo(0, 6)
    // The rest of the last tick goes straight on.
    expect(Math.abs(y - (-200 + 200))).toBeLessThan(0.2)
    expect(topOf(typicalWay(effectWith(400), 'emitter'))![1]).toBeCloseTo((-200 * 200) / (2 * 400), 1)
    expect(topOf(typicalWay(effectWith(0), 'emitter'))).toBeNull()
  })

  it.each([
    [120, -40],
    [-200, 90],
    [60, 60],
  ])('speed and heading bring the end to %d, %d, with drag too', (x, y) => {
    const effect = effectWith(300, 1.5)
    const thrown = solveLaunch(effect, 'emitter', 'speedAndHeading', 'end', x, y)!
    const [ex, ey] = endOf(typicalWay(effect, 'emitter', thrown))
    expect(Math.hypot(ex - x, ey - y)).toBeLessThan(0.5)
    expect(thrown.gravity).toBe(300)
  })

  it('gravity alone brings the end to a height, speed alone as near as it can', () => {
    const effect = effectWith(300)
    const thrown = solveLaunch(effect, 'emitter', 'gravity', 'end', 0, 100)!
    expect(endOf(typicalWay(effect, 'emitter', thrown))[1]).toBeCloseTo(100, 0)
    expect([thrown.speed, thrown.heading]).toEqual([200, -90])
    const fast = solveLaunch(effect, 'emitter', 'speed', 'top', 50, -100)!
    expect(topOf(typicalWay(effect, 'emitter', fast))![1]).toBeCloseTo(-100, 0)
  })

  it('starts from what is there', () => {
    expect(launchNow(effectWith(300).emitters[0]!)).toEqual({ heading: -90, speed: 200, gravity: 300 })
    expect(solveLaunch(effectWith(300), 'nobody', 'speed', 'end', 0, 0)).toBeNull()
  })
})
