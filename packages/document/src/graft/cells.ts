/**
 * Cells of the table of emitters: what can be copied from one emitter to another by the name of its place, like
 * `emitter.aim`, `emitter.numbers.speed`, `emitter.bursts.0.numbers.burstCount`, `type.styles.scale.by`.
 */
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_TYPE_CHOICES,
  property,
  PROPERTIES,
  type PropertyId,
} from '@gliv/model'
import { refuseNumber } from '../kit/check.ts'
import type { Kit } from '../kit/kit.ts'
import { refuseWithin } from '../kit/rules.ts'
import { said } from '../kit/said.ts'

/** One cell: the row's name at an emitter. */
export interface CellPlace {
  readonly effect: string
  readonly emitter: string
  readonly row: string
}

type Plain = Record<string, unknown>

/** Words and lists that a row may name, beside numbers; what ties an emitter to others is not among them. */
const OF_EMITTER: ReadonlySet<string> = new Set([
  ...Object.keys(DEFAULT_EMITTER_CHOICES).filter((key) => !['path', 'layer'].includes(key)),
  'numbers',
  'bursts',
  'countsPer',
])
const OF_TYPE: ReadonlySet<string> = new Set([
  ...Object.keys(DEFAULT_TYPE_CHOICES),
  'numbers',
  'pictures',
  'palette',
  'ramps',
])

/** Keys that an emitter may be without. */
const OPTIONAL: ReadonlySet<string> = new Set(['countsPer'])

const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null

/** What a row begins at, its emitter or its particle type, when it may name the rest. */
const ownerOf = (kit: Kit, { effect, emitter, row }: CellPlace): unknown => {
  const [owner, first] = row.split('.')
  const found = kit.effects[effect]?.emitters[emitter]
  if (!found || !first) return null
  if (owner === 'emitter') return OF_EMITTER.has(first) ? found : null
  return owner === 'type' && OF_TYPE.has(first) ? kit.types[found.type] : null
}

/** Where a row's value stands: its holder and key; null when the emitter has no such place. */
const holderOf = (kit: Kit, place: CellPlace): { holder: Plain; key: string } | null => {
  const keys = place.row.split('.').slice(1)
  let holder = ownerOf(kit, place)
  for (const key of keys.slice(0, -1)) {
    if (!isPlain(holder) || !Object.hasOwn(holder, key)) return null
    holder = holder[key]
  }
  const key = keys.at(-1)
  if (!isPlain(holder) || key === undefined) return null
  return Object.hasOwn(holder, key) || (keys.length === 1 && OPTIONAL.has(key)) ? { holder, key } : null
}

/** A copy of what stands in a cell; undefined when there is nothing. */
export const readCell = (kit: Kit, place: CellPlace): unknown => {
  const at = holderOf(kit, place)
  const value = at?.holder[at.key]
  return value === undefined ? undefined : (JSON.parse(JSON.stringify(value)) as unknown)
}

/** The number that a row names; null for words and lists. */
const numberOf = (row: string): PropertyId | null => {
  const id = row.split('.').at(-1)!
  return row.includes('.numbers.') && Object.hasOwn(PROPERTIES, id) ? (id as PropertyId) : null
}

/** Whether a value of one row makes sense in another: numbers of one unit, or the very same word. */
export const sameKind = (row: string, other: string): boolean => {
  const [a, b] = [numberOf(row), numberOf(other)]
  return row === other || (a !== null && b !== null && property(a).unit === property(b).unit)
}

/** A row's name in a message: `speed`, `burstCount of burst 1`, `aim`. */
export const cellLabel = (row: string): string => {
  const parts = row.split('.')
  if (parts[1] === 'bursts') return `${parts.at(-1)} of burst ${Number(parts[2]) + 1}`
  return parts.filter((part, at) => at > 0 && part !== 'numbers').join(' ')
}

const refuseNumberCell = (kit: Kit, place: CellPlace, id: PropertyId, value: unknown): string | null => {
  const ends = typeof value === 'number' ? [value] : isPlain(value) ? [value['from'], value['to']] : []
  const { kind, owner } = property(id)
  const name = cellLabel(place.row)
  if (ends.length === 0 || ends.some((end) => typeof end !== 'number'))
    return `${name} is a number, ${said(value)} is none; copy a number’s cell`
  const numbers = ends as number[]
  if (kind === 'number' && new Set(numbers).size > 1)
    return `${name} takes one number, not a range; copy a single number`
  const holder = holderOf(kit, place)!.holder
  for (const end of numbers) {
    const refusal = refuseNumber(id, end) ?? refuseWithin(owner, { numbers: holder } as never, id, end)
    if (refusal) return refusal
  }
  return null
}

/** What a value becomes in a cell: numbers and ranges take each other’s form. */
const fitted = (row: string, value: unknown): unknown => {
  const id = numberOf(row)
  if (id === null) return JSON.parse(JSON.stringify(value)) as unknown
  if (property(id).kind === 'number') return typeof value === 'number' ? value : (value as Plain)['from']
  return typeof value === 'number' ? { from: value, to: value } : { ...(value as Plain) }
}

/** Why a cell does not take a value, in words; null when it does. */
export const refuseCell = (kit: Kit, place: CellPlace, value: unknown): string | null => {
  const name = cellLabel(place.row)
  const emitter = kit.effects[place.effect]?.emitters[place.emitter]
  const at = holderOf(kit, place)
  if (!at || !emitter)
    return `${name} has no place in ${emitter ? `“${emitter.name}”` : 'an emitter that is gone'}; copy other rows, or add what it belongs to`
  const id = numberOf(place.row)
  if (id) return refuseNumberCell(kit, place, id, value)
  const present = at.holder[at.key]
  if (present !== undefined && typeof present !== typeof value)
    return `${name} takes ${said(present)} and the like, not ${said(value)}; copy a cell of its kind`
  if (place.row === 'type.pictures') return refusePictures(kit, value)
  return null
}

const refusePictures = (kit: Kit, value: unknown): string | null => {
  const pictures = Array.isArray(value) ? (value as readonly Plain[]) : []
  const lost = pictures.find(({ sheet }) => !Object.hasOwn(kit.sheets, String(sheet)))
  if (pictures.length === 0) return 'A picture was expected; copy a cell of the row Picture'
  return lost ? 'The picture’s sheet is not in this kit; import it here first' : null
}

/** Sets a cell to a value that `refuseCell` takes. */
export const writeCell = (kit: Kit, place: CellPlace, value: unknown): void => {
  const at = holderOf(kit, place)
  if (at) at.holder[at.key] = fitted(place.row, value)
}
