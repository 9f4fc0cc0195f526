/**
 * The table view: numbers as rows, emitters as columns, and typing into several cells at once. Pure but for
 * the kit it changes.
 */
import { type Kit, refuseNumber, refuseWithin } from '@gliv/document'
import { type Range, property, type PropertyId } from '@gliv/model'
import { carrierOf, readEnd, readValue, writeValue } from '../../document/propertyAddress.ts'
import { pictureSide } from '../../document/pictureSide.ts'
import { parseTyped, type Typed } from '../../document/typed.ts'
import { forceEditor } from './forces.ts'
import { GROUPS } from './groups.tsx'
import type { Row } from './row.ts'
import { subjectOf } from './subject.ts'
import { type EmitterPath, addressOf } from './emitterPath.ts'

export interface TableRow {
  readonly id: PropertyId
  readonly group: string
  /** Emitters that this number means something for. */
  readonly used: readonly string[]
}

const numbersIn = (rows: readonly Row[]): PropertyId[] =>
  rows.filter((row): row is PropertyId => !row.startsWith('@'))

/** Every number that the Recipe shows for any of the emitters, in the Recipe's order. */
export const tableRows = (kit: Kit, columns: readonly EmitterPath[]): TableRow[] =>
  GROUPS.flatMap((group) => {
    const used = new Map<PropertyId, string[]>()
    for (const path of columns) {
      const subject = subjectOf(kit, path)
      if (!subject || (group.partnerOwns && subject.emitter.companionOf !== null)) continue
      const forces =
        group.id === 'forces'
          ? subject.type.forces.flatMap((force) => forceEditor(force).rows(subject.type))
          : []
      for (const id of numbersIn([...group.rows(subject), ...forces]))
        used.set(id, [...(used.get(id) ?? []), path.emitter])
    }
    return [...used].map(([id, emitters]) => ({ id, group: group.title, used: emitters }))
  })

/** Name of a cell. */
export const cellKey = (emitter: string, id: PropertyId): string => `${emitter} ${id}`

/** What a typed text makes of a value, or why it is none. */
const typedFor = (
  id: PropertyId,
  text: string,
  value: number | Range,
  side: number | null,
): Range | string => {
  const parts = typeof value === 'number' ? (['from'] as const) : (['from', 'to'] as const)
  const [first, last] = [parts[0], parts.at(-1)!].map((part) =>
    parseTyped(id, text, { present: readEnd(value, part), side }),
  ) as [Typed | string, Typed | string]
  if (typeof first === 'string') return first
  if (typeof last === 'string') return last
  if (typeof value === 'number' && first.from !== first.to)
    return 'One of the cells takes one number only; type digits like 12'
  const whole = (v: number): number => (property(id).whole ? Math.round(v) : v)
  return { from: whole(first.from), to: whole(last.to) }
}

const ordered = (range: Range, { from, to }: Range): Range => ({
  ...range,
  from: Math.min(from, to),
  to: Math.max(from, to),
})

/**
 * Types one text into many cells: each takes it in its own unit and by what stands there, so that `*=1.5`
 * changes all in proportion. All or none: the first refusal is given back in words and nothing is changed.
 */
export const typeInto = (
  kit: Kit,
  cells: readonly { readonly path: EmitterPath; readonly id: PropertyId }[],
  text: string,
): string | null => {
  const writes: (() => void)[] = []
  for (const { path, id } of cells) {
    const target = addressOf(path, id)
    const value = readValue(kit, target, id)
    if (value === undefined) continue
    const typed = typedFor(id, text, value, pictureSide(kit, target, id))
    if (typeof typed === 'string') return typed
    const carrier = carrierOf(kit, target)
    const refusal =
      refuseNumber(id, typed.from) ??
      refuseNumber(id, typed.to) ??
      (carrier ? refuseWithin(target.owner, carrier, id, typed.from) : null)
    if (refusal) return refusal
    writes.push(() =>
      writeValue(kit, target, id, typeof value === 'number' ? typed.from : ordered(value, typed)),
    )
  }
  for (const write of writes) write()
  return null
}
