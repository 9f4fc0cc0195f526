/** Names that follow one another. */
import { usersOfType } from './edits.ts'
import { freeName } from './layers.ts'
import type { Kit } from './kit.ts'

/** Whether a name was made from another by itself: the same, or with a number behind. */
export const isMadeFrom = (name: string, other: string): boolean =>
  name === other || (name.startsWith(`${other} `) && /^\d+$/.test(name.slice(other.length + 1)))

const others = (map: Readonly<Record<string, { readonly id: string; readonly name: string }>>, id: string) =>
  Object.values(map)
    .filter((one) => one.id !== id)
    .map(({ name }) => name)

/**
 * Renames an emitter, in place. Its particle type and that type's palette, named after it and used by it alone,
 * follow; names that somebody chose stay.
 */
export const renameEmitter = (kit: Kit, effectId: string, emitterId: string, name: string): void => {
  const emitter = kit.effects[effectId]!.emitters[emitterId]!
  const before = emitter.name
  emitter.name = name
  const type = kit.types[emitter.type]
  if (!type || name.trim() === '' || usersOfType(kit, type.id).length !== 1) return
  if (!isMadeFrom(type.name, before)) return
  const typeBefore = type.name
  type.name = freeName(name, others(kit.types, type.id))
  const palette = type.palette === null ? undefined : kit.palettes[type.palette]
  const usedBy = Object.values(kit.types).filter((t) => t.palette === type.palette)
  if (palette && usedBy.length === 1 && isMadeFrom(palette.name, typeBefore))
    palette.name = freeName(name, others(kit.palettes, palette.id))
}
