import { DEFAULT_PATH, type ShapeKind } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import {
  addEffect,
  addEmitter,
  countedWhole,
  type Emitter,
  measuredBy,
  measureOf,
  resolveEffect,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const open = () => {
  const { kit } = smallKit()
  const count = counter()
  const makeId = (prefix: string): string => `new-${count(prefix)}`
  const effect = kit.effects[addEffect(kit, makeId)]!
  const emitter = effect.emitters[addEmitter(kit, effect.id, 'burst', makeId)]!
  return { kit, effect, emitter }
}

const shaped = (
  shape: ShapeKind,
  numbers: Partial<Emitter['numbers']>,
  more: Partial<Emitter> = {},
): Emitter => {
  const { emitter } = open()
  Object.assign(emitter, { shape, ...more })
  Object.assign(emitter.numbers, numbers)
  return emitter
}

describe('the measure of shapes', () => {
  it.each([
    ['line', { shapeWidth: 250 }, 2.5],
    ['segment', { endX: 300, endY: 400 }, 5],
    ['rectangle', { shapeWidth: 200, shapeHeight: 50 }, 1],
    ['diamond', { shapeWidth: 200, shapeHeight: 100 }, 1],
    ['circle', { shapeRadius: 100 }, Math.PI],
    ['ellipse', { shapeWidth: 200, shapeHeight: 100 }, Math.PI / 2],
    ['ring', { shapeInner: 60, shapeRadius: 100, shapeArc: 90 }, (Math.PI * 0.64) / 4],
    ['polygon', { shapeSides: 6, shapeRadius: 100 }, (3 * Math.sqrt(3)) / 2],
    ['polygon', { shapeSides: 3, shapeRadius: 100 }, (3 * Math.sqrt(3)) / 4],
    ['viewEdge', {}, 6.4],
    ['view', {}, 23.04],
    ['point', {}, 1],
  ] as const)('%s %o', (shape, numbers, expected) => {
    expect(measureOf(shaped(shape, numbers))).toBeCloseTo(expected, 9)
  })

  it('goes along outlines and open paths, and over what a closed path holds', () => {
    const outline = { fill: 'outline' } as const
    expect(measureOf(shaped('circle', { shapeRadius: 50 }, outline))).toBeCloseTo(Math.PI, 9)
    expect(measureOf(shaped('ellipse', { shapeWidth: 200, shapeHeight: 100 }, outline))).toBeCloseTo(
      4.8442241,
      5,
    )
    expect(measureOf(shaped('polyline', {}))).toBeCloseTo(1.6, 9)
    const at = (x: number, y: number) => ({ x, y, inX: 0, inY: 0, outX: 0, outY: 0 })
    const closed = { closed: true, points: [at(0, 0), at(200, 0), at(200, 100)] }
    const triangle = shaped('polyline', {}, { path: closed })
    expect([measuredBy(triangle), measureOf(triangle)]).toEqual(['area', 1])
    expect(measuredBy(shaped('polyline', {}, { path: DEFAULT_PATH }))).toBe('length')
  })

  it('counts grow with the shape where they are asked to, for the engine alone', () => {
    const { kit, effect, emitter } = open()
    Object.assign(emitter, { shape: 'rectangle' })
    Object.assign(emitter.numbers, { shapeWidth: 400, shapeHeight: 100, flow: 2.5 })
    expect(countedWhole(emitter)).toBe(emitter)
    emitter.countsPer = 'size'
    const [resolved] = resolveEffect(kit, JSON.parse(JSON.stringify(effect)) as typeof effect).emitters
    expect([resolved!.numbers.flow, resolved!.bursts[0]!.numbers.burstCount]).toEqual([
      10,
      { from: 80, to: 80 },
    ])
    expect([emitter.numbers.flow, emitter.bursts[0]!.numbers.burstCount.to]).toEqual([2.5, 20])
  })
})
