/**
 * Exact arithmetic that gives the same bits in every JavaScript engine, stable randomness, and caches of
 * values.
 */
export {
  angleOf,
  cosSinIn,
  cosSinInto,
  dragStepIn,
  dragStepInto,
  drawTurnInto,
  INTEGERS,
  logRatio,
  mulDivFloor,
  RADIANS_PER_TURN_STEP,
  TURN_MASK,
  TURN_TABLE,
  TURNS_PER_DEG,
} from './exact.ts'
export {
  bandRadius,
  bentFromMiddle,
  boxFactor,
  expNegative,
  filledToRim,
  turnedX,
  turnedY,
} from './portable.ts'
export {
  absorb,
  type Key,
  keyAfter,
  type KeyColumns,
  keyHex,
  keyInto,
  mix,
  sample,
  sampleInto,
  startKey,
} from './random.ts'
export { sampleRange, sampleRangeInto, sampleWhole } from './samples.ts'
export { ValueCache } from './valueCache.ts'
export { Waver, waverOf } from './waver.ts'
