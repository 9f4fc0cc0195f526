import { makeDemo } from '@gliv/demo'
import { expect, it } from 'vitest'
import type { EmitterPath } from './emitterPath.ts'
import { livingNumbers } from './living.ts'
import { subjectOf } from './subject.ts'

const { kit } = makeDemo()
const effect = kit.effects['cargo-blast']!
const { id, type } = effect.emitters[effect.emitterOrder[0]!]!
const path: EmitterPath = { effect: effect.id, emitter: id, type }

const living = (change: (copy: typeof kit) => void) => {
  const copy = structuredClone(kit)
  change(copy)
  return livingNumbers(subjectOf(copy, path)!, copy.effects[path.effect]!)
}

it('a number of a force lives with its force', () => {
  const without = living((copy) => (copy.types[path.type]!.forces = []))
  const dragged = living((copy) => (copy.types[path.type]!.forces = ['drag']))
  expect(without).not.toContain('drag')
  expect(dragged).toContain('drag')
})

it('the time of a round lives while the effect plays in rounds, life while it is a range', () => {
  const played = (play: 'loop' | 'once') => living((copy) => (copy.effects[path.effect]!.play = play))
  expect(played('loop')).toContain('loopSeconds')
  expect(played('once')).not.toContain('loopSeconds')
  expect(played('once')).toContain('warmUp')
  expect(living((copy) => (copy.types[path.type]!.lifeMode = 'range'))).toContain('life')
})
