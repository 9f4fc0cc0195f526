/** One text typed into one number or many: each takes it in its own unit and by what stands there. Pure. */
import { isSizeNumber, keepIn, type Kit, refuseNumber, refuseWithin } from '@gliv/document'
import { property, type PropertyId, type Range } from '@gliv/model'
import { pictureSide, pixelSide } from './pictureSide.ts'
import {
  carrierOf,
  type PropertyAddress,
  type RangeEnd,
  readEnd,
  readValue,
  withEnd,
  writeValue,
} from './propertyAddress.ts'
import { parseTyped, type Typed, typedUnit } from './typed.ts'

/** A number of a kit. */
export interface NumberPlace {
  readonly target: PropertyAddress
  readonly id: PropertyId
}

/** What a text makes of the value that stands at a place, or why it is none. */
const typedAt = (
  kit: Kit,
  { target, id }: NumberPlace,
  value: number | Range,
  part: RangeEnd,
  text: string,
) => {
  const read = (end: RangeEnd): Typed | string =>
    parseTyped(id, text, {
      present: readEnd(value, end),
      side: pictureSide(kit, target, id),
      inPixels: pixelSide(kit, target, id) !== null,
    })
  const first = read(part === 'both' ? 'from' : part)
  const last = part === 'both' ? read('to') : first
  if (typeof first === 'string') return first
  if (typeof last === 'string') return last
  const whole = (v: number): number => (property(id).whole ? Math.round(v) : v)
  return { from: whole(first.from), to: whole(last.to), ranged: first.ranged }
}

const valueOf = (value: number | Range, typed: Typed, part: RangeEnd): number | Range => {
  if (typeof value === 'number') return typed.from
  if (!typed.ranged && part !== 'both') return withEnd(value, part, typed.from)
  return { ...value, from: Math.min(typed.from, typed.to), to: Math.max(typed.from, typed.to) }
}

/**
 * What a text means for all of the places: a change of a kit, which also keeps a size in the unit in which it was
 * typed; or, in words, why one of them does not take it. A change like `*=1.5` counts from what stands at each
 * place, at both ends of a range that is typed into as a whole.
 */
export const readTyped = (
  kit: Kit,
  places: readonly NumberPlace[],
  text: string,
  part: RangeEnd = 'both',
): ((draft: Kit) => void) | string => {
  const writes: ((draft: Kit) => void)[] = []
  for (const place of places) {
    const { target, id } = place
    const value = readValue(kit, target, id)
    if (value === undefined) continue
    const typed = typedAt(kit, place, value, part, text)
    if (typeof typed === 'string') return typed
    if (typeof value === 'number' && typed.from !== typed.to)
      return `${places.length > 1 ? 'One of the places' : 'This'} takes one number; type digits like 12`
    const carrier = carrierOf(kit, target)
    const refusal =
      refuseNumber(id, typed.from) ??
      refuseNumber(id, typed.to) ??
      (carrier ? refuseWithin(target.owner, carrier, id, typed.from) : null)
    if (refusal) return refusal
    const unit = typedUnit(id, text)
    writes.push((draft) => {
      writeValue(draft, target, id, valueOf(value, typed, part))
      const type = target.owner === 'type' ? draft.types[target.type] : undefined
      if (unit && type && isSizeNumber(id)) keepIn(type, id, unit)
    })
  }
  return (draft) => {
    for (const write of writes) write(draft)
  }
}
