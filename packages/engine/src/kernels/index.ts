/** The memory that WebAssembly kernels share with the engine, its layout, and the flags that they take. */
export { ADDED, CENTRAL, KEPT, OCTAVES_SHIFT, RAMPED, SWIRL_SHIFT } from './flags.ts'
export {
  Aims,
  Biases,
  Birth,
  BIRTH_NUMBERS,
  CHURN_SIDE,
  Drawn,
  Fills,
  indexOf,
  APPEARANCE_BYTES,
  Shapes,
  TABLE_CELLS,
} from './layout.ts'
export {
  CHUNK,
  FIRST_AT_ONCE,
  floatsFor,
  floatsIn,
  giveBack,
  instancesFor,
  LEFT_AT_ONCE,
  NUMBERS,
  OUT_AT,
  roomFor,
  Slab,
  WORDS,
  wordsFor,
} from './slab.ts'
