import { makeDemo } from '@gliv/demo'
import { enablePatches, produceWithPatches } from 'immer'
import type { Kit } from '@gliv/document'
import { addEffect, deleteEffect } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { placeOf } from './place.ts'

enablePatches()
const { kit } = makeDemo()
const step = (recipe: (kit: Kit) => void) => {
  const [, patches, inverse] = produceWithPatches(kit, (draft) => recipe(draft as Kit))
  return { patches, inverse }
}
let n = 0
const makeId = (prefix: string): string => `${prefix}-${++n}`

const [first, second] = kit.effectOrder as [string, string]
const emitterOf = (effect: string): string => kit.effects[effect]!.emitterOrder[0]!

describe('where an undo step is seen', () => {
  it('in the effect whose inside it changes', () => {
    const heading = step((k) => void (k.effects[second]!.emitters[emitterOf(second)]!.numbers.heading = 12))
    expect(placeOf(heading, kit, first)).toEqual({ page: 'effect', effect: second })
    expect(placeOf(heading, kit, second)).toEqual({ page: 'effect', effect: second })
  })

  it('where an effect takes the place of the one before, as a take does, in that effect', () => {
    const replaced = step((k) => void (k.effects[second] = { ...k.effects[second]!, seed: 9 }))
    expect(placeOf(replaced, kit, first)).toEqual({ page: 'effect', effect: second })
    const gone = step((k) => deleteEffect(k, second))
    expect(placeOf(gone, kit, first)).toEqual({ page: 'kit' })
  })

  it('a shared type in the shown effect where that uses it, else in one that does', () => {
    const type = kit.effects[second]!.emitters[emitterOf(second)]!.type
    const shared = {
      ...kit,
      effects: {
        ...kit.effects,
        [first]: {
          ...kit.effects[first]!,
          emitters: {
            ...kit.effects[first]!.emitters,
            more: { ...kit.effects[first]!.emitters[emitterOf(first)]!, type },
          },
        },
      },
    }
    const drag = step((k) => void (k.types[type]!.numbers.drag = 3))
    expect(placeOf(drag, shared, first)).toEqual({ page: 'effect', effect: first })
    expect(placeOf(drag, shared, null).page).toBe('effect')
    expect(placeOf(drag, kit, first)).toEqual({ page: 'effect', effect: second })
  })

  it('a sheet’s other picture among the sprites, though sizes of types follow it', () => {
    const type = kit.effects[second]!.emitters[emitterOf(second)]!.type
    const replaced = step((k) => {
      k.sheets[k.sheetOrder[0]!]!.picture = 'f'.repeat(32)
      k.types[type]!.numbers.scale = { from: 3, to: 3 }
    })
    expect(placeOf(replaced, kit, null)).toEqual({ page: 'sprites' })
    expect(placeOf(replaced, kit, second)).toEqual({ page: 'effect', effect: second })
  })

  it('what comes and goes, and the kit’s name, on the kit page', () => {
    expect(
      placeOf(
        step((k) => deleteEffect(k, second)),
        kit,
        first,
      ),
    ).toEqual({ page: 'kit' })
    expect(
      placeOf(
        step((k) => void addEffect(k, makeId)),
        kit,
        first,
      ),
    ).toEqual({ page: 'kit' })
    expect(
      placeOf(
        step((k) => void (k.name = 'Other')),
        kit,
        first,
      ),
    ).toEqual({ page: 'kit' })
  })

  it('what is on a stage there, with the sheet that came along; a stage that goes, on the kit page', () => {
    const [stage] = kit.stageOrder as [string, ...string[]]
    const pasted = step((k) => {
      k.stages[stage]!.surfaces = []
      k.sheets[k.sheetOrder[0]!]!.name = 'Pasted'
    })
    expect(placeOf(pasted, kit, null)).toEqual({ page: 'stage', stage })
    const gone = step((k) => void delete k.stages[stage])
    expect(placeOf(gone, kit, null)).toEqual({ page: 'kit' })
  })

  it('sheets and palettes among the sprites', () => {
    expect(
      placeOf(
        step((k) => void (k.sheets[k.sheetOrder[0]!]!.name = 'Other')),
        kit,
        first,
      ),
    ).toEqual({ page: 'sprites' })
  })
})
