/** All commands by their names. */
import { type Args, parseArgs } from '../args.ts'
import type { Command } from '../command.ts'
import { bake } from './bake.ts'
import { check, list, schema } from './inspect.ts'
import { demo, pack } from './kits.ts'
import { run } from './run.ts'

export const COMMANDS: Readonly<Record<string, Command>> = { check, list, schema, demo, pack, run, bake }

/** Arguments of a command, checked. Throws `Usage`. */
export const parseFor = (name: string, argv: readonly string[]): Args =>
  parseArgs(name, argv, COMMANDS[name]!.syntax)
