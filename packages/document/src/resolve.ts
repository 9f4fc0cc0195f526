/** From a kit to resolved effects. Cached by identity, so that an edit resolves only what it touched. */
import { Refusal, type ResolvedEffect, type ResolvedEmitter, type ResolvedType } from '@gliv/model'
import type { Effect, Emitter, Kit, ParticleType, Sheet } from './kit.ts'

interface CachedType {
  readonly sheet: Sheet
  readonly sheetIndex: number
  readonly resolved: ResolvedType
}
const types = new WeakMap<ParticleType, CachedType>()
const emitters = new WeakMap<Emitter, { readonly type: ResolvedType; readonly resolved: ResolvedEmitter }>()

const resolveType = (kit: Kit, type: ParticleType): ResolvedType => {
  const sheet = kit.sheets[type.sheet]!
  const sheetIndex = kit.sheetOrder.indexOf(sheet.id)
  const cached = types.get(type)
  if (cached && cached.sheet === sheet && cached.sheetIndex === sheetIndex) return cached.resolved
  const { x, y, w, h, pivotX, pivotY } = sheet.frames[type.frame]!
  const resolved: ResolvedType = {
    id: type.id,
    name: type.name,
    numbers: type.numbers,
    ramps: type.ramps,
    blend: type.blend,
    forces: type.forces,
    picture: { sheetId: sheet.id, sheet: sheetIndex, frameIndex: type.frame, frame: { x, y, w, h, pivotX, pivotY } },
  }
  types.set(type, { sheet, sheetIndex, resolved })
  return resolved
}

const resolveEmitter = (kit: Kit, emitter: Emitter): ResolvedEmitter => {
  const type = resolveType(kit, kit.types[emitter.type]!)
  const cached = emitters.get(emitter)
  if (cached && cached.type === type) return cached.resolved
  const { id, name, salt, numbers, shape, fill, bursts } = emitter
  const resolved: ResolvedEmitter = { id, name, salt, numbers, shape, fill, bursts, type }
  emitters.set(emitter, { type, resolved })
  return resolved
}

/** Resolves one effect; muted emitters stay out. Sheets are numbered by the kit's order. */
export const resolveEffect = (kit: Kit, effect: Effect): ResolvedEffect => ({
  id: effect.id,
  name: effect.name,
  seed: effect.seed,
  rate: kit.rate,
  play: effect.play,
  numbers: effect.numbers,
  emitters: effect.emitterOrder.map((id) => effect.emitters[id]!).filter((e) => !e.muted).map((e) => resolveEmitter(kit, e)),
})

/** Finds an effect by id, else by name. Throws `Refusal` when there is none or several have the name. */
export const findEffect = (kit: Kit, idOrName: string): Effect => {
  if (Object.hasOwn(kit.effects, idOrName)) return kit.effects[idOrName]!
  const named = kit.effectOrder.map((id) => kit.effects[id]!).filter((e) => e.name === idOrName)
  if (named.length === 1) return named[0]!
  const known = kit.effectOrder.map((id) => `"${kit.effects[id]!.name}" (${id})`).join(', ')
  if (named.length === 0) throw new Refusal('--effect', `there is no effect "${idOrName}"; the kit has ${known || 'none'}`)
  throw new Refusal('--effect', `"${idOrName}" names ${named.length} effects; use an id: ${named.map((e) => e.id).join(', ')}`)
}
