/** A button of one icon that does what a command does: its tooltip has the command's key, as the user has it. */
import IconButton from '@mui/material/IconButton'
import { Tooltip } from './Tooltip.tsx'
import type { ReactNode } from 'react'
import { useTitle } from '../keys/keymap.ts'
import type { CommandId } from '../keys/table.ts'

interface Props {
  /** What it does, in a word or two; the tooltip goes on after a colon with `more`. */
  readonly name: string
  readonly more?: string
  readonly command: CommandId
  readonly pressed?: boolean | undefined
  readonly onClick: () => void
  readonly children: ReactNode
}

export const CommandIcon = ({ name, more, command, pressed, onClick, children }: Props) => {
  const title = useTitle()
  return (
    <Tooltip title={title(more === undefined ? name : `${name}: ${more}`, command)}>
      <IconButton
        aria-label={name}
        aria-pressed={pressed}
        className={pressed ? 'notched' : ''}
        onClick={onClick}
      >
        {children}
      </IconButton>
    </Tooltip>
  )
}
