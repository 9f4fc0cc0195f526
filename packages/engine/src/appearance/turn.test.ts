import { DEFAULT_RAMPS, type Ramp, type ResolvedType } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, updateSimulation } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

const RATE = 60
const effectOf = (type: ResolvedType) =>
  makeEffect([makeEmitter({ flow: 0, speed: fixed(0) }, { bursts: [makeBurst('b', 0, 3)], type })])

/** Angle of the first particle at a share of a life of two seconds. */
const angleAt = (type: ResolvedType, life: number): number => {
  const simulation = createSimulation(compile(effectOf(type)))
  simulation.seek(Math.round(life * 2 * RATE))
  return reportRun(simulation).particles[0]!.angleDeg
}

const typeOf = (
  numbers: object,
  ramps: Partial<typeof DEFAULT_RAMPS> = {},
  more: object = {},
): ResolvedType =>
  makeType(
    { life: fixed(2), startAngle: fixed(30), ...numbers },
    { ramps: { ...DEFAULT_RAMPS, ...ramps }, ...more },
  )

const line = (from: number, to: number): Ramp => ({
  points: [
    { at: 0, value: from, ease: 'linear' },
    { at: 1, value: to, ease: 'linear' },
  ],
})

describe('turning over life', () => {
  it('goes from so far to so far whatever the life is, added to the start or instead of it', () => {
    const half = { turnFrom: fixed(0), turnTo: fixed(180) }
    for (const life of [0, 0.25, 0.5, 0.75]) {
      expect(angleAt(typeOf(half), life)).toBeCloseTo(30 + 180 * life, 9)
      expect(angleAt(typeOf(half, {}, { turnRelative: false }), life)).toBeCloseTo(180 * life, 9)
      expect(angleAt(typeOf({ ...half, life: fixed(2), spin: fixed(10) }), life)).toBeCloseTo(
        30 + 180 * life + 20 * life,
        9,
      )
    }
  })

  it('a spin ramp is integrated: a spin that slows to nothing turns half as far', () => {
    const slowing = typeOf({ spin: fixed(100) }, { spin: line(1, 0) })
    // ∫ (1 − t ÷ 2) dt = t − t² ÷ 4
    for (const life of [0.25, 0.5, 0.75]) {
      const t = life * 2
      expect(angleAt(slowing, life)).toBeCloseTo(30 + 100 * (t - (t * t) / 4), 9)
    }
    expect(angleAt(typeOf({ spin: fixed(100) }, { spin: line(1, 1) }), 0.5)).toBe(
      angleAt(typeOf({ spin: fixed(100) }), 0.5),
    )
  })

  it('is an edit of the picture alone', () => {
    const simulation = createSimulation(compile(effectOf(typeOf({ spin: fixed(100) }))))
    simulation.seek(30)
    const next = effectOf(typeOf({ spin: fixed(100), turnTo: fixed(90) }, { spin: line(1, 0) }))
    expect(updateSimulation(simulation, next)).toEqual({ kept: 0, relooked: 1, rerun: 0 })
  })
})
