/** What people type into a number: digits with units, ranges, sums, directions, and changes of what is there. */
import { isSizeNumber } from '@gliv/document'
import { property, type PropertyId, type Unit } from '@gliv/model'
import { UNIT_TEXTS } from '@gliv/words'

export interface Typed {
  readonly from: number
  readonly to: number
  /** Two numbers were typed, even if they are equal: both ends are meant. */
  readonly ranged: boolean
}

/** What a text is read beside. */
export interface TypedBeside {
  /** The number that stands there, in the document's unit. */
  readonly present?: number
  /** Longer side of the picture that a scale is of, in px; null when there is none. */
  readonly side?: number | null
  /** The number is shown in px, so that digits alone are px. */
  readonly inPixels?: boolean
}

/** Factor to the document's unit of each way to say one. Longer ones first: `px/s` before `px`. */
type Spellings = readonly (readonly [spelling: RegExp, factor: number])[]

const PX: Spellings = [[/(?:px|pixels?)/, 1]]

const UNITS: Readonly<Record<Unit, Spellings>> = {
  px: PX,
  s: [
    [/(?:ms|milliseconds?)/, 0.001],
    [/(?:min|minutes?)/, 60],
    [/(?:s|secs?|seconds?)/, 1],
  ],
  deg: [
    [/(?:turns?|rounds?)/, 360],
    [/(?:°|deg|degrees?)/, 1],
  ],
  'deg/s': [
    [/(?:turns?|rounds?)\s*(?:\/\s*s|per s)/, 360],
    [/(?:°|deg|degrees?)\s*(?:\/\s*s|per s)/, 1],
    [/(?:°|deg|degrees?)/, 1],
  ],
  'px/s': [
    [/px\s*(?:\/\s*s|per s)/, 1],
    [/px/, 1],
  ],
  'px/s2': [
    [/px\s*\/\s*s(?:²|\^?2)/, 1],
    [/px/, 1],
  ],
  'per s': [[/(?:per s|\/\s*s|a second)/, 1]],
  'per px': [[/(?:per px|\/\s*px)/, 1]],
  factor: [
    [/(?:×|x|times)/, 1],
    [/%/, 0.01],
  ],
  'factor/s': [[/(?:×|x)?\s*\/\s*s/, 1]],
  'share/s': [[/%?\s*\/\s*s/, 0.01]],
  share: [[/%/, 0.01]],
  count: [],
}

const WAYS: Readonly<Record<string, number>> = { up: -90, right: 0, down: 90, left: 180 }

const DIGITS = '(?:\\d+(?:[.,]\\d+)?|[.,]\\d+)(?:e[+-]?\\d+)?'
const SIGNED = `[+-]?\\s*${DIGITS}`
const readDigits = (text: string): number => Number(text.replace(/\s/g, '').replace(',', '.'))

/** A factor for a unit that the property has, or why it has it not. */
const factorOf = (id: PropertyId, unit: string, beside: TypedBeside): number | string => {
  const own = property(id).unit
  for (const [spelling, factor] of UNITS[own])
    if (new RegExp(`^(?:${spelling.source})$`, 'iu').test(unit)) return factor
  if (isSizeNumber(id) && /^(?:px|pixels?)(?:\/s)?$/i.test(unit))
    return beside.side
      ? 1 / beside.side
      : 'A size in px needs a picture; choose one for the particle type, or type a factor like 1.5×'
  const { short } = UNIT_TEXTS[own]
  return short.trim() === ''
    ? `“${unit}” has no place here; type a plain number`
    : `“${unit}” is another unit; this is in ${short.trim()}`
}

/**
 * One number in the document's unit, or why it is none; null when the text is no number at all. Shares stand in
 * percent, but a fraction below one is meant as it stands: 0.5 is 50 %.
 */
const readOne = (id: PropertyId, text: string, beside: TypedBeside): number | string | null => {
  const clean = text.trim()
  if (property(id).unit === 'deg' && WAYS[clean.toLowerCase()] !== undefined)
    return WAYS[clean.toLowerCase()]!
  const found = new RegExp(`^(${SIGNED})\\s*(\\D.*)?$`, 'iu').exec(clean)
  if (!found || /[\d+*=±–]/.test(found[2] ?? '')) return null
  const value = readDigits(found[1]!)
  const unit = found[2]?.trim()
  if (unit) {
    const factor = factorOf(id, unit, beside)
    return typeof factor === 'string' ? factor : tidy(value * factor)
  }
  const { factor } = shownUnit(id, beside)
  const asShare = property(id).unit === 'share' && Math.abs(value) < 1
  return asShare ? value : tidy(value / factor)
}

/** What a number is multiplied by to be shown. */
const shownUnit = (id: PropertyId, { side, inPixels }: TypedBeside): { readonly factor: number } =>
  inPixels && side ? { factor: side } : UNIT_TEXTS[property(id).unit]

/** Rounding of decimal digits that a factor has added. */
const tidy = (value: number): number => Number(value.toPrecision(12))

