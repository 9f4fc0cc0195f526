import type { Kit } from '@gliv/document'
import { focusWorkplace } from '../shared/keys/focus.ts'
import { cancelMoment, editMoment, endMoment, shownKit, useDocument } from '../state/document.ts'

/**
 * A name that is typed where it stands. What is being typed is journalled like a drag; Enter or leaving makes
 * it one step of undo.
 */
export const NameField = ({
  label,
  read,
  write,
  className,
}: {
  label: string
  read: (kit: Kit) => string | undefined
  write: (kit: Kit, name: string) => void
  className?: string
}) => {
  const name = useDocument((state) => {
    const kit = shownKit(state)
    return kit ? (read(kit) ?? '') : ''
  })
  return (
    <input
      className={className ?? 'name-field'}
      aria-label={label}
      value={name}
      title={name}
      maxLength={200}
      onChange={(event) =>
        editMoment(`${label}: ${event.target.value}`, (kit) => write(kit, event.target.value))
      }
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== 'Escape') return
        if (event.key === 'Escape') cancelMoment()
        focusWorkplace()
      }}
      // A thing without a name could not be found again: an emptied field goes back to what it was.
      onBlur={() => (name.trim() === '' ? cancelMoment() : endMoment())}
    />
  )
}
