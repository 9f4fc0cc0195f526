/** What a particle looks like at an age: ramps, tints, frames, and their tables over life. */
export {
  ANCHOR_PIVOTS,
  type Appearance,
  compileAppearance,
  depthFactor,
  frameAt,
  isDeep,
  opacityAt,
  sampleAppearance,
  samplePicture,
  scaleAt,
  scaleYAt,
  shiftInto,
  stretchAt,
  tintOf,
} from './appearance.ts'
export { scaleAndTintAt } from './appearanceAt.ts'
export { APPEARANCE_FLOATS, APPEARANCE_TINT, appearanceTableOf } from './appearanceTable.ts'
export {
  cellOf,
  type CompiledIntegral,
  type CompiledRamp,
  compileIntegral,
  compileRamp,
  drawTableOf,
  integralAt,
  rampAt,
  rampIn,
} from './ramp.ts'
export {
  type CompiledTint,
  compileTint,
  fromWhite,
  multiplyColours,
  tintAt,
  tintTableOf,
  tintWordAt,
} from './tint.ts'
export { turnedAt } from './turn.ts'
export { type Draws, type Typical, typicalAt } from './typical.ts'
