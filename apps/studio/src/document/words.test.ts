/** Texts keep to the table of words: those of the tables, and those in the screens' own files. */
import { describe, expect, it } from 'vitest'
import { CHOICES } from '../editor/recipe/choices.ts'
import { FORCE_TEXTS } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'
import { NOT_SAID, WORDS } from '@gliv/words'

const wrongIn = (text: string): string[] =>
  NOT_SAID.flatMap(([pattern, instead]) => (pattern.test(text) ? [`“${text}”: say ${instead}`] : []))

const titled = (objects: readonly object[]): string[] =>
  objects.flatMap((object) =>
    ['label', 'title'].flatMap((key) => {
      const text = (object as Record<string, unknown>)[key]
      return typeof text === 'string' ? [text] : []
    }),
  )

/** Texts of titles, labels and hints as they stand in a file of a screen. */
const shownIn = (source: string): string[] =>
  [...source.matchAll(/(?:title|label|hint|help|aria-label|placeholder)(?:=|: )(["'])(.*?)\1/g)].map(
    ([, , text]) => text!,
  )

const screens = Object.values(
  import.meta.glob<string>('../**/*.tsx', { query: '?raw', import: 'default', eager: true }),
)

describe('the table of words', () => {
  it('tells a wrong text from a right one', () => {
    expect(wrongIn('Drag to change the delay')).toEqual(['“Drag to change the delay”: say drag'])
    expect(wrongIn('Drag grows with the speed')).toEqual([])
    expect(wrongIn('Towards')).toEqual(['“Towards”: say heading'])
    expect(Object.keys(WORDS).length).toBeGreaterThan(10)
  })

  it('is kept to by the names of numbers, forces and choices', () => {
    const texts = titled([
      ...Object.values(PROPERTY_TEXTS),
      ...Object.values(FORCE_TEXTS),
      ...Object.values(CHOICES),
    ])
    expect(texts.length).toBeGreaterThan(200)
    expect(texts.flatMap(wrongIn)).toEqual([])
  })

  it('is kept to by what stands on the screens', () => {
    expect(screens.length).toBeGreaterThan(80)
    const texts = screens.flatMap(shownIn)
    expect(texts.length).toBeGreaterThan(150)
    expect(texts.flatMap(wrongIn)).toEqual([])
  })
})
