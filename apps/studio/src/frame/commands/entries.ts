/** Commands as they are listed: one entry each; one for each key where the key says what it does. */
import { isAvailable } from '../../shared/keys/dispatch.ts'
import { CONTEXT_TEXTS, keysOf, keyText, keyTexts } from '../../shared/keys/keymap.ts'
import { COMMAND_IDS, type CommandId, commandRow } from '../../shared/keys/table.ts'

export interface CommandEntry {
  readonly id: CommandId
  /** The key by which it is run, where that says what it does. */
  readonly key: string
  readonly name: string
  readonly where: string
  /** For people. */
  readonly keys: readonly string[]
  /** Whether it works here. */
  readonly here: boolean
}

/** It opens this very list, or closes it. */
const UNLISTED: ReadonlySet<CommandId> = new Set(['commands', 'escape'])

const entriesOf = (id: CommandId): readonly CommandEntry[] => {
  const { name, context, byKey } = commandRow(id)
  const entry = { id, where: CONTEXT_TEXTS[context], here: isAvailable(id) }
  const keys = keysOf(id)
  if (!byKey) return [{ ...entry, key: '', name, keys: keyTexts(id) }]
  return keys.map((key) => ({
    ...entry,
    key: key.split('+').at(-1)!,
    name: `${name}: ${keyText(key)}`,
    keys: [keyText(key)],
  }))
}

/** All commands, those that work here first. */
export const commandEntries = (): readonly CommandEntry[] => {
  const all = COMMAND_IDS.filter((id) => !UNLISTED.has(id)).flatMap(entriesOf)
  return [...all.filter(({ here }) => here), ...all.filter(({ here }) => !here)]
}

/** Entries with every word of a search in name, place or keys; names that have all of it as it is come first. */
export const foundEntries = (entries: readonly CommandEntry[], search: string): readonly CommandEntry[] => {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const textOf = ({ name, where, keys }: CommandEntry): string =>
    [name, where, ...keys].join(' ').toLowerCase()
  const found = entries.filter((entry) => words.every((word) => textOf(entry).includes(word)))
  const phrase = words.join(' ')
  if (phrase === '') return found
  const fits = (name: string): number => (name.startsWith(phrase) ? 0 : name.includes(phrase) ? 1 : 2)
  const rank = ({ name, here }: CommandEntry): number => (here ? 0 : 4) + fits(name.toLowerCase())
  return found.toSorted((a, b) => rank(a) - rank(b))
}
