/** What particles do: compile a document, step and seek a simulation, read it as instances or as data. */
export { compileRamp, compileTint, type Draws, rampAt, tintAt, typicalAt } from './appearance/index.ts'
export { checkSurfaces, flattenPath, placeCloud, SKIN, Surroundings, Sweep } from './geometry/index.ts'
export {
  checkPose,
  checkView,
  DEFAULT_VIEW,
  type KeptMoment,
  keptMoment,
  KeptTape,
  LiveTape,
  TapePart,
  viewAround,
} from './input/index.ts'
export { cosSinInto } from './maths/index.ts'
export {
  checkKnob,
  checkKnobs,
  compile,
  dueMoments,
  emitterEndSeconds,
  emptyFrame,
  knobsWithin,
  longestLife,
  placesOf,
  type Program,
  timedEventsOf,
} from './program/index.ts'
export {
  createSimulation,
  emissionEndSeconds,
  findParticle,
  hashParticles,
  latestEndSeconds,
  loopSecondsOf,
  type ParticleReport,
  reportParticles,
  reportRun,
  type RunReport,
  Simulation,
  type SimulationOptions,
  stateHash,
  tickOf,
  updateSimulation,
} from './runtime/index.ts'
export { tinted, tintWord } from './spawn/index.ts'
export { EffectEvents, eventNumber, type Shown } from './state/index.ts'
