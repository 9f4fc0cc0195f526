export {
  compile,
  emitterEndSeconds,
  emptyFrame,
  longestLife,
  placesOf,
  TOTAL_CAP_LIMIT,
  type EmitterProgram,
  type Program,
} from './compile.ts'
export { changedTouch } from './changes.ts'
export { EmitterRun } from './emitter.ts'
export { cosSinInto, dragStepInto, expNegative, mulDivFloor } from './maths.ts'
export { compileRamp, rampAt, type CompiledRamp } from './ramp.ts'
export { compilePalette, compileTint, tintAt, type CompiledTint } from './tint.ts'
export { compileLooks, frameAt, type Looks } from './looks.ts'
export { drawRange } from './draws.ts'
export { draw, keyHex, keyInto } from './random.ts'
export {
  createSimulation,
  emissionEndSeconds,
  loopSecondsOf,
  latestEndSeconds,
  Simulation,
  type SimulationOptions,
} from './simulation.ts'
export {
  findParticle,
  hashParticles,
  reportParticles,
  reportRun,
  stateHash,
  tickOf,
  type ParticleReport,
  type RunReport,
} from './report.ts'
export type { Shown } from './recording.ts'
export { createSchedule } from './schedule.ts'
export { checkPose, checkView, compileTape, DEFAULT_VIEW, LiveTape, type CompiledTape } from './tape.ts'
export { flattenPath, pathPlaceInto, type FlatPath } from './paths.ts'
export { createClock, createTimeline } from './timeline.ts'
export { updateSimulation, type UpdateWork } from './update.ts'
