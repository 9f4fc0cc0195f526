/** The particles of one emitter: columns of float64 and uint32 in one buffer, kept in birth order. */

const FLOAT_COLUMNS = ['born', 'life', 'x', 'y', 'lastX', 'lastY', 'vx', 'vy', 'scale', 'scaleFloor', 'opacity', 'opacityFloor', 'angle', 'spin'] as const
const WORD_COLUMNS = ['keyHi', 'keyLo', 'ordinal', 'source'] as const

export type Pool = { readonly [K in (typeof FLOAT_COLUMNS)[number]]: Float64Array } & { readonly [K in (typeof WORD_COLUMNS)[number]]: Uint32Array } & {
  readonly capacity: number
  /** Slots in use, the dead that were not yet compacted included. */
  size: number
}

/** A pool with room for `capacity` particles. It never grows: the program bounds what can be alive. */
export const createPool = (capacity: number): Pool => {
  const floats = FLOAT_COLUMNS.length * capacity
  const buffer = new ArrayBuffer(floats * 8 + WORD_COLUMNS.length * capacity * 4)
  const columns: Record<string, Float64Array | Uint32Array> = {}
  FLOAT_COLUMNS.forEach((name, i) => (columns[name] = new Float64Array(buffer, i * capacity * 8, capacity)))
  WORD_COLUMNS.forEach((name, i) => (columns[name] = new Uint32Array(buffer, floats * 8 + i * capacity * 4, capacity)))
  return Object.assign(columns, { capacity, size: 0 }) as unknown as Pool
}

/** Dead at a time in seconds: age = now − birth, never summed. */
export const isDead = (pool: Pool, i: number, now: number): boolean => now - pool.born[i]! >= pool.life[i]!

/** Moves the living together, in order. Dropping a slot never changes what is drawn or hashed. */
export const compact = (pool: Pool, now: number): void => {
  let to = 0
  for (let from = 0; from < pool.size; from++) {
    if (isDead(pool, from, now)) continue
    if (to !== from) copySlot(pool, from, to)
    to++
  }
  pool.size = to
}

const copySlot = (pool: Pool, from: number, to: number): void => {
  for (let c = 0; c < FLOAT_COLUMNS.length; c++) {
    const column = pool[FLOAT_COLUMNS[c]!]
    column[to] = column[from]!
  }
  for (let c = 0; c < WORD_COLUMNS.length; c++) {
    const column = pool[WORD_COLUMNS[c]!]
    column[to] = column[from]!
  }
}
