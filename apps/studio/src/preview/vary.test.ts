/** Variations of every effect of the demo: what is shown beside the present state is no emptier and no dearer. */
import { keptPiece, VARY_GROUPS, varies } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { describe, expect, it } from 'vitest'
import { fitting, unfit, weigh } from './vary.ts'

const demo = makeDemo()
const chanceOf = (seed: number) => {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}

describe('variations worth looking at', () => {
  it('refuse what is emptier than a fifth, or dearer than twice', () => {
    const present = { alive: 50, most: 100, covered: 1000 }
    expect(unfit(present, present)).toBeNull()
    expect(unfit(present, { ...present, alive: 9 })).toBe('emptier')
    expect(unfit(present, { ...present, covered: 199 })).toBe('emptier')
    expect(unfit(present, { ...present, most: 201 })).toBe('dearer')
    expect(unfit(present, { ...present, covered: 2001 })).toBe('dearer')
  })

  it.each(demo.kit.effectOrder.slice(0, 6))('of %s are found in every group that varies', (id) => {
    const file = { kit: keptPiece(demo.kit, id), pictures: demo.pictures }
    const weight = weigh(file, id)!
    for (const group of VARY_GROUPS) {
      if (varies(file.kit, id, group).length === 0) continue
      const made = fitting({ file, weight }, id, group, {
        spread: 0.2,
        locks: new Set(),
        chance: chanceOf(5),
      })
      expect(made, group).not.toBeNull()
      expect(unfit(weight, weigh({ ...file, kit: made! }, id)!), group).toBeNull()
    }
  })
})
