/**
 * The table view: numbers, words and pictures as rows, emitters as columns, and typing into several cells at once.
 * Pure but for the kit it changes.
 */
import type { Kit } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import type { PropertyAddress } from '../../document/propertyAddress.ts'
import { PROPERTY_TEXTS } from '@gliv/words'
import { type NumberPlace, readTyped } from '../../document/typeInto.ts'
import { choiceOf, choiceOptions, type MenuChoice } from './choices.ts'
import { addressOf, type EmitterPath } from './emitterPath.ts'
import { forceEditor } from './forces.ts'
import { type GroupDefinition, GROUPS, type Subject } from './groups.tsx'
import { BURST_NUMBERS } from './numbers.ts'
import { subjectOf } from './subject.ts'

type Shown =
  | { readonly kind: 'number'; readonly id: PropertyId; readonly burst: number | null }
  | { readonly kind: 'choice'; readonly id: MenuChoice }
  | { readonly kind: 'picture' }

export type TableRow = Shown & {
  /** The place of its value in the document (see `cells.ts` there), or what stands for it. */
  readonly key: string
  readonly label: string
  readonly help: string
  readonly group: string
  /** Emitters that it means something for. */
  readonly used: readonly string[]
}

type Cell = Omit<TableRow, 'group' | 'used'> & Shown

const numberCell = (id: PropertyId): Cell => ({
  kind: 'number',
  id,
  burst: null,
  key: `${property(id).owner}.numbers.${id}`,
  label: PROPERTY_TEXTS[id].label,
  help: PROPERTY_TEXTS[id].help,
})

const burstCell = (id: PropertyId, burst: number): Cell => ({
  ...numberCell(id),
  kind: 'number',
  id,
  burst,
  key: `emitter.bursts.${burst}.numbers.${id}`,
  label: `Burst ${burst + 1}: ${PROPERTY_TEXTS[id].label}`,
})

const choiceCell = (id: MenuChoice): Cell => {
  const { title, help, field } = choiceOf(id)
  return { kind: 'choice', id, key: field ?? `@${id}`, label: title, help: help ?? '' }
}

const PICTURE: Cell = {
  kind: 'picture',
  key: 'type.pictures',
  label: 'Picture',
  help: 'What is drawn; a press chooses another',
}

/** What a group shows of an emitter, in its order. */
const cellsOf = (group: GroupDefinition, subject: Subject): Cell[] => {
  const forces =
    group.id === 'forces' ? subject.type.forces.flatMap((force) => forceEditor(force).rows(subject.type)) : []
  const bursts =
    group.id === 'how-many' && !subject.emitter.dormant
      ? subject.emitter.bursts.flatMap((_, at) => BURST_NUMBERS.map((id) => burstCell(id, at)))
      : []
  return [
    ...(group.id === 'look' ? [PICTURE] : []),
    ...[...group.rows(subject), ...forces].map((row) =>
      row.startsWith('@') ? choiceCell(row.slice(1) as MenuChoice) : numberCell(row as PropertyId),
    ),
    ...bursts,
  ]
}

/** All that the Recipe shows for any of the emitters, in the Recipe's order; bursts by their number. */
export const tableRows = (kit: Kit, columns: readonly EmitterPath[]): TableRow[] =>
  GROUPS.flatMap((group) => {
    const rows = new Map<string, { readonly cell: Cell; readonly used: string[] }>()
    const shown = columns.flatMap((path) => {
      const subject = subjectOf(kit, path)
      const owned = subject && !(group.partnerOwns && subject.emitter.companionOf !== null)
      return owned ? [{ path, cells: cellsOf(group, subject) }] : []
    })
    // The one that shows most says the order.
    for (const { path, cells } of shown.toSorted((a, b) => b.cells.length - a.cells.length))
      for (const cell of cells) {
        const row = rows.get(cell.key) ?? { cell, used: [] }
        row.used.push(path.emitter)
        rows.set(cell.key, row)
      }
    return [...rows.values()].map(({ cell, used }) => ({ ...cell, group: group.title, used }))
  })

/** Name of a cell. */
export const cellKey = (emitter: string, row: TableRow): string => `${emitter} ${row.key}`

/** Where a number's cell stands; null when the emitter has no such burst. */
export const numberAt = (
  kit: Kit,
  path: EmitterPath,
  row: TableRow & { readonly kind: 'number' },
): PropertyAddress | null => {
  if (row.burst === null) return addressOf(path, row.id)
  const burst = kit.effects[path.effect]?.emitters[path.emitter]?.bursts[row.burst]
  return burst ? addressOf(path, row.id, burst.id) : null
}

export interface TableCell {
  readonly path: EmitterPath
  readonly row: TableRow
}

/** The word of a choice that a text begins; or, in words, what there is. */
const wordFor = (kit: Kit, { path, row }: TableCell, text: string): string | { refusal: string } => {
  const subject = subjectOf(kit, path)
  const options =
    subject && row.kind === 'choice' ? choiceOptions(row.id, kit, subject.emitter, subject.type, path) : []
  const wanted = text.trim().toLowerCase()
  const found = options.find(({ label }) => label.toLowerCase().startsWith(wanted) && wanted !== '')
  return (
    found?.value ?? {
      refusal: `${row.label} has no “${text}”; type one of ${options.map(({ label }) => label).join(', ')}`,
    }
  )
}

const typeWords = (kit: Kit, cells: readonly TableCell[], text: string): (() => void)[] | string => {
  const writes: (() => void)[] = []
  for (const cell of cells) {
    const word = wordFor(kit, cell, text)
    if (typeof word !== 'string') return word.refusal
    const { path, row } = cell
    if (row.kind === 'choice') writes.push(() => choiceOf(row.id).apply(kit, path, word))
  }
  return writes
}

/**
 * Types one text into many cells: each takes it in its own unit and by what stands there, so that `*=1.5`
 * changes all in proportion; words are typed by how they begin. All or none: the first refusal is given back in
 * words and nothing is changed.
 */
export const typeInto = (kit: Kit, cells: readonly TableCell[], text: string): string | null => {
  if (cells.some(({ row }) => row.kind === 'picture'))
    return 'A picture is chosen, not typed; unmark its row, or press its cell'
  const numbers: NumberPlace[] = cells.flatMap(({ path, row }) => {
    const target = row.kind === 'number' ? numberAt(kit, path, row) : null
    return target && row.kind === 'number' ? [{ target, id: row.id }] : []
  })
  const typed = readTyped(kit, numbers, text)
  if (typeof typed === 'string') return typed
  const words = typeWords(
    kit,
    cells.filter(({ row }) => row.kind === 'choice'),
    text,
  )
  if (typeof words === 'string') return words
  typed(kit)
  for (const write of words) write()
  return null
}
