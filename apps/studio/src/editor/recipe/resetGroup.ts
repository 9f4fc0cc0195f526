/** A group back to what a new emitter has: its numbers, its choices, and what else it holds. */
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  FORCE_KINDS,
  FORCES,
  property,
  type PropertyId,
  RAMP_KINDS,
} from '@gliv/model'
import { defaultOf } from '../../document/values.ts'
import { writeValue } from '../../document/propertyAddress.ts'
import { choiceOf, type MenuChoice } from './choices.ts'
import type { GroupDefinition, Subject } from './groups.tsx'
import { type EmitterPath, addressOf } from './emitterPath.ts'

/** What choices read to find out what they are by default. */
const FRESH_EMITTER = {
  ...DEFAULT_EMITTER_CHOICES,
  companionOf: null,
  mask: null,
  numbers: defaultsOf('emitter'),
  bursts: [],
  relays: [],
} as unknown as Emitter
const FRESH_TYPE = {
  ...DEFAULT_TYPE_CHOICES,
  palette: null,
  mark: null,
  numbers: defaultsOf('type'),
  ramps: DEFAULT_RAMPS,
} as unknown as ParticleType

/** What a group holds beside rows; taken away one by one by name. */
const REST: Readonly<Partial<Record<string, (emitter: Emitter, type: ParticleType) => void>>> = {
  'how-many': (emitter) => void (emitter.bursts = []),
  where: (emitter) => {
    emitter.travel = null
    emitter.along = structuredClone(DEFAULT_EMITTER_CHOICES.along) as Emitter['along']
  },
  relays: (emitter) => void (emitter.relays = []),
  forces: (_, type) => {
    type.forces = []
    type.forceRamps = {}
    const fresh = defaultsOf('type')
    for (const id of Object.keys(fresh) as (keyof typeof fresh)[])
      if (FORCE_IDS.has(id)) (type.numbers as Record<string, unknown>)[id] = structuredClone(fresh[id])
  },
  contact: (_, type) => void (type.mark = null),
}

const FORCE_IDS: ReadonlySet<PropertyId> = new Set(FORCE_KINDS.flatMap((force) => FORCES[force].numbers))

export const resetGroup = (kit: Kit, group: GroupDefinition, subject: Subject, path: EmitterPath): void => {
  const rows = group.rows(subject)
  // Choices first: what they change says which numbers there are.
  for (const row of rows)
    if (row.startsWith('@')) {
      const definition = choiceOf(row.slice(1) as MenuChoice)
      definition.apply(kit, path, definition.current(FRESH_EMITTER, FRESH_TYPE))
    }
  for (const row of rows)
    if (!row.startsWith('@') && property(row as PropertyId).owner !== 'effect')
      writeValue(kit, addressOf(path, row as PropertyId), row as PropertyId, defaultOf(row as PropertyId))
  const emitter = kit.effects[path.effect]?.emitters[path.emitter]
  const type = kit.types[path.type]
  if (!emitter || !type) return
  for (const kind of RAMP_KINDS)
    if (kind === group.ramp)
      (type.ramps as Record<string, unknown>)[kind] = structuredClone(DEFAULT_RAMPS[kind])
  REST[group.id]?.(emitter, type)
}
