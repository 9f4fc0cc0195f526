/** gliv names: what a pack holds, as types. */
import { namesModule } from '@gliv/export'
import { required } from '../support/args.ts'
import { chosenIds } from '../support/chosen.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'

/** gliv names. */
export const names: Run = async (args, { say }) => {
  const path = required(args, '--out')
  const { kit } = await loadKit(args.files[0]!)
  await write(path, namesModule(kit, chosenIds(args, '--effect', kit)))
  say(`wrote ${path}`)
}
