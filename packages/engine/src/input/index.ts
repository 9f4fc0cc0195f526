/**
 * What reaches an effect from outside while it runs: the tape, its poses and views, the way of its emitters.
 */
export { checkPose, checkView } from './checkPose.ts'
export { compileTape } from './compiledTape.ts'
export { EmitterCentre } from './emitterCentre.ts'
export { type KeptMoment, keptMoment } from './keptMoment.ts'
export { KeptTape, TapePart } from './keptTape.ts'
export { knobValue } from './knobValue.ts'
export { LiveTape } from './liveTape.ts'
export {
  type EmitterCount,
  type MakeSubEffect,
  type Moment,
  type SimulationContext,
  type SubEffect,
} from './simulationContext.ts'
export { type CompiledTape, DEFAULT_VIEW, viewAround } from './tape.ts'
export { TravelPath } from './travelPath.ts'
