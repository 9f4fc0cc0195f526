/** A whole ramp in one line that is typed or pasted over. */
import { TypedField } from '../../shared/controls/TypedField.tsx'

interface Props<R> {
  readonly label: string
  readonly shown: string
  readonly read: (text: string) => R | null
  readonly hint: string
  readonly onCommit: (ramp: R) => void
}

export const RampLine = <R,>({ label, shown, read, hint, onCommit }: Props<R>) => (
  <div className="ramp-text" title={shown}>
    <TypedField label={label} shown={shown} width={22} read={read} hint={hint} onCommit={onCommit} />
  </div>
)
