import CallMerge from '@mui/icons-material/CallMerge'
import CallSplit from '@mui/icons-material/CallSplit'
import IconButton from '@mui/material/IconButton'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { isOwn, placeOfNumber } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { memo } from 'react'
import { shownKit, useDocument } from '../../state/document.ts'
import { readValue, type PropertyAddress } from '../../document/propertyAddress.ts'
import { isSplit, toggleSplit } from '../../document/values.ts'
import { PROPERTY_TEXTS } from '@gliv/words'
import { useEffectId, useSelectedId } from '../playback/shownEffect.ts'
import { DriveEditor } from './DriveEditor.tsx'
import { BiasButton } from './BiasButton.tsx'
import { LaneButton, LaneEditor } from './LaneButton.tsx'
import { dwellOn } from '../../shared/hooks/dwell.ts'
import { numberMenuOn } from './numberMenuStore.ts'
import { RowSlider } from './RowSlider.tsx'
import { ValueText } from './ValueText.tsx'
import './PropertyRow.css'

interface Row {
  readonly target: PropertyAddress
  readonly id: PropertyId
}

const SplitButton = memo(({ target, id }: Row) => {
  const split = useDocument((state) => {
    const kit = shownKit(state)
    return isSplit(kit && readValue(kit, target, id))
  })
  return (
    <Tooltip title={split ? 'Join to one value' : 'Split into a range'}>
      <IconButton
        className="row-split"
        aria-label={`${split ? 'Join' : 'Split'} ${PROPERTY_TEXTS[id].label}`}
        onClick={() => toggleSplit(target, id)}
      >
        {split ? <CallMerge fontSize="inherit" /> : <CallSplit fontSize="inherit" />}
      </IconButton>
    </Tooltip>
  )
})
SplitButton.displayName = 'SplitButton'

/** Marks what a variant has of its own. */
const OwnDot = memo(({ target, id }: Row) => {
  const effectId = useEffectId()
  const emitter = useSelectedId()
  const own = useDocument((state) => {
    const effect = shownKit(state)?.effects[effectId]
    const { owner } = target
    if (!effect?.variant || (owner !== 'effect' && owner !== 'emitter' && owner !== 'type')) return false
    return isOwn(effect, placeOfNumber(effect, emitter ?? '', owner, id))
  })
  return own ? (
    <span
      className="own-dot"
      role="img"
      aria-label="Its own"
      title="Its own: it does not follow the master"
    />
  ) : null
})
OwnDot.displayName = 'OwnDot'

/**
 * Label, slider over the soft range, digits; a range can be split from one knob into two and joined again.
 */
export const PropertyRow = memo(({ target, id }: Row) => (
  <div className="property-row" data-row={id} onContextMenu={numberMenuOn(target, id)} {...dwellOn(id)}>
    <Tooltip title={PROPERTY_TEXTS[id].help} placement="top-start">
      <span className="row-label">
        <OwnDot target={target} id={id} />
        {PROPERTY_TEXTS[id].label}
      </span>
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
    <DriveEditor id={id} />
  </div>
))
PropertyRow.displayName = 'PropertyRow'
