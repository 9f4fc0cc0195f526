/** The options of `gliv bake`, made from the model's table: what the ship screen can set can be set here. */
import {
  SHIP_RULES,
  SHIP_SENTENCES,
  type ShipNumberRule,
  type ShipRule,
  type ShipSentence,
  type ShipSettings,
} from '@gliv/model'
import { type Args, listOption, type Syntax, Usage } from '../support/args.ts'

interface Entry {
  readonly sentence: ShipSentence
  readonly key: string
  readonly rule: ShipRule
}

/** Options that are read apart: names instead of ids, or several numbers in one. */
const APART = new Set(['--sheet', '--frames', '--apng', '--gif', '--webp', '--webm', '--typescript'])

/** Every value that can be set, in the order of the screen. */
export const ENTRIES: readonly Entry[] = SHIP_SENTENCES.flatMap((sentence) =>
  Object.entries<ShipRule>(SHIP_RULES[sentence])
    .filter(([, rule]) => !APART.has(rule.option))
    .map(([key, rule]) => ({ sentence, key, rule })),
)

/** Formats by the words of `--formats`. */
const FORMAT_WORDS = {
  png: 'sheet',
  frames: 'frames',
  apng: 'apng',
  gif: 'gif',
  webp: 'webp',
  webm: 'webm',
  typescript: 'typescript',
} as const satisfies Readonly<Record<string, keyof ShipSettings['write']>>

const plain = (word: string): string => word.toLowerCase().replaceAll(/[-_ ]/g, '')

/** A word of a choice, as people write it: back-and-forth for backAndForth. */
const choiceOf = (of: Readonly<Record<string, string>>, word: string): string | undefined =>
  Object.keys(of).find((key) => plain(key) === plain(word))

const YES = new Set(['yes', 'true', 'on'])
const NO = new Set(['no', 'false', 'off'])

/** What options mean that stand alone. */
const alone = (rule: ShipRule): string | null => {
  if (rule.kind === 'flag') return 'yes'
  return { '--trim': 'each', '--tile': 'wraps' }[rule.option] ?? null
}

/** The syntax of these options. */
export const SHIP_SYNTAX: Pick<Syntax, 'values'> & { readonly optional: NonNullable<Syntax['optional']> } = {
  values: [...ENTRIES.map(({ rule }) => rule.option), '--size', '--origin', '--formats', '--pages'],
  optional: {
    ...Object.fromEntries(
      ENTRIES.flatMap(({ rule }) => {
        const value = alone(rule)
        if (value === null) return []
        const takes = (word: string): boolean =>
          rule.kind === 'flag'
            ? YES.has(word) || NO.has(word)
            : rule.kind === 'choice' && choiceOf(rule.of, word) !== undefined
        return [[rule.option, { alone: value, takes }]]
      }),
    ),
    '--pages': { alone: '4096', takes: (word) => /^\d+/.test(word) },
  },
}

const kebab = (word: string): string => word.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

/** What a rule's option takes, as help says it. */
export const wordsOf = (rule: ShipRule): string => {
  if (rule.kind === 'choice') return Object.keys(rule.of).map(kebab).join('|')
  if (rule.kind === 'flag') return 'yes|no'
  if (rule.kind === 'number') return rule.unit === '' ? 'N' : rule.unit.toUpperCase().replaceAll(' ', '_')
  return {
    palette: 'ID_OR_NAME',
    stage: 'ID_OR_NAME',
    recording: 'ID_OR_NAME',
    colour: '#RRGGBB',
    pattern: 'PATTERN',
  }[rule.kind]
}

/** Help, a line an option. */
export const SHIP_HELP: readonly (readonly [string, string])[] = [
  ['--size WxH', 'Width and height of a frame at once'],
  ['--origin X,Y', "Where the effect's origin lies in a frame, px"],
  ['--formats LIST', `What is written: ${Object.keys(FORMAT_WORDS).join(', ')}`],
  ['--pages PX', 'Longest side of a page; what does not fit goes to further ones'],
  ...ENTRIES.map(({ rule }) => [`${rule.option} ${wordsOf(rule)}`, rule.help] as const),
]

/** How much of a rule's unit one of another is. */
const UNITS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  s: { s: 1, sec: 1, ms: 0.001, min: 60 },
  px: { px: 1 },
  '%': { '%': 1, '×': 100, x: 100 },
  '×': { '×': 1, x: 1, '%': 0.01 },
  'a second': { fps: 1, '/s': 1, hz: 1 },
  frames: { frames: 1, f: 1 },
}

