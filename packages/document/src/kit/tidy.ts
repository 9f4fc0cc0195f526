/** Keeping a kit tidy: what uses what, what nothing uses, and the order of effects. */
import { innerOf } from './edits.ts'
import type { Kit } from './kit.ts'

/** How often each effect is used: by cues, and by effects that play it; those that nobody uses are left out. */
export const usesOfEffects = (kit: Kit): ReadonlyMap<string, number> => {
  const uses = new Map<string, number>()
  const count = (id: string): void => void uses.set(id, (uses.get(id) ?? 0) + 1)
  for (const id of kit.effectOrder) for (const inner of new Set(innerOf(kit, id))) count(inner)
  for (const { effects } of kit.cues ?? []) for (const id of new Set(effects)) count(id)
  return uses
}

/** What can be there without being used. */
export const TIDIED = ['sheets', 'palettes', 'sounds', 'cues'] as const
/** One kind of `TIDIED`. */
export type Tidied = (typeof TIDIED)[number]

/** A thing of a kit that nothing uses. */
export interface Unused {
  readonly kind: Tidied
  readonly id: string
  readonly name: string
}

/** Ids that stand under one of these keys anywhere in a value. */
const namedUnder = (keys: readonly string[], value: unknown, found = new Set<string>()): Set<string> => {
  if (typeof value !== 'object' || value === null) return found
  for (const [key, inner] of Object.entries(value))
    if (typeof inner === 'string' && keys.includes(key)) found.add(inner)
    else namedUnder(keys, inner, found)
  return found
}

/** Sheets, palettes, sounds and cues that nothing in the kit names, in the kit's order. */
export const unusedOf = (kit: Kit): readonly Unused[] => {
  const { effects, types, stages, ship, cues = [], sounds = [] } = kit
  const used = namedUnder(['sheet', 'palette', 'sound', 'cue', 'after'], [effects, types, stages, ship])
  const things = (kind: Tidied, list: readonly { readonly id: string; readonly name: string }[]): Unused[] =>
    list.filter(({ id }) => !used.has(id)).map(({ id, name }) => ({ kind, id, name }))
  return [
    ...things(
      'sheets',
      kit.sheetOrder.map((id) => kit.sheets[id]!),
    ),
    ...things(
      'palettes',
      kit.paletteOrder.map((id) => kit.palettes[id]!),
    ),
    ...things('sounds', sounds),
    // A game may raise a cue that no stage does; one that plays nothing is of no use to anybody.
    ...things(
      'cues',
      cues.filter((cue) => cue.effects.length === 0),
    ),
  ]
}

/** Takes unused things away, in place. */
export const removeUnused = (kit: Kit, unused: readonly Unused[]): void => {
  const gone = (kind: Tidied): Set<string> =>
    new Set(unused.filter((one) => one.kind === kind).map(({ id }) => id))
  const [sheets, palettes, sounds, cues] = [gone('sheets'), gone('palettes'), gone('sounds'), gone('cues')]
  for (const id of sheets) delete kit.sheets[id]
  for (const id of palettes) delete kit.palettes[id]
  if (sheets.size > 0) kit.sheetOrder = kit.sheetOrder.filter((id) => !sheets.has(id))
  if (palettes.size > 0) kit.paletteOrder = kit.paletteOrder.filter((id) => !palettes.has(id))
  if (sounds.size > 0) kit.sounds = (kit.sounds ?? []).filter(({ id }) => !sounds.has(id))
  if (cues.size > 0) kit.cues = (kit.cues ?? []).filter(({ id }) => !cues.has(id))
}

/** Moves effects, in their order, before another one; to the end for null. */
export const moveEffects = (kit: Kit, ids: readonly string[], before: string | null): void => {
  const moving = kit.effectOrder.filter((id) => ids.includes(id))
  const rest = kit.effectOrder.filter((id) => !moving.includes(id))
  // Before itself: before what follows it.
  const after = before !== null && moving.includes(before) ? kit.effectOrder.indexOf(before) : -1
  const target =
    after === -1 ? before : (kit.effectOrder.slice(after).find((id) => !moving.includes(id)) ?? null)
  const at = target === null ? rest.length : rest.indexOf(target)
  kit.effectOrder = [...rest.slice(0, at), ...moving, ...rest.slice(at)]
}

/** The group that a name puts an effect into by its slash, and its name there: `water/splash`. */
export const groupOf = (name: string): { readonly group: string | null; readonly rest: string } => {
  const at = name.lastIndexOf('/')
  const [group, rest] = [name.slice(0, at).trim(), name.slice(at + 1).trim()]
  return at > 0 && group !== '' && rest !== '' ? { group, rest } : { group: null, rest: name }
}
