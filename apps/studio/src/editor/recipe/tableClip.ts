/** Blocks of cells through the system's clipboard, in the clip format. Pure but for the kit it changes. */
import { copyCells, graft, type Kit, readClip, writeClip } from '@gliv/document'
import { refuseHere } from '../../document/clipboard.ts'
import type { EmitterPath } from './emitterPath.ts'
import { cellKey, type TableRow, typeInto } from './table.ts'
import type { Marks } from './tableMarks.ts'

interface Table {
  readonly columns: readonly EmitterPath[]
  readonly rows: readonly TableRow[]
}

/** Rows and columns with a marked cell; of the cell at hand when none is marked. */
const markedPart = ({ columns, rows }: Table, { marked, active }: Marks): Table => {
  const has = (path: EmitterPath, row: TableRow): boolean => marked.has(cellKey(path.emitter, row))
  if (marked.size === 0)
    return {
      columns: columns.slice(active.column, active.column + 1),
      rows: rows.slice(active.row, active.row + 1),
    }
  return {
    columns: columns.filter((path) => rows.some((row) => has(path, row))),
    rows: rows.filter((row) => columns.some((path) => has(path, row))),
  }
}

/** The marked cells as the text of a clip; null when there is nothing in them. */
export const copyMarked = (kit: Kit, effect: string, table: Table, marks: Marks): string | null => {
  const part = markedPart(table, marks)
  const rows = part.rows.filter(({ key }) => !key.startsWith('@'))
  if (rows.length === 0 || part.columns.length === 0) return null
  const keys = new Map(rows.map((row) => [row.key, row]))
  const clip = copyCells(
    kit,
    effect,
    rows.map(({ key }) => key),
    part.columns.map(({ emitter }) => emitter),
    (key, emitter) => {
      const row = keys.get(key)!
      return (
        row.used.includes(emitter) && (marks.marked.size === 0 || marks.marked.has(cellKey(emitter, row)))
      )
    },
  )
  return writeClip(clip)
}

/** A text that somebody may have meant to type: short, and no clip. */
const isTyped = (text: string): boolean => text.trim().length <= 40 && !text.trim().startsWith('{')

/**
 * Puts what was copied where the marks are: a block of one column into every marked column, a wider one from the
 * first marked column on; rows find their places by name, a single row goes into the marked rows. A short text
 * is typed into the marked cells.
 * @returns null, or in words why not; the kit is then as it was
 */
export const pasteAt = (
  kit: Kit,
  effect: string,
  table: Table,
  marks: Marks,
  text: string,
): string | null => {
  const part = markedPart(table, marks)
  if (isTyped(text)) {
    const cells = part.columns.flatMap((path) => part.rows.map((row) => ({ path, row })))
    return typeInto(kit, cells, text.trim())
  }
  const clip = readClip(text)
  if (typeof clip === 'string') return clip
  if (clip.kind !== 'cells') return refuseHere(clip)
  const wide = Math.max(...clip.rows.map(({ values }) => values.length))
  const first = table.columns.findIndex(({ emitter }) => emitter === part.columns[0]?.emitter)
  const columns = wide === 1 ? part.columns : table.columns.slice(first, first + wide)
  return graft(kit, clip, {
    effect,
    emitters: columns.map(({ emitter }) => emitter),
    ...(clip.rows.length === 1 ? { rows: part.rows.map(({ key }) => key) } : {}),
  })
}