/** `8*1.5`, `10/4`, `2+0.5`: numbers in the unit that is shown; null when it is no such thing. */
const calculate = (text: string): number | null => {
  const whole = new RegExp(`^(${SIGNED})((?:\\s*[*×/+]\\s*${DIGITS})+)$`, 'u').exec(text)
  if (!whole) return null
  let value = readDigits(whole[1]!)
  for (const [, sign, part] of whole[2]!.matchAll(new RegExp(`([*×/+])\\s*(${DIGITS})`, 'gu'))) {
    const by = readDigits(part!)
    value = sign === '/' ? value / by : sign === '+' ? value + by : value * by
  }
  return Number.isFinite(value) ? tidy(value) : null
}

const CHANGES = {
  '+': (present, by) => present + by,
  '-': (present, by) => present - by,
  '*': (present, by) => present * by,
  '/': (present, by) => present / by,
} as const satisfies Record<string, (present: number, by: number) => number>

/** `+=`, `-=`, `*=`, `/=` on what is there; null for anything else. */
const change = (id: PropertyId, text: string, beside: TypedBeside): number | string | null => {
  const found = /^([+*/×-])\s*=(.*)$/u.exec(text)
  if (!found) return null
  const sign = found[1] === '×' ? '*' : (found[1] as keyof typeof CHANGES)
  // What is added is in the number's own unit; what it is multiplied by is a plain factor, or percent.
  const plain = new RegExp(`^\\s*(${SIGNED})\\s*(%?)\\s*$`, 'u').exec(found[2]!)
  const by =
    sign === '+' || sign === '-'
      ? readOne(id, found[2]!, beside)
      : plain && (plain[2] === '%' ? readDigits(plain[1]!) / 100 : readDigits(plain[1]!))
  if (by === null) return `“${text}” lacks a number; type *=1.5 or +=10`
  if (typeof by === 'string') return by
  const value = CHANGES[sign](beside.present ?? 0, by)
  return Number.isFinite(value) ? tidy(value) : `“${text}” has no result; divide by something else than 0`
}

const ONE = `[+-]?\\s*${DIGITS}[^\\d±–]*?`
const RANGES: readonly { readonly form: RegExp; readonly around?: true }[] = [
  { form: new RegExp(`^(${ONE})\\s*(?:±|\\+\\s*-|\\+\\/-)\\s*(${DIGITS}.*)$`, 'iu'), around: true },
  { form: new RegExp(`^(${ONE})\\s*(?:–|—|…|\\.\\.\\.?|\\bto\\b|;|,\\s)\\s*(${SIGNED}.*)$`, 'iu') },
  { form: new RegExp(`^(${ONE})\\s*-\\s*(${SIGNED}.*)$`, 'iu') },
]

/** The unit behind the second number counts for the first, too, unless that has its own. */
const withUnitOf = (first: string, second: string): string => {
  const unit = new RegExp(`^${SIGNED}\\s*(\\D*)$`, 'iu').exec(second.trim())?.[1]?.trim()
  return unit && new RegExp(`^${SIGNED}$`, 'iu').test(first.trim()) ? `${first.trim()} ${unit}` : first
}

/** Two numbers and what stands between them; null when the text is no range. */
const readRange = (id: PropertyId, text: string, beside: TypedBeside): Typed | string | null => {
  for (const { form, around } of RANGES) {
    const found = form.exec(text)
    if (!found) continue
    const first = readOne(id, withUnitOf(found[1]!, found[2]!), beside)
    const second = readOne(id, withUnitOf(found[2]!, found[1]!), beside)
    if (typeof first === 'string') return first
    if (typeof second === 'string') return second
    if (first === null || second === null) continue
    const [a, b] = around ? [first - Math.abs(second), first + Math.abs(second)] : [first, second]
    return { from: tidy(Math.min(a, b)), to: tidy(Math.max(a, b)), ranged: true }
  }
  return null
}

const HELP = 'type digits like 12, a range like 12-20 or 16±4, a sum like 8*1.5, or a change like *=1.5'

const one = (value: number | string): Typed | string =>
  typeof value === 'string' ? value : { from: value, to: value, ranged: false }

/**
 * What was typed, in the document's unit: one number, a range, or why it is neither. A hyphen between two numbers is
 * a range, a sign in front is a sign; only `+=`, `-=`, `*=` and `/=` change what is there.
 */
export const parseTyped = (id: PropertyId, text: string, beside: TypedBeside = {}): Typed | string => {
  const clean = text
    .trim()
    .replaceAll('−', '-')
    .replace(/^[[({]\s*(.*?)\s*[\])}]$/u, '$1')
  const changed = change(id, clean, beside)
  if (changed !== null) return one(changed)
  const single = readOne(id, clean, beside)
  if (single !== null && typeof single === 'number') return one(single)
  const range = readRange(id, clean, beside)
  if (range !== null) return range
  const sum = calculate(clean)
  if (sum !== null) return one(tidy(sum / shownUnit(id, beside).factor))
  if (single !== null) return single
  const bare = /^([*×/])\s*(\d.*)$/u.exec(clean)
  if (bare) return `“${text}” lacks what it works on; type ${bare[1]}=${bare[2]} to change what is there`
  return `“${text}” is no number; ${HELP}`
}

/** Which unit a size was typed in, where a unit was typed; null for digits alone. */
export const typedUnit = (id: PropertyId, text: string): 'px' | 'factor' | null => {
  if (!isSizeNumber(id)) return null
  if (/px|pixel/i.test(text)) return 'px'
  return /[×%]|\dx\b|times/i.test(text) ? 'factor' : null
}
