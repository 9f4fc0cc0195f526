/** What is to be changed of many effects, before it is done. Lifetime: the page. */
import {
  changeMany,
  coloursOfEffects,
  type Kit,
  type ManyChange,
  paletteMap,
  type Renaming,
  SAME_NAMES,
} from '@gliv/document'
import { useMemo } from 'react'
import { create } from 'zustand'
import { factorText } from '../document/factor.ts'
import { PROPERTY_TEXTS } from '@gliv/words'
import { edit, tried, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'

interface Asked {
  /** Ids of palettes; `from` null: whatever colours there are; `to` null: none is chosen. */
  readonly palette: { readonly from: string | null; readonly to: string | null }
  /** Colours that were chosen one by one. */
  readonly own: Readonly<Record<string, string>>
  readonly picture: { readonly from: string | null; readonly to: string | null; readonly keepSize: boolean }
  readonly size: { readonly factor: number; readonly world: boolean }
  readonly names: Renaming
}

const NOTHING: Asked = {
  palette: { from: null, to: null },
  own: {},
  picture: { from: null, to: null, keepSize: true },
  // As on the command line: what is around them goes along when asked to.
  size: { factor: 1, world: false },
  names: SAME_NAMES,
}

interface Many extends Asked {
  /** Ids of effects that are left out. */
  readonly out: ReadonlySet<string>
}

export const useMany = create<Many>(() => ({ ...NOTHING, out: new Set() }))
export const setMany = useMany.setState
/** Nothing is asked for any more; the ticks stay. */
export const askNothing = (): void => setMany(NOTHING)

/** Ids of the effects that are changed, in the kit's order. */
export const chosenOf = (kit: Kit, out: ReadonlySet<string>): readonly string[] =>
  kit.effectOrder.filter((id) => !out.has(id))

const coloursOf = (kit: Kit, ids: readonly string[], { palette, own }: Asked): ManyChange | null => {
  const { from, to } = palette
  const map = { ...(to !== null && kit.palettes[to] ? paletteMap(kit, ids, from, to) : {}), ...own }
  const moved = Object.entries(map).filter(([a, b]) => a !== b)
  if (moved.length === 0 && to === null) return null
  return { kind: 'colours', map: Object.fromEntries(moved), lock: to === null ? null : { from, to } }
}

/** What is asked for, as changes in the order of the page. */
export const changesOf = (kit: Kit, ids: readonly string[], asked: Asked): ManyChange[] => {
  const { picture, size, names } = asked
  const { from, to, keepSize } = picture
  return [
    coloursOf(kit, ids, asked),
    from !== null && to !== null && from !== to ? ({ kind: 'picture', from, to, keepSize } as const) : null,
    size.factor === 1 ? null : ({ kind: 'size', ...size } as const),
    names.pattern === SAME_NAMES.pattern && names.find === '' ? null : ({ kind: 'names', ...names } as const),
  ].filter((change) => change !== null)
}

const SAID = {
  colours: () => 'other colours',
  picture: () => 'another picture',
  size: ({ factor }: Extract<ManyChange, { kind: 'size' }>) => `× ${factorText(factor)}`,
  names: () => 'new names',
} as const

/** What is asked for, in a few words. */
export const saidChanges = (changes: readonly ManyChange[]): string =>
  changes.map((change) => SAID[change.kind](change as never)).join(', ')

/** How the kit would be. */
export interface Outlook {
  readonly ids: readonly string[]
  readonly changes: readonly ManyChange[]
  /** Null while nothing is asked for, or where it cannot be done. */
  readonly next: Kit | null
  /** Why it cannot be done, in words. */
  readonly refusal: string | null
  /** Names of numbers that ran into their limit. */
  readonly held: readonly string[]
}

/** What would come of it; made anew when the kit or the wish changes. */
export const useOutlook = (kit: Kit): Outlook => {
  const many = useMany()
  return useMemo(() => {
    const ids = chosenOf(kit, many.out)
    const changes = ids.length === 0 ? [] : changesOf(kit, ids, many)
    const none = { ids, changes, next: null, refusal: null, held: [] }
    if (changes.length === 0) return none
    try {
      let held: readonly string[] = []
      const next = tried(kit, (draft) => {
        held = changeMany(draft, ids, changes, makeId).held.map((id) => PROPERTY_TEXTS[id].label)
      })
      return { ...none, next, held }
    } catch (error) {
      return { ...none, refusal: error instanceof Error ? error.message : String(error) }
    }
  }, [kit, many])
}

/** Makes the changes: one step of undo. */
export const keepMany = ({ ids, changes }: Outlook): void => {
  const { kit } = useDocument.getState()
  if (!kit || changes.length === 0) return
  edit(
    `Change ${ids.length} ${ids.length === 1 ? 'effect' : 'effects'}: ${saidChanges(changes)}`,
    (draft) => void changeMany(draft, ids, changes, makeId),
  )
  askNothing()
}

/** Colours that the chosen effects have, and what each becomes. */
export const colourPairs = (
  kit: Kit,
  ids: readonly string[],
  asked: Asked,
): readonly (readonly [string, string])[] => {
  const change = coloursOf(kit, ids, asked)
  const map = change?.kind === 'colours' ? change.map : {}
  return coloursOfEffects(kit, ids).map((colour) => [colour, map[colour] ?? colour] as const)
}
