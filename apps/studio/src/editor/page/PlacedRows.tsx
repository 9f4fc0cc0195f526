/** Where and how an effect is placed where no game does it. */
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { setSession, useSession } from '../../state/session.ts'
import { type Move, MOVES, type Preview, STILL } from '../../state/stagePreview.ts'
import './PlacedRows.css'

const MOVE_TEXTS = {
  auto: 'moves when it has to',
  still: 'stays where it is',
  across: 'goes across',
  circle: 'goes in a circle',
} as const satisfies Record<Move, string>

const readWithin = (low: number, high: number) => (text: string) => {
  const value = Number(text.replace(',', '.').replace('−', '-').replace(/[°×]/, ''))
  return text.trim() !== '' && value >= low && value <= high ? value : null
}

const set = (change: Partial<Preview>): void =>
  void setSession((s) => ({ preview: { ...s.preview, ...change } }))

const TypedRow = ({
  title,
  label,
  unit,
  value,
  low,
  high,
  onCommit,
}: {
  title: string
  label: string
  unit: string
  value: number
  low: number
  high: number
  onCommit: (value: number) => void
}) => (
  <label>
    <span>{title}</span>
    <span>
      <TypedField
        label={label}
        shown={String(value)}
        width={6}
        read={readWithin(low, high)}
        hint={`Type ${unit === '°' ? 'degrees' : 'a factor'} from ${String(low).replace('-', '−')} to ${high}`}
        onCommit={onCommit}
      />{' '}
      {unit}
    </span>
  </label>
)

const PlaceRows = ({ preview }: { preview: Preview }) => (
  <>
    <label>
      <span>Way</span>
      <Select
        size="small"
        variant="standard"
        value={preview.move}
        inputProps={{ 'aria-label': 'Way on the stage' }}
        onChange={(event) => set({ move: event.target.value as Move })}
      >
        {MOVES.map((move) => (
          <MenuItem key={move} value={move} dense>
            {MOVE_TEXTS[move]}
          </MenuItem>
        ))}
      </Select>
    </label>
    <TypedRow
      title="Angle"
      label="Angle of the effect"
      unit="°"
      value={preview.rotate}
      low={-360}
      high={360}
      onCommit={(rotate) => set({ rotate })}
    />
    <TypedRow
      title="Scale"
      label="Scaled by"
      unit="×"
      value={preview.scale}
      low={0.05}
      high={20}
      onCommit={(scale) => set({ scale })}
    />
    <label>
      <span>Mirrored</span>
      <Checkbox
        size="small"
        aria-label="Mirrored"
        checked={preview.mirror}
        onChange={(event) => set({ mirror: event.target.checked })}
      />
    </label>
  </>
)

/** How the effect is placed on the stage, for judging; that never changes the effect. */
export const PlacedRows = () => {
  const preview = useSession((s) => s.preview)
  const changed = JSON.stringify(preview) !== JSON.stringify(STILL)
  return (
    <div className="placed-rows">
      <PlaceRows preview={preview} />
      <Button size="small" disabled={!changed} onClick={() => set(STILL)}>
        As designed
      </Button>
    </div>
  )
}
