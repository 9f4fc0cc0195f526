/**
 * The list of effects on a kit's page. What is chosen and searched for is of the page; sorting, folded groups and what
 * was opened last are kept over sessions, in this browser.
 */
import { z } from 'zod'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { persisted } from '../shared/persisted.ts'

interface Kept {
  readonly sort: 'order' | 'name' | 'changed' | 'cost' | 'length'
  /** Names of folded groups, by kit. */
  readonly folded: Readonly<Record<string, readonly string[]>>
  /** Effects that were opened last, the latest first, by kit. */
  readonly opened: Readonly<Record<string, readonly string[]>>
}

const names = z.record(z.string(), z.array(z.string()))

export const useEffectsPage = create<Kept>()(
  persist(
    (): Kept => ({ sort: 'order', folded: {}, opened: {} }),
    persisted<Kept>('gliv-effects-page', () => localStorage, {
      sort: z.enum(['order', 'name', 'changed', 'cost', 'length']),
      folded: names,
      opened: names,
    }),
  ),
)

/** As many as the first row shows. */
export const LATELY = 6

/** Notes that an effect was opened. */
export const noteOpened = (kitId: string, effectId: string): void =>
  void useEffectsPage.setState(({ opened }) => {
    const before = (opened[kitId] ?? []).filter((id) => id !== effectId)
    return { opened: { ...opened, [kitId]: [effectId, ...before].slice(0, LATELY) } }
  })

export const toggleFolded = (kitId: string, group: string): void =>
  void useEffectsPage.setState(({ folded }) => {
    const before = folded[kitId] ?? []
    const next = before.includes(group) ? before.filter((one) => one !== group) : [...before, group]
    return { folded: { ...folded, [kitId]: next } }
  })

/** Effects that are chosen on the page, and the one that a range begins with. Lifetime: moment. */
export const useChosenEffects = create<{ readonly ids: readonly string[]; readonly from: string | null }>(
  () => ({
    ids: [],
    from: null,
  }),
)

export const chooseEffects = (ids: readonly string[], from: string | null = ids[0] ?? null): void =>
  useChosenEffects.setState({ ids, from })
