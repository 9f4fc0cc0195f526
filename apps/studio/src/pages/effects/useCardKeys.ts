/** Keys on cards: arrows go from one to the next, Space plays, F2 renames, Delete deletes, Alt and an arrow carries. */
import { useCallback, useRef, useState } from 'react'
import { useChosenEffects, chooseEffects } from '../../state/effectsPage.ts'
import { type MenuRuns, openMenu } from '../../shared/keys/contextMenu.ts'
import { useDocument } from '../../state/document.ts'
import { askStarter } from '../../state/ownStarters.ts'
import { carryEffects, deleteEffects, duplicateEffects, makeVariants } from './acts.ts'
import { copyChosen, effectsClip } from './useEffectClip.ts'
import type { Line } from './effectList.ts'

interface Virtual {
  scrollToIndex(index: number): void
}

const focusCard = (list: HTMLElement | null, id: string, tries = 8): void => {
  const link = list?.querySelector<HTMLElement>(`[data-effect="${CSS.escape(id)}"] .card-link`)
  if (link) link.focus()
  // It comes into being once its line is in sight.
  else if (tries > 0) requestAnimationFrame(() => focusCard(list, id, tries - 1))
}

const toggled = (set: ReadonlySet<string>, id: string): ReadonlySet<string> => {
  const next = new Set(set)
  if (!next.delete(id)) next.add(id)
  return next
}

/** All that are chosen, when the card at hand is one of them. */
const meant = (id: string): readonly string[] => {
  const { ids } = useChosenEffects.getState()
  return ids.includes(id) ? ids : [id]
}

interface Listed {
  readonly id: string
  readonly line: number
}

/** Effects in the order in which they stand on the page, each with its line. */
const flat = (lines: readonly Line[]): readonly Listed[] =>
  lines.flatMap((one, line) => (one.kind === 'cards' ? one.effects.map(({ id }) => ({ id, line })) : []))

/** Carries the card at hand, or all that are chosen, by so many places. @returns whether there was a place */
const carryBy = (all: readonly Listed[], id: string, by: number): boolean => {
  const ids = meant(id)
  const rest = all.filter((one) => one.id === id || !ids.includes(one.id))
  const at = rest.findIndex((one) => one.id === id)
  if (by < 0 && at === 0) return false
  carryEffects(ids, (by < 0 ? rest[Math.max(0, at + by)] : rest[at + by + 1])?.id ?? null)
  return true
}

const handleCtrl = (event: React.KeyboardEvent, id: string | undefined, lines: readonly Line[]): void => {
  if (!(event.ctrlKey || event.metaKey)) return
  const key = event.key.toLowerCase()
  if (key === 'a') chooseEffects(flat(lines).map((one) => one.id))
  else if (key === 'd' && id !== undefined) duplicateEffects(meant(id))
  else return
  event.preventDefault()
}

/** What the menu of a card does with it, or with all that are chosen. */
const menuRuns = (id: string): MenuRuns => ({
  copyCard: () => duplicateEffects(meant(id)),
  variant: () => makeVariants(meant(id)),
  copy: () => void copyChosen(meant(id)),
  keepStarter: () => {
    const text = effectsClip([id])
    if (text !== null) askStarter({ name: useDocument.getState().kit?.effects[id]?.name ?? '', text })
  },
  delete: () => deleteEffects(meant(id)),
})

export const useCardKeys = (
  list: React.RefObject<HTMLElement | null>,
  lines: readonly Line[],
  columns: number,
  virtual: Virtual,
  movable: boolean,
) => {
  const [playing, setPlaying] = useState<ReadonlySet<string>>(new Set())
  const [naming, setNaming] = useState<string | null>(null)
  const latest = useRef({ lines, columns, virtual, movable })
  latest.current = { lines, columns, virtual, movable }

  const goTo = (id: string, by: number): void => {
    const all = flat(latest.current.lines)
    const at = all.findIndex((one) => one.id === id)
    const to = all[Math.min(all.length - 1, Math.max(0, at + by))]
    if (!to) return
    latest.current.virtual.scrollToIndex(to.line)
    focusCard(list.current, to.id)
  }
  const carry = (id: string, by: number): void => {
    if (!latest.current.movable || !carryBy(flat(latest.current.lines), id, by)) return
    requestAnimationFrame(() => focusCard(list.current, id))
  }
  const onKeyDown = useCallback((event: React.KeyboardEvent): void => {
    const link = (event.target as Element).closest('.card-link')
    const id = link?.closest<HTMLElement>('[data-effect]')?.dataset['effect']
    if (id === undefined || event.ctrlKey || event.metaKey) return handleCtrl(event, id, latest.current.lines)
    const step = {
      ArrowLeft: -1,
      ArrowRight: 1,
      ArrowUp: -latest.current.columns,
      ArrowDown: latest.current.columns,
    }[event.key]
    if (step !== undefined && event.altKey) carry(id, step)
    else if (step !== undefined) goTo(id, step)
    else if (event.key === ' ') setPlaying((set) => toggled(set, id))
    else if (event.key === 'F2') setNaming(id)
    else if (event.key === 'Delete') deleteEffects(meant(id))
    else return
    event.preventDefault()
    // Everything here reads the latest of what it needs.
  }, [])

  const onMenu = useCallback(
    (id: string, more: MenuRuns, event: React.MouseEvent): void =>
      openMenu(
        event,
        'card',
        {
          ...menuRuns(id),
          playCard: () => setPlaying((set) => toggled(set, id)),
          rename: () => setNaming(id),
          ...more,
        },
        meant(id).length,
      ),
    [],
  )
  const endNaming = useCallback(() => setNaming(null), [])
  return { playing, naming, endNaming, onKeyDown, onMenu }
}
