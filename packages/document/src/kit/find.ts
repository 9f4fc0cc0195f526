/** Things of a kit by id, else by name, as the command line names them. */
import { Refusal, type ShipPreset } from '@gliv/model'
import type { Effect, Kit, Palette, Sheet, Stage } from './kit.ts'

interface Named {
  readonly id: string
  readonly name: string
}

/** Names that a message lists at most. */
const LISTED = 40

const listOf = (all: readonly Named[]): string => {
  const shown = all.slice(0, LISTED).map(({ id, name }) => `"${name}" (${id})`)
  const more = all.length > LISTED ? ` and ${all.length - LISTED} more` : ''
  return shown.length === 0 ? 'none' : shown.join(', ') + more
}

/**
 * One of a list by id, else by name. Throws `Refusal` when there is none or several have the name.
 * @param what as a message calls it: 'effect'
 * @param option what the name was given by: '--effect'
 */
export const findNamed = <T extends Named>(
  all: readonly T[],
  idOrName: string,
  what: string,
  option: string,
): T => {
  const found = all.find(({ id }) => id === idOrName)
  if (found) return found
  const named = all.filter(({ name }) => name === idOrName)
  if (named.length === 1) return named[0]!
  if (named.length > 1)
    throw new Refusal(
      option,
      `"${idOrName}" names ${named.length} ${what}s; use an id: ${named.map(({ id }) => id).join(', ')}`,
    )
  throw new Refusal(option, `there is no ${what} "${idOrName}"; the kit has ${listOf(all)}`)
}

const inOrder = <T>(order: readonly string[], map: Readonly<Record<string, T>>): T[] =>
  order.map((id) => map[id]!)

/** An effect by id, else by name. Throws `Refusal` as `findNamed` does. */
export const findEffect = (kit: Kit, idOrName: string, option = '--effect'): Effect =>
  findNamed(inOrder(kit.effectOrder, kit.effects), idOrName, 'effect', option)

/** A stage by id, else by name. Throws `Refusal` as `findNamed` does. */
export const findStage = (kit: Kit, idOrName: string, option = '--stage'): Stage =>
  findNamed(inOrder(kit.stageOrder, kit.stages), idOrName, 'stage', option)

/** A palette by id, else by name. Throws `Refusal` as `findNamed` does. */
export const findPalette = (kit: Kit, idOrName: string, option = '--palette'): Palette =>
  findNamed(inOrder(kit.paletteOrder, kit.palettes), idOrName, 'palette', option)

/** A sheet by id, else by name. Throws `Refusal` as `findNamed` does. */
export const findSheet = (kit: Kit, idOrName: string, option = '--sheet'): Sheet =>
  findNamed(inOrder(kit.sheetOrder, kit.sheets), idOrName, 'sheet', option)

/** A preset of the ship screen by id, else by name. Throws `Refusal` as `findNamed` does. */
export const findPreset = ({ ship }: Pick<Kit, 'ship'>, idOrName: string, option = '--preset'): ShipPreset =>
  findNamed(ship?.presets ?? [], idOrName, 'preset', option)
