import CallMerge from '@mui/icons-material/CallMerge'
import CallSplit from '@mui/icons-material/CallSplit'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import Tooltip from '@mui/material/Tooltip'
import { property, type PropertyId, type Range } from '@gliv/model'
import { memo } from 'react'
import { edit, editMoment, endMoment, shownKit, useDocument } from '../store/document.ts'
import { editLabel, readValue, type Target, writeValue } from '../store/targets.ts'
import { PROPERTY_TEXTS } from '../texts/properties.ts'
import { stepOf, tidy } from '../util/format.ts'
import { noteInput } from '../util/inputTime.ts'
import { ValueText } from './ValueText.tsx'

const toRange = (value: number | Range): Range => (typeof value === 'number' ? { from: value, to: value } : value)

/** A fixed range split in two: a tenth of the soft range apart, inside the hard limits. */
const splitApart = (id: PropertyId, at: number): Range => {
  const p = property(id)
  const reach = tidy((p.soft[1] - p.soft[0]) / 20, stepOf(id))
  return { from: Math.max(p.hard[0], tidy(at - reach, stepOf(id))), to: Math.min(p.hard[1], tidy(at + reach, stepOf(id))) }
}

const setValue = (target: Target, id: PropertyId, value: number | Range, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  if (kit) how(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, value))
}

/** Label, slider over the soft range, digits; a range can be split from one knob into two and joined again. */
export const PropertyRow = memo(({ target, id }: { target: Target; id: PropertyId }) => {
  const value = useDocument((state) => {
    const kit = shownKit(state)
    return (kit && readValue(kit, target, id)) ?? null
  })
  if (value === null) return null
  const p = property(id)
  const ranged = p.kind === 'range'
  const range = toRange(value)
  const isSplit = range.from !== range.to
  const text = PROPERTY_TEXTS[id]
  const fromSlider = (next: number | number[]): number | Range => {
    if (Array.isArray(next)) return { from: tidy(next[0]!, stepOf(id)), to: tidy(next[1]!, stepOf(id)) }
    const clean = tidy(next, stepOf(id))
    return ranged ? { from: clean, to: clean } : clean
  }
  return (
    <div className="property-row">
      <Tooltip title={text.help} placement="top-start">
        <span className="row-label">{text.label}</span>
      </Tooltip>
      <Slider
        size="small"
        color="primary"
        min={Math.min(p.soft[0], range.from)}
        max={Math.max(p.soft[1], range.to)}
        step={p.whole ? 1 : stepOf(id)}
        value={isSplit ? [range.from, range.to] : range.from}
        getAriaLabel={() => text.label}
        onChange={(event, next) => {
          noteInput(event)
          setValue(target, id, fromSlider(next), editMoment)
        }}
        onChangeCommitted={() => endMoment()}
      />
      <span className="row-digits">
        <ValueText target={target} id={id} />
      </span>
      {ranged ? (
        <Tooltip title={isSplit ? 'Join to one value' : 'Split into a range'}>
          <IconButton
            className="row-split"
            aria-label={`${isSplit ? 'Join' : 'Split'} ${text.label}`}
            onClick={() => setValue(target, id, isSplit ? { from: (range.from + range.to) / 2, to: (range.from + range.to) / 2 } : splitApart(id, range.from), edit)}
          >
            {isSplit ? <CallMerge fontSize="inherit" /> : <CallSplit fontSize="inherit" />}
          </IconButton>
        </Tooltip>
      ) : (
        <span className="row-split" />
      )}
    </div>
  )
})
PropertyRow.displayName = 'PropertyRow'
