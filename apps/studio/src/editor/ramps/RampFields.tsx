import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { EASES, type Ease, type RampPoint } from '@gliv/model'
import { memo } from 'react'
import { EASE_TEXTS } from '@gliv/words'
import { ShareInput } from './ShareInput.tsx'

export interface PointChange {
  readonly at?: number
  readonly value?: number
  readonly ease?: Ease
}

/** Exact values of the chosen point. Material's parts render slowly, so they follow only what they show. */
export const RampFields = memo(
  ({
    point,
    last,
    only,
    onChange,
    onRemove,
  }: {
    point: RampPoint
    last: boolean
    only: boolean
    onChange: (change: PointChange) => void
    onRemove: () => void
  }) => (
    <div className="ramp-fields">
      <ShareInput label="at" value={point.at} onCommit={(at) => onChange({ at })} />
      <ShareInput label="value" value={point.value} onCommit={(value) => onChange({ value })} />
      <EaseSelect ease={point.ease} disabled={last} onChange={onChange} />
      <RemoveButton disabled={only} onRemove={onRemove} />
    </div>
  ),
)
RampFields.displayName = 'RampFields'

const EaseSelect = memo(
  ({
    ease,
    disabled,
    onChange,
  }: {
    ease: Ease
    disabled: boolean
    onChange: (change: PointChange) => void
  }) => (
    <Select
      size="small"
      variant="standard"
      disableUnderline
      value={ease}
      disabled={disabled}
      inputProps={{ 'aria-label': 'Way to the next point' }}
      onChange={(event) => onChange({ ease: event.target.value as Ease })}
    >
      {EASES.map((e) => (
        <MenuItem key={e} value={e} dense>
          {EASE_TEXTS[e]}
        </MenuItem>
      ))}
    </Select>
  ),
  (a, b) => a.ease === b.ease && a.disabled === b.disabled,
)
EaseSelect.displayName = 'EaseSelect'

const RemoveButton = memo(
  ({ disabled, onRemove }: { disabled: boolean; onRemove: () => void }) => (
    <Button disabled={disabled} onClick={onRemove}>
      Remove
    </Button>
  ),
  (a, b) => a.disabled === b.disabled,
)
RemoveButton.displayName = 'RemoveButton'
