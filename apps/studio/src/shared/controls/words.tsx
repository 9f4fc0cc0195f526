/** Words and numbers of a sentence: each opens its own list, or is typed where it stands. */
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { TypedField } from './TypedField.tsx'

export interface Option {
  readonly value: string
  readonly label: string
}

/** A word of a sentence that opens its own list. */
export const Word = ({
  label,
  value,
  options,
  onChoose,
}: {
  label: string
  value: string
  options: readonly Option[]
  onChoose: (value: string) => void
}) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <button
        type="button"
        className="word-choice"
        aria-haspopup="menu"
        aria-label={`${label}: ${options.find((option) => option.value === value)?.label ?? value}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {options.find((option) => option.value === value)?.label ?? '…'}
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {options.map((option) => (
          <MenuItem
            key={option.value}
            dense
            selected={option.value === value}
            onClick={() => {
              setAnchor(null)
              onChoose(option.value)
            }}
          >
            {option.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

const readBetween = (low: number, high: number) => (text: string) => {
  const value = Number(
    text
      .replace(',', '.')
      .replace('−', '-')
      .replace(/[^\d.e-]+$/i, ''),
  )
  return text.trim() !== '' && value >= low && value <= high ? value : null
}

/** A number of a sentence, typed where it stands. */
export const Digits = ({
  label,
  value,
  low,
  high,
  unit = '',
  onCommit,
}: {
  label: string
  value: number
  low: number
  high: number
  unit?: string
  onCommit: (value: number) => void
}) => (
  <>
    <TypedField
      label={label}
      shown={String(Number(value.toFixed(3)))}
      read={readBetween(low, high)}
      hint={`Type a number from ${String(low).replace('-', '−')} to ${high}`}
      onCommit={onCommit}
    />
    {unit && <span className="unit"> {unit}</span>}
  </>
)

/** A list of words to choose from. */
export const words = <T extends string>(values: readonly T[], texts: Readonly<Record<T, string>>): Option[] =>
  values.map((value) => ({ value, label: texts[value] }))
