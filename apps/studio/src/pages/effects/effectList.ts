/** Which effects a kit's page lists, in which order and groups. Pure. */
import { type Effect, groupOf, type Kit } from '@gliv/document'
import { BLEND_TEXTS, FORCE_TEXTS, PLAY_TEXTS, SHAPE_TEXTS } from '@gliv/words'

export const SORTS = ['order', 'name', 'changed', 'cost', 'length'] as const
export type Sort = (typeof SORTS)[number]

export const SORT_TEXTS = {
  order: 'by hand',
  name: 'by name',
  changed: 'changed last',
  cost: 'dearest first',
  length: 'longest first',
} as const satisfies Record<Sort, string>

/** What is known of an effect beside its document. */
export interface Facts {
  /** ms since 1970; 0 where nobody knows. */
  readonly changed: number
  /** Particles at most. */
  readonly most: number
  /** Seconds until it is over, or of one round. */
  readonly seconds: number
}
export const NO_FACTS: Facts = { changed: 0, most: 0, seconds: 0 }

const known = new WeakMap<Effect, { readonly types: readonly unknown[]; readonly text: string }>()

/** Words by which an effect is found: its name, tags, and what it is made of. */
export const wordsOf = (kit: Kit, effect: Effect): string => {
  const emitters = Object.values(effect.emitters)
  const types = emitters.flatMap(({ type }) => kit.types[type] ?? [])
  const before = known.get(effect)
  if (before && before.types.length === types.length && before.types.every((type, k) => type === types[k]))
    return before.text
  const sheets = types.flatMap(({ pictures }) =>
    pictures.flatMap(({ sheet }) => kit.sheets[sheet]?.name ?? []),
  )
  const sounds = (effect.sounds ?? []).flatMap(
    ({ sound }) => kit.sounds?.find(({ id }) => id === sound)?.name ?? [],
  )
  const parts = effect.parts.flatMap((part) =>
    part.effects.flatMap((one) => kit.effects[one.effect]?.name ?? []),
  )
  const text = [
    effect.name,
    ...(effect.tags ?? []),
    PLAY_TEXTS[effect.play],
    ...emitters.flatMap(({ name, shape }) => [name, SHAPE_TEXTS[shape]]),
    ...types.flatMap(({ name, forces, blend, contact }) => [
      name,
      ...forces.map((force) => FORCE_TEXTS[force].label),
      BLEND_TEXTS[blend],
      contact === 'none' ? '' : contact,
    ]),
    ...sheets,
    ...sounds,
    ...parts,
  ]
    .join(' ')
    .toLowerCase()
  known.set(effect, { types, text })
  return text
}

/** Words of a search that say nothing by themselves: `uses churn`, `with rain`. */
const FILLERS: ReadonlySet<string> = new Set(['uses', 'use', 'with', 'has', 'and', 'the', 'a'])

export const searchWords = (search: string): readonly string[] => {
  const words = search
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
  const said = words.filter((word) => !FILLERS.has(word))
  return said.length > 0 ? said : words
}

/** Effects that have every word of a search; those that have the first one in their name come first. */
export const found = (kit: Kit, effects: readonly Effect[], search: string): readonly Effect[] => {
  const words = searchWords(search)
  if (words.length === 0) return effects
  const hits = effects.filter((effect) => {
    const text = wordsOf(kit, effect)
    return words.every((word) => text.includes(word))
  })
  const inName = ({ name }: Effect): number => (name.toLowerCase().includes(words[0]!) ? 0 : 1)
  return hits.toSorted((a, b) => inName(a) - inName(b))
}

const COMPARE = {
  order: () => 0,
  name: (a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  changed: (a, b, of) => of(b.id).changed - of(a.id).changed,
  cost: (a, b, of) => of(b.id).most - of(a.id).most,
  length: (a, b, of) => of(b.id).seconds - of(a.id).seconds,
} as const satisfies Record<Sort, (a: Effect, b: Effect, of: (id: string) => Facts) => number>

export const sorted = (
  effects: readonly Effect[],
  sort: Sort,
  of: (id: string) => Facts,
): readonly Effect[] => (sort === 'order' ? effects : effects.toSorted((a, b) => COMPARE[sort](a, b, of)))

/** Effects of one group, in their order; null for those without one, which come first. */
export interface Group {
  readonly name: string | null
  readonly effects: readonly Effect[]
}

export const grouped = (effects: readonly Effect[]): readonly Group[] => {
  const groups = new Map<string | null, Effect[]>([[null, []]])
  for (const effect of effects) {
    const { group } = groupOf(effect.name)
    groups.set(group, [...(groups.get(group) ?? []), effect])
  }
  return [...groups].filter(([, list]) => list.length > 0).map(([name, list]) => ({ name, effects: list }))
}

/** A line of the page: the head of a group, or as many cards as fit beside each other. */
export type Line =
  | { readonly kind: 'group'; readonly name: string; readonly count: number; readonly folded: boolean }
  | { readonly kind: 'cards'; readonly effects: readonly Effect[] }

export const linesOf = (
  groups: readonly Group[],
  columns: number,
  folded: ReadonlySet<string>,
): readonly Line[] =>
  groups.flatMap(({ name, effects }): Line[] => {
    const isFolded = name !== null && folded.has(name)
    const rows = isFolded ? 0 : Math.ceil(effects.length / columns)
    return [
      ...(name === null ? [] : [{ kind: 'group', name, count: effects.length, folded: isFolded } as const]),
      ...Array.from({ length: rows }, (_, row) => ({
        kind: 'cards' as const,
        effects: effects.slice(row * columns, (row + 1) * columns),
      })),
    ]
  })

/** From one chosen effect to another, as they are listed. */
export const between = (listed: readonly string[], from: string, to: string): readonly string[] => {
  const [a, b] = [listed.indexOf(from), listed.indexOf(to)]
  if (a === -1 || b === -1) return [to]
  return listed.slice(Math.min(a, b), Math.max(a, b) + 1)
}
