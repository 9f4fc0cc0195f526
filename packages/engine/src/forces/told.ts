/** What the kernel `push` is asked for, as bits: kernels/forces.as.ts reads them. */

/** Of a pull; of a swirl four bits further on. */
export const CENTRAL = { fading: 1, spring: 2, home: 4, on: 8 } as const
export const SWIRL_SHIFT = 4
export const OCTAVES_SHIFT = 8
/** The columns hold accelerations already. */
export const ADDED = 1 << 11
/** Accelerations are only added up and kept in the columns, without a step. */
export const KEPT = 1 << 12
/** The speed ramp has a say. */
export const RAMPED = 1 << 13