/** A number as people write it: with a comma, with its unit, with another unit of its kind. */
export const readNumber = (text: string, rule: Pick<ShipNumberRule, 'unit' | 'option'>): number => {
  const match = /^\s*([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)\s*(\D*?)\s*$/i.exec(text)
  const known = UNITS[rule.unit] ?? {}
  const factor = match?.[2] ? known[match[2].toLowerCase()] : 1
  if (!match || factor === undefined) {
    const units = Object.keys(known)
    throw new Usage(
      `${rule.option} is "${text}"; it must be a number${units.length > 0 ? `, alone or in ${units.join(', ')}` : ''}`,
    )
  }
  return Number((Number(match[1]!.replace(',', '.')) * factor).toPrecision(12))
}

const numberIn = (text: string, rule: ShipNumberRule): number | null => {
  if (rule.empty !== undefined && plain(text) === plain(rule.empty)) return null
  const value = readNumber(text, rule)
  const { low, high, whole, unit, option } = rule
  if (value < low || value > high || (whole && !Number.isInteger(value)))
    throw new Usage(
      `${option} is ${text}; it must be ${whole ? 'a whole number ' : ''}from ${low} to ${high}${unit === '' ? '' : ` ${unit}`}`,
    )
  return value
}

/** A value as a rule has it, from what was typed. Throws `Usage`. */
export const valueBy = (text: string, rule: ShipRule): unknown => {
  if (rule.kind === 'number') return numberIn(text, rule)
  if (rule.kind === 'flag') return YES.has(text)
  if (rule.kind === 'choice') {
    const word = choiceOf(rule.of, text)
    if (word === undefined)
      throw new Usage(`${rule.option} is "${text}"; it must be one of ${Object.keys(rule.of).join(', ')}`)
    return word
  }
  if (rule.kind === 'colour' && !/^#[0-9a-f]{6}$/i.test(text))
    throw new Usage(`${rule.option} is "${text}"; a colour is written like #102030`)
  return rule.kind === 'colour' ? text.toLowerCase() : text
}

const formatsIn = (text: string): Record<string, boolean> => {
  const words = text.split(',').map((word) => plain(word))
  const unknown = words.find((word) => !(word in FORMAT_WORDS))
  if (unknown !== undefined)
    throw new Usage(`--formats is "${text}"; it is a list of ${Object.keys(FORMAT_WORDS).join(', ')}`)
  return Object.fromEntries(Object.entries(FORMAT_WORDS).map(([word, key]) => [key, words.includes(word)]))
}

/** A typed end or start is a typed stretch; of rate and count the one that is not given follows. */
const rangeBy = (args: Args, range: ShipSettings['range']): ShipSettings['range'] => {
  const typed = (args.has('--from') || args.has('--to')) && !args.has('--span')
  const follows = args.has('--follows')
    ? range.follows
    : args.has('--count')
      ? args.has('--fps')
        ? 'length'
        : 'rate'
      : range.follows
  const span = typed ? 'typed' : range.span
  // What was kept is no part of a stretch that is typed here.
  return {
    ...range,
    span,
    follows,
    ...(typed && !args.has('--from') ? { from: 0 } : {}),
    ...(typed && !args.has('--to') ? { to: null } : {}),
  }
}

/** Settings with what the options say. Throws `Usage`. */
export const settingsBy = (args: Args, settings: ShipSettings): ShipSettings => {
  const given: Record<string, Record<string, unknown>> = {}
  for (const { sentence, key, rule } of ENTRIES) {
    const text = args.options.get(rule.option)
    if (text !== undefined) (given[sentence] ??= {})[key] = valueBy(text, rule)
  }
  const size = listOption(args, '--size', 'x', 2)
  if (size) given['size'] = { ...given['size'], w: size[0], h: size[1] }
  const pages = args.options.get('--pages')
  if (pages !== undefined)
    given['sheet'] = { ...given['sheet'], maxSide: numberIn(pages, SHIP_RULES.sheet.maxSide) }
  const formats = args.options.get('--formats')
  if (formats !== undefined) given['write'] = { ...given['write'], ...formatsIn(formats) }
  const all = Object.fromEntries(
    SHIP_SENTENCES.map((sentence) => [sentence, { ...settings[sentence], ...given[sentence] }]),
  ) as unknown as ShipSettings
  return { ...all, range: rangeBy(args, all.range) }
}
