import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Tooltip from '@mui/material/Tooltip'
import { memo } from 'react'
import { edit } from '../../store/document.ts'
import { useShown } from '../context.ts'
import { choiceOf, choiceOptions, type MenuChoice, type Option } from './choices.ts'
import type { SentenceTargets } from './targets.ts'

interface Shown {
  readonly current: string
  readonly options: readonly Option[]
}

/** One choice of a group: its name, and what is chosen. */
export const ChoiceRow = memo(({ id, targets }: { id: MenuChoice; targets: SentenceTargets }) => {
  const choice = choiceOf(id)
  // As text, so that a drag elsewhere does not render it again.
  const text = useShown((kit, effect) => {
    const emitter = effect.emitters[targets.emitter]
    const type = kit.types[targets.type]
    return emitter && type ? JSON.stringify({ current: choice.current(emitter, type), options: choiceOptions(id, kit, emitter, type, targets) }) : ''
  }, '')
  if (!text) return null
  const { current, options } = JSON.parse(text) as Shown
  const label = <span className="row-label">{choice.title}</span>
  return (
    <div className="choice-row">
      {choice.help ? (
        <Tooltip title={choice.help} placement="top-start">
          {label}
        </Tooltip>
      ) : (
        label
      )}
      <Select
        size="small"
        variant="standard"
        value={current}
        inputProps={{ 'aria-label': choice.title, 'data-choice': id }}
        onChange={(event) => {
          const { value } = event.target
          edit(`${choice.title}: ${options.find((o) => o.value === value)?.label ?? value}`, (kit) => choice.apply(kit, targets, value))
        }}
      >
        {options.map((option) => (
          <MenuItem key={option.value} value={option.value} dense>
            {option.label}
          </MenuItem>
        ))}
      </Select>
    </div>
  )
})
ChoiceRow.displayName = 'ChoiceRow'
