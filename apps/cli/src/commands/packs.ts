/** gliv pack: what the player loads. */
import { exporterOf } from '@gliv/export'
import { required } from '../support/args.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'

/** gliv pack. */
export const pack: Run = async (args, { say }) => {
  const path = required(args, '--out')
  const file = await loadKit(args.files[0]!)
  await write(path, exporterOf('pack').make(file))
  say(`wrote ${path}`)
}
