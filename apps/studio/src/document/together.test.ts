/** Several emitters edited at once: typing sets all, dragging adds the same to each, factors multiply each. */
import 'fake-indexeddb/auto'
import { makeDemo } from '@gliv/demo'
import { PROPERTIES, type Range } from '@gliv/model'
import { beforeEach, describe, expect, it } from 'vitest'
import { addressOf, type EmitterPath } from '../editor/recipe/emitterPath.ts'
import { edit, useDocument } from '../state/document.ts'
import { othersOf, spanOf, readValue } from './propertyAddress.ts'
import { setRangeEnd } from './setRangeEnd.ts'
import { readTyped } from './typeInto.ts'
import { resetValue, toggleSplit } from './values.ts'

const effect = 'cargo-blast'
const pathsIn = (): EmitterPath[] => {
  const { emitterOrder, emitters } = makeDemo().kit.effects[effect]!
  return emitterOrder.slice(0, 3).map((emitter) => ({ effect, emitter, type: emitters[emitter]!.type }))
}
const [first, ...also] = pathsIn() as [EmitterPath, ...EmitterPath[]]
const path: EmitterPath = { ...first, also }
const all = [first, ...also]

const kitNow = () => useDocument.getState().kit!
const speeds = (): Range[] => all.map((one) => readValue(kitNow(), addressOf(one, 'speed'), 'speed') as Range)

beforeEach(() => {
  useDocument.setState({ kit: makeDemo().kit, moment: null })
  edit('Different speeds', (kit) =>
    all.forEach(({ emitter }, at) => {
      kit.effects[effect]!.emitters[emitter]!.numbers.speed = { from: 10 * (at + 1), to: 20 * (at + 1) }
    }),
  )
})

const type = (text: string): string | null => {
  const target = addressOf(path, 'speed')
  const places = [target, ...othersOf(kitNow(), target)].map((at) => ({ target: at, id: 'speed' as const }))
  const read = readTyped(kitNow(), places, text)
  if (typeof read === 'string') return read
  edit('Type', read)
  return null
}

describe('several emitters at once', () => {
  it('shows the lowest and the highest, and nothing of the kind when all are the same', () => {
    expect(spanOf(kitNow(), addressOf(path, 'speed'), 'speed')).toEqual({ from: 10, to: 60 })
    type('50')
    expect(spanOf(kitNow(), addressOf(path, 'speed'), 'speed')).toBeNull()
    expect(speeds()).toEqual(all.map(() => ({ from: 50, to: 50 })))
  })

  it('+= adds the same to each, *= multiplies each, a range sets all', () => {
    type('+=5')
    expect(speeds()).toEqual([15, 25, 35].map((from, at) => ({ from, to: 20 * (at + 1) + 5 })))
    type('*=2')
    expect(speeds()).toEqual([30, 50, 70].map((from, at) => ({ from, to: (20 * (at + 1) + 5) * 2 })))
    type('5-8')
    expect(speeds()).toEqual(all.map(() => ({ from: 5, to: 8 })))
  })

  it('all take it, or none', () => {
    const before = JSON.stringify(kitNow())
    expect(type('*=100000000')).not.toBeNull()
    expect(JSON.stringify(kitNow())).toBe(before)
  })

  it('a drag changes each by the same amount, one end or the whole, inside the limits', () => {
    const target = addressOf(path, 'speed')
    setRangeEnd(target, 'speed', 'from', 14, edit)
    expect(speeds().map(({ from }) => from)).toEqual([14, 24, 34])
    setRangeEnd(target, 'speed', 'both', 20, edit)
    expect(speeds()).toEqual([20, 30, 40].map((from, at) => ({ from, to: 20 * (at + 1) + 6 })))
    setRangeEnd(target, 'speed', 'both', -1e9, edit)
    const [low] = PROPERTIES.speed.hard
    expect(speeds().every(({ from, to }) => from >= low && from <= to)).toBe(true)
    expect(speeds()[0]!.from).toBe(low)
  })

  it('whole values: reset, split; each from its own', () => {
    toggleSplit(addressOf(path, 'speed'), 'speed')
    expect(speeds().map(({ from, to }) => [from, to])).toEqual([15, 30, 45].map((at) => [at, at]))
    resetValue(addressOf(path, 'speed'), 'speed')
    expect(new Set(speeds().map((range) => JSON.stringify(range))).size).toBe(1)
  })

  it('bursts answer to those in the same place; a type that is shared is changed once', () => {
    edit('Bursts', (kit) => {
      const { emitters } = kit.effects[effect]!
      for (const { emitter } of all) emitters[emitter]!.bursts = emitters[emitter]!.bursts.slice(0, 1)
      emitters[also[0]!.emitter]!.type = first.type
    })
    const shared = { ...path, also: [{ ...also[0]!, type: first.type }] }
    expect(othersOf(kitNow(), addressOf(shared, 'life'))).toEqual([])
    const [burst] = kitNow().effects[effect]!.emitters[first.emitter]!.bursts
    const others = burst ? othersOf(kitNow(), addressOf(path, 'burstCount', burst.id)) : []
    const expected = also.flatMap(
      ({ emitter }) => kitNow().effects[effect]!.emitters[emitter]!.bursts[0]?.id ?? [],
    )
    expect(others.map((at) => at.owner === 'burst' && at.burst)).toEqual(expected)
  })
})
