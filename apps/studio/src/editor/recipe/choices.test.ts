import { makeDemo } from '@gliv/demo'
import { describe, expect, it } from 'vitest'
import { addForce } from './addForce.ts'
import { choiceOf } from './choices.ts'

/** A fresh kit with an emitter that stands beside its effect's origin. */
const open = () => {
  const { kit } = makeDemo()
  const effect = kit.effects['pier-dust']!
  const emitter = effect.emitters[effect.emitterOrder[0]!]!
  Object.assign(emitter.numbers, { offsetX: 30, offsetY: -12, fan: 360 })
  const type = kit.types[emitter.type]!
  type.forces = []
  return { kit, emitter, type, path: { effect: effect.id, emitter: emitter.id, type: type.id } }
}

describe('choosing a heading', () => {
  it.each(['outward', 'inward', 'along', 'towards'])('%s closes the fan in the same step', (aim) => {
    const { kit, emitter, path } = open()
    choiceOf('aim').apply(kit, path, aim)
    expect([emitter.aim, emitter.numbers.fan]).toEqual([aim, 0])
  })

  it.each(['direction', 'ball', 'normal'])('%s leaves it', (aim) => {
    const { kit, emitter, path } = open()
    choiceOf('aim').apply(kit, path, aim)
    expect(emitter.numbers.fan).toBe(360)
  })
})

describe('choosing a shape', () => {
  it.each([
    ['viewEdge', 0, 0],
    ['view', 0, 0],
    ['circle', 30, -12],
  ])('%s stands at %d, %d', (shape, x, y) => {
    const { kit, emitter, path } = open()
    choiceOf('shape').apply(kit, path, shape)
    expect([emitter.numbers.offsetX, emitter.numbers.offsetY]).toEqual([x, y])
  })
})

describe('adding a force', () => {
  it('that has a place begins at the emitter', () => {
    const { kit, type, path } = open()
    for (const force of ['swirl', 'avoid', 'pull'] as const) addForce(kit, path, force)
    const { pullX, pullY, swirlX, swirlY, avoidX, avoidY } = type.numbers
    expect([pullX, pullY, swirlX, swirlY, avoidX, avoidY]).toEqual([30, -12, 30, -12, 30, -12])
    // In the order in which they act.
    expect(type.forces).toEqual(['pull', 'swirl', 'avoid'])
  })

  it('leaves one that was placed before where it is, and others without a place', () => {
    const { kit, type, path } = open()
    Object.assign(type.numbers, { pullX: 5, pullY: 6 })
    addForce(kit, path, 'pull')
    addForce(kit, path, 'gravity')
    expect([type.numbers.pullX, type.numbers.pullY]).toEqual([5, 6])
    expect(type.forces).toEqual(['gravity', 'pull'])
  })
})
