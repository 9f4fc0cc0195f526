import 'fake-indexeddb/auto'
import { makeDemo } from '@gliv/demo'
import { PROPERTIES, type PropertyId } from '@gliv/model'
import { beforeEach, describe, expect, it } from 'vitest'
import { nearerKnob } from '../editor/fields/RowSlider.tsx'
import { edit, useDocument } from '../state/document.ts'
import { shiftRange } from './setRangeEnd.ts'
import type { PropertyAddress } from './propertyAddress.ts'
import {
  canPaste,
  copyValue,
  defaultOf,
  isDefault,
  pasteValue,
  resetValue,
  toggleSplit,
  valueNow,
} from './values.ts'

const target: PropertyAddress = {
  owner: 'emitter',
  effect: 'cargo-blast',
  emitter: makeDemo().kit.effects['cargo-blast']!.emitterOrder[1]!,
}

beforeEach(() => useDocument.setState({ kit: makeDemo().kit, moment: null }))

describe('a press on a slider', () => {
  const range = { from: 100, to: 200 }
  it.each([
    [90, 'from'],
    [110, 'from'],
    [150, 'middle'],
    [140, 'middle'],
    [185, 'to'],
    [260, 'to'],
  ] as const)('at %d means %s', (at, part) => {
    expect(nearerKnob(range, at)).toBe(part)
  })
  it('on a fixed value means the value', () => {
    expect([nearerKnob(5, 90), nearerKnob({ from: 5, to: 5 }, 90)]).toEqual(['value', 'both'])
  })

  it('between two knobs takes both along, inside the limits', () => {
    resetValue(target, 'speed')
    const before = valueNow(target, 'speed') as { from: number; to: number }
    shiftRange(target, 'speed', 15, edit)
    expect(valueNow(target, 'speed')).toMatchObject({ from: before.from + 15, to: before.to + 15 })
    shiftRange(target, 'speed', -1e9, edit)
    expect(valueNow(target, 'speed')).toMatchObject({
      from: PROPERTIES.speed.hard[0],
      to: PROPERTIES.speed.hard[0] + before.to - before.from,
    })
  })
})

describe('whole values', () => {
  it('are split inside the limits and joined in the middle', () => {
    resetValue(target, 'speed')
    const range = valueNow(target, 'speed') as { from: number; to: number }
    toggleSplit(target, 'speed')
    const joined = valueNow(target, 'speed') as { from: number; to: number }
    expect([joined.from, joined.to]).toEqual([(range.from + range.to) / 2, (range.from + range.to) / 2])
    toggleSplit(target, 'speed')
    const split = valueNow(target, 'speed') as { from: number; to: number }
    expect(split.from < joined.from && split.to > joined.to).toBe(true)
  })

  it('are reset to the table’s defaults, which stay as they are', () => {
    resetValue(target, 'speed')
    expect(isDefault('speed', valueNow(target, 'speed')!)).toBe(true)
    toggleSplit(target, 'speed')
    expect(defaultOf('speed')).toEqual(PROPERTIES.speed.default)
  })

  it('are pasted where the unit is the same, whole where they have to be', () => {
    resetValue(target, 'heading')
    copyValue(target, 'heading')
    expect([canPaste('fan'), canPaste('speed')]).toEqual([true, false])
    pasteValue(target, 'fan')
    // −90° is under the fan's least.
    expect(valueNow(target, 'fan')).toBe(0)
  })

  it.each(Object.keys(PROPERTIES) as PropertyId[])(
    'the default of %s is told apart from anything else',
    (id) => {
      const value = defaultOf(id)
      expect(isDefault(id, value)).toBe(true)
      expect(
        isDefault(id, typeof value === 'number' ? value + 1 : { from: value.from, to: value.to + 1 }),
      ).toBe(false)
    },
  )
})
