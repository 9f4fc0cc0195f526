import { TypedField } from '../../shared/controls/TypedField.tsx'

const format = (value: number): string => String(Number((value * 100).toFixed(1)))

const read = (text: string): number | null => {
  const clean = text.replace(',', '.').replace('%', '').trim()
  const typed = Number(clean)
  return clean !== '' && typed >= 0 && typed <= 100 ? typed / 100 : null
}

/** A share typed in percent, 0 to 100. */
export const ShareInput = ({
  label,
  value,
  onCommit,
}: {
  label: string
  value: number
  onCommit: (value: number) => void
}) => (
  <label className="share-input">
    {label}{' '}
    <TypedField
      label={`Point ${label} in percent`}
      shown={format(value)}
      width={6}
      read={read}
      hint="Type a number from 0 to 100"
      onCommit={onCommit}
    />{' '}
    %
  </label>
)
