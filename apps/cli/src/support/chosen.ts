import { findEffect, type Kit } from '@gliv/document'
import { Refusal } from '@gliv/model'
import type { Args } from './args.ts'
import { matcher } from './globs.ts'

/**
 * Ids of effects by a comma-separated list of ids, names and patterns with * and ?, in the kit's order; all where
 * nothing is said.
 * @throws Refusal for a name that there is not
 */
export const chosenIds = (args: Args, option: string, kit: Kit): readonly string[] => {
  const said = args.options.get(option)
  if (said === undefined) return kit.effectOrder
  const ids = said.split(',').flatMap((one) => {
    const name = one.trim()
    if (!/[*?]/.test(name)) return [findEffect(kit, name).id]
    const matches = matcher(name)
    return kit.effectOrder.filter((id) => matches.test(kit.effects[id]!.name) || matches.test(id))
  })
  if (ids.length === 0) throw new Refusal(option, `no effect has a name like "${said}"; see gliv list`)
  return kit.effectOrder.filter((id) => ids.includes(id))
}
