/**
 * Whole values: reset, copied, pasted, split and joined; one step of undo each. Where several emitters are edited
 * at once, all of them.
 */
import { property, PROPERTIES, type PropertyId, type Range } from '@gliv/model'
import { stepOf, tidy } from './format.ts'
import { edit, useDocument } from '../state/document.ts'
import { editLabel, othersOf, readValue, type PropertyAddress, writeValue } from './propertyAddress.ts'
import { noteTouched } from '../state/touched.ts'

type Value = number | Range

export const toRange = (value: Value): Range =>
  typeof value === 'number' ? { from: value, to: value } : value

export const valueNow = (target: PropertyAddress, id: PropertyId): Value | undefined => {
  const { kit } = useDocument.getState()
  return kit ? readValue(kit, target, id) : undefined
}

export const setValue = (target: PropertyAddress, id: PropertyId, value: Value, how = edit): void => {
  const { kit } = useDocument.getState()
  if (!kit) return
  noteTouched(id)
  how(editLabel(kit, target, id), (draft) => {
    for (const at of [target, ...othersOf(kit, target)]) writeValue(draft, at, id, copyOf(value))
  })
}

const copyOf = (value: Value): Value => (typeof value === 'number' ? value : { ...value })

/** Changes a value to what `make` gives, at each emitter from its own. */
export const changeEach = (
  target: PropertyAddress,
  id: PropertyId,
  label: string,
  make: (value: Value) => Value,
): void => {
  const { kit } = useDocument.getState()
  if (!kit) return
  edit(label, (draft) => {
    for (const at of [target, ...othersOf(kit, target)]) {
      const value = readValue(kit, at, id)
      if (value !== undefined) writeValue(draft, at, id, make(value))
    }
  })
}

/** The table's default, in the form that the number has. */
export const defaultOf = (id: PropertyId): Value => {
  const value: Value = PROPERTIES[id].default
  return typeof value === 'number' ? value : { ...value }
}

export const isDefault = (id: PropertyId, value: Value): boolean => {
  const [a, b] = [toRange(value), toRange(defaultOf(id))]
  return a.from === b.from && a.to === b.to && (a.bias ?? 'even') === (b.bias ?? 'even')
}

export const resetValue = (target: PropertyAddress, id: PropertyId): void =>
  setValue(target, id, defaultOf(id))

/** A fixed range split in two: a tenth of the soft range apart, inside the hard limits. */
const splitApart = (id: PropertyId, at: number): Range => {
  const p = property(id)
  const reach = tidy((p.soft[1] - p.soft[0]) / 20, stepOf(id))
  return {
    from: Math.max(p.hard[0], tidy(at - reach, stepOf(id))),
    to: Math.min(p.hard[1], tidy(at + reach, stepOf(id))),
  }
}

export const isSplit = (value: Value | null | undefined): boolean =>
  typeof value === 'object' && value !== null && value.from !== value.to

/** One knob becomes two, two become one. */
export const toggleSplit = (target: PropertyAddress, id: PropertyId): void => {
  const { kit } = useDocument.getState()
  const value = valueNow(target, id)
  if (!kit || value === undefined) return
  const joins = isSplit(value)
  noteTouched(id)
  changeEach(target, id, editLabel(kit, target, id), (own) => {
    const { from, to } = toRange(own)
    if (isSplit(own) !== joins) return own
    const middle = tidy((from + to) / 2, stepOf(id))
    return joins ? { from: middle, to: middle } : splitApart(id, from)
  })
}

/** What was copied; a value fits where the unit is the same. Lifetime: session, in memory. */
let copied: { readonly unit: string; readonly value: Value } | null = null

export const copyValue = (target: PropertyAddress, id: PropertyId): void => {
  const value = valueNow(target, id)
  if (value !== undefined) copied = { unit: property(id).unit, value }
}

export const canPaste = (id: PropertyId): boolean => copied !== null && copied.unit === property(id).unit

export const pasteValue = (target: PropertyAddress, id: PropertyId): void => {
  if (!copied || !canPaste(id)) return
  const { hard, kind, whole } = property(id)
  const fit = (v: number): number => Math.min(hard[1], Math.max(hard[0], whole ? Math.round(v) : v))
  const { from, to, bias } = toRange(copied.value)
  setValue(
    target,
    id,
    kind === 'range'
      ? { from: fit(from), to: fit(to), ...(bias ? { bias } : {}) }
      : fit(kind === 'number' && from !== to ? (from + to) / 2 : from),
  )
}
