/** Kits that were deleted lately: put back, or ended for good. */
import Button from '@mui/material/Button'
import { useLiveQuery } from 'dexie-react-hooks'
import { db } from '../../state/document.ts'
import { daysLeft, deletedRows, deleteKit, putOnShelf } from '../../state/shelf.ts'

export const DeletedKits = () => {
  const rows = useLiveQuery(() => deletedRows(db), [])
  if (!rows || rows.length === 0) return null
  return (
    <section className="deleted-kits" aria-label="Deleted lately">
      <h2>Deleted lately</h2>
      <ul>
        {rows.map((row) => (
          <li key={row.id}>
            <b>{row.name}</b>{' '}
            <small>
              {row.effects} effect{row.effects === 1 ? '' : 's'}, for {daysLeft(row)} more days
            </small>
            <Button
              size="small"
              variant="outlined"
              aria-label={`Put ${row.name} back`}
              onClick={() => void putOnShelf(db, row.id)}
            >
              Put back
            </Button>
            <Button
              size="small"
              aria-label={`Delete ${row.name} for good`}
              onClick={() => void deleteKit(db, row.id)}
            >
              Delete for good
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
