/** A layer of an effect: an emitter with a particle type of its own, both made from the defaults. */
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  sourceOfId,
  type EmitterChoices,
  type TypeChoices,
} from '@gliv/model'
import type { Burst, Emitter, Kit, ParticleType } from './kit.ts'

/** Ids come from outside, so that the core stays free of chance. */
export type MakeId = (prefix: string) => string

export const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

const idsIn = (value: unknown, found: Set<string>, depth = 0): Set<string> => {
  if (typeof value !== 'object' || value === null || depth > 12) return found
  const { id } = value as { id?: unknown }
  if (typeof id === 'string') found.add(id)
  for (const inner of Object.values(value)) idsIn(inner, found, depth + 1)
  return found
}

/** Ids that none of these kits has, counted up: `type-1`, `type-2`, … The same kits give the same ids. */
export const countedIds = (...kits: readonly Kit[]): MakeId => {
  const taken = new Set<string>()
  for (const kit of kits) idsIn(kit, taken)
  return (prefix) => {
    let n = 1
    while (taken.has(`${prefix}-${n}`)) n++
    taken.add(`${prefix}-${n}`)
    return `${prefix}-${n}`
  }
}

/** `Sparks` → `Sparks 2`, `Sparks 2` → `Sparks 3`: the first number that is free. */
export const freeName = (name: string, taken: readonly string[]): string => {
  if (!taken.includes(name)) return name
  const stem = name.replace(/ \d+$/, '')
  for (let n = 2; n <= taken.length + 2; n++) if (!taken.includes(`${stem} ${n}`)) return `${stem} ${n}`
  return `${stem} ${taken.length + 2}`
}

export const addType = (kit: Kit, type: ParticleType): void => {
  kit.types[type.id] = type
  kit.typeOrder.push(type.id)
}

/** A burst with the default numbers, one firing at the emitter's start. */
export const newBurst = (id: string): Burst => ({ id, eachPlace: false, numbers: clone(defaultsOf('burst')) })

/** What a layer has beside the defaults. */
export interface LayerParts {
  readonly name: string
  readonly sheet: string
  readonly frame: number
  readonly numbers?: Partial<Emitter['numbers']> | undefined
  readonly choices?: Partial<EmitterChoices> | undefined
  readonly typeNumbers?: Partial<ParticleType['numbers']> | undefined
  readonly typeChoices?: Partial<TypeChoices> | undefined
  readonly ramps?: Partial<ParticleType['ramps']> | undefined
  readonly burst?: Partial<Burst['numbers']> | null | undefined
}

/** Adds a layer on top, under free names. Returns the emitter's id. */
export const addLayer = (kit: Kit, effectId: string, parts: LayerParts, makeId: MakeId): string => {
  const effect = kit.effects[effectId]!
  const id = makeId('emitter')
  const name = freeName(
    parts.name,
    Object.values(effect.emitters).map((e) => e.name),
  )
  const type: ParticleType = {
    id: makeId('type'),
    name: freeName(
      name,
      Object.values(kit.types).map((t) => t.name),
    ),
    ...clone(DEFAULT_TYPE_CHOICES),
    ...clone(parts.typeChoices ?? {}),
    pictures: [{ sheet: parts.sheet, frames: [parts.frame], clip: null, weight: 1 }],
    palette: null,
    mark: null,
    numbers: { ...clone(defaultsOf('type')), ...clone(parts.typeNumbers ?? {}) },
    ramps: { ...clone(DEFAULT_RAMPS), ...clone(parts.ramps ?? {}) },
  }
  addType(kit, type)
  effect.emitters[id] = {
    id,
    name,
    type: type.id,
    salt: sourceOfId(id),
    muted: false,
    companionOf: null,
    mask: null,
    ...clone(DEFAULT_EMITTER_CHOICES),
    ...clone(parts.choices ?? {}),
    numbers: { ...clone(defaultsOf('emitter')), ...clone(parts.numbers ?? {}) },
    relays: [],
    bursts: parts.burst
      ? [{ ...newBurst(makeId('burst')), numbers: { ...clone(defaultsOf('burst')), ...clone(parts.burst) } }]
      : [],
  }
  effect.emitterOrder.push(id)
  return id
}
