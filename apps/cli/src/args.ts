/** Reading of arguments: names are checked, so that a slip of the pen is a message and never ignored. */

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
  readonly files: number
  /** Options that take a value. */
  readonly values: readonly string[]
  /** Options that do not. */
  readonly flags: readonly string[]
  /** Options that the contract has but that need properties which do not exist yet. */
  readonly later?: readonly string[]
}

export const parseArgs = (command: string, argv: readonly string[], syntax: Syntax): Args => {
  const files: string[] = []
  const options = new Map<string, string>()
  for (let i = 0; i < argv.length; i++) {
    const word = argv[i]!
    if (!word.startsWith('--')) {
      files.push(word)
      continue
    }
    const equals = word.indexOf('=')
    const name = equals < 0 ? word : word.slice(0, equals)
    if (syntax.later?.includes(name))
      throw new Usage(`${name} is not supported yet by this version of gliv ${command}; leave it out`)
    if (options.has(name)) throw new Usage(`${name} is given twice; give it once`)
    if (syntax.flags.includes(name)) options.set(name, '')
    else if (syntax.values.includes(name)) {
      const value = equals < 0 ? argv[++i] : word.slice(equals + 1)
      if (value === undefined) throw new Usage(`${name} needs a value`)
      options.set(name, value)
    } else
      throw new Usage(
        `gliv ${command} has no option ${name}; it has ${[...syntax.values, ...syntax.flags].join(', ') || 'none'}`,
      )
  }
  if (files.length !== syntax.files)
    throw new Usage(
      `gliv ${command} takes ${syntax.files} file${syntax.files === 1 ? '' : 's'}, not ${files.length}`,
    )
  return { files, options, has: (option) => options.has(option) }
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
