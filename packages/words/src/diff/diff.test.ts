/** Differences in words: one for each edit, with the label that the studio shows. */
import { property, propertiesOf, type PropertyId, type Range } from '@gliv/model'
import type { Kit } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { FIELDS, PROPERTY_TEXTS } from '../index.ts'
import { differences, differencesText } from './index.ts'
import { titleOf } from './titles.ts'

const DEMO = makeDemo().kit
const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const after = (change: (kit: Kit) => void) => {
  const kit = clone(DEMO)
  change(kit)
  return differences(DEMO, kit)
}
const emitter = (kit: Kit) => Object.values(kit.effects['stove-fire']!.emitters)[0]!

describe('differences', () => {
  it('say which effect a variant follows, and not what it has for itself twice', () => {
    const list = after((kit) => {
      kit.effects['stove-fire']!.variant = { of: 'torch', own: ['effect.seed'] }
    })
    expect(list.map(({ what, from, to }) => [what, from, to])).toEqual([['Variant of', 'none', 'Torch']])
  })

  it('of a kit and itself are none', () => {
    expect(differences(DEMO, clone(DEMO))).toEqual([])
    expect(differencesText([])).toBe('')
    // Keys in another order, and keys without a value, are no difference.
    const turned = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(turned)
      if (typeof value !== 'object' || value === null) return value
      const entries = Object.entries(value).toReversed()
      return Object.fromEntries(entries.map(([key, inner]) => [key, turned(inner)]))
    }
    const other = turned(DEMO) as Kit
    Object.assign(other.effects['stove-fire']!, { reference: undefined })
    expect(differences(DEMO, other)).toEqual([])
  })

  it.each<PropertyId>([...propertiesOf('emitter'), ...propertiesOf('type')])(
    'names %s by its label',
    (id) => {
      const { owner, hard } = property(id)
      const other = (value: number | Range): number | Range =>
        typeof value === 'number'
          ? value === hard[0]
            ? hard[1]
            : hard[0]
          : { ...value, from: hard[0], to: value.from === hard[0] ? hard[1] : hard[0] }
      const found = after((kit) => {
        const holder = owner === 'emitter' ? emitter(kit) : kit.types[emitter(kit).type]!
        const numbers = holder.numbers as unknown as Record<PropertyId, number | Range>
        numbers[id] = other(numbers[id])
      })
      expect(found.length).toBe(1)
      expect(found[0]!.what).toContain(PROPERTY_TEXTS[id].label)
      expect(found[0]!.from).not.toBe(found[0]!.to)
      expect(found[0]!.place).toMatch(new RegExp(`^(effects|types)[.].*[.]${id}$`))
    },
  )

  it('tells words by the words of the Recipe', () => {
    const found = after((kit) => {
      emitter(kit).aim = 'outward'
      kit.types[emitter(kit).type]!.blend = 'screen'
      kit.types[emitter(kit).type]!.scaleApart = true
    })
    expect(found.map(({ what }) => what)).toEqual([
      titleOf('emitter.aim'),
      titleOf('type.blend'),
      titleOf('type.scaleApart'),
    ])
    expect(found[0]!.to).toBe(FIELDS['emitter.aim'].words.outward)
    expect(found[1]!.to).toBe(FIELDS['type.blend'].words.screen)
    expect([found[2]!.from, found[2]!.to]).toEqual(['follows the width', 'on its own'])
  })

  it('tells what came and what went, by names and not by ids', () => {
    const found = after((kit) => {
      const { emitters, emitterOrder } = kit.effects['stove-fire']!
      delete emitters[emitterOrder[0]!]
      kit.effects['stove-fire']!.emitterOrder = emitterOrder.slice(1)
      kit.effects['coin']!.name = 'Penny'
      kit.palettes['new'] = { id: 'new', name: 'Moss', colours: ['#112233'] }
      kit.paletteOrder.push('new')
    })
    const text = differencesText(found)
    expect(text).toContain('Penny\n  Name: Coin → Penny')
    expect(text).toContain('Palette Moss\n  added')
    expect(text).toMatch(/Stove fire\n {2}.*\n? {2}\S.*\n {4}gone/)
  })

  it('tells ranges, ramps, colours and pictures in a few words', () => {
    const found = after((kit) => {
      const type = kit.types[emitter(kit).type]!
      type.numbers.life = { from: 0.5, to: 1.25 }
      type.ramps.tint = {
        points: [
          { at: 0, colour: '#ffffff', ease: 'linear' },
          { at: 1, colour: '#ff0000', ease: 'linear' },
        ],
      }
      type.pictures = [{ ...type.pictures[0]!, frames: [1], clip: null }]
      type.palette = DEMO.paletteOrder[0]!
    })
    const to = Object.fromEntries(found.map((one) => [one.what, one.to]))
    expect(to[titleOf('type.numbers.life')]).toBe('0.5 to 1.25 s')
    expect(to['Tint ramp']).toBe('#ffffff → #ff0000')
    expect(to['Picture']).toMatch(/: frame 1$/)
    expect(to['Palette lock']).toBe(DEMO.palettes[DEMO.paletteOrder[0]!]!.name)
  })

  it('tells each place that the demo has by a title of its own heading', () => {
    const titles = Object.keys(FIELDS).map(titleOf)
    expect(new Set(titles).size).toBe(titles.length)
  })
})
