/** The effects of the kit: ticks choose what is written, a press what is edited; Ctrl and Shift choose more. */
import type { Kit } from '@gliv/document'
import Checkbox from '@mui/material/Checkbox'
import { memo, type MouseEvent } from 'react'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { setShipView, useShipView } from './shipView.ts'
import { changeShipping } from './useShipEdit.ts'

const between = (order: readonly string[], a: string, b: string): string[] => {
  const [from, to] = [order.indexOf(a), order.indexOf(b)].sort((x, y) => x - y) as [number, number]
  return order.slice(from, to + 1)
}

/** What a press chooses: one, one more or less, or all up to it. */
export const chosenBy = (
  selected: readonly string[],
  id: string,
  order: readonly string[],
  { ctrlKey, metaKey, shiftKey }: Pick<MouseEvent, 'ctrlKey' | 'metaKey' | 'shiftKey'>,
): string[] => {
  if (shiftKey && selected[0] !== undefined)
    return [selected[0], ...between(order, selected[0], id).filter((one) => one !== selected[0])]
  if (!ctrlKey && !metaKey) return [id]
  if (!selected.includes(id)) return [...selected, id]
  return selected.length > 1 ? selected.filter((one) => one !== id) : [...selected]
}

/** A few words about what an effect becomes. */
const factsOf = (sheet: ShownSheet | undefined, id: string): string => {
  const clips = sheet?.clips.filter(({ effect }) => effect === id) ?? []
  const [first] = clips
  if (!first) return ''
  const count = clips.reduce((sum, clip) => sum + clip.count, 0)
  return `${first.loop ? 'loop, ' : ''}${clips.length > 1 ? `${clips.length} clips, ` : ''}${count} frames · ${first.frame.w} × ${first.frame.h}`
}

interface RowProps {
  readonly id: string
  readonly name: string
  readonly ticked: boolean
  readonly selected: boolean
  readonly changed: boolean
  readonly facts: string
  readonly onPress: (id: string, event: MouseEvent) => void
}

const EffectRow = memo(({ id, name, ticked, selected, changed, facts, onPress }: RowProps) => (
  <li className={selected ? 'ship-effect selected' : 'ship-effect'}>
    <Checkbox
      size="small"
      checked={ticked}
      onChange={(event) =>
        changeShipping(event.target.checked ? `Tick ${name}` : `Leave ${name} out`, [id], (shipping) => ({
          ...shipping,
          ticked: event.target.checked,
        }))
      }
      slotProps={{ input: { 'aria-label': `Write ${name}` } }}
    />
    <button type="button" aria-pressed={selected} title={name} onClick={(event) => onPress(id, event)}>
      <b>{name}</b> <small>{facts}</small>
      {changed && <span className="ship-dot" role="img" aria-label="changed since it was written" />}
    </button>
  </li>
))
EffectRow.displayName = 'EffectRow'

/** @param sheets what is known of each effect's bake */
export const EffectTicks = ({
  kit,
  sheets,
  changed,
}: {
  kit: Kit
  sheets: ReadonlyMap<string, ShownSheet>
  changed: ReadonlySet<string>
}) => {
  const selected = useShipView((s) => s.selected)
  const press = (id: string, event: MouseEvent): void =>
    setShipView({ selected: chosenBy(selected, id, kit.effectOrder, event), frame: 0, clip: 0, page: 0 })
  const ticked = kit.effectOrder.filter((id) => kit.ship?.effects[id]?.ticked)
  const all = ticked.length === kit.effectOrder.length
  return (
    <section className="ship-effects" aria-label="Effects">
      <h2>
        Effects{' '}
        <button
          type="button"
          className="word-choice"
          onClick={() =>
            changeShipping(all ? 'Tick none' : 'Tick all', kit.effectOrder, (shipping) => ({
              ...shipping,
              ticked: !all,
            }))
          }
        >
          {all ? 'none' : 'all'}
        </button>
      </h2>
      <ul>
        {kit.effectOrder.map((id) => (
          <EffectRow
            key={id}
            id={id}
            name={kit.effects[id]!.name}
            ticked={kit.ship?.effects[id]?.ticked ?? false}
            selected={selected.includes(id)}
            changed={changed.has(id)}
            facts={factsOf(sheets.get(id), id)}
            onPress={press}
          />
        ))}
      </ul>
    </section>
  )
}
