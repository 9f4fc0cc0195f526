/** What must give the same bits everywhere and knows nothing of effects: roots, colours, check sums. */
export { crc32, isPng, PNG_SIGNATURE } from './bytes.ts'
export {
  type Colour,
  type CompiledPalette,
  compilePalette,
  fromOklab,
  nearestIn,
  parseColour,
  toOklab,
} from './colour.ts'
export { cubeRoot, nthRoot } from './roots.ts'
