/** What a change of an emitter makes necessary, read off the table of numbers. */
import { property, type PropertyId, type ResolvedEmitter, type Touch } from '@gliv/model'

const ORDER: readonly Touch[] = ['output', 'motion', 'birth', 'emission']

const dearer = (a: Touch | null, b: Touch | null): Touch | null =>
  a === null ? b : b === null ? a : ORDER[Math.max(ORDER.indexOf(a), ORDER.indexOf(b))]!

/** Values in documents are small plain data, so their text tells whether they are the same. */
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

const changedNumbers = (a: object, b: object): Touch | null => {
  if (a === b) return null
  let touch: Touch | null = null
  for (const [id, value] of Object.entries(b))
    if (!same((a as Record<string, unknown>)[id], value)) touch = dearer(touch, property(id as PropertyId).touches)
  return touch
}

/** The dearest kind of work between two states of an emitter; null when nothing that is simulated or drawn differs. */
export const changedTouch = (a: ResolvedEmitter, b: ResolvedEmitter): Touch | null => {
  if (a === b) return null
  let touch = dearer(changedNumbers(a.numbers, b.numbers), changedNumbers(a.type.numbers, b.type.numbers))
  if (a.salt !== b.salt || a.shape !== b.shape || a.fill !== b.fill) touch = dearer(touch, 'birth')
  if (!same(a.bursts, b.bursts)) touch = dearer(touch, 'emission')
  if (!same(a.type.forces, b.type.forces)) touch = dearer(touch, 'motion')
  const looks = (e: ResolvedEmitter) => [e.type.ramps, e.type.blend, e.type.picture]
  if (a.type !== b.type && !same(looks(a), looks(b))) touch = dearer(touch, 'output')
  // Names and ids of the type are carried along without work.
  if (touch === null && (a.name !== b.name || a.type.id !== b.type.id || a.type.name !== b.type.name)) touch = 'output'
  return touch
}
