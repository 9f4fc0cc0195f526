import { EFFECT_RECIPES, makeDemo } from '@gliv/demo'
import { checkKit, emptyKit } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import guide from '../../../../docs/guide.md?raw'
import { foundIn, sectionsOf } from './guide.ts'
import { FIRST } from './open.ts'
import { addRecipe } from './openRecipe.ts'
import { PLACES } from './places.ts'

const sections = sectionsOf(guide)

describe('the guide', () => {
  it('has the sections that screens point to', () => {
    const titles = sections.map(({ title }) => title)
    expect(titles).toContain(FIRST)
    for (const { section, name } of PLACES) expect(titles, name).toContain(section)
  })

  it('is searched by words in any order, titles first, with what stands around them', () => {
    const made = sectionsOf('# G\n## Alpha\nof *rain* and [snow](x.md)\n## Rain\nfalls\n## Gamma\nnothing')
    expect(foundIn(made, '')).toHaveLength(3)
    expect(foundIn(made, 'rain')).toEqual([
      { title: 'Rain', snippet: '' },
      { title: 'Alpha', snippet: 'of rain and snow' },
    ])
    expect(foundIn(made, 'SNOW rain').map(({ title }) => title)).toEqual(['Alpha'])
    expect(foundIn(made, 'rain hail')).toEqual([])
  })
})

describe('a recipe', () => {
  it.each(EFFECT_RECIPES.map(({ id }) => id))(
    '%s opens in an empty kit, and twice, each time whole',
    (id) => {
      const recipe = EFFECT_RECIPES.find((one) => one.id === id)!
      const demo = makeDemo()
      const kit = emptyKit('kit', 'Kit')
      let n = 0
      const make = (prefix: string): string => `${prefix}-${++n}`
      for (let k = 0; k < 2; k++) {
        const made = kit.effects[addRecipe(kit, recipe, demo, make)]!
        expect(made.name).toBe(recipe.title)
        const notes = Object.values(made.emitters).map(({ name, note }) => [name, note])
        const wanted = Object.values(demo.kit.effects[recipe.effect]!.emitters).map((e) => [
          e.name,
          recipe.notes[e.id],
        ])
        expect(notes.toSorted()).toEqual(wanted.toSorted())
      }
      expect(checkKit(kit)).toEqual([])
      expect(kit.effectOrder).toHaveLength(2)
    },
  )
})
