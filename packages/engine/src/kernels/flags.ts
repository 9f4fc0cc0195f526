/** What the kernel `push` is asked for, as bits. */
import { indexOf, Push } from './layout.ts'

const BITS = indexOf(Push)

/** Of a pull; of a swirl so many bits further on. */
export const CENTRAL = {
  fading: 1 << BITS.fading,
  spring: 1 << BITS.spring,
  home: 1 << BITS.home,
  on: 1 << BITS.pull,
} as const
export const SWIRL_SHIFT = BITS.swirl - BITS.pull
export const OCTAVES_SHIFT = BITS.octaves
/** The columns hold accelerations already. */
export const ADDED = 1 << BITS.added
/** Accelerations are only added up and kept in the columns, without a step. */
export const KEPT = 1 << BITS.kept
/** The speed ramp has a say. */
export const RAMPED = 1 << BITS.ramped
