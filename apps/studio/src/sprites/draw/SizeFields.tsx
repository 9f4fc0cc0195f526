import { NumberField } from '../../shared/controls/NumberField.tsx'
import '../styles/common.css'

/** Largest sprite that can be drawn, px. */
export const DRAW_LIMIT = 128

export interface DrawSize {
  readonly w: number
  readonly h: number
}

/** Width and height of a sprite that is drawn. */
export const SizeFields = ({ size, onChange }: { size: DrawSize; onChange: (size: DrawSize) => void }) => (
  <div className="number-pair">
    <NumberField
      label="Width"
      unit="px"
      value={size.w}
      low={1}
      high={DRAW_LIMIT}
      onCommit={(w) => onChange({ ...size, w })}
    />
    <NumberField
      label="Height"
      unit="px"
      value={size.h}
      low={1}
      high={DRAW_LIMIT}
      onCommit={(h) => onChange({ ...size, h })}
    />
  </div>
)
