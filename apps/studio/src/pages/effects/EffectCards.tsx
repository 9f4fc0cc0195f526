/** The kit's effects as cards in folding groups; only the lines in sight exist. */
import ExpandMore from '@mui/icons-material/ExpandMore'
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import type { Effect } from '@gliv/document'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { bandStyle, useBand } from '../../shared/hooks/useBand.ts'
import { chooseEffects, toggleFolded, useChosenEffects, useEffectsPage } from '../../state/effectsPage.ts'
import { carryEffects } from './acts.ts'
import { EffectCard } from './EffectCard.tsx'
import { between, grouped, type Line, linesOf } from './effectList.ts'
import { useCardKeys } from './useCardKeys.ts'
import './EffectCards.css'

/** Least width of a card and the gap between cards, in px; as in EffectCards.css. */
const CARD = 160
const GAP = 12
/** Height of a card under its picture, and of a group's head, in px; the real height is measured. */
const FOOT = 58
const HEAD = 30

/** Inner width of an element, kept up to date. */
const useWidth = (place: React.RefObject<HTMLElement | null>): number => {
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = place.current
    if (!element) return
    const read = (): void => setWidth(element.clientWidth)
    read()
    const observer = new ResizeObserver(read)
    observer.observe(element)
    return () => observer.disconnect()
  }, [place])
  return width
}

const NONE_FOLDED: readonly string[] = []

const GroupHead = ({ line, kitId }: { line: Line & { kind: 'group' }; kitId: string }) => (
  <button
    type="button"
    className={line.folded ? 'effect-group folded' : 'effect-group'}
    aria-expanded={!line.folded}
    onClick={() => toggleFolded(kitId, line.name)}
  >
    <ExpandMore fontSize="inherit" />
    <b>{line.name}</b> <small>{line.count}</small>
  </button>
)

/** A press chooses with Ctrl or Shift; else it opens. */
const usePick = (listed: readonly string[]) => {
  const latest = useRef(listed)
  latest.current = listed
  return useCallback(
    (id: string, { shift, ctrl }: { readonly shift: boolean; readonly ctrl: boolean }): boolean => {
      if (!shift && !ctrl) return false
      const { ids, from } = useChosenEffects.getState()
      if (shift)
        chooseEffects(
          [...new Set([...(ctrl ? ids : []), ...between(latest.current, from ?? id, id)])],
          from ?? id,
        )
      else chooseEffects(ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id], id)
      return true
    },
    [],
  )
}

/** Cards that a band touches, of those that exist. */
const cardsIn = (
  list: HTMLElement,
  { x, y, w, h }: { x: number; y: number; w: number; h: number },
): string[] => {
  const box = list.getBoundingClientRect()
  return [...list.querySelectorAll<HTMLElement>('[data-effect]')].flatMap((card) => {
    const { left, top, right, bottom } = card.getBoundingClientRect()
    const hit = right - box.x > x && left - box.x < x + w && bottom - box.y > y && top - box.y < y + h
    return hit ? [card.dataset['effect']!] : []
  })
}

type Handler = (event: React.SyntheticEvent) => void

/** Handlers of a band that begins beside the cards: what happens on a card or a button is not theirs. */
const besideCards = (handlers: object): object =>
  Object.fromEntries(
    Object.entries(handlers as Record<string, Handler>).map(([name, handler]) => [
      name,
      (event: React.SyntheticEvent) => {
        const own = (event.target as Element).closest('[data-effect], button') === null
        if (own || !/^on(PointerDown|Click)/.test(name)) handler(event)
      },
    ]),
  )

const useReorder = (movable: boolean) => {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!movable || !over || active.id === over.id) return
    const { ids } = useChosenEffects.getState()
    const id = String(active.id)
    carryEffects(ids.includes(id) ? ids : [id], String(over.id))
  }
  const [carrying, setCarrying] = useState(false)
  return {
    carrying,
    around: {
      sensors,
      onDragStart: () => setCarrying(true),
      onDragCancel: () => setCarrying(false),
      onDragEnd: (event: DragEndEvent) => {
        setCarrying(false)
        onDragEnd(event)
      },
    },
  }
}

