/** The table's rows and columns: pressed, gone through by arrow keys, copied and pasted. */
import { type ClipboardEvent, Fragment, type KeyboardEvent, type RefObject } from 'react'
import { edit, shownKit } from '../../state/document.ts'
import { FieldTab } from '../fields/fieldTab.ts'
import type { EmitterPath } from './emitterPath.ts'
import { cellKey, type TableRow } from './table.ts'
import { TableCell } from './TableCell.tsx'
import { copyMarked, pasteAt } from './tableClip.ts'
import { type At, type Grid, type Marks, moved, pressed, toggled } from './tableMarks.ts'

export type Column = EmitterPath & { readonly name: string }

export interface GridProps {
  readonly columns: readonly Column[]
  readonly rows: readonly TableRow[]
  readonly marks: Marks
  readonly setMarks: (next: Marks) => void
  /** Says why something was not done; null when it was. */
  readonly say: (message: string | null) => void
  /** Goes on with typing into the marked cells, with a first character. */
  readonly onType: (start: string) => void
  readonly table: RefObject<HTMLTableElement | null>
}

const gridOf = ({ columns, rows }: Pick<GridProps, 'columns' | 'rows'>): Grid => ({
  rows: rows.length,
  columns: columns.length,
  keyAt: ({ row, column }) => {
    const emitter = columns[column]?.emitter
    return emitter && rows[row]?.used.includes(emitter) ? cellKey(emitter, rows[row]) : null
  },
})

/** The cell that has the keyboard; null when something in a cell has it. */
const cellOf = (target: EventTarget): HTMLElement | null =>
  target instanceof HTMLElement && target.role === 'gridcell' ? target : null

export const focusCell = (table: HTMLTableElement | null, { row, column }: At): void => {
  const cell = table?.querySelector<HTMLElement>(`td[data-row="${row}"][data-column="${column}"]`)
  cell?.focus()
  cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}

/** Back from a number or a word to its cell. */
const backToCell = (event: KeyboardEvent): void => {
  if (event.key !== 'Escape' || !(event.target instanceof HTMLElement)) return
  const cell = event.target.closest<HTMLElement>('td[role="gridcell"]')
  if (!cell || event.target instanceof HTMLInputElement) return
  event.stopPropagation()
  cell.focus()
}

