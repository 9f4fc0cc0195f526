/** What a change of an emitter makes necessary, read off the table of numbers. */
import {
  EMITTER_TOUCHES,
  type EmitterChoices,
  property,
  type PropertyId,
  type ResolvedEffect,
  type ResolvedEmitter,
  type Touch,
  TYPE_TOUCHES,
  type TypeChoices,
} from '@gliv/model'

const ORDER: readonly Touch[] = ['output', 'motion', 'birth', 'emission']

/** The one that makes more work. */
export const dearer = (a: Touch | null, b: Touch | null): Touch | null =>
  a === null ? b : b === null ? a : ORDER[Math.max(ORDER.indexOf(a), ORDER.indexOf(b))]!

/** Values in documents are small plain data, so their text tells whether they are the same. */
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

const changedNumbers = (a: object, b: object): Touch | null => {
  if (a === b) return null
  let touch: Touch | null = null
  for (const [id, value] of Object.entries(b))
    if (!same((a as Record<string, unknown>)[id], value))
      touch = dearer(touch, property(id as PropertyId).touches)
  return touch
}

const changedChoices = <T extends object>(
  a: T,
  b: T,
  touches: { readonly [K in keyof T]?: Touch },
): Touch | null => {
  let touch: Touch | null = null
  for (const key of Object.keys(touches) as (keyof T)[])
    if (!same(a[key], b[key])) touch = dearer(touch, touches[key] ?? null)
  return touch
}

/** A lane touches what its number touches. */
const changedLanes = (a: ResolvedEmitter['lanes'], b: ResolvedEmitter['lanes']): Touch | null => {
  let touch: Touch | null = null
  for (const id of new Set([...Object.keys(a), ...Object.keys(b)]) as Set<PropertyId>)
    if (!same(a[id], b[id])) touch = dearer(touch, property(id).touches)
  return touch
}

/**
 * The dearest kind of work between two states of an emitter; null when nothing that is simulated or drawn
 * differs.
 */
export const changedTouch = (a: ResolvedEmitter, b: ResolvedEmitter): Touch | null => {
  if (a === b) return null
  let touch = dearer(changedNumbers(a.numbers, b.numbers), changedNumbers(a.type.numbers, b.type.numbers))
  const { lanes: _lanes, ...choices } = EMITTER_TOUCHES
  touch = dearer(touch, changedChoices<EmitterChoices>(a, b, choices))
  touch = dearer(touch, changedLanes(a.lanes, b.lanes))
  if (a.type !== b.type) touch = dearer(touch, changedChoices<TypeChoices>(a.type, b.type, TYPE_TOUCHES))
  if (a.salt !== b.salt || a.mask !== b.mask) touch = dearer(touch, 'emission')
  if (!same(a.bursts, b.bursts) || !same(a.relays, b.relays)) touch = dearer(touch, 'emission')
  const looks = (e: ResolvedEmitter) => [e.type.ramps, e.type.pictures, e.type.palette]
  if (a.type !== b.type && !same(looks(a), looks(b))) touch = dearer(touch, 'output')
  if (a.type !== b.type && !same(a.type.mark, b.type.mark)) touch = dearer(touch, 'motion')
  if (a.type !== b.type && !same(a.type.ramps.speed, b.type.ramps.speed)) touch = dearer(touch, 'motion')
  // Names and ids of the type are carried along without work.
  if (touch === null && (a.name !== b.name || a.type.id !== b.type.id || a.type.name !== b.type.name))
    touch = 'output'
  return touch
}

/** Whether something changed that all emitters share. */
export const effectChanged = (a: ResolvedEffect, b: ResolvedEffect): boolean =>
  a.rate !== b.rate ||
  a.play !== b.play ||
  a.backwards !== b.backwards ||
  changedNumbers(a.numbers, b.numbers) !== null ||
  !same(a.lanes, b.lanes)
