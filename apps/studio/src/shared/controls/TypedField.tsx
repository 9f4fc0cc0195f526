import { useState } from 'react'
import { focusWorkplace } from '../keys/focus.ts'
import { FieldMessage } from './FieldMessage.tsx'

interface Props<T> {
  readonly label: string
  /** What stands there while nobody types. */
  readonly shown: string
  /** In characters; default: as long as the text. */
  readonly width?: number
  /** What the text means, or null when it means nothing. */
  readonly read: (text: string) => T | null
  /** Said while the text means nothing: the rule and the remedy. */
  readonly hint: string
  readonly onCommit: (value: T) => void
}

/**
 * A value that is typed. Enter or leaving takes it, Escape gives up; what means nothing is marked, explained
 * and not taken.
 */
export const TypedField = <T,>({ label, shown, width, read, hint, onCommit }: Props<T>) => {
  const [text, setText] = useState<string | null>(null)
  const [field, setField] = useState<HTMLInputElement | null>(null)
  const value = text === null ? null : read(text)
  const wrong = text !== null && value === null
  const finish = (): void => {
    if (value !== null && text !== shown) onCommit(value)
    setText(null)
  }
  // In a pop-over the next key goes on in it.
  const leave = (field: HTMLElement): void =>
    field.closest('.MuiModal-root, [role="dialog"]') ? finish() : focusWorkplace()
  return (
    <span className="typing">
      <input
        ref={setField}
        className="number-input"
        aria-label={label}
        aria-invalid={wrong}
        value={text ?? shown}
        style={{ width: `${width ?? Math.max(3, (text ?? shown).length + 1)}ch` }}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !wrong) leave(event.currentTarget)
          if (event.key !== 'Escape' || text === null) return
          // What is typed is given up first; the next Escape closes what the field is in.
          event.stopPropagation()
          setText(null)
        }}
        onBlur={finish}
      />
      {wrong && <FieldMessage anchor={field}>{hint}</FieldMessage>}
    </span>
  )
}
