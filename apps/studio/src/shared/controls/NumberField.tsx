import { TypedField } from './TypedField.tsx'
import './NumberField.css'

interface Props {
  readonly label: string
  readonly value: number
  readonly low: number
  readonly high: number
  /** Fractions are taken, too. */
  readonly fraction?: boolean
  readonly unit?: string
  readonly onCommit: (value: number) => void
}

/** A number with its name, that is typed. */
export const NumberField = ({ label, value, low, high, fraction = false, unit, onCommit }: Props) => (
  <label className="number-field">
    <span>{label}</span>
    <TypedField
      label={label}
      shown={String(Number(value.toFixed(3)))}
      read={(text) => {
        const number = Number(text.replace(',', '.'))
        return text.trim() !== '' && number >= low && number <= high && (fraction || Number.isInteger(number))
          ? number
          : null
      }}
      hint={`Type ${fraction ? 'a number' : 'a whole number'} from ${low} to ${high}`}
      onCommit={onCommit}
    />
    {unit && <small>{unit}</small>}
  </label>
)
