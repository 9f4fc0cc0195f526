/** What uses what, what nothing uses, the order of effects, and groups by name. */
import { describe, expect, it } from 'vitest'
import { addEffect, checkKit, type Kit, newPart } from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'
import { groupOf, moveEffects, removeUnused, unusedOf, usesOfEffects } from './tidy.ts'

const withEffects = (): { kit: Kit; ids: string[] } => {
  const { kit } = smallKit()
  const makeId = counter()
  const more = Array.from({ length: 4 }, () => addEffect(kit, (prefix) => `more-${makeId(prefix)}`))
  return { kit, ids: [...kit.effectOrder.slice(0, 1), ...more] }
}

describe('a tidy kit', () => {
  it('counts who plays an effect, each once', () => {
    const { kit, ids } = withEffects()
    const [a, b, c] = ids as [string, string, string]
    kit.effects[a]!.parts = [newPart('p1', b), newPart('p2', b)]
    kit.effects[c]!.parts = [newPart('p3', b)]
    kit.cues = [{ id: 'land', name: 'land', effects: [b, a], chance: 1, most: 8, strength: 1 } as never]
    expect([...usesOfEffects(kit)]).toEqual([
      [b, 3],
      [a, 1],
    ])
  })

  it('finds what nothing uses, and takes that away alone', () => {
    const { kit } = withEffects()
    expect(unusedOf(kit)).toEqual([])
    kit.sheets['left'] = { ...kit.sheets['sheet']!, id: 'left', name: 'Left over' }
    kit.sheetOrder.push('left')
    kit.palettes['p'] = { id: 'p', name: 'Unused', colours: ['#000000'] }
    kit.paletteOrder.push('p')
    expect(unusedOf(kit).map(({ kind, id }) => `${kind} ${id}`)).toEqual(['sheets left', 'palettes p'])
    removeUnused(kit, unusedOf(kit))
    expect(kit.sheetOrder).toEqual(['sheet'])
    expect(kit.paletteOrder).toEqual([])
    expect(checkKit(kit)).toEqual([])
  })

  it('moves several effects together, before any of them or to the end', () => {
    const start = withEffects()
    const [a, b, c, d, e] = start.kit.effectOrder as [string, string, string, string, string]
    const moved = (ids: string[], before: string | null): string[] => {
      const { kit } = withEffects()
      moveEffects(kit, ids, before)
      return kit.effectOrder
    }
    expect(moved([c], a)).toEqual([c, a, b, d, e])
    expect(moved([e, b], d)).toEqual([a, c, b, e, d])
    expect(moved([a], null)).toEqual([b, c, d, e, a])
    expect(moved([b, c], c)).toEqual([a, b, c, d, e])
    expect(moved([], a)).toEqual([a, b, c, d, e])
  })

  it('groups by the last slash of a name that has something on both sides', () => {
    expect(groupOf('water/splash')).toEqual({ group: 'water', rest: 'splash' })
    expect(groupOf('water / deep / splash')).toEqual({ group: 'water / deep', rest: 'splash' })
    for (const name of ['splash', '/splash', 'water/', '/'])
      expect(groupOf(name)).toEqual({ group: null, rest: name })
  })

  it('keeps tags within their rules', () => {
    const { kit, ids } = withEffects()
    kit.effects[ids[0]!]!.tags = ['water', 'wet']
    expect(checkKit(kit)).toEqual([])
  })
})
