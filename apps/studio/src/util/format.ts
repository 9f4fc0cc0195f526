/** Numbers as people read and type them. */
import { property, type PropertyId } from '@gliv/model'
import { UNIT_TEXTS } from '../texts/properties.ts'

const unitOf = (id: PropertyId) => UNIT_TEXTS[property(id).unit]

/** Digits only, with a real minus sign. */
export const formatNumber = (id: PropertyId, value: number): string => {
  const { digits, factor } = unitOf(id)
  return String(Number((value * factor).toFixed(digits))).replace('-', '−')
}

export const unitText = (id: PropertyId): string => unitOf(id).short

export const formatWithUnit = (id: PropertyId, value: number): string => formatNumber(id, value) + unitText(id)

/** What was typed: one number, or a range as `12-20`, `12–20`, `12 to 20` or `16±4`; null when it is neither. */
export const parseTyped = (id: PropertyId, text: string): { from: number; to: number } | null => {
  const { factor } = unitOf(id)
  const number = '[−-]?\\d*[.,]?\\d+(?:e[+-]?\\d+)?'
  const clean = text.trim().replaceAll(',', '.').replace(/\s*(% \/s|× \/s|%|°\/s|°|×|px\/s²|px\/s|per px|px|per s|s)$/u, '')
  const read = (part: string | undefined): number => Number((part ?? '').replaceAll('−', '-')) / factor
  const one = new RegExp(`^${number}$`).exec(clean)
  if (one) return { from: read(clean), to: read(clean) }
  const range = new RegExp(`^(${number})\\s*(?:-|–|to)\\s*(${number})$`).exec(clean)
  if (range) return { from: Math.min(read(range[1]), read(range[2])), to: Math.max(read(range[1]), read(range[2])) }
  const around = new RegExp(`^(${number})\\s*(?:±|\\+-)\\s*(${number})$`).exec(clean)
  if (around) return { from: read(around[1]) - Math.abs(read(around[2])), to: read(around[1]) + Math.abs(read(around[2])) }
  return null
}

/** One step of an arrow key, one pixel of a drag: a hundredth of the soft range on a grid of 1, 2, 5; whole for counts. */
export const stepOf = (id: PropertyId): number => {
  const p = property(id)
  if (p.whole) return 1
  const raw = (p.soft[1] - p.soft[0]) / 200
  const power = 10 ** Math.floor(Math.log10(raw))
  const lead = raw / power
  return Number(((lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10) * power).toPrecision(1))
}

/** Rounds a dragged value to the step's decimals, so that 0.30000000000000004 is never stored. */
export const tidy = (value: number, step: number): number => {
  const decimals = Math.max(0, Math.ceil(-Math.log10(step)) + 1)
  return Number(value.toFixed(Math.min(12, decimals)))
}

export const clampHard = (id: PropertyId, value: number): number => {
  const [low, high] = property(id).hard
  return Math.min(high, Math.max(low, value))
}
