/** Numbers as people read them. */
import { property, type PropertyId } from '@gliv/model'
import { UNIT_TEXTS } from './properties.ts'

const unitOf = (id: PropertyId) => UNIT_TEXTS[property(id).unit]

/** Digits only, with a real minus sign; what would be rounded to nothing or to one keeps two digits. */
export const formatNumber = (id: PropertyId, value: number): string => {
  const { digits, factor } = unitOf(id)
  const shown = value * factor
  const text = Math.abs(shown) < 1 && digits === 0 ? shown.toPrecision(2) : shown.toFixed(digits)
  return String(Number(text)).replace('-', '−')
}

export const unitText = (id: PropertyId): string => unitOf(id).short

export const formatWithUnit = (id: PropertyId, value: number): string =>
  formatNumber(id, value) + unitText(id)
