/** The kit page's list: found by contents, sorted, grouped by slashes, in lines. */
import { makeDemo } from '@gliv/demo'
import type { Effect, Kit } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { between, found, grouped, linesOf, NO_FACTS, sorted } from './effectList.ts'

const { kit: demo } = makeDemo()
const effectsOf = (kit: Kit): Effect[] => kit.effectOrder.map((id) => kit.effects[id]!)
const named = (name: string): Effect => ({ ...effectsOf(demo)[0]!, id: name, name })

describe('the list of effects', () => {
  it('finds by name, tag and contents', () => {
    const kit: Kit = structuredClone(demo)
    kit.effects['stove-fire']!.tags = ['Warmth']
    const names = (search: string): string[] => found(kit, effectsOf(kit), search).map(({ name }) => name)
    expect(names('stove')).toContain('Stove fire')
    expect(names('warmth')).toEqual(['Stove fire'])
    const churns = effectsOf(kit)
      .filter(({ emitters }) =>
        Object.values(emitters).some(({ type }) => kit.types[type]!.forces.includes('churn')),
      )
      .map(({ name }) => name)
    expect(churns.length).toBeGreaterThan(1)
    expect(names('uses churn').toSorted()).toEqual(churns.toSorted())
    expect(names('churn warmth')).toEqual(['Stove fire'])
    expect(names('nobody has this')).toEqual([])
    expect(names('  ')).toHaveLength(kit.effectOrder.length)
    // What has it in its name comes first.
    expect(names('rain')[0]).toBe('Canal rain')
  })

  it('sorts by what is known, and leaves the order by hand alone', () => {
    const list = [named('b 10'), named('a'), named('b 9')]
    const facts = new Map([
      ['b 10', { changed: 3, most: 1, seconds: 9 }],
      ['a', { changed: 1, most: 5, seconds: 2 }],
    ])
    const names = (sort: Parameters<typeof sorted>[1]): string[] =>
      sorted(list, sort, (id) => facts.get(id) ?? NO_FACTS).map(({ name }) => name)
    expect(names('order')).toEqual(['b 10', 'a', 'b 9'])
    expect(names('name')).toEqual(['a', 'b 9', 'b 10'])
    expect(names('changed')).toEqual(['b 10', 'a', 'b 9'])
    expect(names('cost')).toEqual(['a', 'b 10', 'b 9'])
    expect(names('length')).toEqual(['b 10', 'a', 'b 9'])
  })

  it('makes lines of groups, folded or not', () => {
    const list = ['one', 'water/a', 'two', 'water/b', 'water/c', 'fire/x'].map(named)
    const groups = grouped(list)
    expect(groups.map(({ name, effects }) => [name, effects.length])).toEqual([
      [null, 2],
      ['water', 3],
      ['fire', 1],
    ])
    const lines = linesOf(groups, 2, new Set(['fire']))
    expect(
      lines.map((line) => (line.kind === 'group' ? `${line.name} ${line.folded}` : line.effects.length)),
    ).toEqual([2, 'water false', 2, 1, 'fire true'])
    expect(between(['a', 'b', 'c', 'd'], 'c', 'a')).toEqual(['a', 'b', 'c'])
    expect(between(['a', 'b'], 'gone', 'b')).toEqual(['b'])
  })
})
