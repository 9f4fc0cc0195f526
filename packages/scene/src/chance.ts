/** Draws of a scene: the same everywhere, from numbers and names alone. */

/** docs/format.md, *Chance*. @returns unsigned 32 bits */
export const mix = (value: number): number => {
  let h = value >>> 0
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return (h ^ (h >>> 16)) >>> 0
}

/** The seed of a cue's nth firing of an effect, n from 0. @returns unsigned 32 bits */
export const seedOf = (seed: number, n: number): number =>
  n === 0 ? seed >>> 0 : mix(seed ^ Math.imul(n, 0x9e3779b1))

/** FNV-1a 32 of a name's UTF-16 units. */
export const nameHash = (name: string): number => {
  let h = 0x811c9dc5
  for (let k = 0; k < name.length; k++) h = Math.imul(h ^ name.charCodeAt(k), 0x01000193)
  return h >>> 0
}

/** Draw `k` of something by name at a moment, from 0 to under 1. */
export const drawOf = (name: string, moment: number, k = 0): number =>
  mix(nameHash(name) ^ Math.imul(moment + 1, 0x27d4eb2f) ^ Math.imul(k, 0x9e3779b1)) / 0x1_0000_0000
