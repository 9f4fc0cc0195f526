import { Refusal } from '@gliv/model'
import { Usage } from './support/args.ts'
import { type Command, type Terminal } from './support/command.ts'
import { COMMANDS, parseFor } from './commands/index.ts'

/** Version of the command line, as in package.json. */
const VERSION = '0.1.0'

const DEFAULT: Terminal = {
  out: (text) => process.stdout.write(`${text}\n`),
  say: (text) => process.stderr.write(`${process.stderr.isTTY ? '\r\u001b[K' : ''}${text}\n`),
  ...(process.stderr.isTTY ? { tick: (text) => process.stderr.write(`\r\u001b[K${text}`) } : {}),
}

const help = (): string =>
  [
    'Usage:',
    ...Object.values(COMMANDS).map((c) => `  gliv ${c.usage}`),
    '',
    'gliv COMMAND --help says more of one; gliv --version which Gliv this is.',
  ].join('\n')

const helpOf = ({ usage, help: text, options = [] }: Command): string => {
  const width = Math.min(36, Math.max(0, ...options.map(([option]) => option.length)))
  return [
    `gliv ${usage}`,
    '',
    text,
    ...(options.length > 0 ? [''] : []),
    ...options.map(([option, meaning]) => `  ${option.padEnd(width)}  ${meaning}`),
  ].join('\n')
}

/** What is asked for before any command. */
const ASKED: Readonly<Record<string, () => string>> = {
  '--help': help,
  help,
  '--version': () => VERSION,
}

const run = async (command: Command, name: string, rest: readonly string[], terminal: Terminal) => {
  try {
    const args = parseFor(name, rest)
    await (
      await command.load()
    )(args, terminal)
    return 0
  } catch (error) {
    if (error instanceof Usage) {
      terminal.say(`gliv: ${error.message}\nUsage: gliv ${command.usage}`)
      return 2
    }
    const text =
      error instanceof Refusal
        ? error.message
        : `something went wrong inside Gliv (${error instanceof Error ? error.message : String(error)}); please report it`
    terminal.say(`gliv: ${text}`)
    return 1
  }
}

/** Runs a command. Gives the exit code: 0 done, 1 refused, 2 wrong usage. */
export const main = async (argv: readonly string[], terminal: Terminal = DEFAULT): Promise<number> => {
  const [name = '', ...rest] = argv
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  const asked = Object.hasOwn(ASKED, name) ? ASKED[name]!() : null
  if (asked !== null || (command && rest.includes('--help'))) {
    terminal.out(asked ?? helpOf(command!))
    return 0
  }
  if (command) return run(command, name, rest, terminal)
  terminal.say(name === '' ? help() : `gliv has no command "${name}"\n${help()}`)
  return 2
}
