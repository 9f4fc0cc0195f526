import { useState } from 'react'

const format = (value: number): string => String(Number((value * 100).toFixed(1)))

/** A share typed in percent, 0 to 100; what is no number is marked and not taken. */
export const ShareInput = ({ label, value, onCommit }: { label: string; value: number; onCommit: (value: number) => void }) => {
  const [text, setText] = useState<string | null>(null)
  const typed = Number((text ?? '').replace(',', '.').replace('%', ''))
  const wrong = text !== null && !(text.trim() !== '' && typed >= 0 && typed <= 100)
  const finish = (): void => {
    if (text !== null && !wrong && typed / 100 !== value) onCommit(typed / 100)
    setText(null)
  }
  return (
    <label className="share-input">
      {label}{' '}
      <input
        className="number-input"
        aria-label={`Point ${label} in percent`}
        aria-invalid={wrong}
        title={wrong ? 'Type a number from 0 to 100' : undefined}
        value={text ?? format(value)}
        style={{ width: '6ch' }}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation()
          if (event.key === 'Enter') event.currentTarget.blur()
          if (event.key === 'Escape') setText(null)
        }}
        onBlur={finish}
      />{' '}
      %
    </label>
  )
}
