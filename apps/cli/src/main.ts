import { Refusal } from '@gliv/model'
import { Usage } from './args.ts'
import { COMMANDS, parseFor, type Terminal } from './commands.ts'

const DEFAULT: Terminal = {
  out: (text) => process.stdout.write(`${text}\n`),
  say: (text) => process.stderr.write(`${text}\n`),
}

const help = (): string => ['Usage:', ...Object.values(COMMANDS).map((c) => `  gliv ${c.usage}`)].join('\n')

/** Runs a command. Gives the exit code: 0 done, 1 refused, 2 wrong usage. */
export const main = async (argv: readonly string[], terminal: Terminal = DEFAULT): Promise<number> => {
  const [name, ...rest] = argv
  if (name === '--help' || name === 'help') {
    terminal.out(help())
    return 0
  }
  const command = name !== undefined && Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  if (!command) {
    terminal.say(name === undefined ? help() : `gliv has no command "${name}"\n${help()}`)
    return 2
  }
  try {
    await command.run(parseFor(name!, rest), terminal)
    return 0
  } catch (error) {
    if (error instanceof Usage) {
      terminal.say(`gliv: ${error.message}\nUsage: gliv ${command.usage}`)
      return 2
    }
    const refused = error instanceof Refusal
    terminal.say(
      `gliv: ${refused ? error.message : `something went wrong inside Gliv (${error instanceof Error ? error.message : String(error)}); please report it`}`,
    )
    return 1
  }
}
