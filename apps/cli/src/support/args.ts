/** Reading of arguments: names are checked, so that a slip of the pen is a message and never ignored. */

import { parseArgs as readArgs } from 'node:util'

/** Wrong usage: exit code 2. */
export class Usage extends Error {
  override readonly name = 'Usage'
}

export interface Args {
  readonly files: readonly string[]
  readonly options: ReadonlyMap<string, string>
  has(option: string): boolean
}

export interface Syntax {
  /** How many files it takes. */
  readonly files: number | 'some'
  /** With this option it takes no file. */
  readonly insteadOfFiles?: string
  /** Options that take a value. */
  readonly values: readonly string[]
  /** Options that may stand alone: what they mean then, and which words after them are their value. */
  readonly optional?: Readonly<
    Record<string, { readonly alone: string; readonly takes: (word: string) => boolean }>
  >
  /** Options that do not. */
  readonly flags: readonly string[]
}

/** Options that stand alone get the value that they mean then. */
const filled = (argv: readonly string[], { optional = {} }: Syntax): string[] =>
  argv.flatMap((word, k) => {
    const option = optional[word]
    const next = argv[k + 1]
    return option && (next === undefined || !option.takes(next)) ? [word, option.alone] : [word]
  })

/** Held against what a command knows: throws `Usage` for the first word that it does not. */
export const parseArgs = (command: string, argv: readonly string[], syntax: Syntax): Args => {
  const known = [...syntax.values, ...syntax.flags]
  const { tokens } = readArgs({
    args: filled(argv, syntax),
    options: Object.fromEntries(
      known.map((name) => [name.slice(2), { type: syntax.flags.includes(name) ? 'boolean' : 'string' }]),
    ),
    strict: false,
    allowPositionals: true,
    tokens: true,
  })
  const files: string[] = []
  const options = new Map<string, string>()
  for (const token of tokens) {
    if (token.kind === 'positional') files.push(token.value)
    if (token.kind !== 'option') continue
    const { rawName: name, value } = token
    if (!known.includes(name))
      throw new Usage(`gliv ${command} has no option ${name}; it has ${known.join(', ') || 'none'}`)
    if (options.has(name)) throw new Usage(`${name} is given twice; give it once`)
    if (value === undefined && syntax.values.includes(name)) throw new Usage(`${name} needs a value`)
    options.set(name, value ?? '')
  }
  const { insteadOfFiles = '' } = syntax
  checkFiles(command, files, options.has(insteadOfFiles) ? { ...syntax, files: 0 } : syntax)
  return { files, options, has: (option) => options.has(option) }
}

const checkFiles = (command: string, files: readonly string[], syntax: Syntax): void => {
  const { insteadOfFiles = '' } = syntax
  if (syntax.files === 'some' && files.length === 0)
    throw new Usage(`gliv ${command} takes a file or more${insteadOfFiles && `, or ${insteadOfFiles}`}`)
  if (syntax.files !== 'some' && files.length !== syntax.files)
    throw new Usage(
      `gliv ${command} takes ${syntax.files} file${syntax.files === 1 ? '' : 's'}, not ${files.length}`,
    )
}

export const required = (args: Args, option: string): string => {
  const value = args.options.get(option)
  if (value === undefined) throw new Usage(`${option} is missing`)
  return value
}

/** A finite number, or undefined when the option is not given. */
export const numberOption = (args: Args, option: string): number | undefined => {
  const text = args.options.get(option)
  if (text === undefined) return undefined
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value))
    throw new Usage(`${option} is "${text}"; it must be a number`)
  return value
}

export const wholeOption = (args: Args, option: string, low: number, high: number): number | undefined => {
  const value = numberOption(args, option)
  if (value !== undefined && !(Number.isInteger(value) && value >= low && value <= high))
    throw new Usage(`${option} is ${value}; it must be a whole number from ${low} to ${high}`)
  return value
}

/** So many numbers with a separator between them, like `128x64` or `3,4`. */
export const listOption = (
  args: Args,
  option: string,
  separator: string,
  count: number,
): number[] | undefined => {
  const text = args.options.get(option)
  if (text === undefined) return undefined
  const parts = text.split(separator).map((part) => (part.trim() === '' ? Number.NaN : Number(part)))
  const example = [64, 48, 640, 360].slice(0, count).join(separator)
  if (parts.length !== count || parts.some((n) => !Number.isFinite(n)))
    throw new Usage(`${option} is "${text}"; it must be ${count} numbers like ${example}`)
  return parts
}
