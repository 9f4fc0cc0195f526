/** gliv demo: the kit of a made-up game. */
import { makeDemo } from '@gliv/demo'
import { required, Usage } from '../support/args.ts'
import type { Run } from '../support/command.ts'
import { writeKit } from './convert.ts'

/** gliv demo. */
export const demo: Run = async (args, { say }) => {
  const path = required(args, '--out')
  if (!/[.]gliv([.]json)?$/.test(path))
    throw new Usage(`--out is "${path}"; a kit file ends in .gliv or .gliv.json`)
  await writeKit(path, makeDemo())
  say(`wrote ${path}`)
}
