/** A line of text that is typed in the place of what it names: Enter or leaving takes it, Escape gives it up. */
import { useRef } from 'react'

interface Props {
  readonly label: string
  readonly start: string
  readonly className: string
  readonly longest?: number
  /** Once, with what stands there, or null when it was given up. */
  readonly onDone: (text: string | null) => void
}

export const NameEntry = ({ label, start, className, longest = 200, onDone }: Props) => {
  // It goes with its last call, and a field that goes may still say that it was left.
  const ended = useRef(false)
  const end = (text: string | null): void => {
    if (ended.current) return
    ended.current = true
    onDone(text)
  }
  return (
    <input
      className={className}
      aria-label={label}
      defaultValue={start}
      maxLength={longest}
      autoFocus
      onFocus={(event) => event.currentTarget.select()}
      onBlur={(event) => end(event.currentTarget.value)}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Enter') event.currentTarget.blur()
        if (event.key === 'Escape') end(null)
      }}
    />
  )
}
