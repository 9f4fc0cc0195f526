import type { Kit } from '@gliv/document'
import { focusWorkplace } from '../shared/keys/focus.ts'
import { cancelMoment, editMoment, endMoment, shownKit, useDocument } from '../state/document.ts'
import './NoteField.css'

/** A thing that carries a note. */
interface Noted {
  note?: string | undefined
}

/** What somebody wrote about a thing, where it stands; an emptied note is gone. Leaving makes it one step of undo. */
export const NoteField = ({
  label,
  placeholder,
  read,
}: {
  label: string
  placeholder: string
  read: (kit: Kit) => Noted | undefined
}) => {
  const note = useDocument((state) => {
    const kit = shownKit(state)
    return kit ? (read(kit)?.note ?? '') : ''
  })
  return (
    <div className="note-row">
      <textarea
        aria-label={label}
        placeholder={placeholder}
        rows={1}
        maxLength={4000}
        value={note}
        onChange={({ target: { value } }) =>
          editMoment(label, (kit) => {
            const thing = read(kit)
            if (!thing) return
            if (value === '') delete thing.note
            else thing.note = value
          })
        }
        onKeyDown={({ key }) => {
          if (key !== 'Escape') return
          cancelMoment()
          focusWorkplace()
        }}
        onBlur={endMoment}
      />
    </div>
  )
}
