/** A page of the column beside the stage: a title, a way out by button and Escape, and the focus when it opens. */
import Close from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import { type ReactNode, useEffect, useRef } from 'react'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { setColumn } from '../../state/column.ts'
import './ColumnFrame.css'

interface Props {
  /** What it is, for those who do not see it. */
  readonly label: string
  readonly title: string
  /** What kind of thing the title names. */
  readonly kind?: string
  readonly closeLabel: string
  readonly className: string
  /** Beside going back to the Recipe. */
  readonly onClose?: () => void
  readonly children: ReactNode
}

export const ColumnFrame = ({ label, title, kind, closeLabel, className, onClose, children }: Props) => {
  const place = useRef<HTMLElement>(null)
  const close = (): void => {
    onClose?.()
    setColumn('recipe')
    focusWorkplace()
  }
  useEscape(true, place, close)
  useEffect(() => place.current?.focus(), [])
  return (
    <aside ref={place} className={`recipe column-page ${className}`} aria-label={label} tabIndex={-1}>
      <header className="column-head">
        <span>
          {kind !== undefined && <small>{kind}</small>}
          <b title={title}>{title}</b>
        </span>
        <IconButton aria-label={closeLabel} onClick={close}>
          <Close fontSize="small" />
        </IconButton>
      </header>
      {children}
    </aside>
  )
}
