import type { Kit } from '@gliv/document'
import { FORCE_KINDS, type ForceKind, FORCES, property } from '@gliv/model'
import { FORCE_TEXTS } from '@gliv/words'
import { edit } from '../../state/document.ts'
import { type EmitterPath, pathsOf } from './emitterPath.ts'

/**
 * Lets a force act on an emitter's particles. One that has a place takes it at the emitter, unless it was placed
 * before.
 */
export const addForce = (
  kit: Kit,
  { effect, emitter, type: typeId }: EmitterPath,
  force: ForceKind,
): void => {
  const type = kit.types[typeId]!
  type.forces = FORCE_KINDS.filter((kind) => kind === force || type.forces.includes(kind))
  const { point } = FORCES[force]
  const numbers = kit.effects[effect]?.emitters[emitter]?.numbers
  if (!point || !numbers || point.some((id) => type.numbers[id] !== property(id).default)) return
  type.numbers[point[0]] = numbers.offsetX
  type.numbers[point[1]] = numbers.offsetY
}

/** Lets a force act on the particles of all emitters that are edited at once. */
export const addForceToAll = (kit: Kit, path: EmitterPath, force: ForceKind): void => {
  for (const one of pathsOf(path)) if (!kit.types[one.type]!.forces.includes(force)) addForce(kit, one, force)
}

/** Takes a force from the particles of all emitters that are edited at once: one step of undo. */
export const removeForce = (path: EmitterPath, force: ForceKind): void =>
  edit(`Remove ${FORCE_TEXTS[force].label}`, (kit) => {
    for (const { type: id } of pathsOf(path)) {
      const type = kit.types[id]!
      type.forces = type.forces.filter((kind) => kind !== force)
    }
  })
