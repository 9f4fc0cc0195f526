/** A value that can be set where things leave: words, default, limits. Form, schema and options come from it. */

interface Shared {
  /** Name of the command line's option. */
  readonly option: string
  readonly label: string
  readonly help: string
}

/** A number, or null for "as fits". */
export interface ShipNumberRule extends Shared {
  readonly kind: 'number'
  readonly default: number | null
  readonly low: number
  readonly high: number
  readonly unit: string
  readonly whole: boolean
  /** Null is allowed, and means this. */
  readonly empty?: string
}
/** One of several words. */
export interface ShipChoiceRule extends Shared {
  readonly kind: 'choice'
  readonly default: string
  readonly of: Readonly<Record<string, string>>
}
/** Yes or no. */
export interface ShipFlagRule extends Shared {
  readonly kind: 'flag'
  readonly default: boolean
}
/** An id of something in the kit, a colour or a pattern. */
export interface ShipTextRule extends Shared {
  readonly kind: 'palette' | 'stage' | 'recording' | 'colour' | 'pattern'
  readonly default: string | null
}
/** What one value of a sentence may be. */
export type ShipRule = ShipNumberRule | ShipChoiceRule | ShipFlagRule | ShipTextRule

interface NumberLimits {
  readonly low: number
  readonly high: number
  readonly unit?: string
  readonly whole?: boolean
}
export const number = (fallback: number, limits: NumberLimits, words: Shared) =>
  ({ kind: 'number', default: fallback, unit: '', whole: false, ...limits, ...words }) as const
export const numberOr = (empty: string, limits: NumberLimits, words: Shared) =>
  ({ kind: 'number', default: null, unit: '', whole: false, empty, ...limits, ...words }) as const
export const choice = <const O extends Readonly<Record<string, string>>, const D extends keyof O & string>(
  of: O,
  fallback: D,
  words: Shared,
) => ({ kind: 'choice', default: fallback as string, of, ...words }) as const
export const flag = (fallback: boolean, words: Shared) =>
  ({ kind: 'flag', default: fallback, ...words }) as const

export const say = (option: string, label: string, help: string): Shared => ({ option, label, help })

/** What a value of a rule is. */
export type ValueOf<R> = R extends { kind: 'number'; default: null }
  ? number | null
  : R extends { kind: 'number' }
    ? number
    : R extends { kind: 'flag' }
      ? boolean
      : R extends { kind: 'choice'; of: infer O }
        ? keyof O & string
        : R extends { kind: 'colour' | 'pattern' }
          ? string
          : string | null
