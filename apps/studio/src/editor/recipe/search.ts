/** Finds numbers, choices and groups of the Recipe by their names, help sentences and other common words. */
import { FORCE_KINDS, type ForceKind, type PropertyId } from '@gliv/model'
import { FORCE_TEXTS } from '@gliv/words'
import { GROUP_WORDS, OTHER_WORDS } from '@gliv/words'
import { PROPERTY_TEXTS } from '@gliv/words'
import { choiceOf, type MenuChoice } from './choices.ts'
import { GROUPS, type Subject } from './groups.tsx'
import { forceEditor } from './forces.ts'
import type { Row } from './row.ts'

export interface Found {
  /** Unique among what is found. */
  readonly key: string
  readonly group: string
  readonly label: string
  readonly help: string
  /** The row to go to; without one the group itself. */
  readonly row: Row | null
  /** A force that has to be added first. */
  readonly adds: ForceKind | null
}

interface Entry extends Found {
  /** What a search looks at, by weight: the label, other words for it, the help sentence. */
  readonly texts: readonly [label: string, words: string, help: string]
}

const entryOf = (found: Found, words: string): Entry => ({
  ...found,
  texts: [found.label.toLowerCase(), words.toLowerCase(), found.help.toLowerCase()],
})

const otherWords = (id: PropertyId): string => (OTHER_WORDS as Partial<Record<PropertyId, string>>)[id] ?? ''

const rowEntry = (group: string, title: string, row: Row, adds: ForceKind | null): Entry => {
  if (row.startsWith('@')) {
    const definition = choiceOf(row.slice(1) as MenuChoice)
    const options = Array.isArray(definition.options)
      ? (definition.options as readonly { label: string }[]).map((o) => o.label).join(' ')
      : ''
    return entryOf(
      {
        key: `${group} ${row}`,
        group,
        label: `${title}: ${definition.title}`,
        help: definition.help ?? '',
        row,
        adds,
      },
      options,
    )
  }
  const text = PROPERTY_TEXTS[row as PropertyId]
  return entryOf(
    { key: `${group} ${row}`, group, label: `${title}: ${text.label}`, help: text.help, row, adds },
    otherWords(row as PropertyId),
  )
}

const forceEntries = (subject: Subject, group: string): Entry[] =>
  FORCE_KINDS.flatMap((force) => {
    const { label, help, also } = FORCE_TEXTS[force]
    const has = subject.type.forces.includes(force)
    const rows = has ? forceEditor(force).rows(subject.type) : []
    return [
      entryOf(
        {
          key: `force ${force}`,
          group,
          label,
          help: has ? help : `${help} Adds it.`,
          row: null,
          adds: has ? null : force,
        },
        also,
      ),
      ...rows.map((row) => rowEntry(group, label, row as Row, null)),
    ]
  })

/** Everything that the Recipe can show for one emitter, in its order. */
export const searchEntries = (subject: Subject): Entry[] =>
  GROUPS.flatMap((group) => [
    entryOf(
      { key: group.id, group: group.id, label: group.title, help: '', row: null, adds: null },
      (GROUP_WORDS as Readonly<Record<string, string>>)[group.id] ?? '',
    ),
    ...group.rows(subject).map((row) => rowEntry(group.id, group.title, row, null)),
    ...(group.also ?? []).map((id) => ({ ...rowEntry(group.id, group.title, id, null), row: null })),
    ...(group.id === 'forces' ? forceEntries(subject, group.id) : []),
  ])

const MOST_FOUND = 12

const begins = (text: string, word: string): boolean => text.startsWith(word) || text.includes(` ${word}`)

/** How well an entry fits: 0 is its whole label, then words of the label, other words, help; null for not at all. */
const rankOf = ({ texts }: Entry, words: readonly string[]): number | null => {
  const [label] = texts
  const name = label.slice(label.indexOf(': ') + 1).trim()
  if (label === words.join(' ') || name === words.join(' ')) return 0
  const weights = words.map((word) => texts.findIndex((text) => begins(text, word)))
  return weights.includes(-1) ? null : 1 + Math.max(...weights)
}

/** Those whose words begin with each of the typed words, best first. */
export const findIn = (entries: readonly Entry[], typed: string): Found[] => {
  const words = typed.toLowerCase().trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) return []
  const ranked = entries.flatMap((entry) => {
    const rank = rankOf(entry, words)
    return rank === null ? [] : [{ entry, rank }]
  })
  return ranked
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST_FOUND)
    .map(({ entry }) => entry)
}
