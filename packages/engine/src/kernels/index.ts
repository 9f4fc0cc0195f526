/** The memory that WebAssembly kernels share with the engine, its layout, and the flags that they take. */
export { ADDED, CENTRAL, KEPT, OCTAVES_SHIFT, RAMPED, SWIRL_SHIFT } from './flags.ts'
export {
  Aims,
  APPEARANCE_BYTES,
  Biases,
  Birth,
  BIRTH_NUMBERS,
  CHUNK,
  CHURN_SIDE,
  Drawn,
  Fills,
  FIRST_AT_ONCE,
  indexOf,
  LEFT_AT_ONCE,
  NUMBERS,
  Shapes,
  TABLE_CELLS,
  WORDS,
} from './layout.ts'
export { floatsFor, floatsIn, giveBack, largerRoom, instancesFor, roomFor, wordsFor } from './memory.ts'
export { OUT_AT, type Slab } from './slab.ts'
