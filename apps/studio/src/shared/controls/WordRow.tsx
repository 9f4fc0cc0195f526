import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { Tooltip } from './Tooltip.tsx'

export interface Word {
  readonly value: string
  readonly label: string
}

/** What stands for words that differ where several things are set at once. */
const DIFFERING = '…'

/** One choice among words: its name, and what is chosen. */
export const WordRow = ({
  title,
  help,
  id,
  value,
  options,
  onChange,
}: {
  title: string
  help?: string | undefined
  id?: string
  value: string
  options: readonly Word[]
  onChange: (value: string) => void
}) => {
  const label = <span className="row-label">{title}</span>
  return (
    <div className="choice-row" data-choice={id}>
      {help ? (
        <Tooltip title={help} placement="top-start">
          {label}
        </Tooltip>
      ) : (
        label
      )}
      <Select
        size="small"
        variant="standard"
        value={value}
        displayEmpty
        renderValue={(chosen) => options.find((option) => option.value === chosen)?.label ?? DIFFERING}
        inputProps={{ 'aria-label': title, 'data-choice': id }}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map((option) => (
          <MenuItem key={option.value} value={option.value} dense>
            {option.label}
          </MenuItem>
        ))}
      </Select>
    </div>
  )
}
