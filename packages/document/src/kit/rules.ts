/** Rules across numbers of one owner: one list for fields, commits, `check` and the loader. */
import { type Owner, PROPERTIES, type PropertyId } from '@gliv/model'

/** One pair of numbers that belong in an order. */
export interface OrderRule {
  readonly owner: Owner
  /** `low` + `gap` must not be over `high`. */
  readonly low: PropertyId
  readonly high: PropertyId
  readonly gap: number
  /** The same in words, for a message. */
  readonly says: string
  /** Whether the rule holds for this owner; always unless said. */
  readonly when?: (carrier: object) => boolean
}

/** Pairs of numbers of one owner of which the first must not be over the second. */
export const ORDER_RULES: readonly OrderRule[] = [
  {
    owner: 'emitter',
    low: 'minimum',
    high: 'cap',
    gap: 0,
    says: 'at least so many alive must not be over the cap',
  },
  {
    owner: 'type',
    low: 'scaleLow',
    high: 'scaleHigh',
    gap: 0,
    says: 'the least scale must not be over the most',
  },
  {
    owner: 'type',
    low: 'opacityLow',
    high: 'opacityHigh',
    gap: 0,
    says: 'the least opacity must not be over the most',
  },
  {
    owner: 'effect',
    low: 'sustainFrom',
    high: 'sustainTo',
    gap: 0.05,
    says: 'the sustained middle must be at least 0.05 s long',
    when: (effect) => (effect as { play?: unknown }).play === 'sustain',
  },
]

interface Carrier {
  readonly numbers: object
}

const numberOf = ({ numbers }: Carrier, id: PropertyId): number => {
  const value = (numbers as Readonly<Record<string, number | { from: number; to: number } | undefined>>)[id]
  return typeof value === 'number' ? value : (value?.from ?? NaN)
}

const holds = (rule: OrderRule, low: number, high: number): boolean => !(low + rule.gap > high + 1e-9)

const applies = (rule: OrderRule, owner: Owner, carrier: Carrier): boolean =>
  rule.owner === owner && (rule.when?.(carrier) ?? true)

/** Broken rules of an owner's numbers, each with the number to blame. */
export const brokenRules = (
  owner: Owner,
  carrier: Carrier,
): readonly { readonly id: PropertyId; readonly message: string }[] =>
  ORDER_RULES.filter(
    (rule) =>
      applies(rule, owner, carrier) &&
      !holds(rule, numberOf(carrier, rule.low), numberOf(carrier, rule.high)),
  ).map((rule) => ({
    id: rule.low,
    message: messageOf(rule, numberOf(carrier, rule.low), numberOf(carrier, rule.high)),
  }))

const messageOf = ({ low, high, says }: OrderRule, from: number, to: number): string =>
  `${low} is ${from} and ${high} is ${to}; ${says}; lower ${low} or raise ${high}`

/** Lowest and highest value that a number may have beside the others of its owner. */
export const boundsWithin = (
  owner: Owner,
  carrier: Carrier,
  id: PropertyId,
): readonly [low: number, high: number] => {
  let [low, high]: readonly [number, number] = PROPERTIES[id].hard
  for (const rule of ORDER_RULES) {
    if (!applies(rule, owner, carrier)) continue
    if (rule.low === id) high = Math.min(high, numberOf(carrier, rule.high) - rule.gap)
    if (rule.high === id) low = Math.max(low, numberOf(carrier, rule.low) + rule.gap)
  }
  return [low, high]
}

/** Why a number may not have a value beside the others of its owner; null when it may. */
export const refuseWithin = (
  owner: Owner,
  carrier: Carrier,
  id: PropertyId,
  value: number,
): string | null => {
  const broken = ORDER_RULES.find(
    (rule) =>
      applies(rule, owner, carrier) &&
      ((rule.low === id && !holds(rule, value, numberOf(carrier, rule.high))) ||
        (rule.high === id && !holds(rule, numberOf(carrier, rule.low), value))),
  )
  if (!broken) return null
  const other = broken.low === id ? broken.high : broken.low
  const now = numberOf(carrier, other)
  return `${value} is ${broken.low === id ? 'over' : 'under'} what ${other} allows (${now}); ${broken.says}; change ${other} first, or type ${broken.low === id ? `at most ${now - broken.gap}` : `at least ${now + broken.gap}`}`
}
