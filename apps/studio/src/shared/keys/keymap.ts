/**
 * The keys of commands as the user has them: the table's own, or others. Lifetime: kept over sessions, for this
 * browser.
 */
import { matchKeyBindingPress, parseKeybinding } from 'tinykeys'
import { z } from 'zod'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { persisted } from '../persisted.ts'
import { COMMAND_IDS, COMMANDS, type CommandId, commandRow, CONTEXTS, type Context } from './table.ts'

interface Keymap {
  /** Keys of commands that have others than the table's. */
  readonly changed: Readonly<Record<string, readonly string[]>>
}

export const useKeymap = create<Keymap>()(
  persist(
    (): Keymap => ({ changed: {} }),
    persisted<Keymap>('gliv-keys', () => localStorage, {
      changed: z.record(z.string(), z.array(z.string().min(1).max(40)).max(8)),
    }),
  ),
)

export const keysOf = (id: CommandId): readonly string[] =>
  useKeymap.getState().changed[id] ?? commandRow(id).keys

/** Gives a command other keys; null: those of the table again. */
export const setKeys = (id: CommandId, keys: readonly string[] | null): void =>
  void useKeymap.setState(({ changed }) => {
    const { [id]: _old, ...rest } = changed
    return { changed: keys ? { ...rest, [id]: keys } : rest }
  })

export const resetKeys = (): void => void useKeymap.setState({ changed: {} })

type Press = ReturnType<typeof parseKeybinding>[number]
const presses = new WeakMap<readonly string[], readonly Press[]>()

const pressesOf = (id: CommandId): readonly Press[] => {
  const keys = keysOf(id)
  const known = presses.get(keys)
  if (known) return known
  const parsed = keys.map((key) => parseKeybinding(key)[0]!)
  presses.set(keys, parsed)
  return parsed
}

/** The command of a context that a press means. */
export const commandIn = (context: Context, event: KeyboardEvent): CommandId | undefined =>
  COMMAND_IDS.find(
    (id) =>
      commandRow(id).context === context && pressesOf(id).some((press) => matchKeyBindingPress(event, press)),
  )

const ALONE: ReadonlySet<string> = new Set([
  'Control',
  'Shift',
  'Alt',
  'Meta',
  'AltGraph',
  'CapsLock',
  'Dead',
])
/** What the browser, the page or every field does with a key. */
const TAKEN: ReadonlySet<string> = new Set([
  ...['Tab', 'Shift+Tab', 'Enter', 'Escape', '$mod+w', '$mod+t', '$mod+n', '$mod+q', '$mod+r', '$mod+l'],
  ...['$mod+c', '$mod+x', '$mod+v', '$mod+Shift+t', '$mod+Shift+n', '$mod+Shift+w', 'F5', 'F11', 'F12'],
])

/** A press as the table writes it; null while only modifiers are down. */
export const pressText = (
  event: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>,
): string | null => {
  const { key, ctrlKey, metaKey, altKey, shiftKey } = event
  if (ALONE.has(key)) return null
  const plain = key === ' ' ? 'Space' : key === '+' ? 'Plus' : key.length === 1 ? key.toLowerCase() : key
  const named = plain === 'Plus' ? event.code : plain
  return [ctrlKey || metaKey ? '$mod' : '', shiftKey ? 'Shift' : '', altKey ? 'Alt' : '', named]
    .filter(Boolean)
    .join('+')
}

/** Why a command cannot have a key, in words; null when it can. */
export const refuseKey = (text: string): string | null =>
  TAKEN.has(text)
    ? `${keyText(text)} belongs to the browser or to every field; choose another key`
    : text.length > 40
      ? 'That is no key; press one key, with Ctrl, Shift or Alt held if you like'
      : null

/** Whether both contexts can be on the screen at once: pages are not, what lies around them is. */
const meet = (a: Context, b: Context): boolean => {
  const pages: readonly Context[] = ['ship', 'editor', 'view']
  if (a === b || !pages.includes(a) || !pages.includes(b)) return true
  return a !== 'ship' && b !== 'ship'
}

/** Other commands that one of these keys means where a command works. */
export const clashesOf = (id: CommandId, keys: readonly string[] = keysOf(id)): readonly CommandId[] => {
  const same = new Set(keys.map((key) => key.toLowerCase()))
  return COMMAND_IDS.filter(
    (other) =>
      other !== id &&
      meet(commandRow(id).context, commandRow(other).context) &&
      keysOf(other).some((key) => same.has(key.toLowerCase())),
  )
}

/** Every pair that clashes, each once. */
export const allClashes = (): readonly (readonly [CommandId, CommandId])[] =>
  COMMAND_IDS.flatMap((id) =>
    clashesOf(id)
      .filter((other) => COMMAND_IDS.indexOf(other) > COMMAND_IDS.indexOf(id))
      .map((other) => [id, other] as const),
  )

const isMac = (): boolean => typeof navigator !== 'undefined' && /Mac|iP(hone|ad)/.test(navigator.platform)

const NAMES: Readonly<Record<string, string>> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  BracketLeft: '[',
  BracketRight: ']',
  Delete: 'Del',
  Escape: 'Esc',
}

/** A key for people: `$mod+Shift+z` is Ctrl + Shift + Z. */
export const keyText = (key: string): string =>
  (key === '+' || key.endsWith('++') ? [...key.slice(0, -1).split('+').filter(Boolean), '+'] : key.split('+'))
    .map((part) =>
      part === '$mod'
        ? isMac()
          ? '⌘'
          : 'Ctrl'
        : (NAMES[part] ?? (part.length === 1 ? part.toUpperCase() : part)),
    )
    .join(' + ')

/** Keys of a command for people, each once; a sign that needs Shift on some keyboards is said without it. */
export const keyTexts = (id: CommandId): readonly string[] => {
  const texts = [...new Set(keysOf(id).map(keyText))]
  return texts.filter((text) => !/^Shift \+ [^A-Z]$/.test(text) || !texts.includes(text.slice(8)))
}

/** The first key of a command for people; empty when it has none. */
export const hintOf = (id: CommandId): string => {
  const [key] = keysOf(id)
  return key === undefined ? '' : keyText(key)
}

/** A title with the command's key behind it, as the user has it now. */
export const useTitle = (): ((title: string, id: CommandId) => string) => {
  useKeymap((s) => s.changed)
  return (title, id) => {
    const hint = hintOf(id)
    return hint === '' ? title : `${title} (${hint})`
  }
}

/** Where a context is, for people. */
export const CONTEXT_TEXTS = {
  application: 'Everywhere',
  kit: 'In a kit',
  ship: 'On the ship screen',
  editor: 'In the effect editor',
  view: 'On the stage',
} as const satisfies Record<Context, string>

export const commandsOfContext = (context: Context): readonly CommandId[] =>
  COMMAND_IDS.filter((id) => COMMANDS[id].context === context)

export { CONTEXTS }
