/** What a change of an emitter makes necessary, read off the table of numbers. */
import {
  type Drives,
  EMITTER_INVALIDATES,
  type EmitterChoices,
  property,
  type PropertyId,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ResolvedType,
  type InvalidationLevel,
  TYPE_INVALIDATES,
  type TypeChoices,
} from '@gliv/model'

const ORDER: readonly InvalidationLevel[] = ['output', 'motion', 'birth', 'emission']

/** The one that makes more work. */
export const deeper = (a: InvalidationLevel | null, b: InvalidationLevel | null): InvalidationLevel | null =>
  a === null ? b : b === null ? a : ORDER[Math.max(ORDER.indexOf(a), ORDER.indexOf(b))]!

/** Values in documents are small plain data, so their text tells whether they are the same. */
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

const changedNumbers = (a: object, b: object): InvalidationLevel | null => {
  if (a === b) return null
  let level: InvalidationLevel | null = null
  for (const [id, value] of Object.entries(b))
    if (!same((a as Record<string, unknown>)[id], value))
      level = deeper(level, property(id as PropertyId).invalidates)
  return level
}

const changedChoices = <T extends object>(
  a: T,
  b: T,
  invalidates: { readonly [K in keyof T]?: InvalidationLevel },
): InvalidationLevel | null => {
  let level: InvalidationLevel | null = null
  for (const key of Object.keys(invalidates) as (keyof T)[])
    if (!same(a[key], b[key])) level = deeper(level, invalidates[key] ?? null)
  return level
}

/** A lane and a drive invalidate what their number does. */
const changedLanes = (
  a: ResolvedEmitter['lanes'] | Drives,
  b: ResolvedEmitter['lanes'] | Drives,
): InvalidationLevel | null => {
  let level: InvalidationLevel | null = null
  for (const id of new Set([...Object.keys(a), ...Object.keys(b)]) as Set<PropertyId>)
    if (!same(a[id], b[id])) level = deeper(level, property(id).invalidates)
  return level
}

const changedType = (a: ResolvedType, b: ResolvedType): InvalidationLevel | null => {
  if (a === b) return null
  const appearance = ({ ramps, pictures, palette }: ResolvedType) => [ramps, pictures, palette]
  const moves = !same(a.mark, b.mark) || !same(a.ramps.speed, b.ramps.speed)
  const levels: (InvalidationLevel | null)[] = [
    changedNumbers(a.numbers, b.numbers),
    changedChoices<TypeChoices>(a, b, TYPE_INVALIDATES),
    same(appearance(a), appearance(b)) ? null : 'output',
    moves ? 'motion' : null,
  ]
  return levels.reduce(deeper, null)
}

const changedByKnobs = (a: ResolvedEmitter, b: ResolvedEmitter): InvalidationLevel | null =>
  deeper(changedLanes(a.drives ?? {}, b.drives ?? {}), a.colourKnob === b.colourKnob ? null : 'output')

/**
 * The dearest kind of work between two states of an emitter; null when nothing that is simulated or drawn
 * differs.
 */
export const invalidationBetween = (a: ResolvedEmitter, b: ResolvedEmitter): InvalidationLevel | null => {
  if (a === b) return null
  const { lanes: _lanes, ...choices } = EMITTER_INVALIDATES
  const births =
    a.salt !== b.salt || a.mask !== b.mask || !same(a.bursts, b.bursts) || !same(a.relays, b.relays)
  const levels: (InvalidationLevel | null)[] = [
    changedNumbers(a.numbers, b.numbers),
    changedChoices<EmitterChoices>(a, b, choices),
    changedLanes(a.lanes, b.lanes),
    changedByKnobs(a, b),
    births ? 'emission' : null,
    changedType(a.type, b.type),
  ]
  const level = levels.reduce(deeper, null)
  // Names and ids of the type are carried along without work.
  const renamed = a.name !== b.name || a.type.id !== b.type.id || a.type.name !== b.type.name
  return level ?? (renamed ? 'output' : null)
}

/** Whether something changed that all emitters share. */
export const effectChanged = (a: ResolvedEffect, b: ResolvedEffect): boolean =>
  a.rate !== b.rate ||
  a.play !== b.play ||
  a.backwards !== b.backwards ||
  !same(a.knobs, b.knobs) ||
  changedNumbers(a.numbers, b.numbers) !== null ||
  !same(a.lanes, b.lanes)
