/** What knows nothing of effects: roots and colours with the same bits everywhere, check sums, a bounded cache. */
export { BoundedCache } from './boundedCache.ts'
export { crc32, isPng, joined, PNG_SIGNATURE } from './bytes.ts'
export {
  type Colour,
  type CompiledPalette,
  compilePalette,
  fromOklab,
  nearestIn,
  parseColour,
  toOklab,
} from './colour.ts'
export { cosSin, isNoShift, pixelShiftInto } from './pixelShift.ts'
export { cubeRoot, nthRoot } from './roots.ts'
export { MEDIA, mediaTypeOf, type MediaType, wavSeconds } from './media.ts'
