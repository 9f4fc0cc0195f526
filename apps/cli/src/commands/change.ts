/** gliv change: colours, pictures, sizes and names of many effects at once, as the studio's page does. */
import {
  changedLives,
  changedSizes,
  changedVariants,
  changeMany,
  countedIds,
  findPalette,
  findSheet,
  followLives,
  followMasters,
  followSizes,
  type Kit,
  type ManyChange,
  paletteMap,
  refuseChange,
  SAME_NAMES,
} from '@gliv/document'
import { Refusal } from '@gliv/model'
import { type Args, required, Usage } from '../support/args.ts'
import { chosenIds } from '../support/chosen.ts'
import type { Run } from '../support/command.ts'
import { loadKit } from '../support/kitfile.ts'
import { writeKit } from './convert.ts'
import { readNumber } from './shipOptions.ts'

const pairOf = (args: Args, option: string): readonly [from: string, to: string] | null => {
  const text = args.options.get(option)
  if (text === undefined) return null
  const [from, to, more] = text.split('=')
  if (!from || !to || more !== undefined)
    throw new Usage(`${option} is "${text}"; write it as OLD=NEW, both by id or name`)
  return [from.trim(), to.trim()]
}

const coloursBy = (args: Args, kit: Kit, ids: readonly string[]): ManyChange[] => {
  const palette = args.options.get('--to-palette')
  const pair = pairOf(args, '--swap-palette')
  if (palette !== undefined && pair) throw new Usage('give --to-palette or --swap-palette, not both')
  if (palette === undefined && !pair) return []
  const from = pair ? findPalette(kit, pair[0], '--swap-palette').id : null
  const to = pair
    ? findPalette(kit, pair[1], '--swap-palette').id
    : findPalette(kit, palette!, '--to-palette').id
  return [{ kind: 'colours', map: paletteMap(kit, ids, from, to), lock: { from, to } }]
}

const pictureBy = (args: Args, kit: Kit): ManyChange[] => {
  const pair = pairOf(args, '--swap-picture')
  if (!pair) return []
  const [from, to] = pair.map((name) => findSheet(kit, name, '--swap-picture').id) as [string, string]
  return [{ kind: 'picture', from, to, keepSize: !args.has('--own-size') }]
}

const sizeBy = (args: Args): ManyChange[] => {
  const text = args.options.get('--bigger')
  if (text === undefined) return []
  const factor = readNumber(text, { option: '--bigger', unit: '×' })
  if (!(factor >= 0.01 && factor <= 100))
    throw new Usage(`--bigger is "${text}"; it must be a factor from 0.01 to 100, like 2 or 50%`)
  return [{ kind: 'size', factor, world: args.has('--world') }]
}

const namesBy = (args: Args): ManyChange[] => {
  const given = {
    pattern: args.options.get('--names'),
    find: args.options.get('--find'),
    replace: args.options.get('--replace'),
  }
  if (given.pattern === undefined && given.find === undefined) {
    if (given.replace !== undefined) throw new Usage('--replace needs --find')
    return []
  }
  return [
    {
      kind: 'names',
      pattern: given.pattern ?? SAME_NAMES.pattern,
      find: given.find ?? '',
      replace: given.replace ?? '',
    },
  ]
}

/** The kit with the changes, and what follows from them; throws `Refusal` where the loader would not take it. */
const changed = (kit: Kit, ids: readonly string[], changes: readonly ManyChange[]) => {
  const next = structuredClone(kit)
  const { held } = changeMany(next, ids, changes, countedIds(kit))
  followSizes(next, changedSizes(kit, next))
  followLives(next, kit, changedLives(kit, next))
  followMasters(next, kit, changedVariants(kit, next), countedIds(kit, next))
  const refusal = refuseChange(kit, next)
  if (refusal !== null) throw new Refusal('change', refusal)
  return { next, held }
}

/** gliv change. */
export const change: Run = async (args, { say }) => {
  const path = required(args, '--out')
  const { kit, pictures } = await loadKit(args.files[0]!)
  const ids = chosenIds(args, '--effects', kit)
  const changes = [...coloursBy(args, kit, ids), ...pictureBy(args, kit), ...sizeBy(args), ...namesBy(args)]
  if (changes.length === 0)
    throw new Usage(
      'say what to change: --to-palette, --swap-palette, --swap-picture, --bigger, --names or --find',
    )
  const { next, held } = changed(kit, ids, changes)
  await writeKit(path, { kit: next, pictures })
  if (held.length > 0) say(`held at their limits: ${held.join(', ')}`)
  say(`changed ${ids.length} of ${kit.effectOrder.length} effects; wrote ${path}`)
}
