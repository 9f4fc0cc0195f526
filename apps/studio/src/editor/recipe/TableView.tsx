import Close from '@mui/icons-material/Close'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react'
import { FieldMessage } from '../../shared/controls/FieldMessage.tsx'
import { edit, shownKit } from '../../state/document.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'
import { cellKey, tableRows, type TableCell, type TableRow, typeInto } from './table.ts'
import { type Column, focusCell, TableGrid } from './TableGrid.tsx'
import { NO_MARKS } from './tableMarks.ts'
import './TableView.css'

/** One text for all marked cells. */
const TypeInto = ({
  cells,
  text,
  setText,
  field,
  onLeave,
}: {
  cells: readonly TableCell[]
  text: string
  setText: (text: string) => void
  field: RefObject<HTMLInputElement | null>
  onLeave: () => void
}) => {
  const [message, setMessage] = useState<string | null>(null)
  const apply = (): void => {
    if (cells.length === 0) return setMessage('No cell is marked; press one, or go to it by arrow keys')
    let refusal: string | null = null
    edit(`Type ${text} into ${cells.length} cells`, (kit) => void (refusal = typeInto(kit, cells, text)))
    setMessage(refusal)
    if (refusal) return
    setText('')
    onLeave()
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') apply()
    if (event.key !== 'Escape' || (text === '' && !message)) return
    event.stopPropagation()
    setText('')
    setMessage(null)
    onLeave()
  }
  return (
    <span className="typing">
      <input
        ref={field}
        className="number-input"
        style={{ width: 190 }}
        aria-label="Type into the marked cells"
        placeholder={cells.length === 0 ? 'mark cells first' : `into ${cells.length} cells: 12, *=1.5, add…`}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setMessage(null)
        }}
        onKeyDown={onKeyDown}
      />
      {message && <FieldMessage anchor={field.current}>{message}</FieldMessage>}
    </span>
  )
}

const Table = ({ columns, rows }: { columns: readonly Column[]; rows: readonly TableRow[] }) => {
  const [marks, setMarks] = useState(NO_MARKS)
  const [message, say] = useState<string | null>(null)
  const [text, setText] = useState('')
  const field = useRef<HTMLInputElement>(null)
  const table = useRef<HTMLTableElement>(null)
  useEffect(() => focusCell(table.current, NO_MARKS.active), [])
  const cells = columns.flatMap((path) =>
    rows.filter((row) => marks.marked.has(cellKey(path.emitter, row))).map((row) => ({ path, row })),
  )
  return (
    <>
      <div className="table-tools">
        <TypeInto
          cells={cells}
          text={text}
          setText={setText}
          field={field}
          onLeave={() => focusCell(table.current, marks.active)}
        />
        {message ? (
          <span role="alert">{message}</span>
        ) : (
          <span className="soft">
            Arrow keys go and mark, Shift marks a block, Ctrl C and Ctrl V copy it; digits and words are typed
            into all that is marked. A press marks a cell, a row or a column.
          </span>
        )}
      </div>
      <div className="table-scroll">
        <TableGrid
          columns={columns}
          rows={rows}
          marks={marks}
          setMarks={(next) => {
            say(null)
            setMarks(next)
          }}
          say={say}
          onType={(start) => {
            setText(start)
            field.current?.focus()
          }}
          table={table}
        />
      </div>
    </>
  )
}

interface Shown {
  readonly columns: readonly Column[]
  readonly rows: readonly TableRow[]
}

const NOTHING: Shown = { columns: [], rows: [] }

export const TableView = ({ onClose }: { onClose: () => void }) => {
  const effect = useEffectId()
  // Follows the structure only; what stands in the cells follows by itself.
  const { columns, rows } = useShownData<Shown>((_, shown) => {
    const kit = shownKit()
    if (!kit) return NOTHING
    const columns = shown.emitterOrder
      .toReversed()
      .map((id) => ({ effect, emitter: id, type: shown.emitters[id]!.type, name: shown.emitters[id]!.name }))
    return { columns, rows: tableRows(kit, columns) }
  }, NOTHING)
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth={false}
      aria-labelledby="table-of-all-emitters"
      slotProps={{ paper: { className: 'table-paper' } }}
    >
      <div className="table-head">
        <h2 id="table-of-all-emitters">All emitters</h2>
        <IconButton aria-label="Close the table" onClick={onClose}>
          <Close fontSize="small" />
        </IconButton>
      </div>
      <Table columns={columns} rows={rows} />
    </Dialog>
  )
}

export default TableView
