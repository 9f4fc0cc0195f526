/** gliv page: one HTML file that shows an effect. */
import { findEffect } from '@gliv/document'
import { pageText } from '@gliv/export'
import { required } from '../support/args.ts'
import { type Run, write } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'
import { pageRuntime } from '../support/pageRuntime.ts'

/** gliv page. */
export const page: Run = async (args, { say }) => {
  const path = required(args, '--out')
  const file = await loadKit(args.files[0]!)
  const { id } = findEffect(file.kit, required(args, '--effect'))
  await write(path, pageText(file, id, await pageRuntime()))
  say(`wrote ${path}`)
}
