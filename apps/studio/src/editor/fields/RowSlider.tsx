import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, memo, useRef } from 'react'
import { property, type PropertyId, type Range } from '@gliv/model'
import { stepFactor } from '../../shared/keys/step.ts'
import { editMoment, editStep, endMoment, shownKit, useDocument } from '../../state/document.ts'
import { setRangeEnd, shiftRange } from '../../document/setRangeEnd.ts'
import { type RangeEnd, readEnd, readValue, type PropertyAddress } from '../../document/propertyAddress.ts'
import { noteTouched } from '../../state/touched.ts'
import { resetValue } from '../../document/values.ts'
import { PROPERTY_TEXTS, formatNumber, unitText } from '@gliv/words'
import { railShare, railValue, stepOf, tidy } from '../../document/format.ts'
import { pixelText } from '../../document/pictureSide.ts'
import { PX_TEXT, useSide } from './DragNumber.tsx'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import './RowSlider.css'

interface Row {
  readonly target: PropertyAddress
  readonly id: PropertyId
}

/**
 * Which knob a press means: the nearer one; between two at the same place the side decides; well between two
 * it takes both along.
 */
export const nearerKnob = (value: number | Range, at: number): RangeEnd | 'middle' => {
  if (typeof value === 'number') return 'value'
  if (value.from === value.to) return 'both'
  const [low, high] = [Math.abs(at - value.from), Math.abs(at - value.to)]
  if (at > value.from && at < value.to && Math.min(low, high) > (value.to - value.from) * BETWEEN)
    return 'middle'
  return low < high || (low === high && at < value.from) ? 'from' : 'to'
}

/** How far from either knob a press has to be, as a share of the way between them, to take both. */
const BETWEEN = 0.3

const readNow = (target: PropertyAddress, id: PropertyId): number | Range | undefined => {
  const { kit } = useDocument.getState()
  return kit ? readValue(kit, target, id) : undefined
}

interface Rail extends Row {
  readonly low: number
  readonly high: number
  readonly step: number
}

/** A press takes the nearer knob, or both; a drag moves what was taken. */
const useKnobDrag = ({ target, id, low, high, step }: Rail, rail: React.RefObject<HTMLDivElement | null>) => {
  const held = useRef<{ readonly part: RangeEnd | 'middle'; readonly at: number }>({ part: 'value', at: 0 })
  return useDrag(
    ({ event, first, last, xy: [x] }) => {
      const box = rail.current!.getBoundingClientRect()
      const at = railValue(id, low, high, Math.min(1, Math.max(0, (x - box.x) / box.width)))
      const before = readNow(target, id)
      if (before === undefined) return
      if (first) held.current = { part: nearerKnob(before, at), at }
      noteInput(event)
      const { part, at: start } = held.current
      if (part === 'middle')
        shiftRange(target, id, tidy(Math.round((at - start) / step) * step, step), editMoment)
      else setRangeEnd(target, id, part, tidy(Math.round(at / step) * step, step), editMoment)
      if (last) {
        endMoment()
        noteTouched(id)
      }
    },
    { pointer: { keys: false } },
  )
}

const shownText = (id: PropertyId, value: number, side: number | null): string =>
  side === null ? formatNumber(id, value) + unitText(id) : pixelText(value, side) + PX_TEXT

/**
 * One knob for a fixed value, two for a range, over the soft limits. Ours, because it follows every step of a
 * drag
 * elsewhere, and a general slider took longer to lay out than the engine takes for the edit.
 */
export const RowSlider = memo(({ target, id }: Row) => {
  const rail = useRef<HTMLDivElement>(null)
  const value = useDocument((state) => {
    const kit = shownKit(state)
    return (kit && readValue(kit, target, id)) ?? null
  })
  const side = useSide(target, id)
  const p = property(id)
  const low = value === null ? p.soft[0] : Math.min(p.soft[0], readEnd(value, 'from'))
  const high = value === null ? p.soft[1] : Math.max(p.soft[1], readEnd(value, 'to'))
  const step = p.whole ? 1 : stepOf(id)
  const bind = useKnobDrag({ target, id, low, high, step }, rail)
  if (value === null) return null
  const parts: readonly RangeEnd[] =
    typeof value === 'number' ? ['value'] : value.from === value.to ? ['both'] : ['from', 'to']
  const share = (v: number): number => railShare(id, low, high, v) * 100
  const onKeyDown = (part: RangeEnd) => (event: KeyboardEvent) => {
    const direction = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
    if (!direction) return
    event.preventDefault()
    event.stopPropagation()
    const by = step * stepFactor({ shiftKey: event.shiftKey, altKey: event.altKey && !p.whole })
    setRangeEnd(target, id, part, tidy(readEnd(value, part) + direction * by, by), editStep)
    noteTouched(id)
  }
  const from = parts.length === 2 ? share(readEnd(value, 'from')) : 0
  return (
    <div
      ref={rail}
      {...bind()}
      className="row-slider"
      onDoubleClick={() => resetValue(target, id)}
      data-testid={`slider-${id}`}
    >
      <span className="rail" />
      <span className="fill" style={{ left: `${from}%`, width: `${share(readEnd(value, 'to')) - from}%` }} />
      {parts.map((part) => (
        <svg
          key={part}
          className="knob"
          role="slider"
          tabIndex={0}
          aria-label={PROPERTY_TEXTS[id].label + (parts.length === 2 ? `, ${part}` : '')}
          aria-valuemin={low}
          aria-valuemax={high}
          aria-valuenow={readEnd(value, part)}
          aria-valuetext={shownText(id, readEnd(value, part), side)}
          style={{ left: `${share(readEnd(value, part))}%` }}
          onKeyDown={onKeyDown(part)}
        >
          <circle cx={12} cy={12} r={5} />
        </svg>
      ))}
    </div>
  )
})
RowSlider.displayName = 'RowSlider'
