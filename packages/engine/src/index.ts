export { compile, emptyFrame, TOTAL_CAP_LIMIT, type EmitterProgram, type Program } from './compile.ts'
export { changedTouch } from './changes.ts'
export { EmitterRun } from './emitter.ts'
export { cosSinInto, dragStepInto, expNegative, mulDivFloor } from './maths.ts'
export { compileRamp, compileTint, rampAt, tintAt, type CompiledRamp, type CompiledTint } from './ramp.ts'
export { draw, keyHex, keyInto } from './random.ts'
export {
  createSimulation,
  emissionEndSeconds,
  emitterEndSeconds,
  latestEndSeconds,
  Simulation,
  type SimulationOptions,
} from './simulation.ts'
export { hashParticles, reportParticles, reportRun, stateHash, tickOf, type ParticleReport, type RunReport } from './report.ts'
export { createSchedule } from './schedule.ts'
export { compileTape, LiveTape, type CompiledTape } from './tape.ts'
export { SHAPE_SAMPLERS } from './shapes.ts'
export { updateSimulation, type UpdateWork } from './update.ts'
