/** One of several bakes of what changes. */
import { Refusal } from '@gliv/model'
import type { Args } from '../support/args.ts'
import type { Terminal } from '../support/command.ts'
import { bake } from './bake.ts'

/** A kit that is refused is said, and waited for until it is better. */
export const bakeOnce = async (args: Args, terminal: Terminal): Promise<void> => {
  try {
    await bake(args, terminal)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    terminal.say(`gliv: ${error.message}`)
  }
}
