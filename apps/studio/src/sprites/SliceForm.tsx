import type { SlicingChoice } from '@gliv/document'
import Checkbox from '@mui/material/Checkbox'
import { WordRow } from '../shared/controls/WordRow.tsx'
import { NumberField } from '../shared/controls/NumberField.tsx'
import './styles/common.css'

type By = SlicingChoice['by']
type GridSlicing = Extract<SlicingChoice, { by: 'count' | 'size' }>

const WAYS: readonly { readonly value: By; readonly label: string }[] = [
  { value: 'count', label: 'columns and rows' },
  { value: 'size', label: 'cell size' },
  { value: 'gaps', label: 'transparent gaps' },
  { value: 'whole', label: 'not at all: one frame' },
]

const GRID = { marginX: 0, marginY: 0, spacingX: 0, spacingY: 0, keepEmpty: false }

/** Another way to cut, from what is known of the present one. */
const withWay = (slicing: SlicingChoice, by: By, width: number, height: number): SlicingChoice => {
  const grid =
    'marginX' in slicing
      ? {
          marginX: slicing.marginX,
          marginY: slicing.marginY,
          spacingX: slicing.spacingX,
          spacingY: slicing.spacingY,
          keepEmpty: slicing.keepEmpty,
        }
      : GRID
  if (by === 'whole') return { by }
  if (by === 'gaps') return { by, gap: 1 }
  if (by === 'count')
    return slicing.by === 'size'
      ? {
          by,
          columns: Math.max(1, Math.floor(width / slicing.width)),
          rows: Math.max(1, Math.floor(height / slicing.height)),
          ...grid,
        }
      : { by, columns: 4, rows: 1, ...grid }
  return slicing.by === 'count'
    ? {
        by,
        width: Math.max(1, Math.floor(width / slicing.columns)),
        height: Math.max(1, Math.floor(height / slicing.rows)),
        ...grid,
      }
    : { by, width: Math.min(32, width), height: Math.min(32, height), ...grid }
}

const MOST = 8192

interface FieldsOf<B extends By> {
  readonly slicing: Extract<SlicingChoice, { by: B }>
  readonly onChange: (change: object) => void
}

const CountFields = ({ slicing, onChange }: FieldsOf<'count'>) => (
  <div className="number-pair">
    <NumberField
      label="Columns"
      value={slicing.columns}
      low={1}
      high={1024}
      onCommit={(columns) => onChange({ columns })}
    />
    <NumberField
      label="Rows"
      value={slicing.rows}
      low={1}
      high={1024}
      onCommit={(rows) => onChange({ rows })}
    />
  </div>
)

const SizeFields = ({ slicing, onChange }: FieldsOf<'size'>) => (
  <div className="number-pair">
    <NumberField
      label="Cell width"
      unit="px"
      value={slicing.width}
      low={1}
      high={MOST}
      onCommit={(next) => onChange({ width: next })}
    />
    <NumberField
      label="Cell height"
      unit="px"
      value={slicing.height}
      low={1}
      high={MOST}
      onCommit={(next) => onChange({ height: next })}
    />
  </div>
)

/** How a picture is cut into frames. */
export const SliceForm = ({
  slicing,
  width,
  height,
  onChange,
}: {
  slicing: SlicingChoice
  width: number
  height: number
  onChange: (next: SlicingChoice) => void
}) => {
  const set = (change: object): void => onChange({ ...slicing, ...change })
  return (
    <div className="slice-form">
      <WordRow
        title="Cut by"
        value={slicing.by}
        options={WAYS}
        onChange={(by) => onChange(withWay(slicing, by as By, width, height))}
      />
      {slicing.by === 'count' && <CountFields slicing={slicing} onChange={set} />}
      {slicing.by === 'size' && <SizeFields slicing={slicing} onChange={set} />}
      {slicing.by === 'gaps' && (
        <NumberField
          label="Least gap"
          unit="px"
          value={slicing.gap}
          low={1}
          high={256}
          onCommit={(gap) => set({ gap })}
        />
      )}
      {(slicing.by === 'count' || slicing.by === 'size') && <GridFields slicing={slicing} onChange={set} />}
    </div>
  )
}

const GridFields = ({
  slicing,
  onChange,
}: {
  slicing: GridSlicing
  onChange: (change: Partial<GridSlicing>) => void
}) => (
  <>
    <div className="number-pair">
      <NumberField
        label="Margin left"
        unit="px"
        value={slicing.marginX}
        low={0}
        high={MOST}
        onCommit={(marginX) => onChange({ marginX })}
      />
      <NumberField
        label="Margin top"
        unit="px"
        value={slicing.marginY}
        low={0}
        high={MOST}
        onCommit={(marginY) => onChange({ marginY })}
      />
    </div>
    <div className="number-pair">
      <NumberField
        label="Spacing across"
        unit="px"
        value={slicing.spacingX}
        low={0}
        high={MOST}
        onCommit={(spacingX) => onChange({ spacingX })}
      />
      <NumberField
        label="Spacing down"
        unit="px"
        value={slicing.spacingY}
        low={0}
        high={MOST}
        onCommit={(spacingY) => onChange({ spacingY })}
      />
    </div>
    <label className="check-row">
      <Checkbox
        size="small"
        checked={!slicing.keepEmpty}
        onChange={(event) => onChange({ keepEmpty: !event.target.checked })}
      />{' '}
      Leave empty cells out
    </label>
  </>
)
