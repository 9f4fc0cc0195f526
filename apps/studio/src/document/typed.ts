/** What people type into a number: digits, ranges, sums and shares of what is there. */
import { property, type PropertyId } from '@gliv/model'
import { UNIT_TEXTS } from './texts/properties.ts'

export interface Typed {
  readonly from: number
  readonly to: number
}

const NUMBER = '[−-]?\\d*[.,]?\\d+(?:e[+-]?\\d+)?'
const UNITS = /\s*(% \/s|× \/s|%|°\/s|°|×|px\/s²|px\/s|per px|px|per s|s)$/u
const read = (part: string): number => Number(part.replaceAll('−', '-').replace(',', '.'))

/**
 * `8*1.5`, `10/4`, `2+0.5`, and with a leading sign on what is there: `*1.5`, `/2`, `+10`; null when it is no
 * such thing.
 */
const calculate = (text: string, present: number): number | null => {
  const whole = new RegExp(`^(${NUMBER})?((?:\\s*[*×/+]\\s*${NUMBER})+)$`).exec(text)
  if (!whole) return null
  let value = whole[1] === undefined ? present : read(whole[1])
  for (const [, sign, part] of whole[2]!.matchAll(new RegExp(`([*×/+])\\s*(${NUMBER})`, 'g'))) {
    const by = read(part!)
    value = sign === '/' ? value / by : sign === '+' ? value + by : value * by
  }
  return Number.isFinite(value) ? Number(value.toPrecision(12)) : null
}

const inUnits = (text: string, percent: boolean, present: number): Typed | null => {
  const share = percent ? null : new RegExp(`^(${NUMBER})\\s*%$`).exec(text)
  if (share) return { from: (present * read(share[1]!)) / 100, to: (present * read(share[1]!)) / 100 }
  const clean = text.replace(UNITS, '')
  if (new RegExp(`^${NUMBER}$`).test(clean)) return { from: read(clean), to: read(clean) }
  const range = new RegExp(`^(${NUMBER})\\s*(?:-|–|to)\\s*(${NUMBER})$`).exec(clean)
  if (range)
    return {
      from: Math.min(read(range[1]!), read(range[2]!)),
      to: Math.max(read(range[1]!), read(range[2]!)),
    }
  const around = new RegExp(`^(${NUMBER})\\s*(?:±|\\+-)\\s*(${NUMBER})$`).exec(clean)
  if (around)
    return {
      from: read(around[1]!) - Math.abs(read(around[2]!)),
      to: read(around[1]!) + Math.abs(read(around[2]!)),
    }
  const sum = calculate(clean, present)
  return sum === null ? null : { from: sum, to: sum }
}

/**
 * What was typed: `12`, a range as `12-20`, `12–20`, `12 to 20` or `16±4`, a calculation as `8*1.5` or
 * `*1.5`, or `80%` of
 * what is there (for shares, eighty percent); null when it is none of these.
 * @param present the number that stands there, in the document's unit
 */
export const parseTyped = (id: PropertyId, text: string, present = 0): Typed | null => {
  const { factor } = UNIT_TEXTS[property(id).unit]
  const found = inUnits(text.trim(), factor === 100, present * factor)
  return found && { from: found.from / factor, to: found.to / factor }
}
