/**
 * Stable randomness. A particle's key is a 64-bit hash of where it comes from; each property draws from its
 * own
 * stream of that key, so one property's draws never move another's. The mixing step is the well-known 32-bit
 * finaliser of xor-shifts and odd multipliers (MurmurHash3, public domain).
 */

export const mix = (h: number): number => {
  h ^= h >>> 16
  h = Math.imul(h, 0x85ebca6b)
  h ^= h >>> 13
  h = Math.imul(h, 0xc2b2ae35)
  return h ^ (h >>> 16)
}

/** A key as two unsigned 32-bit halves; filled in place, so that births allocate nothing. */
export interface Key {
  hi: number
  lo: number
}

/** Absorbs one 32-bit word into a key. */
export const absorb = (key: Key, word: number): void => {
  key.lo = mix(key.lo ^ word) >>> 0
  key.hi = mix(Math.imul(key.hi, 0x9e3779b1) ^ key.lo ^ Math.imul(word, 0x27d4eb2f)) >>> 0
}

/** key = hash64(seed, salt, source, repeat, ordinal), all unsigned 32 bits. */
export const keyInto = (
  key: Key,
  seed: number,
  salt: number,
  source: number,
  repeat: number,
  ordinal: number,
): void => {
  key.hi = 0x6c697667
  key.lo = 0x676c6976
  absorb(key, seed)
  absorb(key, salt)
  absorb(key, source)
  absorb(key, repeat)
  absorb(key, ordinal)
}

/** The `k`-th draw of a stream: uniform in [0, 1) on a grid of 2^−32. */
export const sample = (hi: number, lo: number, stream: number, k: number): number =>
  (mix(mix(lo ^ Math.imul(stream * 8 + k + 1, 0x9e3779b1)) + hi) >>> 0) / 4294967296

/** Keys of particles in two columns: the higher and the lower 32 bits. */
export interface KeyColumns {
  readonly keyHi: Uint32Array
  readonly keyLo: Uint32Array
}

/**
 * The `k`-th draw of a stream for the particle in slot `i`, to `out[0]`. Births must not leave garbage, and a number
 * that goes in or out of a function may cost an object on the heap; so keys live in columns, and drawn numbers
 * arrive in an array of the caller's.
 */
export const sampleInto = (
  his: Uint32Array,
  los: Uint32Array,
  i: number,
  stream: number,
  k: number,
  out: Float64Array,
): void => {
  out[0] = (mix(mix(los[i]! ^ Math.imul(stream * 8 + k + 1, 0x9e3779b1)) + his[i]!) >>> 0) / 4294967296
}

/** Where keys of one source begin: seed, salt and source absorbed, as [hi, lo]. */
export const startKey = (seed: number, salt: number, source: number): Uint32Array => {
  const key: Key = { hi: 0x6c697667, lo: 0x676c6976 }
  absorb(key, seed)
  absorb(key, salt)
  absorb(key, source)
  return Uint32Array.of(key.hi, key.lo)
}

/** Goes on with pass and ordinal into slot `i`; the same key as `keyInto` gives. */
export const keyAfter = (
  start: Uint32Array,
  pass: number,
  ordinal: number,
  his: Uint32Array,
  los: Uint32Array,
  i: number,
): void => {
  const lo1 = mix(start[1]! ^ pass) >>> 0
  const hi1 = mix(Math.imul(start[0]!, 0x9e3779b1) ^ lo1 ^ Math.imul(pass, 0x27d4eb2f)) >>> 0
  const lo2 = mix(lo1 ^ ordinal) >>> 0
  los[i] = lo2
  his[i] = mix(Math.imul(hi1, 0x9e3779b1) ^ lo2 ^ Math.imul(ordinal, 0x27d4eb2f))
}

export const keyHex = (hi: number, lo: number): string =>
  hi.toString(16).padStart(8, '0') + lo.toString(16).padStart(8, '0')
