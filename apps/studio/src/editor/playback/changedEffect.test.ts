import { makeDemo } from '@gliv/demo'
import type { Kit } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { isChanged } from './changedEffect.ts'

const { kit } = makeDemo()
const outer = 'hard-landing'
const [inner] = kit.effects[outer]!.parts.flatMap((part) => part.effects.map(({ effect }) => effect))

/** As another tab leaves the kit: what it changed is new, the rest is the same. */
const withEffect = (id: string, from: Kit = kit): Kit => ({
  ...from,
  effects: { ...from.effects, [id]: { ...from.effects[id]!, seed: from.effects[id]!.seed + 1 } },
})

describe('whether an effect has to be shown anew', () => {
  it('when itself, or an effect inside it, was changed somewhere else', () => {
    expect(isChanged(kit, withEffect(outer), outer)).toBe(true)
    expect(isChanged(kit, withEffect(inner!), outer)).toBe(true)
    expect(isChanged(kit, withEffect(inner!), inner!)).toBe(true)
  })

  it('not when an effect was changed that it does not play, or only a name of the kit', () => {
    expect(isChanged(kit, withEffect('canal-rain'), outer)).toBe(false)
    expect(isChanged(kit, withEffect(outer), inner!)).toBe(false)
    expect(isChanged(kit, { ...kit, name: 'Another' }, outer)).toBe(false)
  })

  it('when what particles are drawn with was changed', () => {
    for (const part of ['types', 'sheets', 'palettes'] as const)
      expect(isChanged(kit, { ...kit, [part]: { ...kit[part] } }, outer)).toBe(true)
  })
})
