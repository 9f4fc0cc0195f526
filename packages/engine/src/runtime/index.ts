/** The simulation itself: step, seek, update, and its state as data. */
export { emissionEndSeconds, latestEndSeconds, loopSecondsOf } from './endTimes.ts'
export {
  findParticle,
  hashParticles,
  type ParticleReport,
  reportParticles,
  reportRun,
  type RunReport,
  stateHash,
  tickOf,
} from './report.ts'
export { createSimulation, Simulation, type SimulationOptions } from './simulation.ts'
export { updateSimulation, type UpdateWork } from './update.ts'
