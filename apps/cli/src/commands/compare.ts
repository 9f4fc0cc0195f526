/** gliv diff and gliv merge: two kits held against each other, and made one. */
import { type Brought, countedIds, mergeKits, WHEN_BOTH, type WhenBoth } from '@gliv/document'
import { differences, differencesText } from '@gliv/words'
import { compileAll } from '@gliv/export'
import { required, Usage } from '../support/args.ts'
import type { Run } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'
import { writeKit } from './convert.ts'

/** gliv diff: in the words of the studio. */
export const diff: Run = async (args, { out, say }) => {
  const [a, b] = await Promise.all(args.files.map(loadKit))
  const found = differences(a!.kit, b!.kit)
  if (args.has('--json')) return out(JSON.stringify(found))
  if (found.length > 0) out(differencesText(found))
  say(found.length === 0 ? 'nothing differs' : `${found.length} differences`)
}

const whenBoth = (value: string | undefined): WhenBoth => {
  if (value === undefined) return 'both'
  const found = WHEN_BOTH.find((one) => one === value)
  if (found) return found
  throw new Usage(`--when-both is "${value}"; it must be one of ${WHEN_BOTH.join(', ')}`)
}

const ARRIVALS = {
  added: 'added',
  'added beside': 'added beside one that differs',
  kept: 'kept as the first has it',
  replaced: 'replaced by that of the second',
} as const

const tellOf = ({ kind, name, arrival }: Brought): string[] =>
  arrival === 'there already' ? [] : [`${kind} "${name}": ${ARRIVALS[arrival]}`]

/** gliv merge. */
export const merge: Run = async (args, { out, say }) => {
  const path = required(args, '--out')
  const policy = whenBoth(args.options.get('--when-both'))
  const [a, b] = await Promise.all(args.files.map(loadKit))
  const { file, brought } = mergeKits(a!, b!, policy, countedIds(a!.kit, b!.kit))
  // What could not be played is never written.
  compileAll(file)
  await writeKit(path, file)
  const told = brought.flatMap(tellOf)
  if (args.has('--json')) out(JSON.stringify(brought))
  else if (told.length > 0) out(told.join('\n'))
  say(`${told.length === 0 ? 'nothing is new; ' : ''}wrote ${path}`)
}