interface LineProps {
  readonly line: Line
  readonly kitId: string
  readonly uses: ReadonlyMap<string, number>
  readonly movable: boolean
  readonly carrying: boolean
  readonly keys: ReturnType<typeof useCardKeys>
  readonly onPick: ReturnType<typeof usePick>
}

const LineOf = ({ line, kitId, uses, movable, carrying, keys, onPick }: LineProps) =>
  line.kind === 'group' ? (
    <GroupHead line={line} kitId={kitId} />
  ) : (
    line.effects.map((effect) => (
      <EffectCard
        key={effect.id}
        effect={effect}
        kitId={kitId}
        uses={uses.get(effect.id) ?? 0}
        movable={movable}
        carrying={carrying}
        plays={keys.playing.has(effect.id)}
        naming={keys.naming === effect.id}
        onNamed={keys.endNaming}
        onMenu={keys.onMenu}
        onPick={onPick}
      />
    ))
  )

interface Props {
  readonly effects: readonly Effect[]
  readonly kitId: string
  readonly uses: ReadonlyMap<string, number>
  /** Whether they stand in the order by hand, so that they can be carried. */
  readonly movable: boolean
}

/** What stands on the page: groups and rows of cards, as many beside each other as fit. */
const useLines = (
  list: React.RefObject<HTMLDivElement | null>,
  effects: readonly Effect[],
  kitId: string,
) => {
  const folded = useEffectsPage((s) => s.folded[kitId] ?? NONE_FOLDED)
  const width = useWidth(list)
  const columns = Math.max(1, Math.floor((width + GAP) / (CARD + GAP)))
  const groups = useMemo(() => grouped(effects), [effects])
  const lines = useMemo(() => linesOf(groups, columns, new Set(folded)), [groups, columns, folded])
  const listed = useMemo(
    () => lines.flatMap((line) => (line.kind === 'cards' ? line.effects.map(({ id }) => id) : [])),
    [lines],
  )
  const cardHeight = (((width + GAP) / columns - GAP) * 5) / 8 + FOOT
  const virtual = useWindowVirtualizer({
    count: width > 0 ? lines.length : 0,
    estimateSize: (k) => (lines[k]?.kind === 'group' ? HEAD : cardHeight),
    overscan: 3,
    gap: GAP,
    scrollMargin: list.current?.offsetTop ?? 0,
  })
  return { lines, listed, columns, virtual }
}

export const EffectCards = ({ effects, kitId, uses, movable }: Props) => {
  const list = useRef<HTMLDivElement>(null)
  const { lines, listed, columns, virtual } = useLines(list, effects, kitId)
  const pick = usePick(listed)
  const keys = useCardKeys(list, lines, columns, virtual, movable)
  const { band: drawn, bind } = useBand(list, (box, ctrl) => {
    if (!list.current) return
    const hit = cardsIn(list.current, box)
    chooseEffects([...new Set([...(ctrl ? useChosenEffects.getState().ids : []), ...hit])])
  })
  const { carrying, around } = useReorder(movable)
  const card = { kitId, uses, movable, carrying, keys, onPick: pick }
  const band = besideCards(bind())
  return (
    <DndContext {...around}>
      <div
        className="card-rows"
        ref={list}
        style={{ height: virtual.getTotalSize() }}
        onKeyDown={keys.onKeyDown}
        {...band}
      >
        {drawn && <div className="rubber-band" style={bandStyle(drawn)} />}
        {virtual.getVirtualItems().map(({ index, start, key }) => {
          const line = lines[index]
          if (!line) return null
          return (
            <div
              key={key}
              className="card-row"
              data-index={index}
              ref={virtual.measureElement}
              style={{
                gridTemplateColumns: line.kind === 'cards' ? `repeat(${columns}, minmax(0, 1fr))` : '1fr',
                transform: `translateY(${start - virtual.options.scrollMargin}px)`,
              }}
            >
              <LineOf line={line} {...card} />
            </div>
          )
        })}
      </div>
    </DndContext>
  )
}
