export { compileAppearance, frameAt, type Appearance } from './appearance/appearance.ts'
export { type CompiledRamp, compileRamp, rampAt } from './appearance/ramp.ts'
export { type CompiledTint, compilePalette, compileTint, tintAt } from './appearance/tint.ts'
export { type FlatPath, flattenPath, pathPlaceInto } from './geometry/paths.ts'
export { checkPose, checkView } from './input/checkTape.ts'
export { compileTape } from './input/compiledTape.ts'
export { LiveTape } from './input/liveTape.ts'
export { type CompiledTape, DEFAULT_VIEW } from './input/tape.ts'
export { cosSinInto, dragStepInto, expNegative, mulDivFloor } from './maths/exact.ts'
export { sample, keyHex, keyInto } from './maths/random.ts'
export { sampleRange } from './maths/samples.ts'
export { invalidationBetween } from './program/changes.ts'
export {
  compile,
  emitterEndSeconds,
  type EmitterProgram,
  emptyFrame,
  longestLife,
  placesOf,
  type Program,
  TOTAL_CAP_LIMIT,
} from './program/compile.ts'
export { createSchedule } from './program/schedule.ts'
export { createClock, createTimeline } from './program/timeline.ts'
export {
  findParticle,
  hashParticles,
  type ParticleReport,
  reportParticles,
  reportRun,
  type RunReport,
  stateHash,
  tickOf,
} from './runtime/report.ts'
export {
  createSimulation,
  emissionEndSeconds,
  latestEndSeconds,
  loopSecondsOf,
  Simulation,
  type SimulationOptions,
} from './runtime/simulation.ts'
export { updateSimulation, type UpdateWork } from './runtime/update.ts'
export { EmitterRun } from './spawn/emitterRun.ts'
export type { Shown } from './state/recording.ts'
