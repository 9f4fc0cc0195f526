/** gliv pack: what the player loads. */
import { packBytes, packText } from '@gliv/export'
import { required } from '../support/args.ts'
import { chosenIds } from '../support/chosen.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'

/** gliv pack. */
export const pack: Run = async (args, { say }) => {
  const path = required(args, '--out')
  const file = await loadKit(args.files[0]!)
  const choice = {
    effects: chosenIds(args, '--effect', file.kit),
    withSource: args.has('--with-source'),
  }
  const binary = args.has('--binary') || path.endsWith('.glivpack')
  await write(path, binary ? packBytes(file, choice) : packText(file, choice))
  say(`wrote ${path}`)
}
