import { makeDemo } from '@gliv/demo'
import type { Kit } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { readOrders } from './orders.ts'
import { subjectOf } from './subject.ts'

const open = () => {
  const { kit } = makeDemo()
  const effect = kit.effects['cargo-blast']!
  const emitter = Object.values(effect.emitters).find((e) => e.name === 'Sparks')!
  const path = { effect: effect.id, emitter: emitter.id, type: emitter.type }
  return { kit, path, emitter, type: kit.types[emitter.type]! }
}

const set = (line: string): { kit: Kit; said: readonly string[] } & ReturnType<typeof open> => {
  const opened = open()
  const orders = readOrders(subjectOf(opened.kit, opened.path)!, opened.path, line)
  if (!orders || !('orders' in orders)) throw new Error(JSON.stringify(orders))
  for (const order of orders.orders) order.apply(opened.kit)
  return { ...opened, said: orders.orders.map(({ said }) => said) }
}

const refused = (line: string) => {
  const { kit, path } = open()
  return readOrders(subjectOf(kit, path)!, path, line)
}

describe('values set by name in one line', () => {
  it('takes numbers as they are typed elsewhere, several at once', () => {
    const { type, emitter, said } = set('life 0.9-1.6; speed 20–80 px/s, fan 90; count 12')
    expect(said).toEqual(['Life 0.9-1.6', 'Speed 20–80 px/s', 'Fan 90', 'Count 12'])
    expect([type.numbers.life.from, type.numbers.life.to]).toEqual([0.9, 1.6])
    expect([emitter.numbers.speed.from, emitter.numbers.speed.to, emitter.numbers.fan]).toEqual([20, 80, 90])
    expect(emitter.bursts[0]!.numbers.burstCount).toMatchObject({ from: 12, to: 12 })
  })

  it('knows other words, adds a force that is not there, and keeps sizes in px', () => {
    const { type } = set('velocity *=2; churn 80; size 64 px')
    expect(type.forces).toContain('churn')
    expect([type.numbers.churn, type.sizesIn]).toEqual([80, 'px'])
  })

  it('takes words of choices, ramps by name and ramps as text', () => {
    const { type, emitter } = set(
      'normal; circle; outward; tint fire; opacity fade out; scale 0:0 30:100 100:0',
    )
    expect([type.blend, emitter.shape, emitter.aim]).toEqual(['normal', 'circle', 'outward'])
    expect(type.ramps.tint.points).toHaveLength(4)
    expect(type.ramps.opacity.points.map(({ value }) => value)).toEqual([1, 0])
    expect(type.ramps.scale.points.map(({ at, value }) => [at, value])).toEqual([
      [0, 0],
      [0.3, 1],
      [1, 0],
    ])
    expect(set('tint #fff #f80 #200').type.ramps.tint.points.map(({ colour }) => colour)).toEqual([
      '#ffffff',
      '#ff8800',
      '#220000',
    ])
  })

  it('is a search where it sets nothing, and says what is wrong where it means to', () => {
    for (const line of ['fade', 'speed', 'pull', 'random colour']) expect(refused(line)).toBeNull()
    expect(refused('life 0')).toEqual({ refusal: expect.stringMatching(/^Life: .*too low/) as string })
    expect(refused('life 1; blub 3')).toEqual({
      refusal: '“ blub 3” sets nothing; type a name and a value'.replace('“ ', '“'),
    })
    expect(refused('speed 5 kg')).toEqual({ refusal: expect.stringMatching(/another unit/) as string })
  })
})
