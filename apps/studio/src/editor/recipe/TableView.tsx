/** Emitters as columns, numbers as rows, for typing across. */
import Close from '@mui/icons-material/Close'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import type { PropertyId } from '@gliv/model'
import { Fragment, useState } from 'react'
import { FieldMessage } from '../../shared/controls/FieldMessage.tsx'
import { ValueText } from '../fields/ValueText.tsx'
import { edit, shownKit } from '../../state/document.ts'
import { PROPERTY_TEXTS } from '../../document/texts/properties.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'
import { cellKey, tableRows, type TableRow, typeInto } from './table.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'
import './TableView.css'

/** One text for all marked cells. */
const TypeInto = ({
  cells,
}: {
  cells: readonly { readonly path: EmitterPath; readonly id: PropertyId }[]
}) => {
  const [text, setText] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const [field, setField] = useState<HTMLInputElement | null>(null)
  const apply = (): void => {
    let refusal: string | null = null
    edit(`Type ${text} into ${cells.length} cells`, (kit) => void (refusal = typeInto(kit, cells, text)))
    setMessage(refusal)
    if (!refusal) setText('')
  }
  return (
    <span className="typing">
      <input
        ref={setField}
        className="number-input"
        style={{ width: 150 }}
        aria-label="Type into the marked cells"
        placeholder={cells.length === 0 ? 'mark cells first' : `into ${cells.length} cells: 12, *=1.5…`}
        disabled={cells.length === 0}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setMessage(null)
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') apply()
        }}
      />
      {message && <FieldMessage anchor={field}>{message}</FieldMessage>}
    </span>
  )
}

type Column = EmitterPath & { readonly name: string }

interface Marks {
  readonly marked: ReadonlySet<string>
  readonly toggle: (keys: readonly string[]) => void
}

const HeadRow = ({
  columns,
  rows,
  toggle,
}: {
  columns: readonly Column[]
  rows: readonly TableRow[]
  toggle: Marks['toggle']
}) => (
  <tr>
    <th scope="col">
      <span className="only-read">Number</span>
    </th>
    {columns.map(({ emitter, name }) => (
      <th key={emitter} scope="col">
        <button
          type="button"
          onClick={() =>
            toggle(rows.filter((row) => row.used.includes(emitter)).map((row) => cellKey(emitter, row.id)))
          }
        >
          {name}
        </button>
      </th>
    ))}
  </tr>
)

const NumberRow = ({
  row,
  columns,
  marked,
  toggle,
}: { row: TableRow; columns: readonly Column[] } & Marks) => (
  <tr>
    <th scope="row" title={PROPERTY_TEXTS[row.id].help}>
      <button type="button" onClick={() => toggle(row.used.map((emitter) => cellKey(emitter, row.id)))}>
        {PROPERTY_TEXTS[row.id].label}
      </button>
    </th>
    {columns.map((path) => {
      const key = cellKey(path.emitter, row.id)
      const used = row.used.includes(path.emitter)
      return (
        <td
          key={key}
          className={marked.has(key) ? 'marked' : ''}
          data-cell={key}
          onClick={(event) => used && event.target === event.currentTarget && toggle([key])}
        >
          {used && <ValueText target={addressOf(path, row.id)} id={row.id} />}
        </td>
      )
    })}
  </tr>
)

const Table = ({ columns, rows }: { columns: readonly Column[]; rows: readonly TableRow[] }) => {
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set())
  const toggle = (keys: readonly string[]): void => {
    const all = keys.every((key) => marked.has(key))
    setMarked(new Set(all ? [...marked].filter((key) => !keys.includes(key)) : [...marked, ...keys]))
  }
  const cells = columns.flatMap((path) =>
    rows.filter((row) => marked.has(cellKey(path.emitter, row.id))).map((row) => ({ path, id: row.id })),
  )
  return (
    <>
      <div className="table-tools">
        <TypeInto cells={cells} />
        <span className="soft">
          Press a cell’s ground, a row’s name or a column’s name to mark it. Numbers are dragged and typed
          where they stand.
        </span>
      </div>
      <div className="table-scroll">
        <table className="recipe-table">
          <thead>
            <HeadRow columns={columns} rows={rows} toggle={toggle} />
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <Fragment key={row.id}>
                {row.group !== rows[i - 1]?.group && (
                  <tr className="table-group">
                    <th colSpan={columns.length + 1} scope="rowgroup">
                      {row.group}
                    </th>
                  </tr>
                )}
                <NumberRow row={row} columns={columns} marked={marked} toggle={toggle} />
              </Fragment>
            ))}
          </tbody>
        </table>
      </div>
    </>
  )
}

interface Shown {
  readonly columns: readonly (EmitterPath & { name: string })[]
  readonly rows: readonly TableRow[]
}

const NOTHING: Shown = { columns: [], rows: [] }

export const TableView = ({ onClose }: { onClose: () => void }) => {
  const effect = useEffectId()
  // Follows the structure only; the numbers in it follow by themselves.
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
