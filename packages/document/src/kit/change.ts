/**
 * Whether a changed kit can be read again: what a commit is held against, by the loader's own schema and
 * check.
 */
import type { z } from 'zod'
import { checkKit, inWords } from './check.ts'
import type { Kit } from './kit.ts'
import { saidMessage, saidPlace } from './said.ts'
import { effectSchema, kitSchema, typeSchema } from './schema.ts'
import { sheetSchema } from './sheetSchema.ts'
import { stageSchema } from './stages.ts'

const SCHEMAS = {
  sheets: sheetSchema,
  palettes: null,
  stages: stageSchema,
  types: typeSchema,
  effects: effectSchema,
} as const
const TOP = [
  'name',
  'rate',
  'wholePixels',
  'views',
  'cues',
  'sounds',
  'rampShelf',
  'palettes',
  'ship',
  'templates',
] as const

const firstIssue = (place: string, result: { error?: z.ZodError | undefined }): string | null => {
  const issue = result.error?.issues[0]
  return issue ? `${saidPlace([place, ...issue.path].join('.'))}: ${saidMessage(issue.message)}` : null
}

/** Why the loader would not take `next`, looking only at what differs from `before`; null when it would. */
export const refuseChange = (before: Kit, next: Kit): string | null => {
  for (const [map, schema] of Object.entries(SCHEMAS) as [keyof typeof SCHEMAS, z.ZodType | null][]) {
    if (!schema || next[map] === before[map]) continue
    for (const [id, value] of Object.entries(next[map])) {
      if (value === before[map][id]) continue
      const problem = firstIssue(`${map}.${id}`, schema.safeParse(value, { error: inWords }))
      if (problem) return problem
    }
  }
  for (const key of TOP) {
    if (next[key] === before[key]) continue
    const problem = firstIssue(key, kitSchema.shape[key].safeParse(next[key], { error: inWords }))
    if (problem) return problem
  }
  const [first] = checkKit(next)
  return first ? `${placeName(next, first.place)}: ${saidMessage(first.message)}` : null
}

/** A place by the names that the screen shows, where it has some. */
const placeName = (kit: Kit, place: string): string => {
  const [map, id = '', inner, innerId = ''] = place.split('.')
  if (map === 'types' && kit.types[id]) return `Particle type “${kit.types[id].name}”`
  const effect = map === 'effects' ? kit.effects[id] : undefined
  if (!effect) return saidPlace(place)
  const emitter = inner === 'emitters' ? effect.emitters[innerId] : undefined
  return emitter ? `“${emitter.name}” in “${effect.name}”` : `“${effect.name}”`
}
