import CallMerge from '@mui/icons-material/CallMerge'
import CallSplit from '@mui/icons-material/CallSplit'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { property, type PropertyId, type Range } from '@gliv/model'
import { memo } from 'react'
import { edit, shownKit, useDocument } from '../store/document.ts'
import { editLabel, readValue, type Target, writeValue } from '../store/targets.ts'
import { PROPERTY_TEXTS } from '../texts/properties.ts'
import { stepOf, tidy } from '../util/format.ts'
import { BiasButton } from './BiasButton.tsx'
import { LaneButton, LaneEditor } from './LaneButton.tsx'
import { RowSlider } from './RowSlider.tsx'
import { ValueText } from './ValueText.tsx'

const toRange = (value: number | Range): Range => (typeof value === 'number' ? { from: value, to: value } : value)

/** A fixed range split in two: a tenth of the soft range apart, inside the hard limits. */
const splitApart = (id: PropertyId, at: number): Range => {
  const p = property(id)
  const reach = tidy((p.soft[1] - p.soft[0]) / 20, stepOf(id))
  return { from: Math.max(p.hard[0], tidy(at - reach, stepOf(id))), to: Math.min(p.hard[1], tidy(at + reach, stepOf(id))) }
}

const setValue = (target: Target, id: PropertyId, value: Range): void => {
  const { kit } = useDocument.getState()
  if (kit) edit(editLabel(kit, target, id), (draft) => writeValue(draft, target, id, value))
}

interface Row {
  readonly target: Target
  readonly id: PropertyId
}

const SplitButton = memo(({ target, id }: Row) => {
  const isSplit = useDocument((state) => {
    const kit = shownKit(state)
    const value = kit && readValue(kit, target, id)
    return typeof value === 'object' && value !== null && value.from !== value.to
  })
  const toggle = (): void => {
    const { kit } = useDocument.getState()
    const value = kit && readValue(kit, target, id)
    if (value === null || value === undefined) return
    const { from, to } = toRange(value)
    const middle = tidy((from + to) / 2, stepOf(id))
    setValue(target, id, isSplit ? { from: middle, to: middle } : splitApart(id, from))
  }
  return (
    <Tooltip title={isSplit ? 'Join to one value' : 'Split into a range'}>
      <IconButton className="row-split" aria-label={`${isSplit ? 'Join' : 'Split'} ${PROPERTY_TEXTS[id].label}`} onClick={toggle}>
        {isSplit ? <CallMerge fontSize="inherit" /> : <CallSplit fontSize="inherit" />}
      </IconButton>
    </Tooltip>
  )
})
SplitButton.displayName = 'SplitButton'

/** Label, slider over the soft range, digits; a range can be split from one knob into two and joined again. */
export const PropertyRow = memo(({ target, id }: Row) => (
  <div className="property-row">
    <Tooltip title={PROPERTY_TEXTS[id].help} placement="top-start">
      <span className="row-label">{PROPERTY_TEXTS[id].label}</span>
    </Tooltip>
    <RowSlider target={target} id={id} />
    <span className="row-digits">
      <ValueText target={target} id={id} />
    </span>
    <span className="row-tools">
      {property(id).kind === 'range' && <BiasButton target={target} id={id} />}
      {property(id).kind === 'range' && <SplitButton target={target} id={id} />}
      <LaneButton id={id} />
    </span>
    <LaneEditor id={id} />
  </div>
))
PropertyRow.displayName = 'PropertyRow'
