/**
 * Memory for pools and tables: in a slab that kernels reach where there is one with room, else a buffer of its own,
 * over which the loops in TypeScript run: the same bits. Rooms of a slab come back when their owner has been
 * collected, or before.
 */
import { type Claim, claim, roundUp, type Slab } from './slab.ts'

export interface Room {
  readonly buffer: ArrayBuffer
  readonly at: number
  readonly slab: Slab | null
}

const returned = new FinalizationRegistry<Claim>(({ slab, at, bytes }) => slab.give(at, bytes))
const claims = new WeakMap<object, Claim>()

/** A player may be without kernels: then the function is not there. */
const claimed = (wanted: number): Claim | null => (claim as typeof claim | undefined)?.(wanted) ?? null

const keep = (owner: object, made: Claim): void => {
  returned.register(owner, made, owner)
  claims.set(owner, made)
}

/** Zeroed memory for as long as `owner` lives. */
export const roomFor = (owner: object, wanted: number): Room => {
  const made = claimed(wanted)
  if (!made) return { buffer: new ArrayBuffer(wanted), at: 0, slab: null }
  keep(owner, made)
  return { buffer: made.slab.buffer, at: made.at, slab: made.slab }
}

/**
 * Another room for an owner, where its old one is; null when there is none. The old one is free, and may be read once
 * more.
 */
export const largerRoom = (owner: object, wanted: number): number | null => {
  const made = claims.get(owner)
  if (!made) return null
  const bytes = roundUp(wanted)
  const at = made.slab.take(bytes)
  if (at === 0) return null
  giveBack(owner)
  keep(owner, { slab: made.slab, at, bytes })
  return at
}

/** Gives a room back before its owner is collected; nobody may look at it any more. */
export const giveBack = (owner: object): void => {
  const made = claims.get(owner)
  if (!made) return
  claims.delete(owner)
  returned.unregister(owner)
  made.slab.give(made.at, made.bytes)
}

/**
 * Zeroed float32 for as long as the array itself lives, or until it is given back: nobody keeps another view
 * of it for longer.
 */
export const instancesFor = (count: number): Float32Array => {
  const made = claimed(count * 4)
  if (!made) return new Float32Array(count)
  const array = new Float32Array(made.slab.buffer, made.at, count)
  keep(array, made)
  return array
}

/** Zeroed numbers for as long as `owner` lives. */
export const floatsFor = (owner: object, count: number): Float64Array => {
  const { buffer, at } = roomFor(owner, count * 8)
  return new Float64Array(buffer, at, count)
}

/** The same in a certain slab; null when it has no room. */
export const floatsIn = (slab: Slab, owner: object, count: number): Float64Array | null => {
  const bytes = roundUp(count * 8)
  const at = slab.take(bytes)
  if (at === 0) return null
  returned.register(owner, { slab, at, bytes })
  return new Float64Array(slab.buffer, at, count)
}

export const wordsFor = (owner: object, count: number): Uint32Array => {
  const { buffer, at } = roomFor(owner, count * 4)
  return new Uint32Array(buffer, at, count)
}
