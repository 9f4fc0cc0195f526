/** New names for many effects by a pattern. */
import { Refusal } from '@gliv/model'
import type { Kit } from '../kit/kit.ts'
import { said } from '../kit/said.ts'

/** How names are made. */
export interface Renaming {
  /** `{name}`, `{n}` and `{kit}` stand for the name so far, the number in the order and the kit's name. */
  readonly pattern: string
  /** Replaced wherever it stands in the name so far; empty: nothing is. */
  readonly find: string
  readonly replace: string
}

/** What a pattern leaves as it is. */
export const SAME_NAMES: Renaming = { pattern: '{name}', find: '', replace: '' }

const LONGEST = 200

const checkedPattern = (pattern: string): string => {
  const unknown = /\{(?!name\}|n\}|kit\})[^}]*\}?/.exec(pattern)
  if (unknown)
    throw new Refusal(
      'pattern',
      `${said(unknown[0])} stands for nothing; write {name}, {n} or {kit}, and other text as it is`,
    )
  return pattern
}

/** Names by id, in the order of `effectIds`. Throws `Refusal` for a pattern that gives no name, or one twice. */
export const newNames = (
  kit: Kit,
  effectIds: readonly string[],
  { pattern, find, replace }: Renaming,
): ReadonlyMap<string, string> => {
  checkedPattern(pattern)
  const digits = String(effectIds.length).length
  const names = new Map(
    effectIds.map((id, k) => {
      const { name } = kit.effects[id]!
      const parts = {
        name: find === '' ? name : name.replaceAll(find, () => replace),
        n: String(k + 1).padStart(digits, '0'),
        kit: kit.name,
      }
      const made = pattern.replaceAll(/\{(name|n|kit)\}/g, (_, key: keyof typeof parts) => parts[key])
      return [id, made.trim().slice(0, LONGEST)]
    }),
  )
  const taken = new Map(
    kit.effectOrder.filter((id) => !names.has(id)).map((id) => [kit.effects[id]!.name, id] as const),
  )
  for (const [id, name] of names) {
    const { name: before } = kit.effects[id]!
    if (name === '') throw new Refusal('pattern', `it leaves ${said(before)} without a name; add some text`)
    const other = taken.get(name)
    if (other !== undefined)
      throw new Refusal(
        'pattern',
        `${said(kit.effects[other]!.name)} and ${said(before)} would both be called ${said(name)}; add {name} or {n}`,
      )
    taken.set(name, id)
  }
  return names
}

/** Renames effects, in place. Throws `Refusal` as `newNames` does; nothing is renamed then. */
export const renameEffects = (kit: Kit, effectIds: readonly string[], renaming: Renaming): void => {
  for (const [id, name] of newNames(kit, effectIds, renaming)) kit.effects[id]!.name = name
}