const useGridKeys = (props: GridProps) => {
  const { marks, setMarks, onType, table } = props
  const grid = gridOf(props)
  const open = (cell: HTMLElement): void => {
    const word = cell.querySelector<HTMLElement>('.cell-word')
    if (word) word.click()
    else onType('')
  }
  return (event: KeyboardEvent): void => {
    const cell = cellOf(event.target)
    if (!cell) return backToCell(event)
    const next = marksAfter(marks, grid, event)
    if (next) {
      setMarks(next)
      focusCell(table.current, next.active)
    } else if (event.key === 'Enter' || event.key === 'F2') open(cell)
    else if (isTyped(event)) onType(event.key)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
}

/** A key that writes something. */
const isTyped = ({ key, ctrlKey, metaKey }: KeyboardEvent): boolean =>
  key.length === 1 && !ctrlKey && !metaKey

/** What a key makes of the marks; null when it is not about them. */
const marksAfter = (
  marks: Marks,
  grid: Grid,
  { key, ctrlKey, metaKey, shiftKey }: KeyboardEvent,
): Marks | null => {
  if (key === ' ') return toggled(marks, keyList(grid, marks.active))
  if (key.toLowerCase() === 'a' && (ctrlKey || metaKey)) return allOf(grid, marks)
  return moved(marks, grid, key, shiftKey)
}

const keyList = (grid: Grid, at: At): string[] => [grid.keyAt(at)].filter((key) => key !== null)

const allOf = (grid: Grid, marks: Marks): Marks =>
  pressed(
    { ...marks, anchor: { row: 0, column: 0 } },
    grid,
    { row: grid.rows - 1, column: grid.columns - 1 },
    true,
  )

/** The clipboard's events name where the text cursor was, not where the keyboard is. */
const inCell = (): boolean => document.activeElement !== null && cellOf(document.activeElement) !== null

const useGridClipboard = ({ columns, rows, marks, say }: GridProps) => {
  const effect = columns[0]?.effect ?? ''
  return {
    onCopy: (event: ClipboardEvent): void => {
      const kit = shownKit()
      const text = inCell() && kit && copyMarked(kit, effect, { columns, rows }, marks)
      if (!text) return
      event.preventDefault()
      event.clipboardData.setData('text/plain', text)
      say(null)
    },
    onPaste: (event: ClipboardEvent): void => {
      if (!inCell()) return
      event.preventDefault()
      const text = event.clipboardData.getData('text/plain')
      let refusal: string | null = null
      edit('Paste cells', (kit) => void (refusal = pasteAt(kit, effect, { columns, rows }, marks, text)))
      say(refusal)
    },
  }
}

const HeadRow = ({ columns, rows, marks, setMarks }: GridProps) => (
  <tr role="row">
    <th scope="col" role="columnheader">
      <span className="only-read">What is set</span>
    </th>
    {columns.map(({ emitter, name }) => (
      <th key={emitter} scope="col" role="columnheader">
        <button
          type="button"
          onClick={() =>
            setMarks(
              toggled(
                marks,
                rows.filter((row) => row.used.includes(emitter)).map((row) => cellKey(emitter, row)),
              ),
            )
          }
        >
          {name}
        </button>
      </th>
    ))}
  </tr>
)

const Row = ({ at, ...props }: GridProps & { at: number }) => {
  const { columns, rows, marks, setMarks } = props
  const row = rows[at]!
  return (
    <tr role="row">
      <th scope="row" role="rowheader" title={row.help}>
        <button
          type="button"
          tabIndex={-1}
          onClick={() =>
            setMarks(
              toggled(
                marks,
                row.used.map((emitter) => cellKey(emitter, row)),
              ),
            )
          }
        >
          {row.label}
        </button>
      </th>
      {columns.map((path, column) => {
        const key = cellKey(path.emitter, row)
        const used = row.used.includes(path.emitter)
        const active = marks.active.row === at && marks.active.column === column
        return (
          <td
            key={key}
            role="gridcell"
            tabIndex={active ? 0 : -1}
            aria-selected={marks.marked.has(key)}
            aria-label={`${row.label} of ${path.name}`}
            className={marks.marked.has(key) ? 'marked' : ''}
            data-cell={key}
            data-row={at}
            data-column={column}
            onClick={(event) => {
              if (event.target === event.currentTarget)
                setMarks(pressed(marks, gridOf(props), { row: at, column }, event.shiftKey))
            }}
          >
            {used && <TableCell path={path} row={row} />}
          </td>
        )
      })}
    </tr>
  )
}

export const TableGrid = (props: GridProps) => {
  const { columns, rows, table } = props
  const onKeyDown = useGridKeys(props)
  const clipboard = useGridClipboard(props)
  return (
    <FieldTab value={-1}>
      <table
        ref={table}
        className="recipe-table"
        role="grid"
        aria-multiselectable
        aria-label="All emitters"
        onKeyDown={onKeyDown}
        {...clipboard}
      >
        <thead role="rowgroup">
          <HeadRow {...props} />
        </thead>
        <tbody role="rowgroup">
          {rows.map((row, at) => (
            <Fragment key={row.key}>
              {row.group !== rows[at - 1]?.group && (
                <tr className="table-group" role="row">
                  <th colSpan={columns.length + 1} scope="rowgroup" role="rowheader">
                    {row.group}
                  </th>
                </tr>
              )}
              <Row {...props} at={at} />
            </Fragment>
          ))}
        </tbody>
      </table>
    </FieldTab>
  )
}
